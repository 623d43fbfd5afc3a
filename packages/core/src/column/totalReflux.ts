/**
 * The fewest equilibrium stages that make a split: at total reflux the liquid of a stage is as the vapour that meets it, so that from the bottoms one
 * bubble point after the other climbs the column. What goes overhead of components that are no keys follows from the climb itself and is put right until
 * both agree. Fenske's equation says the same for a constant volatility.
 * Source: Henley & Seader, Equilibrium-Stage Separation Operations in Chemical Engineering (1981), § 12.1, with the mixture's own K-values in place of α.
 */
import { bubbleTemperature, makeTwoPhases } from '../equilibrium/index.ts';
import { onlyComponent, overheadRecoveries } from './quantities.ts';
import type { Keys } from './sameSplit.ts';
import { hasBothEnds } from './sameSplit.ts';
import type { ColumnInput, SolvedColumn } from './types.ts';

/**
 * @param found mol/s by component that go overhead and to the bottom
 * @returns equilibrium stages, the kettle and an equilibrium condenser counted, the last one in part; undefined where the climb does not come to the split
 *          (an azeotrope of the keys lies between, or something leaves the column aside)
 */
export function fewestStages(
  input: ColumnInput,
  found: Pick<SolvedColumn, 'overhead' | 'bottoms'>,
  keys: Keys,
): number | undefined {
  if (!hasBothEnds(input) || input.draws.length > 0) return undefined;
  const climb = new Climb(input, found, keys);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    if (!climb.go()) return undefined;
    if (climb.correct(round < BOLD ? 1 : CAREFUL) < SETTLED) return climb.stages;
  }
  return undefined;
}

/**
 * The fewest equilibrium stages for what a column of one feed is asked, where that is how much of two components goes overhead, or the share and the recovery
 * of one component there (then the next heavier one is all that is beside it, which is the easiest that can be); undefined where it is anything else. A
 * second feed may part at finite reflux what total reflux does not (as a solvent fed above does): nothing is said of it.
 */
export function fewestAsked(input: ColumnInput): number | undefined {
  if (input.feeds.length !== 1 || !hasBothEnds(input) || input.draws.length + input.free.length > 0) return undefined;
  const { flows, T, P } = input.feeds[0];
  const lnK = new Float64Array(flows.length);
  input.model.firstLnK(T, P, lnK);
  const asked = twoRecoveries(input, lnK);
  if (asked === undefined) return undefined;
  const [light, heavy] = asked;
  const odds = (value: number): number => Math.log(value / (1 - value));
  const slope = (odds(light.value) - odds(heavy.value)) / (lnK[light.key] - lnK[heavy.key]);
  if (!(slope > 0)) return undefined;
  // What is no key begins as the keys are parted, along their volatilities.
  const share = flows.map((_, i) => 1 / (1 + Math.exp(-odds(heavy.value) - slope * (lnK[i] - lnK[heavy.key]))));
  share[light.key] = light.value;
  share[heavy.key] = heavy.value;
  const [overhead, bottoms] = [flows.map((flow, i) => flow * share[i]), flows.map((flow, i) => flow * (1 - share[i]))];
  return fewestStages(input, { overhead, bottoms }, { light: light.key, heavy: heavy.key });
}

interface KeyShare {
  key: number;
  /** Of what is fed of it, overhead. */
  value: number;
}

/** What the targets say of two components overhead, the one of which more goes there first. */
function twoRecoveries({ targets, feeds }: ColumnInput, lnK: Float64Array): [KeyShare, KeyShare] | undefined {
  const recoveries = overheadRecoveries(targets);
  if (recoveries.length === 2) {
    const [first, second] = recoveries;
    return first.key === second.key ? undefined : first.value > second.value ? [first, second] : [second, first];
  }
  const [light] = recoveries;
  const purity = targets.find(
    ({ quantity: q }) =>
      q.kind === 'ratio' &&
      q.under?.place.at === 'overhead' &&
      q.under.weights.every((w) => w === 1) &&
      q.over.place.at === 'overhead',
  );
  if (recoveries.length !== 1 || purity?.quantity.kind !== 'ratio' || onlyComponent(purity.quantity.over.weights) !== light.key)
    return undefined;
  const { flows } = feeds[0];
  const heavier = Array.from(lnK.keys()).filter((i) => lnK[i] < lnK[light.key] && flows[i] > 0);
  if (heavier.length === 0) return undefined;
  const next = heavier.reduce((a, b) => (lnK[b] > lnK[a] ? b : a));
  const value = (light.value * flows[light.key] * (1 / purity.value - 1)) / flows[next];
  return value < 1 ? [light, { key: next, value }] : undefined;
}

/** Equilibrium stages of a column as it is counted here: without a total condenser and a total reboiler. */
export const equilibriumStages = ({ stages, top, bottom }: Pick<ColumnInput, 'stages' | 'top' | 'bottom'>): number =>
  stages - (top === 'total-condenser' ? 1 : 0) - (bottom === 'total-reboiler' ? 1 : 0);

