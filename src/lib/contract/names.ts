/** The first characters of a name, none of them cut in half. */
export const clipped = (name: string, most: number) => [...name].slice(0, most).join('');

/**
 * What no name may hold, since nobody would see it: controls, marks that change the direction of writing,
 * blanks without width. Joiners stay where they shape what is read: between emoji, and in scripts that join.
 */
const SHAPED = String.raw`[\p{Extended_Pictographic}\p{Emoji_Modifier}\p{M}]|(?![\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}])\p{L}`;
const UNSEEN = String.raw`(?!(?<=${SHAPED})(?:\u200c|\u200d|\ufe0e|\ufe0f))[\p{C}\p{Zl}\p{Zp}\p{Default_Ignorable_Code_Point}\u2800]`;

/** Source of a regular expression (with u) that a name's every character fits. */
export const VISIBLE = `^(?:(?!${UNSEEN})[\\s\\S])*$`;
const visible = new RegExp(VISIBLE, 'u');

export const isVisible = (text: string) => visible.test(text);
export const INVISIBLE =
	'It has a character that cannot be seen (a control, a mark of direction, a blank without width). Type it anew.';
