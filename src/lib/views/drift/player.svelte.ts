/** Plays a drift: a time that runs with the watch, and begins anew at the end. */
export class Player {
	/** s since the landing. */
	time = $state(0);
	playing = $state(false);
	/** What was shown last; a new path is first looked at half way. */
	private looked: unknown = null;

	/** @param end when the drift that is shown ends, s @param shown that drift; null while there is none */
	constructor(
		private readonly end: () => number,
		private readonly shown: () => unknown
	) {}

	/** Follows what is shown and the watch; to be called once, where effects live. */
	follow(): void {
		$effect(() => {
			if (!this.playing) return;
			let last = performance.now();
			let frame = requestAnimationFrame(
				function go(this: Player, now: number) {
					this.time += (now - last) / 1000;
					last = now;
					if (this.time >= this.end()) {
						this.time = this.end();
						this.playing = false;
						return;
					}
					frame = requestAnimationFrame(go.bind(this));
				}.bind(this)
			);
			return () => cancelAnimationFrame(frame);
		});
		$effect(() => {
			const shown = this.shown();
			if (!shown || shown === this.looked) return;
			if (this.looked === null || this.time > this.end()) this.time = 0.5 * this.end();
			this.looked = shown;
		});
	}

	toggle = (): void => {
		if (!this.playing && this.time >= this.end() - 0.01) this.time = 0;
		this.playing = !this.playing;
	};
}
