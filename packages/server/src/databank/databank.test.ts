import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ComponentRecord, Mixture, ProblemReply } from '@keen-ladder/schema';
import { shaped, startApi } from '../testing/api.ts';
import type { Api } from '../testing/api.ts';

let api: Api;
beforeAll(async () => {
  api = await startApi();
});
afterAll(() => api.close());

describe('the databank', () => {
  test('answers a record by CAS number, with its sources, and lets a browser keep it', async () => {
    const reply = await api.call('GET', '/api/databank/components/67-64-1');
    const acetone = shaped(ComponentRecord, reply);
    expect(acetone.name).toBe('acetone');
    expect(acetone.criticalTemperature.value).toBeCloseTo(508.1, 0);
    const head = await fetch(`${api.url}/api/databank/components/67-64-1`);
    expect(head.headers.get('cache-control')).toContain('max-age');
  });
  test('makes a mixture in the order asked, with the model proposed and every pair it has', async () => {
    const reply = await api.call('GET', '/api/databank/mixture?components=7732-18-5;67-64-1');
    const mixture = shaped(Mixture, reply);
    expect(mixture.components.map((c) => c.name)).toEqual(['water', 'acetone']);
    expect(mixture.model).toBe('nrtl');
    expect(mixture.nrtlPairs).toHaveLength(1);
  });
  test('makes an empty mixture of nothing', async () => {
    expect(shaped(Mixture, await api.call('GET', '/api/databank/mixture?components=')).components).toEqual([]);
  });
  test.each([
    ['/api/databank/components/1-2-3', 404, 'no 1-2-3'],
    ['/api/databank/mixture?components=67-64-1;0-0-0', 404, 'no 0-0-0'],
    ['/api/databank/mixture', 400, 'components'],
    [`/api/databank/mixture?components=${Array.from({ length: 61 }, (_, i) => `${i}-00-0`).join(';')}`, 400, '60'],
  ])('%s is refused with a sentence', async (path, status, words) => {
    const problem = shaped(ProblemReply, await api.call('GET', path), status);
    expect(problem.detail).toContain(words);
  });
});
