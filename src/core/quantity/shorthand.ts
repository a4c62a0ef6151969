/** What the tables of fields share. */
export const times = (factor: number) => (n: number) => n * factor;
/** Without noughts at the end. */
export const trim = (n: number, digits: number) => String(Number(n.toFixed(digits)));
