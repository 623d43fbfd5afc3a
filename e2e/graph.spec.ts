import {
  choose,
  drag,
  expect,
  field,
  figure,
  handle,
  headline,
  openChanged,
  openCopy,
  openDemo,
  solved,
  stopState,
  test,
  textOf,
  url,
} from './engineer.ts';
import { readFile } from 'node:fs/promises';
import type { Locator, Page } from '@playwright/test';

test('a first-time visitor is told what to do, opens the demo and sees stages, reflux and feed stage', async ({
  quietPage: page,
}) => {
  await openDemo(page);
  expect(await headline(page)).toBe(13.9);
  expect(await figure(page, 'Minimum reflux')).toBeCloseTo(0.528, 3);
  await expect(page.locator('.headline')).toContainText('14 built · feed enters stage 13 from the top');
  await expect(page.locator('.margin')).toContainText('Smith, Van Ness & Abbott');
  await expect(page).toHaveTitle('Acetone from wash water · Keen Ladder');
});

test('the distillate is dragged, stages answer, and one undo takes the whole drag back', async ({ quietPage: page }) => {
  await openCopy(page);
  const before = await field(page, /Acetone in distillate/).inputValue();
  await drag(page, handle(page, 'Purity of the distillate'), -60, 60);
  await expect.poll(() => headline(page)).toBeLessThan(10);
  expect(Number(await field(page, /Acetone in distillate/).inputValue())).toBeLessThan(0.88);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(field(page, /Acetone in distillate/)).toHaveValue(before);
  await expect.poll(() => headline(page)).toBe(13.9);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(() => headline(page)).toBeLessThan(10);
});

test('feed, bottoms, q-line and operating line can be dragged too', async ({ quietPage: page }) => {
  await openCopy(page);
  await drag(page, handle(page, 'Composition of the feed'), 60, -60);
  await expect.poll(async () => Number(await field(page, /Acetone in feed/).inputValue())).toBeGreaterThan(0.42);
  await drag(page, handle(page, 'Purity of the bottoms'), 40, -40);
  await expect.poll(async () => Number(await field(page, /Acetone in bottoms/).inputValue())).toBeGreaterThan(0.06);
  await drag(page, handle(page, 'Feed quality q, by the q-line'), -40, 0);
  await expect.poll(async () => Number(await field(page, 'Feed quality q').inputValue())).toBeLessThan(0.95);
  const reflux = await figure(page, 'Reflux ratio');
  await drag(page, handle(page, 'Reflux ratio, by the operating line'), 0, 60);
  await expect.poll(() => figure(page, 'Reflux ratio')).toBeGreaterThan(reflux * 1.2);
  await expect(field(page, /^Reflux/)).toHaveAccessibleName('Reflux, × minimum');
});

