/**
 * Properties of a pure component as sums over the groups of its molecule, with Na atoms in all:
 *   Tb = 198.2 + Σ,  Tc = Tb/(0.584 + 0.965 Σ − Σ²),  Pc = (0.113 + 0.0032 Na − Σ)⁻² bar,  Vc = 17.5 + Σ cm³/mol,
 *   ΔH°f = 68.29 + Σ,  ΔG°f = 53.88 + Σ kJ/mol,
 *   Cp = Σa − 37.93 + (Σb + 0.210) T + (Σc − 3.91e-4) T² + (Σd + 2.06e-7) T³ J/(mol K) of the ideal gas.
 * Source: Joback & Reid, Chem. Eng. Commun. 57 (1987) 233. The two groups of nitrogen without all numbers (−N= outside a ring, =NH) are left out.
 */

type Row = [
  name: string,
  atoms: Partial<Record<Element, number>>,
  Tc: number,
  Pc: number,
  Vc: number,
  Tb: number,
  enthalpy: number,
  gibbs: number,
  a: number,
  b: number,
  c: number,
  d: number,
];

/** kg/mol, IUPAC's abridged weights (2021). */
const WEIGHTS = {
  C: 0.012011,
  H: 0.001008,
  O: 0.015999,
  N: 0.014007,
  S: 0.03206,
  F: 0.018998,
  Cl: 0.03545,
  Br: 0.079904,
  I: 0.1269,
} as const;

type Element = keyof typeof WEIGHTS;

