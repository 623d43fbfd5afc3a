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
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(address);
await page.locator('.headline-number').waitFor();
const updates = await page.evaluate(dragRate);
const saving = await savingTime(page);
const diameter = await diameterTime(page);
await browser.close();
console.log(JSON.stringify({ list: median(list), graph: median(graph), updates, saving, diameter }));

/** From an edit of a column's diameter to its drawing, ms: an arrow key on the slider, every diameter a new one. */
async function diameterTime(on) {
  await on.goto(origin);
  await on.locator('.case-card', { hasText: 'Four-alcohol splitter' }).getByRole('link').first().click();
  await on.getByRole('link', { name: /^Hardware/ }).click();
  await on.locator('[data-part="vessel"]').waitFor();
  await on.getByRole('button', { name: /^Give it/ }).click();
  const slider = on.getByRole('slider', { name: 'Diameter, slider' });
  await slider.focus();
  return median(await slider.evaluate(stepsDown));
}

/** In the page. */
async function stepsDown(slider) {
  const drawn = () => document.querySelector('.headline-number').textContent;
  const times = [];
  for (let k = 0; k < 16; k++) {
    const before = drawn();
    const began = performance.now();
    slider.dispatchEvent(
      new KeyboardEvent('keydown', { key: 'ArrowRight', keyCode: 39, which: 39, bubbles: true, cancelable: true }),
    );
    while (drawn() === before && performance.now() - began < 2000) await new Promise((resolve) => requestAnimationFrame(resolve));
    times.push(performance.now() - began);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return times;
}

/** From a keystroke to the server's answer, ms. */
async function savingTime(on) {
  await on.waitForTimeout(2000); // what was dragged before is saved by then
  const put = on.waitForResponse((reply) => reply.request().method() === 'PUT' && reply.ok());
  const began = Date.now();
  await on
    .locator('.number-input')
    .and(on.getByLabel(/in bottoms/))
    .fill('0.03');
  await put;
  return Date.now() - began;
}

/** In the page: the distillate is dragged to and fro for two seconds; how often a second the staircase is drawn anew. */
async function dragRate() {
  const point = document.querySelector('.handle[aria-label="Purity of the distillate"]');
  const mark = point.querySelector('.handle-mark').getBoundingClientRect();
  let drawn = 0;
  const observer = new MutationObserver(() => drawn++);
  observer.observe(document.querySelector('[data-part="staircase"]'), { attributes: true, attributeFilter: ['d'] });
  const send = (type, d) =>
    point.dispatchEvent(
      new PointerEvent(type, { bubbles: true, pointerId: 1, buttons: 1, clientX: mark.x + 6 - d, clientY: mark.y + 6 + d }),
    );
  // Pointers made by a script cannot be captured.
  point.setPointerCapture = () => undefined;
  point.hasPointerCapture = () => true;
  const began = performance.now();
  send('pointerdown', 0);
  for (let k = 0; performance.now() - began < 2000; k++) {
    send('pointermove', 30 + 25 * Math.sin(k / 9));
    await new Promise((resolve) => requestAnimationFrame(resolve));
  }
  send('pointerup', 30);
  observer.disconnect();
  return (1000 * drawn) / (performance.now() - began);
}

async function timed(go, visible) {
  const began = Date.now();
  await go();
  await visible.waitFor();
  return Date.now() - began;
}

function median(values) {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
}
