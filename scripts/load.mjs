// Many clients at once: how many requests a second are served, and how long the slowest hundredth takes.
import { performance } from 'node:perf_hooks';

const CLIENTS = 50;
const SECONDS = 5;
/** Cases in the list that is read. */
const CASES = 60;

const ask = async (origin, method, path, body) => {
  const reply = await fetch(`${origin}/api${path}`, {
    method,
    ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
  });
  if (!reply.ok) throw new Error(`${method} ${path}: ${reply.status} ${await reply.text()}`);
  return reply.json();
};

/** `work(client)` again and again by every client until the time is over. */
async function loaded(work) {
  const taken = [];
  const ends = performance.now() + 1000 * SECONDS;
  await Promise.all(
    Array.from({ length: CLIENTS }, async (_, client) => {
      while (performance.now() < ends) {
        const began = performance.now();
        await work(client);
        taken.push(performance.now() - began);
      }
    }),
  );
  taken.sort((a, b) => a - b);
  return { perSecond: taken.length / SECONDS, p99: taken[Math.floor(0.99 * (taken.length - 1))] };
}

/** Reading the list of cases, and saving, each client its own case. */
export async function loadTimes(origin) {
  const { projects } = await ask(origin, 'GET', '/projects');
  const demo = projects[0].cases.find(({ name }) => name === 'Four-alcohol splitter');
  const cases = [];
  for (let k = 0; k < CASES; k++) cases.push(await ask(origin, 'POST', `/cases/${demo.id}/duplicate`, { name: `Variant ${k}` }));
  const reading = await loaded(() => ask(origin, 'GET', '/projects'));
  const saving = await loaded(async (client) => {
    const own = cases[client];
    own.version = (await ask(origin, 'PUT', `/cases/${own.id}`, { version: own.version, document: own.document })).version;
  });
  return { reading, saving };
}
