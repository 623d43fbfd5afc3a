/** Phase behaviour is worked out in a worker of its own: a column that is being solved does not wait for it. */
import { filledPairs, fitMeasured, mixtureEnvelope, mixtureMap, modelsBeside, pairOfMixture } from '@keen-ladder/core';
import { expose } from 'comlink';

const phases = {
  map: mixtureMap,
  pair: pairOfMixture,
  fit: fitMeasured,
  fill: filledPairs,
  models: modelsBeside,
  envelope: mixtureEnvelope,
};

export type Phases = typeof phases;

expose(phases);
