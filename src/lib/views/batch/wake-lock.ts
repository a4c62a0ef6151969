/** The screen stays awake, where the browser allows it. @returns lets it sleep again */
export function stayAwake(): () => void {
	let lock: WakeLockSentinel | null = null;
	let gone = false;
	navigator.wakeLock
		?.request('screen')
		.then((held) => {
			lock = held;
			if (gone) void held.release();
		})
		.catch(() => undefined);
	return () => {
		gone = true;
		void lock?.release();
	};
}