test('points move by arrow keys, numbers by arrow keys and sliders', async ({ quietPage: page }) => {
  await openCopy(page);
  await handle(page, 'Purity of the distillate').focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(field(page, /Acetone in distillate/)).toHaveValue('0.939');
  await field(page, /Acetone in feed/).focus();
  await page.keyboard.press('ArrowUp');
  await expect(field(page, /Acetone in feed/)).toHaveValue('0.351');
  await page.getByRole('slider', { name: 'Reflux, slider' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(field(page, /^Reflux/)).toHaveValue('1.31');
  const best = await figureOfFeedStage(page);
  await field(page, /^Feed stage/).focus();
  await page.keyboard.press('ArrowUp');
  await expect(field(page, /^Feed stage/)).toHaveValue(String(best + 1));
  await expect(page.locator('.margin')).toContainText(`The best feed stage is ${best}`);
});

test('keys and text quicker than a frame are not lost', async ({ quietPage: page }) => {
  await openCopy(page);
  /** So many key presses before the browser draws its next frame; as between real ones, what each began may end. */
  const pressed = (target: Locator, key: string, times: number) =>
    target.evaluate(
      async (element, { key, times }) => {
        for (let k = 0; k < times; k++) {
          element.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
          await Promise.resolve();
        }
      },
      { key, times },
    );
  await pressed(handle(page, 'Purity of the distillate'), 'ArrowDown', 5);
  await expect(field(page, /Acetone in distillate/)).toHaveValue('0.945');
  await pressed(field(page, /Acetone in feed/), 'ArrowUp', 4);
  await expect(field(page, /Acetone in feed/)).toHaveValue('0.354');
  await page.getByRole('slider', { name: 'Reflux, slider' }).focus();
  for (let k = 0; k < 3; k++) await page.keyboard.press('ArrowRight');
  await expect(field(page, /^Reflux/)).toHaveValue('1.33');
  await page.locator('.leaves').getByText('Notes').click();
  const notes = page.locator('.margin textarea');
  await notes.fill('');
  await notes.pressSequentially('typed without a rest between the letters');
  await expect(notes).toHaveValue('typed without a rest between the letters');
});

async function figureOfFeedStage(page: Page): Promise<number> {
  const words = (await page.locator('.headline').textContent()) ?? '';
  return Number(/feed enters stage (\d+)/.exec(words)?.[1]);
}

test('a drag is answered while it lasts, not only at its end', async ({ quietPage: page }) => {
  await openCopy(page);
  const box = await handle(page, 'Purity of the distillate').locator('.handle-mark').boundingBox();
  if (box === null) throw new Error('nothing to drag');
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x - 25, box.y + 35, { steps: 5 });
  await expect.poll(() => headline(page)).toBeLessThan(12);
  const halfWay = await headline(page);
  await page.mouse.move(box.x - 75, box.y + 85, { steps: 5 });
  await expect.poll(() => headline(page)).toBeLessThan(halfWay);
  await page.mouse.up();
});

test('pointing at a step shows it, and its row; pointing at a row shows its step', async ({ quietPage: page }) => {
  await openCopy(page);
  await page.locator('.leaves').getByText('Stages').click();
  const row = page.locator('.ant-table-row', { hasText: '0.4075' });
  await row.hover();
  await expect(page.locator('[data-part="callout"]')).toContainText('Stage 12');
  await expect(page.locator('[data-part="callout"]')).toContainText('61.6 °C');
  const staircase = page.locator('.drawing [data-part="staircase"]').first();
  const box = await staircase.boundingBox();
  if (box === null) throw new Error('no staircase');
  // The left end of the staircase is the corner of the last stage.
  const dot = page.locator('[data-part="callout"] circle');
  const at = { x: Number(await dot.getAttribute('cx')), y: Number(await dot.getAttribute('cy')) };
  const sheet = await page.locator('.drawing').boundingBox();
  await page.mouse.move(600, 700);
  await expect(page.locator('[data-part="callout"]')).toHaveCount(0);
  await page.mouse.move((sheet?.x ?? 0) + at.x, (sheet?.y ?? 0) + at.y);
  await expect(row).toHaveClass(/row-hovered/);
});

test('drawing and table are taken away, named after the case', async ({ quietPage: page }) => {
  await openCopy(page);
  const take = async (item: string) => {
    const [download] = await Promise.all([page.waitForEvent('download'), save(item)]);
    return download;
  };
  const save = async (item: string) => {
    await page.getByRole('button', { name: 'Save drawing or table' }).click();
    await page.getByRole('menuitem', { name: item }).click();
  };
  const csv = await take('Stages as CSV');
  expect(csv.suggestedFilename()).toBe('Variant of a test – graph.csv');
  const lines = (await textOf(csv)).trim().split(/\r?\n/);
  expect(lines[0]).toContain('"temperature, °C","x, mol/mol","y, mol/mol"');
  expect(lines).toHaveLength(15);
  expect(lines[1]).toMatch(/^1,56\.\d+,0\.92\d+,0\.95$/);
  const svg = await take('Drawing as SVG');
  expect(svg.suggestedFilename()).toBe('Variant of a test – graph.svg');
  const drawn = await textOf(svg);
  expect(drawn).toMatch(/^<svg[^>]+xmlns="http:\/\/www.w3.org\/2000\/svg"/);
  expect(drawn).toContain("font-family:'Plex Sans'");
  expect(drawn).toContain('acetone in liquid, x (mol/mol)');
  expect(drawn).not.toContain('var(--');
  const png = await take('Drawing as PNG');
  expect(png.suggestedFilename()).toBe('Variant of a test – graph.png');
  const bytes = await readFile(await png.path());
  expect(bytes.subarray(1, 4).toString()).toBe('PNG');
  const width = bytes.readUInt32BE(16);
  expect(width).toBeGreaterThan(1200);
});

test('what cannot be reached is explained, with one click out of it', async ({ quietPage: page }) => {
  await openCopy(page);
  await field(page, /^Reflux/).fill('0.4 mol/mol');
  await expect(page.locator('.margin')).toContainText('0.1281 short of the minimum, 0.5281');
  await expect(stopState(page, 'Graph')).toHaveText('out of reach');
  await expect(page.locator('[data-part="wrong-side"]')).toBeVisible();
  await page.getByRole('button', { name: 'Take 1.3 × the minimum' }).click();
  await solved(page);
  expect(await headline(page)).toBe(13.9);
  await field(page, /Acetone in distillate/).fill('0.3');
  await expect(page.locator('.margin')).toContainText('already as rich');
  await field(page, /Acetone in distillate/).fill('0.95');
  await solved(page);
  await field(page, /^Feed stage/).fill('2');
  await expect(page.locator('.margin')).toContainText('Stage 2 cannot take the feed');
  await page.getByRole('button', { name: 'Take the best feed stage' }).click();
  await solved(page);
});

test('the units of the case are changed, and nothing else', async ({ quietPage: page }) => {
  await openCopy(page);
  await expect(field(page, 'Pressure at the top, bar')).toHaveValue('1.01325');
  await page.getByRole('combobox', { name: 'Units' }).click();
  await page.getByTitle('US units').click();
  await expect(field(page, 'Pressure at the top, psi abs')).toHaveValue('14.6959');
  await expect(page.locator('.figures')).toContainText('°F');
  await expect(page.locator('.figures')).toContainText('MMBtu/h');
  expect(await headline(page)).toBe(13.9);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(field(page, 'Pressure at the top, bar')).toHaveValue('1.01325');
});

test('a command is found by its name', async ({ quietPage: page }) => {
  await openCopy(page);
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find anything').fill('purity of the bot');
  await page.keyboard.press('Enter');
  await expect(field(page, /Acetone in bottoms/)).toBeFocused();
  await field(page, /Acetone in bottoms/).fill('0.01');
  await expect.poll(() => headline(page)).not.toBe(13.9);
  await page.keyboard.press('Control+z');
  await expect(field(page, /Acetone in bottoms/)).toHaveValue('0.02');
});

test('undo says what it took back, and shows it; on paper the page has its head and its drawing', async ({ quietPage: page }) => {
  await openCopy(page);
  await field(page, /Acetone in bottoms/).fill('0.01');
  await expect.poll(() => headline(page)).not.toBe(13.9);
  await page.locator('.stop', { hasText: 'Estimate' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  const said = page.locator('.ant-message');
  await expect(said).toContainText('Taken back: Mole fraction of acetone in the bottoms');
  await said.getByRole('button', { name: 'Show it' }).click();
  await expect(page.getByRole('grid', { name: 'Balance sheet' })).toBeVisible();
  await page.locator('.stop', { hasText: 'Graph' }).click();
  await page.emulateMedia({ media: 'print' });
  await expect(page.locator('.print-head')).toContainText('pairs from Smith, Van Ness');
  await expect(page.locator('.case-header')).toBeHidden();
  await expect.poll(async () => (await page.locator('.drawing').boundingBox())?.height ?? 0).toBeGreaterThan(300);
});

test('cases, rungs and a new case are found by their names', async ({ quietPage: page }) => {
  const find = async (words: string) => {
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder('Find anything').fill(words);
    await page.keyboard.press('Enter');
  };
  await page.goto(url());
  await expect(page.locator('.case-card').first()).toBeVisible();
  await find('new case in tarn');
  await expect(page.getByRole('dialog')).toContainText('New case in Tarn Bridge Solvents');
  await page.keyboard.press('Escape');
  await openCopy(page, url(), 'Four-alcohol splitter', 'estimate');
  await expect(page.locator('.headline-number')).toBeVisible();
  await find('rung 14');
  await expect(page.getByRole('complementary')).toContainText('Rung 14 from the top');
  await find('case: five alkanes with');
  await expect(page.getByLabel('Name of the case')).toHaveValue(/^Five alkanes/);
});

test('rating: given stages and two things known give the products; what cannot be is said', async ({ quietPage: page }) => {
  await openCopy(page);
  await page.getByRole('combobox', { name: 'Task' }).click();
  await page.locator('.ant-select-item').getByText('split of given stages').click();
  await expect(page.locator('.open-points')).toContainText('Number of stages is not set');
  await field(page, /^Stages/).fill('14');
  await field(page, /^Feed stage/).fill('13');
  await expect(page.locator('.inputs')).toContainText('12 above the feed stage, 1 below');
  await field(page, 'Reflux ratio').fill('0.6866');
  await field(page, 'Distillate per feed').fill(String((0.35 - 0.02) / (0.95 - 0.02)));
  // The fourteen stages of the demo's design, all of them whole, part a little further than it asks.
  await expect(page.locator('.figures')).toContainText('Distillate purity');
  const purity = await figure(page, 'Distillate purity');
  expect(purity).toBeGreaterThan(0.95);
  expect(purity).toBeLessThan(0.956);
  expect(await headline(page)).toBe(14);
  await field(page, /^Feed stage/).fill('5');
  await expect(page.locator('.margin')).toContainText('The same stages would part most with the feed on stage');
  await field(page, 'Distillate per feed').fill('1.2');
  await expect(page.locator('.open-points')).toContainText('must lie between 0 and 1');
});

test('trays, steam, a second pressure and the energy balance stand on the drawing', async ({ quietPage: page }) => {
  await openCopy(page);
  const before = await headline(page);
  await expect(page.getByRole('table', { name: 'By the energy balance' })).toContainText('energy balance');
  await page.getByText('its lines too', { exact: true }).click();
  await expect(page.locator('[data-part="energy-balanced"]').first()).toBeVisible();
  await choose(page, 'Trays', 'Murphree efficiency');
  await expect(page.locator('[data-part="pseudo-curve"]').first()).toBeVisible();
  await expect.poll(() => headline(page)).toBeGreaterThan(before);
  await choose(page, 'Trays', 'overall efficiency');
  await expect.poll(() => headline(page)).toBe(before);
  await field(page, 'Tray efficiency').fill('0.5');
  await expect.poll(() => figure(page, 'Trays')).toBe(Math.ceil((before - 1) / 0.5));
  await choose(page, 'Heat', 'open steam');
  await expect(page.locator('.figures')).toContainText('Steam per bottoms');
  await expect(page.locator('.figures')).not.toContainText('Reboiler');
  await field(page, 'Pressure at the bottom').fill('1.3');
  await expect(page.locator('[data-part="end-curve"]').first()).toBeVisible();
  await field(page, 'Subcooling').fill('20');
  await expect(page.locator('.figures')).toContainText('Reflux inside');
});

test('two feeds and a side draw are drawn, each with its line and its stage', async ({ quietPage: page }) => {
  await openChanged(page, ({ mixture, streams, connections, units }) => {
    const [feed] = streams;
    const [column] = units;
    const [acetone, water] = mixture.components;
    if (feed === undefined || column?.kind !== 'column' || acetone === undefined || water === undefined) throw new Error('no demo');
    const parts = { [acetone.id]: 0.1, [water.id]: 0.9 };
    streams.push({
      ...feed,
      id: 'weak',
      name: 'Weak water',
      amount: { value: 10, basis: 'molar' },
      composition: { basis: 'mole', parts },
    });
    connections.push({ id: 'weak-to-column', from: { stream: 'weak' }, to: { unit: column.id, port: 'weak' } });
    column.draws.push({ id: 'side', name: 'middle cut', phase: 'liquid' });
    column.balance.cells.push(
      { component: null, product: 'side', kind: 'flow', wish: 'equal', value: 2 },
      { component: acetone.id, product: 'side', kind: 'fraction', wish: 'equal', value: 0.6 },
    );
  });
  await solved(page);
  await expect(page.locator('[clip-path="url(#plot)"] [data-part="q-line"]')).toHaveCount(2);
  await expect(page.locator('[data-part="other-streams"]')).toContainText('Weak water');
  await expect(page.locator('[data-part="other-streams"]')).toContainText('middle cut');
  await expect(page.locator('.figures')).toContainText('Middle cut, stage');
  await expect(page.locator('.inputs')).toContainText('36.00 kmol/h, 0.100 mol/mol');
  await field(page, 'Stage of middle cut').fill('3');
  await expect(page.locator('.margin')).toContainText('Stage 3 gives a draw of');
  await field(page, 'Stage of middle cut').fill('best');
  await expect(page.locator('.margin')).not.toContainText('gives a draw of');
});
