/** Something the person has to know, with what can be done about it. */
export interface Notice {
	readonly words: string;
	readonly choices: readonly { readonly words: string; readonly act: () => void }[];
	/** Goes by itself when the next change is kept. */
	readonly passing?: boolean;
}
