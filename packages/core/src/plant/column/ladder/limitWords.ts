/** What a ladder's limits say, in sentences: for the page and the command line. */
import { explain } from '../../explain.ts';
import type { Show } from '../../../measures/index.ts';
import type { FeedStageFacts, LeastFacts, LimitsFacts, PinchFacts } from './limits.ts';

/** @param names of the components, in the order of every composition */
export function limitSentences(facts: LimitsFacts, names: readonly string[], show: Show): string[] {
  const { light, heavy, least, fewest, stages, reflux } = facts;
  const parts = `${show.quantity(light.overhead, 'moleFraction')} of the ${light.name} and ${show.quantity(heavy.overhead, 'moleFraction')} of the ${heavy.name}`;
  return [
    `Held is the split that the column makes: ${parts} that is fed go overhead.`,
    ...(least === null
      ? []
      : least.state === 'solved'
        ? leastSentences(least.value, reflux, names, show)
        : least.state === 'out-of-reach'
          ? [explain(least.reason, show)]
          : []),
    fewest === null
      ? 'How few stages would do at total reflux cannot be told: something is drawn between the ends, or the two do not part all the way up.'
      : `At total reflux ${show.ratio(fewest)} equilibrium stages make it; here there are ${show.count(stages)}.`,
    ...facts.feeds.map((feed) => feedSentence(feed, show)),
  ];
}

function leastSentences(least: LeastFacts, reflux: number, names: readonly string[], show: Show): string[] {
  const times = least.reflux > 0 ? `, ${show.ratio(reflux / least.reflux)} times it` : '';
  const first = `With endless stages a reflux ratio of ${show.ratio(least.reflux)} does; here it is ${show.ratio(reflux)}${times}.`;
  const openEnd =
    least.open > NOTICED * least.reflux
      ? [
          `The highest column that was solved, of ${show.count(least.stages)} rungs, still takes ${show.ratio(least.open)} more: so far it is carried on.`,
        ]
      : [];
  const rises = least.risesBeyond
    ? [
        `A column still higher than ${show.count(least.stages)} rungs, in these proportions, takes more again: the feeds stand where further stages do not help.`,
      ]
    : [];
  return [first, ...openEnd, ...rises, ...least.pinches.map((pinch) => pinchSentence(pinch, names, show))];
}

function pinchSentence({ section, x, T, isPoint }: PinchFacts, names: readonly string[], show: Show): string {
  const there = x
    .map((part, i) => ({ part, name: names[i] }))
    .filter(({ part }) => part > SHOWN)
    .sort((a, b) => b.part - a.part)
    .map(({ part, name }) => `${name} ${show.quantity(part, 'moleFraction')}`);
  const where = `${show.temperature(T)}, liquid of ${there.join(', ')}`;
  return isPoint
    ? `Pinch ${section}: ${where}.`
    : `Slow, but without a pinch of its own ${section}: ${where}; beside a tangent pinch it looks like this.`;
}

function feedSentence({ name, present, best, costs, isWhole }: FeedStageFacts, show: Show): string {
  if (!isWhole) return `${name}: looking from rung to rung.`;
  if (present === best) return `${name} enters at its best rung, ${show.count(best)}.`;
  return `${name} enters best at rung ${show.count(best)}; at rung ${show.count(present)} the same split takes ${show.ratio(100 * costs)} % more heat.`;
}

/** Of the least reflux: what is left open below is not told. */
const NOTICED = 2e-3;
/** mol/mol: less of a component is not named. */
const SHOWN = 5e-3;
