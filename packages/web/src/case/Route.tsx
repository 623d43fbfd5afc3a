/** The route: the engineer's stops in their order, each with its state in a word. Stops that do not exist yet are not shown. */
import { NavLink } from 'react-router';
import { useAppSelector } from '../app/store.ts';
import { selectGraphStanding } from '../graph/standing.ts';
import type { GraphStanding } from '../graph/standing.ts';
import { StateMark } from './StateMark.tsx';

export function Route() {
  const graph = useAppSelector(selectGraphStanding);
  return (
    <nav className="route" aria-label="Stops of this case">
      <NavLink className="stop" to="graph">
        <StateMark state={graph.state} />
        <span className="stop-name">Graph</span>
        <span className="stop-state">{stateWords(graph)}</span>
      </NavLink>
    </nav>
  );
}

function stateWords(standing: GraphStanding): string {
  switch (standing.state) {
    case 'ready':
      return 'ready';
    case 'stale':
      return 'stale';
    case 'open':
      return standing.points.length === 1 ? '1 open point' : `${standing.points.length} open points`;
    case 'solved':
      return `solved · ${standing.milliseconds < 1 ? 'under 1' : Math.round(standing.milliseconds)} ms`;
    case 'out-of-reach':
      return 'out of reach';
  }
}
