import type { ParameterName } from '../parameter/index';
import type { BeadChoice, CoilChoice, HookChoice, Recipe } from '../fly/index';
import type { Lie } from '../water/index';
import type { Rig } from '../rig/index';

/** What an outing's water says of the parameters: log-odds of the sight, linear in their scores. */
export interface OutingLikelihood {
	/** Version of the model that it was worked out with. */
	readonly model: number;
	readonly logOdds: number;
	readonly slopes: readonly { readonly parameter: ParameterName; readonly slope: number }[];
}

/** What was found, and of what. SI. */
export type Observation = Weighing | TimedDrop | Outing;

interface Noted {
	/** By which the person's entry is found again. */
	readonly key: string;
	/** ISO date, or date and time: what was set aside before a reset is told by it. */
	readonly on: string;
}

/** What lay on the scale. */
export type Weighed =
	| { readonly kind: 'fly'; readonly recipe: Recipe }
	| { readonly kind: 'beads'; readonly bead: BeadChoice }
	| { readonly kind: 'hooks'; readonly hook: HookChoice }
	/** @property length m */
	| {
			readonly kind: 'wire';
			readonly coil: Pick<CoilChoice, 'metal' | 'wire' | 'lot' | 'measured'>;
			readonly length: number;
	  };

export interface Weighing extends Noted {
	readonly kind: 'weighing';
	readonly of: Weighed;
	/** How many lay on the scale together. */
	readonly count: number;
	/** kg, all together. */
	readonly mass: number;
	/** What the scale's last figure counts, kg. */
	readonly step: number;
}

export interface TimedDrop extends Noted {
	readonly kind: 'drop';
	readonly recipe: Recipe;
	readonly wet: 'soaked' | 'fresh';
	/** °C */
	readonly celsius: number;
	/** m from the surface, or between the gates. */
	readonly distance: number;
	/** s, each run. */
	readonly seconds: readonly number[];
	/** Standard deviation of one run's time by the person's reaction, s. */
	readonly reaction: number;
	/** Diameter of the tippet that it drew after it, m; absent: free. */
	readonly tippet?: number;
	/** Timed between two light gates, at its full speed. */
	readonly gates?: boolean;
}

export const sights = ['touched', 'untouched', 'hungUp', 'atDepth'] as const;
/** Ticked the bed; never touched it; hung up on it; was seen at the depth. */
export type Sight = (typeof sights)[number];

export interface Outing extends Noted {
	readonly kind: 'outing';
	readonly recipe: Recipe;
	readonly lie: Lie;
	readonly rig: Rig;
	/** °C */
	readonly celsius: number;
	readonly saw: Sight;
	/** What its water says of the parameters, where that was worked out before. */
	readonly fit?: OutingLikelihood;
}
