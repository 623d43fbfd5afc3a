// Many clients at once: how many requests a second are served, and how long the slowest hundredth takes.
import { Agent, request } from 'node:http';
import { performance } from 'node:perf_hooks';
import { setTimeout as sleep } from 'node:timers/promises';

const CLIENTS = 50;
const SECONDS = 5;
/** Requests a second that are asked for: somewhat more than the goals. */
const RATES = { reading: 320, saving: 55 };
/** Cases in the list that is read. */
const CASES = 60;

/** Connections are kept, as a browser keeps them. */
const agent = new Agent({ keepAlive: true, maxSockets: CLIENTS });

/** One request by the plain client: it shall cost less than what it asks for. */
const ask = (origin, method, path, body) =>
  new Promise((resolve, reject) => {
    const text = body === undefined ? undefined : JSON.stringify(body);
    const headers = text === undefined ? {} : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) };
    const asked = request(`${origin}/api${path}`, { method, agent, headers }, (reply) => {
      const parts = [];
      reply.on('data', (part) => parts.push(part));
      reply.on('error', reject);
      reply.on('end', () => {
        const said = Buffer.concat(parts).toString('utf8');
        if (reply.statusCode < 300) resolve(said);
        else reject(new Error(`${method} ${path}: ${reply.statusCode} ${said}`));
      });
    });
    asked.on('error', reject);
    asked.end(text);
  });

/**
 * `work(client)` by every client, so many times a second in all, until the time is over; a client that waits for its answer asks at once when it has it.
 */
async function loaded(work, rate) {
  const taken = [];
  const began = performance.now();
  const ends = began + 1000 * SECONDS;
  const pause = (1000 * CLIENTS) / rate;
  await Promise.all(
    Array.from({ length: CLIENTS }, async (_, client) => {
      // Clients begin one after the other, as people do.
      let due = began + (pause * client) / CLIENTS;
      while (due < ends) {
        await sleep(Math.max(0, due - performance.now()));
        const asked = performance.now();
        await work(client);
        taken.push(performance.now() - asked);
        due = Math.max(due + pause, performance.now());
      }
    }),
  );
  taken.sort((a, b) => a - b);
  return { perSecond: (1000 * taken.length) / (performance.now() - began), p99: taken[Math.floor(0.99 * (taken.length - 1))] };
}

/** Reading the list of cases, and saving, each client its own case. */
export async function loadTimes(origin) {
  const { projects } = JSON.parse(await ask(origin, 'GET', '/projects'));
  const demo = projects[0].cases.find(({ name }) => name === 'Four-alcohol splitter');
  const cases = [];
  for (let k = 0; k < CASES; k++)
    cases.push(JSON.parse(await ask(origin, 'POST', `/cases/${demo.id}/duplicate`, { name: `Variant ${k}` })));
  const reading = await loaded(() => ask(origin, 'GET', '/projects'), RATES.reading);
  const saving = await loaded(async (client) => {
    const own = cases[client];
    own.version = JSON.parse(
      await ask(origin, 'PUT', `/cases/${own.id}`, { version: own.version, document: own.document }),
    ).version;
  }, RATES.saving);
  agent.destroy();
  return { reading, saving };
}