class Climb {
  /** Counted by the last climb. */
  stages: number;
  private readonly input: ColumnInput;
  private readonly keys: Keys;
  private readonly fed: Float64Array;
  /** mol/s overhead and to the bottom, as they are taken to be. */
  private readonly over: Float64Array;
  private readonly under: Float64Array;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  /** ln of how much more of each there is where the climb ends than in the bottoms, by the K-values on the way. */
  private readonly rise: Float64Array;
  private readonly phases;

  constructor(input: ColumnInput, found: Pick<SolvedColumn, 'overhead' | 'bottoms'>, keys: Keys) {
    const { n } = input.model;
    this.input = input;
    this.keys = keys;
    this.fed = Float64Array.from({ length: n }, (_, i) => found.overhead[i] + found.bottoms[i]);
    this.over = found.overhead.slice();
    this.under = found.bottoms.slice();
    this.x = new Float64Array(n);
    this.y = new Float64Array(n);
    this.rise = new Float64Array(n);
    this.phases = makeTwoPhases(n);
    this.stages = equilibriumStages(input);
  }

  /** From the bottoms to where the keys stand as overhead; false where they never do. */
  go(): boolean {
    const { input, x, y, under, over, rise, phases } = this;
    const { light, heavy } = this.keys;
    const wanted = Math.log(over[light] / over[heavy]);
    const bottom = under.reduce((a, b) => a + b, 0);
    for (let i = 0; i < x.length; i++) x[i] = Math.max(under[i], LEAST * this.fed[i]) / bottom;
    rise.fill(0);
    let now = Math.log(x[light] / x[heavy]);
    let T: number | undefined;
    const planned = Math.max(1, this.stages);
    for (let stage = 0; stage < MOST_STAGES; stage++) {
      const boiling = bubbleTemperature(input.model, this.pressureAt(stage / planned), x, y, T, phases);
      if (boiling.state !== 'solved') return false;
      T = boiling.value;
      const next = Math.log(y[light] / y[heavy]);
      if (next >= wanted) {
        const part = (wanted - now) / (next - now);
        this.addRise(part);
        this.stages = stage + part;
        return true;
      }
      if (!(next > now + STANDS)) return false;
      now = next;
      this.addRise(1);
      this.stepUp();
    }
    return false;
  }

  private addRise(part: number): void {
    const { x, y, rise } = this;
    for (let i = 0; i < x.length; i++) if (x[i] > 0) rise[i] += part * Math.log(y[i] / x[i]);
  }

  /** The next liquid is as this vapour, but for gases: what is that volatile is hardly in the liquid of any stage. */
  private stepUp(): void {
    const { x, y } = this;
    const { heavy } = this.keys;
    const most = (AS_GAS * y[heavy]) / x[heavy];
    let sum = 0;
    for (let i = 0; i < x.length; i++) {
      x[i] = y[i] > most * x[i] ? 0 : y[i];
      sum += x[i];
    }
    for (let i = 0; i < x.length; i++) x[i] /= sum;
  }

  /** Pa so far up, 0 at the bottom. */
  private pressureAt(up: number): number {
    const { pressure, stages } = this.input;
    return pressure[Math.max(0, Math.round((stages - 1) * (1 - Math.min(1, up))))];
  }

  /** What goes where of components that are no keys, as the climb parts them from the heavy key; by how much of what is fed it changes at most. */
  correct(boldness: number): number {
    const { over, under, fed, rise, keys } = this;
    const { heavy } = keys;
    let most = 0;
    for (let i = 0; i < fed.length; i++) {
      // Gases go overhead as they did.
      if (i === keys.light || i === heavy || this.x[i] === 0) continue;
      const upOverDown = (over[heavy] / under[heavy]) * Math.exp(rise[i] - rise[heavy]);
      // Each by itself: of what hardly goes one way the difference would have no digit.
      const down = fed[i] / (1 + upOverDown);
      const up = upOverDown === Infinity ? fed[i] : upOverDown * down;
      most = Math.max(most, (boldness * Math.abs(up - over[i])) / fed[i]);
      over[i] += boldness * (up - over[i]);
      under[i] = (1 - boldness) * under[i] + boldness * down;
    }
    return most;
  }
}

const MOST_ROUNDS = 60;
/** So many whole corrections first; then half ones, which do not swing. */
const BOLD = 12;
const CAREFUL = 0.5;
const SETTLED = 1e-7;
const MOST_STAGES = 1000;
/** Of what is fed: less of a component in the bottoms is taken as this much. */
const LEAST = 1e-60;
/** Times as volatile as the heavy key. */
const AS_GAS = 50;
/** ln of the keys' ratio that a stage has to win. */
const STANDS = 1e-6;