const ROWS: readonly Row[] = [
  ['-CH3', { C: 1, H: 3 }, 0.0141, -0.0012, 65, 23.58, -76.45, -43.96, 19.5, -0.00808, 0.000153, -9.67e-8],
  ['-CH2-', { C: 1, H: 2 }, 0.0189, 0, 56, 22.88, -20.64, 8.42, -0.909, 0.095, -5.44e-5, 1.19e-8],
  ['>CH-', { C: 1, H: 1 }, 0.0164, 0.002, 41, 21.74, 29.89, 58.36, -23, 0.204, -0.000265, 1.2e-7],
  ['>C<', { C: 1 }, 0.0067, 0.0043, 27, 18.25, 82.23, 116.02, -66.2, 0.427, -0.000641, 3.01e-7],
  ['=CH2', { C: 1, H: 2 }, 0.0113, -0.0028, 56, 18.18, -9.63, 3.77, 23.6, -0.0381, 0.000172, -1.03e-7],
  ['=CH-', { C: 1, H: 1 }, 0.0129, -0.0006, 46, 24.96, 37.97, 48.53, -8, 0.105, -9.63e-5, 3.56e-8],
  ['=C<', { C: 1 }, 0.0117, 0.0011, 38, 24.14, 83.99, 92.36, -28.1, 0.208, -0.000306, 1.46e-7],
  ['=C=', { C: 1 }, 0.0026, 0.0028, 36, 26.15, 142.14, 136.7, 27.4, -0.0557, 0.000101, -5.02e-8],
  ['≡CH', { C: 1, H: 1 }, 0.0027, -0.0008, 46, 9.2, 79.3, 77.71, 24.5, -0.0271, 0.000111, -6.78e-8],
  ['≡C-', { C: 1 }, 0.002, 0.0016, 37, 27.38, 115.51, 109.82, 7.87, 0.0201, -8.33e-6, 1.39e-9],
  ['-CH2-, in a ring', { C: 1, H: 2 }, 0.01, 0.0025, 48, 27.15, -26.8, -3.68, -6.03, 0.0854, -8e-6, -1.8e-8],
  ['>CH-, in a ring', { C: 1, H: 1 }, 0.0122, 0.0004, 38, 21.78, 8.67, 40.99, -20.5, 0.162, -0.00016, 6.24e-8],
  ['>C<, in a ring', { C: 1 }, 0.0042, 0.0061, 27, 21.32, 79.72, 87.88, -90.9, 0.557, -0.0009, 4.69e-7],
  ['=CH-, in a ring', { C: 1, H: 1 }, 0.0082, 0.0011, 41, 26.73, 2.09, 11.3, -2.14, 0.0574, -1.64e-6, -1.59e-8],
  ['=C<, in a ring', { C: 1 }, 0.0143, 0.0008, 32, 31.01, 46.43, 54.05, -8.25, 0.101, -0.000142, 6.78e-8],
  ['-F', { F: 1 }, 0.0111, -0.0057, 27, -0.03, -251.92, -247.19, 26.5, -0.0913, 0.000191, -1.03e-7],
  ['-Cl', { Cl: 1 }, 0.0105, -0.0049, 58, 38.13, -71.55, -64.31, 33.3, -0.0963, 0.000187, -9.96e-8],
  ['-Br', { Br: 1 }, 0.0133, 0.0057, 71, 66.86, -29.48, -38.06, 28.6, -0.0649, 0.000136, -7.45e-8],
  ['-I', { I: 1 }, 0.0068, -0.0034, 97, 93.84, 21.06, 5.74, 32.1, -0.0641, 0.000126, -6.87e-8],
  ['-OH, alcohol', { O: 1, H: 1 }, 0.0741, 0.0112, 28, 92.88, -208.04, -189.2, 25.7, -0.0691, 0.000177, -9.88e-8],
  ['-OH, phenol', { O: 1, H: 1 }, 0.024, 0.0184, -25, 76.34, -221.65, -197.37, -2.81, 0.111, -0.000116, 4.94e-8],
  ['-O-, not in a ring', { O: 1 }, 0.0168, 0.0015, 18, 22.42, -132.22, -105, 25.5, -0.0632, 0.000111, -5.48e-8],
  ['-O-, in a ring', { O: 1 }, 0.0098, 0.0048, 13, 31.22, -138.16, -98.22, 12.2, -0.0126, 6.03e-5, -3.86e-8],
  ['>C=O, not in a ring', { C: 1, O: 1 }, 0.038, 0.0031, 62, 76.75, -133.22, -120.5, 6.45, 0.067, -3.57e-5, 2.86e-9],
  ['>C=O, in a ring', { C: 1, O: 1 }, 0.0284, 0.0028, 55, 94.97, -164.5, -126.27, 30.4, -0.0829, 0.000236, -1.31e-7],
  ['O=CH-, aldehyde', { C: 1, H: 1, O: 1 }, 0.0379, 0.003, 82, 72.24, -162.03, -143.48, 30.9, -0.0336, 0.00016, -9.88e-8],
  ['-COOH, acid', { C: 1, O: 2, H: 1 }, 0.0791, 0.0077, 89, 169.09, -426.72, -387.87, 24.1, 0.0427, 8.04e-5, -6.87e-8],
  ['-COO-, ester', { C: 1, O: 2 }, 0.0481, 0.0005, 82, 81.1, -337.92, -301.95, 24.5, 0.0402, 4.02e-5, -4.52e-8],
  ['=O, other', { O: 1 }, 0.0143, 0.0101, 36, -10.5, -247.61, -250.83, 6.82, 0.0196, 1.27e-5, -1.78e-8],
  ['-NH2', { N: 1, H: 2 }, 0.0243, 0.0109, 38, 73.23, -22.02, 14.07, 26.9, -0.0412, 0.000164, -9.76e-8],
  ['>NH, not in a ring', { N: 1, H: 1 }, 0.0295, 0.0077, 35, 50.17, 53.47, 89.39, -1.21, 0.0762, -4.86e-5, 1.05e-8],
  ['>NH, in a ring', { N: 1, H: 1 }, 0.013, 0.0114, 29, 52.82, 31.65, 75.61, 11.8, -0.023, 0.000107, -6.28e-8],
  ['>N-, not in a ring', { N: 1 }, 0.0169, 0.0074, 9, 11.74, 123.34, 163.16, -31.1, 0.227, -0.00032, 1.46e-7],
  ['-N=, in a ring', { N: 1 }, 0.0085, 0.0076, 34, 57.55, 55.52, 79.93, 8.83, -0.00384, 4.35e-5, -2.6e-8],
  ['-CN', { C: 1, N: 1 }, 0.0496, -0.0101, 91, 125.66, 88.43, 89.22, 36.5, -0.0733, 0.000184, -1.03e-7],
  ['-NO2', { N: 1, O: 2 }, 0.0437, 0.0064, 91, 152.54, -66.57, -16.83, 25.9, -0.00374, 0.000129, -8.88e-8],
  ['-SH', { S: 1, H: 1 }, 0.0031, 0.0084, 63, 63.56, -17.33, -22.99, 35.3, -0.0758, 0.000185, -1.03e-7],
  ['-S-, not in a ring', { S: 1 }, 0.0119, 0.0049, 54, 68.78, 41.87, 33.12, 19.6, -0.00561, 4.02e-5, -2.76e-8],
  ['-S-, in a ring', { S: 1 }, 0.0019, 0.0051, 38, 52.1, 39.1, 27.76, 16.7, 0.00481, 2.77e-5, -2.11e-8],
];

