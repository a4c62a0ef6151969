/** A style of hook: everything that differs from one to the next is asked here. */
interface HookStyleDefinition {
	readonly words: string;
	/** Angle by which a jig's neck stands off the shank's line, rad; 0 is no jig. */
	readonly neckTurn: number;
	/** The shank is bent, as a grub hook's is. */
	readonly curved: boolean;
	/** Its eye's ring lies across the hook's plane unless it is said; null: it varies by maker. */
	readonly eye: 'across' | null;
	/** X steps by which it is longer than standard to begin with. */
	readonly lengthX: number;
}
const plain = { neckTurn: 0, curved: false, eye: 'across', lengthX: 0 } as const;

export const hookStyleTable = {
	straight: { words: 'straight', ...plain },
	curved: { words: 'curved', ...plain, curved: true },
	jig60: { words: 'jig 60°', ...plain, neckTurn: Math.PI / 3, eye: null },
	jig90: { words: 'jig 90°', ...plain, neckTurn: Math.PI / 2, eye: null },
	longShank: { words: 'long shank', ...plain, lengthX: 3 }
} as const satisfies Readonly<Record<string, HookStyleDefinition>>;

export type HookStyle = keyof typeof hookStyleTable;
export const hookStyles = Object.keys(hookStyleTable) as readonly HookStyle[];

export const isJig = ({ style }: { readonly style: HookStyle }): boolean =>
	hookStyleTable[style].neckTurn > 0;
