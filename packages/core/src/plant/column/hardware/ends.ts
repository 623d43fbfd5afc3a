/** What stands at the ends of a column: exchangers by area, the reflux drum by the time that it holds. */
import type { HardwareInputs, SiteConditions } from '@keen-ladder/schema';
import {
  COOLANT_RISE,
  exchangerArea,
  halfFullDrum,
  liquidVolume,
  meanDifference,
  shellCorrection,
  USUAL_COEFFICIENT,
} from '../../../hardware/index.ts';
import type { Medium, RungLoads } from '../../../hardware/index.ts';
import type { LadderFacts } from '../ladder/facts.ts';

/** An exchanger, SI. */
export interface ExchangerFacts {
  duty: number; // W, positive
  medium: Medium;
  /** K, in and out of the medium and of what it cools or heats. */
  mediumT: [from: number, to: number];
  ownT: [from: number, to: number];
  coefficient: number; // W/(m² K)
  isUsual: boolean;
  /** Mean difference of counter-current, K, what one shell of two tube passes leaves of it, and m²; null where the medium is too warm, or too cold. */
  difference: number | null;
  correction: number;
  area: number | null;
}

/** Both ends; null where there is none of it. */
export interface EndsFacts {
  condenser: ExchangerFacts | null;
  reboiler: ExchangerFacts | null;
  /** Half full of all that leaves the condenser as liquid. */
  drum: { flow: number; time: number; volume: number; diameter: number; length: number } | null; // m³/s, s, m³, m, m
}

/** The ends of a solved ladder. @param loads by rung */
export function endsOf(
  ladder: LadderFacts,
  loads: readonly RungLoads[],
  { ends }: HardwareInputs,
  { cooling, heating }: SiteConditions,
): EndsFacts {
  const { condenserDuty, reboilerDuty, T, condensateT, stages } = ladder;
  const liquid = loads[0];
  const hasCondenser = condenserDuty !== null && condenserDuty < 0;
  const hasReboiler = reboilerDuty !== null && reboilerDuty > 0;
  return {
    condenser: hasCondenser ? condenserOf(-condenserDuty, [T[1], condensateT], ends.condenser, cooling) : null,
    reboiler: hasReboiler ? reboilerOf(reboilerDuty, [T[stages - 2], T[stages - 1]], ends.reboiler, heating.temperature) : null,
    drum: hasCondenser && liquid !== null ? drumOf(liquidVolume(liquid), ends.drumTime) : null,
  };
}

const drumOf = (flow: number, time: number): EndsFacts['drum'] => ({ flow, time, ...halfFullDrum(flow, time) });

/** Of the site's coolants the first that is cold enough; of those that are not, the coldest. */
function condenserOf(
  duty: number,
  ownT: ExchangerFacts['ownT'],
  given: number | null,
  cooling: SiteConditions['cooling'],
): ExchangerFacts {
  const [, cold] = ownT;
  const medium = (['water', 'air', 'refrigerant'] as const).find(
    (name) => cooling[name].temperature + cooling[name].approach <= cold,
  );
  const name = medium ?? 'refrigerant';
  const { temperature, approach } = cooling[name];
  // It warms by what is usual, and stays colder than the condensate by the smallest difference.
  const leaves = Math.max(temperature, Math.min(temperature + COOLANT_RISE[name], cold - approach));
  return exchanger(duty, name, [temperature, leaves], ownT, given, [ownT[0] - leaves, ownT[1] - temperature]);
}

/** Heated by what condenses or changes little: one temperature. */
const reboilerOf = (duty: number, ownT: ExchangerFacts['ownT'], given: number | null, heating: number): ExchangerFacts =>
  exchanger(duty, 'heating', [heating, heating], ownT, given, [heating - ownT[0], heating - ownT[1]]);

function exchanger(
  duty: number,
  medium: Medium,
  mediumT: ExchangerFacts['mediumT'],
  ownT: ExchangerFacts['ownT'],
  given: number | null,
  [one, other]: readonly [number, number],
): ExchangerFacts {
  const coefficient = given ?? USUAL_COEFFICIENT[medium];
  const difference = meanDifference(one, other);
  // Where two passes do not reach, shells stand in a row.
  const correction = shellCorrection(ownT, mediumT) ?? 1;
  return {
    duty,
    medium,
    mediumT,
    ownT,
    coefficient,
    isUsual: given === null,
    difference: difference ?? null,
    correction,
    area: difference === undefined ? null : exchangerArea(duty, coefficient, correction * difference),
  };
}