/** Names of the groups, in the order of the publication. */
export const JOBACK_GROUPS: readonly string[] = ROWS.map(([name]) => name);

/** Sums of the groups' contributions. */
export interface JobackSums {
  /** In the order of Hill: carbon, hydrogen, then by letter. */
  formula: string;
  molarMass: number; // kg/mol
  normalBoilingPoint: number; // K
  /** K, with a boiling point that is known or the estimated one. */
  criticalTemperature: (boilingPoint: number) => number;
  criticalPressure: number; // Pa
  criticalVolume: number; // m³/mol
  enthalpyOfFormation: number; // J/mol
  gibbsEnergyOfFormation: number; // J/mol
  /** Form 100. */
  idealGasHeatCapacity: number[];
}

/**
 * @param groups  counts by name of a group
 * @returns undefined without any group, or where the sums leave the method's range (a critical pressure or temperature that is none)
 * @throws RangeError for a group that the method does not have: our mistake, never the user's
 */
export function jobackSums(groups: Readonly<Record<string, number>>): JobackSums | undefined {
  const counted = Object.entries(groups).filter(([, count]) => count > 0);
  if (counted.length === 0) return undefined;
  const sum = (of: (row: Row) => number): number => counted.reduce((total, [name, count]) => total + count * of(rowOf(name)), 0);
  const atoms = (element: Element): number => sum(([, counts]) => counts[element] ?? 0);
  const elements = Object.keys(WEIGHTS) as Element[];
  const all = elements.reduce((total, element) => total + atoms(element), 0);
  const [tc, pc] = [sum((row) => row[2]), 0.113 + 0.0032 * all - sum((row) => row[3])];
  const divisor = 0.584 + 0.965 * tc - tc * tc;
  if (!(pc > 0 && divisor > 0)) return undefined;
  return {
    formula: formulaOf(atoms),
    molarMass: elements.reduce((total, element) => total + atoms(element) * WEIGHTS[element], 0),
    normalBoilingPoint: 198.2 + sum((row) => row[5]),
    criticalTemperature: (boilingPoint) => boilingPoint / divisor,
    criticalPressure: 1e5 / (pc * pc),
    criticalVolume: (17.5 + sum((row) => row[4])) * 1e-6,
    enthalpyOfFormation: (68.29 + sum((row) => row[6])) * 1e3,
    gibbsEnergyOfFormation: (53.88 + sum((row) => row[7])) * 1e3,
    idealGasHeatCapacity: [
      sum((row) => row[8]) - 37.93,
      sum((row) => row[9]) + 0.21,
      sum((row) => row[10]) - 3.91e-4,
      sum((row) => row[11]) + 2.06e-7,
      0,
    ],
  };
}

function rowOf(name: string): Row {
  const row = ROWS.find(([known]) => known === name);
  if (row === undefined) throw new RangeError(`no group ${name}`);
  return row;
}

function formulaOf(atoms: (element: Element) => number): string {
  const order: Element[] = ['C', 'H', 'Br', 'Cl', 'F', 'I', 'N', 'O', 'S'];
  return order.map((element) => (atoms(element) === 0 ? '' : `${element}${atoms(element) === 1 ? '' : atoms(element)}`)).join('');
}
