/**
 * The stops of a case, a row each, in the order in which an engineer comes by them: the address, the name, the units that have it, how it stands, and which
 * places of the document have their field there. Router, route, search, ways to a field and the stop where a case opens all read this table.
 */
import type { ResultStop } from '@keen-ladder/core';
import type { CaseDocument, Unit } from '@keen-ladder/schema';
import type { RootState } from '../store/store.ts';
import { selectComponents } from '../document/selectors.ts';
import {
  selectBalanceStanding,
  selectDrawingStanding,
  selectUnitMilliseconds,
  selectDrumStanding,
  selectEstimateStanding,
  selectFactorsStanding,
  selectGraphStanding,
  selectHardwareStanding,
  selectLadderMilliseconds,
  selectLadderStanding,
  selectMilliseconds,
  selectMixtureStanding,
} from './standing.ts';
import type { Standing } from './standing.ts';

export type StopPath = 'mixture' | 'balance' | 'graph' | 'transfer' | 'estimate' | 'factors' | 'ladder' | 'hardware' | 'drum';

export interface Stop {
  path: StopPath;
  name: string;
  /** Whether a unit has it, with so many components in the mixture; undefined: it is the whole case's. */
  isOf?: (unit: Unit, components: number) => boolean;
  standing: (state: RootState) => Standing<unknown>;
  /** What it says when it is solved. */
  solvedWords: (state: RootState) => string;
  /** Places of the document that have their field here; the first stop that says so has it. */
  holds: RegExp;
  /** Whose results it shows. */
  shows: readonly ResultStop[];
}

const isColumn = (unit: Unit, ...services: string[]): boolean => unit.kind === 'column' && services.includes(unit.service);
const distils = (unit: Unit): boolean => isColumn(unit, 'distillation');
const washes = (unit: Unit): boolean => isColumn(unit, 'absorption', 'stripping');

const duration = (milliseconds: number): string => (milliseconds < 1 ? 'under 1 ms' : `${Math.round(milliseconds)} ms`);
const inTime = (select: (state: RootState) => number) => (state: RootState) => `solved · ${duration(select(state))}`;
const countedComponents = (state: RootState): string => {
  const { length } = selectComponents(state);
  return length === 1 ? '1 component' : `${length} components`;
};

/** Feeds, sheet and column: what no other stop of a column holds. */
const NO_STOP_OF_ITS_OWN = /^(?!site\.)(?!.*\.(?:graph|estimate|absorption|ladder|hardware)(?:\.|$))/;

export const STOPS: readonly Stop[] = [
  {
    path: 'mixture',
    name: 'Mixture',
    standing: selectMixtureStanding,
    solvedWords: countedComponents,
    holds: /^mixture\.(?!components)/,
    shows: [],
  },
  {
    path: 'balance',
    name: 'Feed & balance',
    isOf: distils,
    standing: selectBalanceStanding,
    solvedWords: () => 'complete',
    holds: NO_STOP_OF_ITS_OWN,
    shows: ['feeds', 'balance'],
  },
  {
    path: 'balance',
    name: 'Feeds',
    isOf: washes,
    standing: selectBalanceStanding,
    solvedWords: () => 'complete',
    holds: NO_STOP_OF_ITS_OWN,
    shows: ['feeds', 'balance'],
  },
  {
    path: 'drum',
    name: 'Drum',
    isOf: ({ kind }) => kind === 'drum',
    standing: selectDrumStanding,
    solvedWords: inTime(selectUnitMilliseconds),
    holds: /./,
    shows: ['feeds', 'drum'],
  },
  {
    path: 'graph',
    name: 'Graph',
    isOf: (unit, components) => distils(unit) && components <= 2,
    standing: selectGraphStanding,
    solvedWords: inTime(selectMilliseconds),
    holds: /\.graph(?:\.|$)/,
    shows: ['graph'],
  },
  {
    path: 'transfer',
    name: 'Graph',
    isOf: washes,
    standing: selectDrawingStanding,
    solvedWords: inTime(selectMilliseconds),
    holds: /\.absorption(?:\.|$)/,
    shows: [],
  },
  {
    path: 'estimate',
    name: 'Estimate',
    isOf: distils,
    standing: selectEstimateStanding,
    solvedWords: () => 'solved',
    holds: /^site\.|\.estimate(?:\.|$)/,
    shows: ['estimate'],
  },
  {
    path: 'factors',
    name: 'Estimate',
    isOf: washes,
    standing: selectFactorsStanding,
    solvedWords: () => 'solved',
    holds: /^site\./,
    shows: ['factors'],
  },
  {
    path: 'ladder',
    name: 'Ladder',
    isOf: ({ kind }) => kind === 'column',
    standing: selectLadderStanding,
    solvedWords: inTime(selectLadderMilliseconds),
    holds: /\.ladder(?:\.|$)/,
    shows: ['ladder'],
  },
  {
    path: 'hardware',
    name: 'Hardware',
    isOf: ({ kind }) => kind === 'column',
    standing: selectHardwareStanding,
    solvedWords: () => 'rated',
    holds: /\.hardware(?:\.|$)/,
    shows: ['hardware'],
  },
];

/** The stops that a unit has, the case's own among them. */
export const stopsOf = (unit: Unit | undefined, components: number): Stop[] =>
  STOPS.filter(({ isOf }) => isOf === undefined || (unit !== undefined && isOf(unit, components)));

/** Where a unit opens: at its drawing, or, with more than two components to distil, its estimate; else at the first stop of its own. */
export function firstStop(unit: Unit | undefined, components: number): Stop | undefined {
  const stops = stopsOf(unit, components);
  const opening = OPENING.map((path) => stops.find((stop) => stop.path === path)).find((stop) => stop !== undefined);
  return opening ?? stops.find(({ isOf }) => isOf !== undefined) ?? stops[0];
}

const OPENING: readonly StopPath[] = ['graph', 'transfer', 'estimate'];

/** The address of a stop: of the whole case, or of one of its units. */
export const addressOf = (id: string, unit: string | undefined, { path, isOf }: Pick<Stop, 'path' | 'isOf'>): string =>
  isOf === undefined || unit === undefined ? `/cases/${id}/${path}` : `/cases/${id}/${unit}/${path}`;

/** The stop and the unit that have the field of a place of the document. */
export function stopOfField(path: string, document: CaseDocument, shown: Unit | undefined): { stop: Stop; unit: Unit } | undefined {
  const { units, connections, mixture } = document;
  const stream = /^streams\.([^.]+)/.exec(path)?.[1];
  const entered = connections.find(({ from }) => 'stream' in from && from.stream === stream)?.to.unit;
  const named = /^units\.([^.]+)/.exec(path)?.[1] ?? entered;
  const unit = units.find(({ id }) => id === named) ?? shown;
  if (unit === undefined) return undefined;
  const stop = stopsOf(unit, mixture.components.length).find(({ holds }) => holds.test(path));
  return stop === undefined ? undefined : { stop, unit };
}
