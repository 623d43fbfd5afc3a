/**
 * One colour for each component of a case, the same wherever it is drawn, told apart by eyes of every kind: Okabe & Ito's eight, with the black
 * and the hard yellow last. Beyond eight they begin again; a name always stands beside a colour.
 * Source: Okabe & Ito, Color Universal Design (2008).
 */
const OKABE_ITO = ['#0072b2', '#d55e00', '#009e73', '#cc79a7', '#56b4e9', '#e69f00', '#7a7a7a', '#c9bb23'] as const;

export const componentColor = (k: number): string => OKABE_ITO[k % OKABE_ITO.length] ?? OKABE_ITO[0];
