/** Decimals enough for a hundredth of a micrometre and a tenth of a milligram's thousandth, so that 2.8 comes back as 2.8. */
export const tidy = (n: number) => Number(n.toFixed(8));
