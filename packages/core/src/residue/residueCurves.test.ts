import { describe, expect, test } from 'vitest';
import { databankModel, ofVolatilities, solvedValue } from '../testing/index.ts';
import { boundaries, residueCurve, singularPoints } from './index.ts';

const P = 101325;

function mapOf(names: string[]) {
  const model = databankModel(names, 'modified-unifac');
  const map = solvedValue(
    singularPoints(
      (places) =>
        databankModel(
          places.map((i) => names[i]),
          'modified-unifac',
        ),
      names.length,
      P,
    ),
  );
  const named = (place: number): string =>
    place < 0 ? 'nowhere' : (map.points[place]?.components ?? []).map((i) => names[i]).join(' + ');
  return { model, map, named };
}

describe('residue curves', () => {
  test('of constant volatilities keep ln x₁ᵃ.. together: the invariant of Rayleigh’s equation', () => {
    // d ln(xᵢ/xₖ)/dξ = Kₖ − Kᵢ, so that with Kᵢ = αᵢK: ln(x₁/x₃)/(α₃ − α₁) = ln(x₂/x₃)/(α₃ − α₂) + constant.
    const alphas = [4, 2, 1];
    const model = ofVolatilities(alphas);
    const map = solvedValue(singularPoints((places) => ofVolatilities(places.map((i) => alphas[i])), 3, P));
    const curve = solvedValue(residueCurve(model, P, Float64Array.of(0.4, 0.3, 0.3), map));
    const invariant = (x: Float64Array): number =>
      Math.log(x[0] / x[2]) / (alphas[2] - alphas[0]) - Math.log(x[1] / x[2]) / (alphas[2] - alphas[1]);
    const inner = curve.points.filter((x) => x.every((part) => part > 0.02));
    expect(inner.length).toBeGreaterThan(20);
    const first = invariant(inner[0]);
    for (const x of inner) expect(Math.abs(invariant(x) - first)).toBeLessThan(2e-3);
    expect([curve.from, curve.to]).toEqual([0, 2]);
  });
  test('rise in temperature from the lowest boiling to the highest, in every region its own', () => {
    const { model, map, named } = mapOf(['acetone', 'chloroform', 'methanol']);
    const ends = (x: number[]): string => {
      const { T, from, to } = solvedValue(residueCurve(model, P, Float64Array.from(x), map));
      T.forEach((t, k) => expect(t).toBeGreaterThanOrEqual((T[k - 1] ?? 0) - 1e-6));
      return `${named(from)} to ${named(to)}`;
    };
    // Four regions around the ternary saddle.
    expect(ends([0.6, 0.05, 0.35])).toBe('acetone + methanol to methanol');
    expect(ends([0.05, 0.3, 0.65])).toBe('chloroform + methanol to methanol');
    expect(ends([0.8, 0.15, 0.05])).toBe('acetone + methanol to acetone + chloroform');
    expect(ends([0.1, 0.85, 0.05])).toBe('chloroform + methanol to acetone + chloroform');
  });
});

describe('distillation boundaries', () => {
  test('four meet in the ternary saddle of acetone, chloroform and methanol', () => {
    const { model, map, named } = mapOf(['acetone', 'chloroform', 'methanol']);
    const ends = boundaries(model, P, map).map(({ from, to }) => `${named(from)} to ${named(to)}`);
    const middle = 'acetone + chloroform + methanol';
    expect(ends.sort()).toEqual(
      [
        `acetone + methanol to ${middle}`,
        `chloroform + methanol to ${middle}`,
        `${middle} to acetone + chloroform`,
        `${middle} to methanol`,
      ].sort(),
    );
  });
  test('one from the lowest azeotrope to the highest of a pair in methyl acetate, methanol and ethyl acetate', () => {
    const { model, map, named } = mapOf(['methyl acetate', 'methanol', 'ethyl acetate']);
    expect(boundaries(model, P, map).map(({ from, to }) => `${named(from)} to ${named(to)}`)).toEqual([
      'methyl acetate + methanol to methanol + ethyl acetate',
    ]);
  });
  test('none where there is no azeotrope', () => {
    const model = ofVolatilities([4, 2, 1]);
    const map = solvedValue(singularPoints((places) => ofVolatilities(places.map((i) => [4, 2, 1][i])), 3, P));
    expect(boundaries(model, P, map)).toEqual([]);
  });
});
