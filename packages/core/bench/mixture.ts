/** Times of phase behaviour: a pair's diagram, a triangle with all its curves, all azeotropes of five components, a fit, an envelope. */
import { bubbleTemperature, phaseEnvelope } from '../src/equilibrium/index.ts';
import { USUAL_FIT, USUAL_UNCERTAINTY } from '../src/regression/index.ts';
import { fitMeasured, mixtureMap, pairOfMixture } from '../src/mixture/index.ts';
import { proposedMixture } from '../src/thermo/index.ts';
import { ALKANES } from './alkanes.ts';
import { databankParts } from '../src/databank/whole.ts';
import { databankModel, databankRecord } from '../src/testing/mixtures.ts';
import { time } from './timing.ts';

const P = 101325;
const of = (names: string[]) => ({ mixture: proposedMixture(databankParts(names.map((name) => databankRecord(name).id))) });

const pair = of(['ethanol', 'water']);
const three = of(['acetone', 'chloroform', 'methanol']);
const five = of(['acetone', 'chloroform', 'methanol', 'ethanol', 'benzene']);
if (three.mixture.model !== 'nrtl') throw new Error('the triangle is to be timed with NRTL');

/** Forty boiling points with their vapours, by another model than the one that is fitted, so that they do not meet it. */
const groups = databankModel(['ethanol', 'water'], 'modified-unifac');
const points = Array.from({ length: 40 }, (_, k) => {
  const [x, y] = [(k + 1) / 41, new Float64Array(2)];
  const boils = bubbleTemperature(groups, P, Float64Array.of(x, 1 - x), y);
  if (boils.state !== 'solved') throw new Error('no bubble point');
  return { x, y: y[0], T: boils.value, P, gamma: [null, null] as [null, null] };
});
const [first, second] = pair.mixture.components.map(({ id }) => id);
const question = {
  components: [first, second] as [string, string],
  points,
  uncertainty: USUAL_UNCERTAINTY,
  choice: USUAL_FIT,
  name: '',
};
const gas = databankModel(ALKANES.slice(0, 5), 'peng-robinson');

console.log(
  JSON.stringify([
    time('Diagram of a pair, ethanol–water by NRTL', 30, () => pairOfMixture(pair, 0, 1, { by: 'pressure', P }), 60),
    time('Triangle with all curves, acetone–chloroform–methanol by NRTL', 500, () => mixtureMap(three, P), 30),
    time(
      'Parameters of a pair fitted to 40 points (T, x, y), consistency tests included',
      300,
      () => fitMeasured(pair, question),
      20,
    ),
    time('Phase envelope of 5 components by Peng-Robinson', null, () => phaseEnvelope(gas, new Float64Array(5).fill(0.2)), 40),
    time(`All azeotropes of five components by ${five.mixture.model}`, 2000, () => mixtureMap(five, P), 5),
  ]),
);
