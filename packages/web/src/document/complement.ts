/** 1 − 0.35 is 0.65, not 0.6500000000000001. */
export const complement = (value: number): number => Number((1 - value).toPrecision(12));
