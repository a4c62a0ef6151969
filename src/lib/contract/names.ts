/** The first characters of a name, none of them cut in half. */
export const clipped = (name: string, most: number) => [...name].slice(0, most).join('');
