/** Says things aloud where the browser can speak, and makes a tone where it cannot. */

let sounds: AudioContext | null = null;

/** A short tone. @param pitch Hz */
export function tone(pitch: number, seconds = 0.12): void {
	try {
		sounds ??= new AudioContext();
		const oscillator = sounds.createOscillator();
		const gain = sounds.createGain();
		oscillator.frequency.value = pitch;
		gain.gain.setValueAtTime(0.2, sounds.currentTime);
		gain.gain.exponentialRampToValueAtTime(0.001, sounds.currentTime + seconds);
		oscillator.connect(gain).connect(sounds.destination);
		oscillator.start();
		oscillator.stop(sounds.currentTime + seconds);
	} catch {
		// No sound here; what is said stands on the screen too.
	}
}

const canSpeak = () =>
	typeof speechSynthesis !== 'undefined' && speechSynthesis.getVoices().length > 0;

/** @param pitch of the tone that stands in for it, Hz */
export function say(words: string, pitch = 660): void {
	if (!canSpeak()) return tone(pitch);
	speechSynthesis.cancel();
	speechSynthesis.speak(new SpeechSynthesisUtterance(words));
}
