import { USUAL_WANTED, type Wanted } from '$core/drift/index';

/** How a person likes the drawing, kept in the browser. */
export interface Preferences {
	/** To which side the eye looks; a left-handed tier sees it on the right. */
	readonly eye: 'left' | 'right';
}
const KEY = 'gravitas-drawing';
const USUAL: Preferences = { eye: 'left' };

class DrawingPreferences {
	current = $state.raw<Preferences>(USUAL);

	/** Reads what was kept; only in the browser. */
	load(): void {
		try {
			const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Preferences>;
			this.current = { eye: kept.eye === 'right' ? 'right' : 'left' };
		} catch {
			// Storage is forbidden or holds something else: the usual will do.
		}
	}

	set(change: Partial<Preferences>): void {
		this.current = { ...this.current, ...change };
		try {
			localStorage.setItem(KEY, JSON.stringify(this.current));
		} catch {
			// Storage is forbidden here: the choice lasts as long as the page.
		}
	}
}

export const drawing = new DrawingPreferences();

const DRIFT_KEY = 'gravitas-good-drift';

/** What a person calls a good drift, kept in the browser. */
class GoodDrift {
	current = $state.raw<Wanted>(USUAL_WANTED);

	load(): void {
		try {
			const kept = JSON.parse(localStorage.getItem(DRIFT_KEY) ?? '{}') as Partial<Wanted>;
			const share = (n: unknown, usual: number) =>
				typeof n === 'number' && n >= 0 && n <= 1 ? n : usual;
			const inZone = share(kept.inZone, USUAL_WANTED.inZone);
			const onBed = share(kept.onBed, USUAL_WANTED.onBed);
			// Another object would be another question, and all drifts were to be followed again.
			if (inZone === this.current.inZone && onBed === this.current.onBed) return;
			this.current = { inZone, onBed };
		} catch {
			// As with the drawing: the usual will do.
		}
	}

	set(change: Partial<Wanted>): void {
		this.current = { ...this.current, ...change };
		try {
			localStorage.setItem(DRIFT_KEY, JSON.stringify(this.current));
		} catch {
			// The choice lasts as long as the page.
		}
	}
}

export const goodDrift = new GoodDrift();

/** Something that is on unless a person turned it off, kept in the browser. */
class Switch {
	on = $state(true);

	constructor(private readonly key: string) {}

	load(): void {
		try {
			this.on = localStorage.getItem(this.key) !== 'off';
		} catch {
			// As with the drawing: the usual will do.
		}
	}

	set(on: boolean): void {
		this.on = on;
		try {
			localStorage.setItem(this.key, on ? 'on' : 'off');
		} catch {
			// The choice lasts as long as the page.
		}
	}
}

/** Whether single letters and figures are commands. */
export const letters = new Switch('gravitas-letters');
/** Whether it is said what a word means where the pointer or the focus rests. */
export const meantWords = new Switch('gravitas-meanings');
