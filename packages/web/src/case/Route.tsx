/** The route: the engineer's stops in their order, each with its state in a word. Stops that do not exist yet are not shown. */
import { NavLink } from 'react-router';
import { useAppSelector } from '../app/store.ts';
import {
  selectBalanceStanding,
  selectDrawingStanding,
  selectEstimateStanding,
  selectFactorsStanding,
  selectGraphStanding,
  selectLadderMilliseconds,
  selectLadderStanding,
  selectMilliseconds,
  selectMixtureStanding,
} from '../stops/standing.ts';
import type { Standing } from '../stops/standing.ts';
import { selectColumn, selectComponents } from '../document/selectors.ts';
import { StateMark } from './StateMark.tsx';

export function Route() {
  const balance = useAppSelector(selectBalanceStanding);
  const graph = useAppSelector(selectGraphStanding);
  const estimate = useAppSelector(selectEstimateStanding);
  const isBinary = useAppSelector(selectComponents).length <= 2;
  const milliseconds = useAppSelector(selectMilliseconds);
  const drawing = useAppSelector(selectDrawingStanding);
  const factors = useAppSelector(selectFactorsStanding);
  const ladder = useAppSelector(selectLadderStanding);
  const ladderTime = useAppSelector(selectLadderMilliseconds);
  const mixture = useAppSelector(selectMixtureStanding);
  const count = useAppSelector(selectComponents).length;
  const words = count === 1 ? '1 component' : `${count} components`;
  const service = useAppSelector(selectColumn)?.service ?? 'distillation';
  if (service !== 'distillation')
    return (
      <nav className="route" aria-label="Stops of this case">
        <Stop to="mixture" name="Mixture" standing={mixture} words={words} />
        <Stop to="balance" name="Feeds" standing={balance} words="complete" />
        <Stop to="transfer" name="Graph" standing={drawing} words={`solved · ${duration(milliseconds)}`} />
        <Stop to="factors" name="Estimate" standing={factors} words="solved" />
        <Stop to="ladder" name="Ladder" standing={ladder} words={`solved · ${duration(ladderTime)}`} />
      </nav>
    );
  return (
    <nav className="route" aria-label="Stops of this case">
      <Stop to="mixture" name="Mixture" standing={mixture} words={words} />
      <Stop to="balance" name="Feed & balance" standing={balance} words="complete" />
      {isBinary && <Stop to="graph" name="Graph" standing={graph} words={`solved · ${duration(milliseconds)}`} />}
      <Stop to="estimate" name="Estimate" standing={estimate} words="solved" />
      <Stop to="ladder" name="Ladder" standing={ladder} words={`solved · ${duration(ladderTime)}`} />
    </nav>
  );
}

interface StopProps {
  to: string;
  name: string;
  standing: Standing<unknown>;
  /** What it says when solved. */
  words: string;
}

function Stop({ to, name, standing, words }: StopProps) {
  return (
    <NavLink className="stop" to={to}>
      <StateMark state={standing.state} />
      <span className="stop-name">{name}</span>
      <span className="stop-state">{stateWords(standing, words)}</span>
    </NavLink>
  );
}

const duration = (milliseconds: number): string => (milliseconds < 1 ? 'under 1 ms' : `${Math.round(milliseconds)} ms`);

function stateWords(standing: Standing<unknown>, solved: string): string {
  switch (standing.state) {
    case 'ready':
      return 'ready';
    case 'stale':
      return 'stale';
    case 'open':
      return standing.points.length === 1 ? '1 open point' : `${standing.points.length} open points`;
    case 'solved':
      return solved;
    case 'out-of-reach':
      return 'out of reach';
  }
}
