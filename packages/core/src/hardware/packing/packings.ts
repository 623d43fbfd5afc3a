/**
 * Packings with what is published of them: area, void fraction and packing factor, the constants of Billet & Schultes. Each number's trust stands beside it;
 * `low` is remembered in two ways, or lies away from the rest. Structured packings bear the names under which the sources list them.
 */
import type { Packing } from '@keen-ladder/schema';

type Kind = Packing['kind'];
type Trust = Packing['trust'][number];
type Pair = readonly [a: number | null, b: number | null, trust: Trust];

const BILLET = 'Billet & Schultes, Trans IChemE 77 A (1999) 498; Seader, Henley & Roper, 3rd ed., Table 6.8';
const KISTER = 'Kister, Distillation Design (1992); Strigle, Packed Tower Design (1994)';
const FOOT = 0.3048; // m

/** Channels of sheet of 250 m²/m³ at 45°, in Rocha, Bravo & Fair (1993, 1996): others follow from the area, S = 4.25/a. */
const CHANNELS = { side: 0.017, angle: 45, surface: 0.35 };
const SIDE_TIMES_AREA = CHANNELS.side * 250;

/** Constants of Stichlmair, Bravo & Fair (1989); those of few packings are remembered, with low trust. */
const STICHLMAIR: Readonly<Record<string, [number, number, number]>> = {
  'raschig-ring-25-mm-ceramic': [48, 8, 2],
  'mellapak-250y-metal': [5, 3, 0.45],
  'montz-b1-200-metal': [2, 4, 1],
};

const wettedAt = (name: string): number => (name.endsWith('ceramic') ? 0.061 : name.endsWith('plastic') ? 0.033 : 0.075); // N/m

function row(
  key: string,
  name: string,
  kind: Kind,
  size: number | null,
  [area, voidFraction, trustOfArea]: Pair,
  [perFoot, trustOfFactor]: readonly [number | null, Trust],
  [loading, flooding, trustOfFlooding]: Pair,
  [holdUp, dry, trustOfDrop]: Pair,
  [liquid, gas, trustOfTransfer]: Pair,
  source: string,
): Packing {
  return {
    key,
    name,
    kind,
    size,
    area,
    voidFraction,
    factor: perFoot === null ? null : perFoot / FOOT,
    constants: { loading, flooding, holdUp, dry, liquid, gas },
    stichlmair: STICHLMAIR[key] ?? null,
    channels: kind === 'structured' && area !== null ? { ...CHANNELS, side: SIDE_TIMES_AREA / area } : null,
    criticalTension: wettedAt(name),
    trust: [trustOfArea, trustOfFactor, trustOfFlooding, trustOfDrop, trustOfTransfer],
    source,
  };
}

/**
 * In the order of the sources. A row: key, name, kind, size in m; then with the trust of each: area (m²/m³) and void fraction, packing factor (1/ft), CS and CFl,
 * Ch and Cp0, CL and CV.
 */
