import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { curvePath, staircasePath } from './paths.ts';
import { crowdedWindow, makeScale } from './scale.ts';

describe('scale', () => {
  test('goes to pixels and back, in the drawing and in a lens', () => {
    const fraction = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(fraction, fraction, fc.constantFrom({ x: 0, y: 0, size: 1 }, { x: 0.7, y: 0.8, size: 0.15 }), (x, y, window) => {
        const scale = makeScale(60, 20, 580, window);
        expect(scale.x(scale.px(x))).toBeCloseTo(x, 9);
        expect(scale.y(scale.py(y))).toBeCloseTo(y, 9);
      }),
    );
  });
});

describe('lens', () => {
  const crowded = Array.from({ length: 12 }, (_, k) => ({ x: 0.95 - 0.008 * k, y: 0.96 - 0.006 * k }));
  test('shows every crowded step, inside the square, and is not there when steps are plain', () => {
    const window = crowdedWindow(crowded, 580);
    if (window === undefined) throw new Error('no lens');
    for (const { x, y } of crowded) {
      expect(x).toBeGreaterThanOrEqual(window.x);
      expect(x).toBeLessThanOrEqual(window.x + window.size);
      expect(y).toBeGreaterThanOrEqual(window.y);
      expect(y).toBeLessThanOrEqual(window.y + window.size);
    }
    expect(
      crowdedWindow(
        [
          { x: 0.8, y: 0.95 },
          { x: 0.5, y: 0.8 },
          { x: 0.1, y: 0.5 },
        ],
        580,
      ),
    ).toBeUndefined();
  });
});

describe('paths', () => {
  const scale = makeScale(0, 0, 100);
  test('the staircase begins at the distillate and ends on the diagonal', () => {
    const path = staircasePath(
      [
        { x: 0.8, y: 0.9 },
        { x: 0.5, y: 0.7 },
      ],
      0.9,
      scale,
    );
    expect(path).toBe('M90.00 10.00L80.00 10.00V30.00L50.00 30.00V50.00');
    expect(staircasePath([], 0.9, scale)).toBe('');
  });
  test('a straight curve is drawn straight', () => {
    const path = curvePath({ x: [0, 1], y: [0, 1], T: [300, 300], slope: [1, 1] }, scale);
    expect(path).toBe('M0.00 100.00C33.33 66.67 66.67 33.33 100.00 0.00');
  });
});
