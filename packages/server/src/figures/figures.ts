import { columnOf, createCaseSolver } from '@keen-ladder/core';
import type { CaseSolver, EstimateFacts, GraphResult } from '@keen-ladder/core';
import type { CaseDocument, Figures } from '@keen-ladder/schema';

/** What the list shows of a case: solved from nothing by the same engine as on the page. */
export function figuresOf(document: CaseDocument): Figures {
  const solver = createCaseSolver();
  const column = document.units.find((unit) => unit.kind === 'column');
  const mixture = mixtureOf(document);
  if (column === undefined) return blankFigures(document, worstState(solver, document));
  if (column.service !== 'distillation') return { mixture, ...transferred(solver, document, column.id) };
  return {
    mixture,
    ...(document.mixture.components.length > 2 ? estimated(solver, document, column.id) : drawn(solver, document, column.id)),
  };
}

/** Of a case without a column: its worst unit's. */
function worstState(solver: CaseSolver, document: CaseDocument): Figures['state'] {
  const states = document.units.map(({ id, kind }) => solver.unit(document, id, kind, timeLimit(LONGEST)).outcome.state);
  return states.length === 0 || states.includes('open') ? 'open' : states.includes('out-of-reach') ? 'out-of-reach' : 'solved';
}

/** What is known of a case that is not solved: what its mixture consists of. */
export function blankFigures(document: CaseDocument, state: Figures['state']): Figures {
  return { state, mixture: mixtureOf(document), stages: null, reflux: null, curve: [], staircase: [] };
}

const mixtureOf = (document: CaseDocument): string => document.mixture.components.map((c) => c.name).join(', ');

/** A washer or a stripper: its equilibrium curve, both ways from nothing to the most that is drawn. */
function transferred(solver: CaseSolver, document: CaseDocument, unit: string): Omit<Figures, 'mixture'> {
  const { absorption } = solver.solve(document, unit, timeLimit(LONGEST));
  const drawing = absorption?.drawing;
  if (drawing?.state !== 'solved') return { state: drawing?.state ?? 'open', stages: null, reflux: null, curve: [], staircase: [] };
  const { X, Y } = drawing.value.curve;
  const [widest, highest] = [X.at(-1) ?? 1, Math.max(...Y)];
  const curve = X.flatMap((x, k): [number, number][] => (k % 4 === 0 ? [[round(x / widest), round((Y[k] ?? 0) / highest)]] : []));
  return { state: 'solved', stages: Math.ceil(drawing.value.needed), reflux: null, curve, staircase: [] };
}

function estimated(solver: CaseSolver, document: CaseDocument, unit: string): Omit<Figures, 'mixture'> {
  const { outcome } = solver.node(document, unit, 'estimate', timeLimit(LONGEST));
  const facts = outcome.state === 'solved' ? outcome.value : undefined;
  // A column with side draws has no estimate, but may have its ladder.
  const hasLadder = facts === undefined && columnOf(document, unit).ladder !== null;
  const rigorous = hasLadder ? solver.ladder(document, unit, timeLimit(LONGEST)).outcome : undefined;
  if (rigorous?.state === 'solved')
    return { state: 'solved', stages: rigorous.value.stages, reflux: rigorous.value.refluxRatio, curve: [], staircase: [] };
  const stages = facts === undefined ? null : Math.ceil(facts.stagesChosen);
  return { state: outcome.state, stages, reflux: facts?.reflux ?? null, curve: refluxCurve(facts), staircase: [] };
}

/** Stages against reflux, both from their least to most that is drawn. */
function refluxCurve(facts: EstimateFacts | undefined): [number, number][] {
  if (facts === undefined) return [];
  const { reflux, stages } = facts.refluxCurve;
  const floor = Math.max(0, facts.smallestReflux);
  const [widest, highest] = [(reflux.at(-1) ?? 1) - floor, 3 * facts.fewestStages];
  return reflux.flatMap((R, k): [number, number][] => {
    const y = (stages[k] ?? highest) / highest;
    return y < 1 ? [[round((R - floor) / widest), round(y)]] : [];
  });
}

function drawn(solver: CaseSolver, document: CaseDocument, unit: string): Omit<Figures, 'mixture'> {
  const { graph } = solver.solve(document, unit, timeLimit(LONGEST));
  const design = graph.outcome.state === 'solved' ? graph.outcome.value : undefined;
  return {
    state: graph.outcome.state,
    stages: design?.whole ?? null,
    reflux: design?.reflux ?? null,
    curve: thinned(graph),
    staircase: design?.stages.map((s): [number, number] => [round(s.x), round(s.y)]) ?? [],
  };
}

/** Every fourth sample is enough for a drawing the size of a thumb. */
function thinned({ curve }: GraphResult): [number, number][] {
  if (curve === null) return [];
  return curve.x.flatMap((x, k) => (k % 4 === 0 ? [[round(x), round(curve.y[k] ?? 0)] as [number, number]] : []));
}

/** ms that a column is searched for. */
const LONGEST = 5000;

function timeLimit(milliseconds: number): () => boolean {
  const began = performance.now();
  return () => performance.now() - began > milliseconds;
}

const round = (value: number): number => Math.round(value * 1e4) / 1e4;
