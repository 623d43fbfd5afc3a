/** Times of phase behaviour: a pair's diagram, a triangle with all its curves, all azeotropes of five components. */
import { mixtureMap, pairOfMixture } from '../src/solve/index.ts';
import { proposedMixture } from '../src/thermo/index.ts';
import { databankParts } from '../src/databank/whole.ts';
import { databankRecord } from '../src/testing/mixtures.ts';
import { time } from './timing.ts';

const P = 101325;
const of = (names: string[]) => ({ mixture: proposedMixture(databankParts(names.map((name) => databankRecord(name).id))) });

const pair = of(['ethanol', 'water']);
const three = of(['acetone', 'chloroform', 'methanol']);
const five = of(['acetone', 'chloroform', 'methanol', 'ethanol', 'benzene']);
if (three.mixture.model !== 'nrtl') throw new Error('the triangle is to be timed with NRTL');

console.log(
  JSON.stringify([
    time('Diagram of a pair, ethanol–water by NRTL', 30, () => pairOfMixture(pair, 0, 1, { by: 'pressure', P }), 60),
    time('Triangle with all curves, acetone–chloroform–methanol by NRTL', 500, () => mixtureMap(three, P), 30),
    time(`All azeotropes of five components by ${five.mixture.model}`, 2000, () => mixtureMap(five, P), 5),
  ]),
);
