/** What Gravitas makes is for the person alone: the mode without what others could do. */
export const closedMode = (mode: number) => mode & ~0o077;
