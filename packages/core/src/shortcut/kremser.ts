/**
 * Absorbers and strippers of N equilibrium stages. With the absorption factor A = L/(KV) the part of a gas's component that is absorbed
 * from it by a solvent free of it is (A^(N+1) − A)/(A^(N+1) − 1); a stripper's the same with S = 1/A.
 * Sources: Kremser, Natl. Petrol. News 22 (21) (1930) 42; Souders & Brown, Ind. Eng. Chem. 24 (1932) 519; Edmister, AIChE J. 3 (1957) 165.
 */

/** 1 − this is the part that stays: φ = (A − 1)/(A^(N+1) − 1), 1/(N + 1) where A is 1. */
export function kremserLoss(A: number, stages: number): number {
  const lnA = Math.log(A);
  const whole = (stages + 1) * lnA;
  if (Math.abs(lnA) < 1e-12) return 1 / (stages + 1);
  return Math.expm1(lnA) / Math.expm1(whole); // beyond numbers in A^(N+1) this is 0
}

/** Part of a component that the solvent takes up. */
export const kremserAbsorbed = (A: number, stages: number): number => 1 - kremserLoss(A, stages);

/**
 * Stages that leave the part `loss` of a component; Infinity where no number does: with A below 1 at least 1 − A stays.
 * N = ln[(A − 1)/φ + 1]/ln A − 1.
 */
export function kremserStages(A: number, loss: number): number {
  if (Math.abs(A - 1) < 1e-12) return 1 / loss - 1;
  const inside = (A - 1) / loss + 1;
  return inside > 0 ? Math.log(inside) / Math.log(A) - 1 : Infinity;
}

/** One factor for all stages from those of the first and of the last: exact for two stages. Edmister (1957). */
export function effectiveFactor(first: number, last: number): number {
  return Math.sqrt(last * (first + 1) + 0.25) - 0.5;
}
