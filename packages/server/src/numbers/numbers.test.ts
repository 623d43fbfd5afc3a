/** Numbers by their addresses: over the network, and entered as on the command line. */
import { createCaseSolver, newCaseDocument, valueAt } from '@keen-ladder/core';
import { demoProject } from '@keen-ladder/demo';
import { NumbersReply, OpenCase, ProblemReply, ProjectSummary } from '@keen-ladder/schema';
import type { CaseDocument } from '@keen-ladder/schema';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { shaped, startApi } from '../testing/api.ts';
import type { Api } from '../testing/api.ts';
import { everyAddress, numbersAt, withEntered } from './numbers.ts';

let api: Api;
beforeAll(async () => {
  api = await startApi();
});
afterAll(() => api.close());

function demo(name: string): CaseDocument {
  const found = demoProject().find((one) => one.name === name);
  if (found === undefined) throw new Error(name);
  return found.document;
}

async function stored(document: CaseDocument): Promise<string> {
  const project = shaped(ProjectSummary, await api.call('POST', '/api/projects', { name: 'Numbers' }), 201);
  const made = await api.call('POST', `/api/projects/${project.id}/cases`, { name: 'Numbers', document });
  return shaped(OpenCase, made, 201).id;
}

const asking = (id: string, ...addresses: string[]) =>
  api.call('GET', `/api/cases/${id}/numbers?${addresses.map((at) => `at=${encodeURIComponent(at)}`).join('&')}`);

describe('GET /api/cases/ID/numbers', () => {
  test('gives what is entered and what comes out, with name and measure, as the engine has it', async () => {
    const document = demo('Four-alcohol splitter');
    const id = await stored(document);
    const { numbers } = shaped(
      NumbersReply,
      await asking(id, 'units.column.ladder.stages', 'column/ladder/reflux-ratio', 'column/ladder/duty/reboiler'),
    );
    const { outcome } = createCaseSolver().ladder(document, 'column');
    if (outcome.state !== 'solved') throw new Error('not solved');
    expect(numbers).toEqual([
      {
        state: 'known',
        address: 'units.column.ladder.stages',
        name: 'rungs of the ladder',
        measure: 'count',
        value: outcome.value.stages,
      },
      {
        state: 'known',
        address: 'column/ladder/reflux-ratio',
        name: 'reflux ratio',
        measure: 'ratio',
        value: outcome.value.refluxRatio,
      },
      {
        state: 'known',
        address: 'column/ladder/duty/reboiler',
        name: 'reboiler duty',
        measure: 'power',
        value: outcome.value.reboilerDuty,
      },
    ]);
  });
  test('says in words what is open, and what nothing has the address of', async () => {
    const id = await stored(newCaseDocument());
    const { numbers } = shaped(NumbersReply, await asking(id, 'column/graph/stages', 'column/walls/height', 'units.column.graph'));
    expect(numbers.map(({ state }) => state)).toEqual(['open', 'no-such-number', 'no-such-number']);
    expect(JSON.stringify(numbers)).toContain('omponent');
  });
  test('refuses a request without an address, and of a case that is not there', async () => {
    const id = await stored(newCaseDocument());
    expect((await api.call('GET', `/api/cases/${id}/numbers`)).status).toBe(400);
    expect((await asking(id, 'x'.repeat(400))).status).toBe(400);
    const nobody = await asking('00000000-0000-4000-8000-000000000000', 'column/graph/stages');
    expect(shaped(ProblemReply, nobody, 404).type).toBe('urn:keen-ladder:problem:no-such-case');
  });
});

describe('entered as a person types it', () => {
  const document = demo('Four-alcohol splitter');
  const entered = (address: string, text: string): CaseDocument => {
    const changed = withEntered(document, address, text);
    if (typeof changed === 'string') throw new Error(changed);
    return changed;
  };
  test.each([
    ['units.column.pressure.top', '2 bar', 2e5],
    ['units.column.ladder.stages', '31', 31],
    ['units.column.ladder.heatLoss', '12 kW', 12e3],
    ['units.column.estimate.efficiency', '', null],
    ['units.column.ladder.top', 'partial', 'partial'],
    ['units.column.graph.feedStages.feed', '7', 7],
    ['units.column.ladder.efficiency.stages.5', '0.6', 0.6],
  ])('%s = "%s"', (address, text, value) => {
    expect(valueAt(entered(address, text), address)).toEqual(value);
  });
  test.each([
    ['units.column.pressure.top', '2 kg', 'bar'],
    ['units.column.pressure.top', 'much', 'number'],
    ['units.column.ladder.stages', '1', 'rungs of the ladder'],
    ['units.column.ladder.top', 'golden', 'condenser of the ladder'],
    ['units.column.ladder', '3', '--addresses'],
    ['units.column.balance.bottoms.67-56-1.fraction', '0.1', 'nothing stands there yet'],
    ['units.tower.pressure.top', '3', '--addresses'],
  ])('%s = "%s" is refused with %s in the sentence', (address, text, words) => {
    const refused = withEntered(document, address, text);
    expect(typeof refused === 'string' ? refused : 'taken').toContain(words);
  });
  test('what is entered moves what comes out', () => {
    const [before] = numbersAt(document, ['column/ladder/temperature/1']);
    const [after] = numbersAt(entered('units.column.ladder.pressure.top', '2 bar'), ['column/ladder/temperature/1']);
    if (before?.state !== 'known' || after?.state !== 'known') throw new Error('not solved');
    expect(after.value ?? 0).toBeGreaterThan((before.value ?? 0) + 10);
  });
});

test.each(demoProject())('$name: every number that is listed is had again by its address', ({ document }) => {
  const all = everyAddress(document);
  const some = all.filter((_, k) => k % 37 === 0);
  expect(numbersAt(document, some.map(({ address }) => address))).toEqual(some); // prettier-ignore
});
