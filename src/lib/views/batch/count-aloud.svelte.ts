import type { Tying } from '$lib/state/tying.svelte';
import { say, tone } from '$lib/state/voice';

/** Counts the turns of a step aloud, at this many seconds a turn. */
export class CountAloud {
	on = $state(false);
	/** s a turn. */
	pace = $state(2);

	constructor(private readonly tying: () => Tying) {}

	/** Follows the step; to be called once, where effects live. */
	follow(): void {
		$effect(() => {
			const turns = this.tying().now?.step.turns ?? 0;
			if (!this.on || turns === 0) return;
			const timer = setInterval(() => this.turn(turns), 1000 * this.pace);
			return () => clearInterval(timer);
		});
	}

	private turn(turns: number): void {
		const turn = this.tying().counted + 1;
		if (turn >= turns) {
			say(`${turn}. That is all.`, 990);
			this.on = false;
		} else say(String(turn), 520);
		this.tying().on(Date.now());
	}

	/** A begins and stops, + and − change the pace. */
	press(key: string): void {
		if (key === 'a' || key === 'A') {
			this.on = !this.on;
			if (this.on) tone(520);
		}
		if (key === '+' || key === '-') {
			this.pace = Math.min(8, Math.max(0.5, this.pace + (key === '+' ? -0.25 : 0.25)));
		}
	}
}