// prettier-ignore
export const PACKINGS: readonly Packing[] = [
  row('raschig-ring-25-mm-ceramic', 'Raschig ring, 25 mm, ceramic', 'random', 0.025, [190, 0.68, 'high'], [179, 'high'], [2.454, 1.899, 'medium'], [0.577, 1.329, 'high'], [1.361, 0.412, 'high'], BILLET),
  row('raschig-ring-50-mm-ceramic', 'Raschig ring, 50 mm, ceramic', 'random', 0.05, [95, 0.83, 'high'], [65, 'high'], [2.482, 1.547, 'medium'], [null, null, null], [1.416, 0.21, 'high'], BILLET),
  row('pall-ring-50-mm-metal', 'Pall ring, 50 mm, metal', 'random', 0.05, [112.6, 0.951, 'high'], [27, 'high'], [2.725, 1.58, 'medium'], [0.784, 0.763, 'medium'], [1.192, 0.41, 'medium'], BILLET),
  row('pall-ring-35-mm-metal', 'Pall ring, 35 mm, metal', 'random', 0.035, [139.4, 0.965, 'high'], [40, 'high'], [2.629, 1.679, 'medium'], [0.644, 0.967, 'high'], [1.012, 0.341, 'high'], BILLET),
  row('pall-ring-25-mm-metal', 'Pall ring, 25 mm, metal', 'random', 0.025, [223.5, 0.954, 'high'], [56, 'high'], [2.627, 2.083, 'medium'], [0.719, 0.957, 'high'], [1.44, 0.336, 'high'], BILLET),
  row('pall-ring-50-mm-plastic', 'Pall ring, 50 mm, plastic', 'random', 0.05, [111.1, 0.919, 'high'], [26, 'high'], [2.816, 1.757, 'medium'], [0.593, 0.698, 'high'], [1.239, 0.368, 'high'], BILLET),
  row('pall-ring-35-mm-plastic', 'Pall ring, 35 mm, plastic', 'random', 0.035, [151.1, 0.906, 'high'], [40, 'high'], [2.654, 1.742, 'medium'], [0.718, 0.927, 'high'], [0.856, 0.38, 'high'], BILLET),
  row('pall-ring-25-mm-plastic', 'Pall ring, 25 mm, plastic', 'random', 0.025, [225, 0.887, 'high'], [55, 'high'], [2.696, 2.064, 'medium'], [0.528, 0.865, 'high'], [0.905, 0.446, 'high'], BILLET),
  row('pall-ring-50-mm-ceramic', 'Pall ring, 50 mm, ceramic', 'random', 0.05, [155.2, 0.754, 'low'], [null, null], [3.793, 3.024, 'low'], [1.066, 0.233, 'low'], [1.278, 0.333, 'low'], BILLET),
  row('ralu-ring-50-mm-plastic', 'Ralu ring, 50 mm, plastic', 'random', 0.05, [95.2, 0.938, 'high'], [null, null], [2.843, 1.812, 'medium'], [0.64, 0.468, 'medium'], [1.52, 0.303, 'medium'], BILLET),
  row('nor-pac-ring-50-mm-plastic', 'NOR PAC ring, 50 mm, plastic', 'random', 0.05, [86.8, 0.947, 'high'], [14, 'medium'], [2.959, 1.786, 'medium'], [0.651, 0.35, 'high'], [1.08, 0.322, 'high'], BILLET),
  row('nor-pac-ring-35-mm-plastic', 'NOR PAC ring, 35 mm, plastic', 'random', 0.035, [141.8, 0.944, 'high'], [21, 'medium'], [3.179, 2.242, 'medium'], [0.587, 0.371, 'high'], [0.756, 0.425, 'high'], BILLET),
  row('nor-pac-ring-type-b-25-mm-plastic', 'NOR PAC ring type B, 25 mm, plastic', 'random', 0.025, [202, 0.953, 'low'], [31, 'medium'], [3.277, 2.472, 'low'], [0.601, 0.397, 'low'], [0.883, 0.366, 'low'], BILLET),
  row('hiflow-ring-50-mm-metal', 'Hiflow ring, 50 mm, metal', 'random', 0.05, [92.3, 0.977, 'high'], [16, 'medium'], [2.702, 1.626, 'medium'], [0.876, 0.421, 'high'], [1.168, 0.408, 'high'], BILLET),
  row('hiflow-ring-25-mm-metal', 'Hiflow ring, 25 mm, metal', 'random', 0.025, [202.9, 0.962, 'high'], [42, 'medium'], [2.918, 2.177, 'medium'], [0.799, 0.689, 'high'], [1.641, 0.402, 'high'], BILLET),
  row('hiflow-ring-50-mm-plastic', 'Hiflow ring, 50 mm, plastic', 'random', 0.05, [117.1, 0.925, 'high'], [20, 'medium'], [2.894, 1.871, 'medium'], [1.038, 0.327, 'medium'], [1.478, 0.345, 'medium'], BILLET),
  row('hiflow-ring-25-mm-plastic', 'Hiflow ring, 25 mm, plastic', 'random', 0.025, [194.5, 0.918, 'high'], [null, null], [2.841, 1.989, 'medium'], [null, 0.741, 'high'], [1.577, 0.39, 'high'], BILLET),
  row('hiflow-ring-50-mm-ceramic', 'Hiflow ring, 50 mm, ceramic', 'random', 0.05, [89.7, 0.809, 'high'], [29, 'medium'], [2.819, 1.694, 'medium'], [null, 0.538, 'high'], [1.377, 0.379, 'high'], BILLET),
  row('hiflow-ring-4-webs-20-mm-ceramic', 'Hiflow ring 4 webs, 20 mm, ceramic', 'random', 0.02, [261.2, 0.779, 'high'], [null, null], [2.875, 2.41, 'medium'], [1.167, 0.628, 'high'], [1.744, 0.465, 'high'], BILLET),
  row('top-pak-50-mm-aluminium', 'Top-Pak, 50 mm, aluminium', 'random', 0.05, [105.5, 0.956, 'high'], [null, null], [2.528, 1.579, 'medium'], [0.881, 0.604, 'high'], [1.326, 0.389, 'high'], BILLET),
  row('vsp-ring-50-mm-metal', 'VSP ring, 50 mm, metal', 'random', 0.05, [104.6, 0.98, 'high'], [null, null], [2.806, 1.689, 'medium'], [1.135, 0.773, 'high'], [1.222, 0.42, 'high'], BILLET),
  row('vsp-ring-25-mm-metal', 'VSP ring, 25 mm, metal', 'random', 0.025, [199.6, 0.975, 'high'], [null, null], [2.755, 1.97, 'medium'], [1.369, 0.782, 'medium'], [1.376, 0.405, 'medium'], BILLET),
  row('envipac-ring-80-mm-plastic', 'Envipac ring, 80 mm, plastic', 'random', 0.08, [60, 0.955, 'high'], [null, null], [2.846, 1.522, 'medium'], [0.641, 0.358, 'high'], [1.603, 0.257, 'high'], BILLET),
  row('envipac-ring-60-mm-plastic', 'Envipac ring, 60 mm, plastic', 'random', 0.06, [98.4, 0.961, 'high'], [null, null], [2.987, 1.864, 'medium'], [0.794, 0.338, 'high'], [1.522, 0.296, 'high'], BILLET),
  row('envipac-ring-32-mm-plastic', 'Envipac ring, 32 mm, plastic', 'random', 0.032, [138.9, 0.936, 'high'], [null, null], [2.944, 2.012, 'medium'], [1.039, 0.549, 'high'], [1.517, 0.459, 'high'], BILLET),
  row('bialecki-ring-50-mm-metal', 'Bialecki ring, 50 mm, metal', 'random', 0.05, [121, 0.966, 'high'], [null, null], [2.916, 1.896, 'medium'], [0.798, 0.719, 'high'], [1.721, 0.302, 'high'], BILLET),
  row('bialecki-ring-35-mm-metal', 'Bialecki ring, 35 mm, metal', 'random', 0.035, [155, 0.967, 'high'], [null, null], [2.753, 1.885, 'medium'], [0.787, 1.011, 'high'], [1.412, 0.39, 'high'], BILLET),
  row('bialecki-ring-25-mm-metal', 'Bialecki ring, 25 mm, metal', 'random', 0.025, [210, 0.956, 'high'], [null, null], [2.521, 1.856, 'medium'], [0.692, 0.891, 'high'], [1.461, 0.331, 'high'], BILLET),
  row('tellerette-25-mm-plastic', 'Tellerette, 25 mm, plastic', 'random', 0.025, [190, 0.93, 'high'], [40, 'medium'], [2.913, 2.132, 'medium'], [0.588, 0.538, 'high'], [0.899, null, 'high'], BILLET),
  row('hackette-45-mm-plastic', 'Hackette, 45 mm, plastic', 'random', 0.045, [139.5, 0.928, 'high'], [null, null], [2.832, 1.966, 'medium'], [0.643, 0.399, 'high'], [null, null, null], BILLET),
  row('raflux-ring-15-mm-plastic', 'Raflux ring, 15 mm, plastic', 'random', 0.015, [307.9, 0.894, 'high'], [null, null], [2.825, 2.4, 'medium'], [0.491, 0.595, 'high'], [1.913, 0.37, 'high'], BILLET),
  row('cascade-mini-ring-38-mm-metal', 'Cascade mini ring, 38 mm, metal', 'random', 0.038, [174.9, 0.974, 'high'], [null, null], [2.697, 1.841, 'medium'], [0.935, 0.632, 'high'], [null, null, null], BILLET),
  row('cascade-mini-ring-25-mm-metal', 'Cascade mini ring, 25 mm, metal', 'random', 0.025, [232.5, 0.971, 'high'], [null, null], [2.703, 1.996, 'medium'], [1.04, 0.641, 'high'], [null, null, null], BILLET),
  row('cascade-mini-ring-13-mm-metal', 'Cascade mini ring, 13 mm, metal', 'random', 0.013, [356, 0.955, 'high'], [null, null], [2.644, 2.178, 'medium'], [1.338, 0.882, 'medium'], [2.038, 0.495, 'medium'], BILLET),
  row('glitsch-ring-30-pmk-30-mm-metal', 'Glitsch ring 30 PMK, 30 mm, metal', 'random', 0.03, [180.5, 0.975, 'medium'], [null, null], [2.694, 1.9, 'medium'], [0.93, 0.851, 'medium'], [1.92, 0.45, 'medium'], BILLET),
  row('glitsch-ring-30-p-30-mm-metal', 'Glitsch ring 30 P, 30 mm, metal', 'random', 0.03, [164, 0.959, 'medium'], [null, null], [2.564, 1.76, 'medium'], [0.851, 1.056, 'medium'], [1.577, 0.398, 'medium'], BILLET),
  row('raschig-super-ring-0-3-metal', 'Raschig Super-Ring, 0.3, metal', 'random', null, [315, 0.96, 'low'], [null, null], [3.56, 2.34, 'low'], [0.75, 0.76, 'low'], [1.5, 0.45, 'low'], BILLET),
  row('raschig-super-ring-0-5-metal', 'Raschig Super-Ring, 0.5, metal', 'random', null, [250, 0.975, 'low'], [null, null], [3.35, 2.2, 'low'], [0.62, 0.78, 'low'], [1.45, 0.43, 'low'], BILLET),
  row('raschig-super-ring-1-metal', 'Raschig Super-Ring, 1, metal', 'random', null, [160, 0.98, 'low'], [null, null], [3.491, 2.2, 'low'], [0.75, 0.5, 'low'], [1.29, 0.44, 'low'], BILLET),
  row('raschig-super-ring-2-metal', 'Raschig Super-Ring, 2, metal', 'random', null, [97.6, 0.985, 'medium'], [null, null], [3.326, 2.096, 'medium'], [0.72, 0.464, 'medium'], [1.323, 0.4, 'medium'], BILLET),
  row('raschig-super-ring-3-metal', 'Raschig Super-Ring, 3, metal', 'random', null, [80, 0.982, 'low'], [null, null], [3.26, 2.1, 'low'], [0.62, 0.43, 'low'], [0.85, 0.3, 'low'], BILLET),
  row('raschig-super-ring-2-plastic', 'Raschig Super-Ring, 2, plastic', 'random', null, [100, 0.96, 'medium'], [null, null], [3.326, 2.096, 'medium'], [0.72, 0.377, 'medium'], [1.25, 0.337, 'medium'], BILLET),
  row('montz-b1-200-metal', 'Montz, B1-200, metal', 'structured', null, [200, 0.979, 'high'], [null, null], [3.116, 2.339, 'medium'], [0.547, 0.355, 'high'], [0.971, 0.39, 'high'], BILLET),
  row('montz-b2-300-metal', 'Montz, B2-300, metal', 'structured', null, [300, 0.93, 'high'], [null, null], [3.098, 2.464, 'medium'], [0.482, 0.295, 'high'], [1.165, 0.422, 'high'], BILLET),
  row('montz-c1-200-plastic', 'Montz, C1-200, plastic', 'structured', null, [200, 0.954, 'high'], [null, null], [null, null, null], [null, 0.453, 'high'], [1.006, 0.412, 'high'], BILLET),
  row('montz-c2-200-plastic', 'Montz, C2-200, plastic', 'structured', null, [200, 0.9, 'high'], [null, null], [2.653, 1.973, 'medium'], [null, 0.481, 'high'], [0.739, null, 'high'], BILLET),
  row('mellapak-250y-metal', 'Mellapak, 250Y, metal', 'structured', null, [250, 0.97, 'high'], [20, 'medium'], [3.157, 2.464, 'medium'], [0.554, 0.292, 'high'], [null, null, null], BILLET),
  row('gempak-a2t-304-metal', 'Gempak, A2T-304, metal', 'structured', null, [202, 0.977, 'high'], [16, 'medium'], [2.986, 2.099, 'medium'], [0.678, 0.344, 'high'], [null, null, null], BILLET),
  row('impulse-250-metal', 'Impulse, 250, metal', 'structured', null, [250, 0.975, 'high'], [null, null], [2.61, 1.996, 'medium'], [0.431, 0.262, 'high'], [0.983, 0.27, 'high'], BILLET),
  row('impulse-100-ceramic', 'Impulse, 100, ceramic', 'structured', null, [91.4, 0.838, 'high'], [null, null], [2.664, 1.655, 'medium'], [1.9, 0.417, 'high'], [1.317, 0.327, 'high'], BILLET),
  row('euroform-pn-110-plastic', 'Euroform, PN-110, plastic', 'structured', null, [110, 0.936, 'high'], [null, null], [3.075, 1.975, 'medium'], [0.511, 0.25, 'high'], [0.973, 0.167, 'high'], BILLET),
  row('ralu-pak-yc-250-metal', 'Ralu-Pak, YC-250, metal', 'structured', null, [250, 0.945, 'high'], [20, 'medium'], [3.178, 2.558, 'medium'], [0.65, 0.191, 'high'], [1.334, 0.385, 'high'], BILLET),
  row('raschig-ring-6-mm-1-4-in-ceramic', 'Raschig ring, 6 mm (1/4 in), ceramic', 'random', 0.006, [null, null, null], [1600, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('raschig-ring-10-mm-3-8-in-ceramic', 'Raschig ring, 10 mm (3/8 in), ceramic', 'random', 0.01, [null, null, null], [1000, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('raschig-ring-13-mm-1-2-in-ceramic', 'Raschig ring, 13 mm (1/2 in), ceramic', 'random', 0.013, [368, null, 'high'], [580, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('raschig-ring-16-mm-5-8-in-ceramic', 'Raschig ring, 16 mm (5/8 in), ceramic', 'random', 0.016, [null, null, null], [380, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('raschig-ring-19-mm-3-4-in-ceramic', 'Raschig ring, 19 mm (3/4 in), ceramic', 'random', 0.019, [null, null, null], [255, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('raschig-ring-38-mm-1-1-2-in-ceramic', 'Raschig ring, 38 mm (1 1/2 in), ceramic', 'random', 0.038, [128, null, 'high'], [93, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('raschig-ring-50-mm-2-in-ceramic', 'Raschig ring, 50 mm (2 in), ceramic', 'random', 0.05, [95, null, 'high'], [65, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('raschig-ring-75-mm-3-in-ceramic', 'Raschig ring, 75 mm (3 in), ceramic', 'random', 0.075, [69, null, 'high'], [37, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('berl-saddle-6-mm-1-4-in-ceramic', 'Berl saddle, 6 mm (1/4 in), ceramic', 'random', 0.006, [null, null, null], [900, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('berl-saddle-13-mm-1-2-in-ceramic', 'Berl saddle, 13 mm (1/2 in), ceramic', 'random', 0.013, [null, null, null], [240, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('berl-saddle-19-mm-3-4-in-ceramic', 'Berl saddle, 19 mm (3/4 in), ceramic', 'random', 0.019, [null, null, null], [170, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('berl-saddle-25-mm-1-in-ceramic', 'Berl saddle, 25 mm (1 in), ceramic', 'random', 0.025, [260, null, 'medium'], [110, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('berl-saddle-38-mm-1-1-2-in-ceramic', 'Berl saddle, 38 mm (1 1/2 in), ceramic', 'random', 0.038, [null, null, null], [65, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('berl-saddle-50-mm-2-in-ceramic', 'Berl saddle, 50 mm (2 in), ceramic', 'random', 0.05, [null, null, null], [45, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('intalox-saddle-6-mm-1-4-in-ceramic', 'Intalox saddle, 6 mm (1/4 in), ceramic', 'random', 0.006, [null, null, null], [725, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('intalox-saddle-10-mm-3-8-in-ceramic', 'Intalox saddle, 10 mm (3/8 in), ceramic', 'random', 0.01, [null, null, null], [330, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('intalox-saddle-13-mm-1-2-in-ceramic', 'Intalox saddle, 13 mm (1/2 in), ceramic', 'random', 0.013, [480, null, 'high'], [200, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('intalox-saddle-19-mm-3-4-in-ceramic', 'Intalox saddle, 19 mm (3/4 in), ceramic', 'random', 0.019, [null, null, null], [145, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('intalox-saddle-25-mm-1-in-ceramic', 'Intalox saddle, 25 mm (1 in), ceramic', 'random', 0.025, [253, null, 'high'], [92, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('intalox-saddle-38-mm-1-1-2-in-ceramic', 'Intalox saddle, 38 mm (1 1/2 in), ceramic', 'random', 0.038, [194, null, 'high'], [52, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('intalox-saddle-50-mm-2-in-ceramic', 'Intalox saddle, 50 mm (2 in), ceramic', 'random', 0.05, [108, null, 'high'], [40, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('intalox-saddle-75-mm-3-in-ceramic', 'Intalox saddle, 75 mm (3 in), ceramic', 'random', 0.075, [null, null, null], [22, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('pall-ring-16-mm-5-8-in-metal', 'Pall ring, 16 mm (5/8 in), metal', 'random', 0.016, [341, null, 'medium'], [81, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('pall-ring-89-mm-3-1-2-in-metal', 'Pall ring, 89 mm (3 1/2 in), metal', 'random', 0.089, [null, null, null], [18, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('pall-ring-16-mm-5-8-in-plastic', 'Pall ring, 16 mm (5/8 in), plastic', 'random', 0.016, [341, null, 'medium'], [95, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('pall-ring-89-mm-3-1-2-in-plastic', 'Pall ring, 89 mm (3 1/2 in), plastic', 'random', 0.089, [85, null, 'medium'], [17, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('super-intalox-saddle-1-plastic', 'Super Intalox saddle, #1, plastic', 'random', null, [null, null, null], [40, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('super-intalox-saddle-2-plastic', 'Super Intalox saddle, #2, plastic', 'random', null, [null, null, null], [28, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('super-intalox-saddle-3-plastic', 'Super Intalox saddle, #3, plastic', 'random', null, [null, null, null], [18, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('super-intalox-saddle-1-ceramic', 'Super Intalox saddle, #1, ceramic', 'random', null, [null, null, null], [60, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('super-intalox-saddle-2-ceramic', 'Super Intalox saddle, #2, ceramic', 'random', null, [null, null, null], [30, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('imtp-15-metal', 'IMTP, #15, metal', 'random', null, [null, null, null], [51, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('imtp-25-metal', 'IMTP, #25, metal', 'random', null, [225, null, 'medium'], [41, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('imtp-40-metal', 'IMTP, #40, metal', 'random', null, [150, null, 'medium'], [24, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('imtp-50-metal', 'IMTP, #50, metal', 'random', null, [100, null, 'medium'], [18, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('imtp-70-metal', 'IMTP, #70, metal', 'random', null, [60, null, 'medium'], [12, 'high'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('hy-pak-1-metal', 'Hy-Pak, #1, metal', 'random', null, [null, null, null], [45, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('hy-pak-1-5-metal', 'Hy-Pak, #1.5, metal', 'random', null, [null, null, null], [29, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('hy-pak-2-metal', 'Hy-Pak, #2, metal', 'random', null, [null, null, null], [26, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('hy-pak-3-metal', 'Hy-Pak, #3, metal', 'random', null, [null, null, null], [16, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('flexipac-1-metal', 'Flexipac, 1, metal', 'structured', null, [null, null, null], [33, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('flexipac-2-metal', 'Flexipac, 2, metal', 'structured', null, [null, null, null], [22, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('flexipac-3-metal', 'Flexipac, 3, metal', 'structured', null, [null, null, null], [16, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('flexipac-4-metal', 'Flexipac, 4, metal', 'structured', null, [null, null, null], [9, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('gempak-4a-metal', 'Gempak, 4A, metal', 'structured', null, [null, null, null], [32, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('gempak-3a-metal', 'Gempak, 3A, metal', 'structured', null, [null, null, null], [21, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('gempak-2a-metal', 'Gempak, 2A, metal', 'structured', null, [null, null, null], [16, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('gempak-1a-metal', 'Gempak, 1A, metal', 'structured', null, [null, null, null], [9, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('intalox-1t-metal', 'Intalox, 1T, metal', 'structured', null, [null, null, null], [28, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('intalox-2t-metal', 'Intalox, 2T, metal', 'structured', null, [null, null, null], [20, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('intalox-3t-metal', 'Intalox, 3T, metal', 'structured', null, [null, null, null], [15, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('mellapak-125y-metal', 'Mellapak, 125Y, metal', 'structured', null, [null, null, null], [10, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('mellapak-350y-metal', 'Mellapak, 350Y, metal', 'structured', null, [null, null, null], [23, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('mellapak-500y-metal', 'Mellapak, 500Y, metal', 'structured', null, [null, null, null], [34, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('sulzer-bx-metal', 'Sulzer, BX, metal', 'structured', null, [null, null, null], [21, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
  row('sulzer-cy-metal', 'Sulzer, CY, metal', 'structured', null, [null, null, null], [70, 'medium'], [null, null, null], [null, null, null], [null, null, null], KISTER),
];

/** A packing of the table. @throws RangeError for one that is not there: our mistake, never the user's */
export function packingOf(key: string): Packing {
  const found = PACKINGS.find((packing) => packing.key === key);
  if (found === undefined) throw new RangeError(`no packing ${key}`);
  return found;
}
