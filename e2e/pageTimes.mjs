// Times from a cold browser to a page that answers, against the built server; scripts/bench.mjs runs it.
import { chromium } from '@playwright/test';

const RUNS = 5;
const [, , origin] = process.argv;

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--disable-background-networking', '--no-first-run'],
});
const list = [];
const graph = [];
let address = '';
for (let k = 0; k < RUNS; k++) {
  // A context of its own has nothing in its cache.
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  list.push(await timed(() => page.goto(origin), page.locator('.case-card').first()));
  address = new URL((await page.locator('.welcome a').getAttribute('href')) ?? '/', origin).href;
  await context.close();
  const fresh = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const second = await fresh.newPage();
  graph.push(await timed(() => second.goto(address), second.locator('.headline-number')));
  await fresh.close();
}
await browser.close();
console.log(JSON.stringify({ list: median(list), graph: median(graph) }));

async function timed(go, visible) {
  const began = Date.now();
  await go();
  await visible.waitFor();
  return Date.now() - began;
}

function median(values) {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
}
