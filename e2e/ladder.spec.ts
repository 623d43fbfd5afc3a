import { choose, expect, field, openChanged, openCopy, stopState, test, textOf, url } from './engineer.ts';
import type { Locator, Page } from '@playwright/test';

const open = async (page: Page, name = 'Four-alcohol splitter') => {
  await openCopy(page, url(), name, 'ladder');
  await expect(stopState(page, 'Ladder')).toContainText('solved');
};

const card = (page: Page, name: string): Locator => page.getByRole('listitem', { name, exact: true });

/** What a card says its quantity is now, as a number. */
const now = async (page: Page, name: string): Promise<number> =>
  Number.parseFloat((await card(page, name).locator('.target-now').first().textContent()) ?? '');

const product = async (page: Page, row: string, column: number): Promise<number> =>
  Number(
    await page
      .getByRole('table', { name: 'Products', exact: true })
      .getByRole('row', { name: row })
      .getByRole('cell')
      .nth(column)
      .textContent(),
  );

test('every demo ladder is solved when it is first opened', async ({ quietPage: page }) => {
  for (const name of [
    'Four-alcohol splitter',
    'Naphtha with dissolved nitrogen',
    'Acetone from drying air',
    'Toluene from rinse water',
    'Five alkanes with a side draw',
  ]) {
    await open(page, name);
    await expect(page.locator('.ladder-drawing')).toBeVisible();
  }
});

test('an estimate becomes a ladder in one action, is undone in one, and says later what an update would change', async ({
  quietPage: page,
}) => {
  await openCopy(page, url(), 'Acetone from wash water', 'ladder');
  await page.getByRole('button', { name: 'Carry over from the graph' }).click();
  // Beside what it was made from: the same reflux, not another stop's.
  const reflux = page.getByRole('table', { name: 'Beside the graph' }).getByRole('row', { name: 'Reflux ratio' }).getByRole('cell');
  await expect(reflux.first()).toHaveText(/^\d/);
  expect(await reflux.nth(1).textContent()).toBe(await reflux.nth(0).textContent());
  await expect(stopState(page, 'Ladder')).toContainText('solved');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Carry over from the graph' })).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.locator('.ladder-drawing')).toBeVisible();
  await page.locator('.stop', { hasText: 'Graph' }).click();
  await expect(page.locator('.carry')).toContainText('stands as it was carried over');
  await field(page, /^Reflux/).fill('0.9 mol/mol');
  await expect(page.getByRole('list', { name: 'What the update would change' })).toContainText(/Reflux ratio: .* → 0.9/);
  await page.getByRole('button', { name: 'Update the ladder' }).click();
  await page.locator('.stop', { hasText: 'Ladder' }).click();
  await expect.poll(() => now(page, 'Reflux ratio')).toBeCloseTo(0.9, 3);
});

test('more reflux parts more, and the profiles follow at once', async ({ quietPage: page }) => {
  await open(page);
  const before = await product(page, '1-propanol', 0);
  await field(page, /^wanted/)
    .first()
    .fill('2');
  await expect.poll(() => now(page, 'Reflux ratio')).toBe(2);
  expect(await product(page, '1-propanol', 0)).toBeLessThan(before);
});

test('a feed goes to another rung by pointer and by key', async ({ quietPage: page }) => {
  await open(page);
  const tag = page.getByRole('slider', { name: /^Mixed alcohols/ });
  await expect(tag).toHaveAttribute('aria-valuenow', '17');
  await tag.focus();
  await page.keyboard.press('ArrowUp');
  await expect(tag).toHaveAttribute('aria-valuenow', '16');
  await expect(stopState(page, 'Ladder')).toContainText('solved');
  const box = await tag.boundingBox();
  if (box === null) throw new Error('the tag is not drawn');
  await page.mouse.move(box.x + 40, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 40, box.y + box.height / 2 - 100, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => Number(await tag.getAttribute('aria-valuenow'))).toBeLessThan(13);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(tag).toHaveAttribute('aria-valuenow', '16');
});

test('a rung that is pointed at tells its numbers, on the drawing and in the table alike', async ({ quietPage: page }) => {
  await open(page);
  await page.locator('.ladder-drawing').focus();
  for (let k = 0; k < 5; k++) await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'Rung 5 from the top' })).toBeVisible();
  const temperature = await page.locator('.figures dd').first().textContent();
  await page.getByText('Stages', { exact: true }).click();
  const row = page.locator('.ladder-table .ant-table-row').nth(4);
  await expect(row).toContainText((temperature ?? '').replace(/ °C/, ''));
});

test('a purity takes the place of the reflux without a jump, and is then asked for more', async ({ quietPage: page }) => {
  await open(page);
  await page.getByRole('button', { name: '1-Propanol in the distillate', exact: true }).click();
  const target = card(page, '1-Propanol in the distillate');
  await target.getByRole('button', { name: 'Hold what it is now' }).click();
  await page.getByRole('menuitem', { name: 'in place of reflux ratio' }).click();
  await expect(page.locator('.section-head')).toContainText('2 targets for 2 handles');
  await expect.poll(() => now(page, 'Reflux ratio')).toBeCloseTo(1.2, 3);
  await target.getByRole('textbox').fill('500 ppm');
  await expect.poll(() => now(page, 'Reflux ratio')).toBeGreaterThan(1.3);
  await expect(target).toContainText('met');
});

test('the wash water’s flow is found for what is to be left of the acetone', async ({ quietPage: page }) => {
  await open(page, 'Acetone from drying air');
  await page.getByRole('button', { name: 'Let something move' }).click();
  await page.getByRole('menuitem', { name: 'Wash water' }).hover();
  await page.getByRole('menuitem', { name: 'Flow of Wash water' }).click();
  await page.getByRole('button', { name: /Target$/ }).click();
  await page.getByRole('button', { name: 'Add the card' }).click();
  const purity = 'Acetone in the overhead vapour';
  await page.getByRole('button', { name: purity, exact: true }).click();
  await expect.poll(() => now(page, purity)).toBeGreaterThan(0);
  await card(page, purity).getByRole('button', { name: 'Hold what it is now' }).click();
  await page.getByRole('menuitem', { name: /^in place of flow of Wash water/ }).click();
  await card(page, purity).getByRole('textbox').fill('0.001');
  await expect(card(page, purity)).toContainText('met');
  await expect.poll(() => now(page, 'Flow of Wash water, of what it is given')).toBeGreaterThan(1);
});

test('too many targets, and targets that say the same twice, are told before anything is solved', async ({ quietPage: page }) => {
  await open(page);
  await page.getByRole('switch', { name: 'Reboiler duty in force' }).click();
  await expect(page.locator('.open-points')).toContainText(
    '3 targets in force for 2 handles (distillate flow, reboiler duty): switch one off.',
  );
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: /Target$/ }).click();
  await choose(page, 'Kind of target', 'flow of a product');
  await choose(page, 'Product', 'bottoms');
  await page.locator('.add-target .ant-select-selection-item-remove').first().click();
  await page.getByRole('button', { name: 'Add the card' }).click();
  await page.getByRole('button', { name: 'Bottoms flow', exact: true }).click();
  await expect.poll(() => now(page, 'Bottoms flow')).toBeCloseTo(35.3, 2);
  await card(page, 'Bottoms flow').getByRole('button', { name: 'Hold what it is now' }).click();
  await page.getByRole('menuitem', { name: 'in place of reflux ratio' }).click();
  await expect(page.locator('.margin')).toContainText('Distillate flow and bottoms flow say the same thing twice');
  await page.getByRole('button', { name: 'Switch off bottoms flow' }).click();
  await expect(page.locator('.open-points')).toContainText('one more target is needed');
});

test('how far a purity goes, with the curve and what stops it', async ({ quietPage: page }) => {
  await open(page);
  await page.getByRole('button', { name: 'Ethanol to the distillate', exact: true }).click();
  await card(page, 'Ethanol to the distillate').getByRole('button', { name: 'How far?' }).click();
  const dialog = page.getByRole('dialog');
  // 64.7 of distillate less 30 of methanol leave room for 34.7 of the 35 of ethanol that are fed.
  await expect(dialog).toContainText(/At most 0\.991\d mol\/mol: the distillate is full: it holds all the methanol/, {
    timeout: 30_000,
  });
  await expect(dialog.locator('svg').first()).toBeVisible();
});

test('a column that exists is typed in without any split; the sheet fills from it and can ask for what it does', async ({
  quietPage: page,
}) => {
  await openChanged(
    page,
    ({ units }) => {
      const [unit] = units;
      if (unit?.kind !== 'column') return;
      unit.balance.cells = [];
      unit.graph.reflux = null;
      unit.ladder = null;
    },
    'ladder',
  );
  await page.getByRole('button', { name: 'Begin with the column itself' }).click();
  await expect(page.locator('.open-points li')).toHaveCount(2);
  const card = (name: string) => page.getByRole('listitem', { name }).getByRole('textbox', { name: /^wanted/ });
  await card('Reflux ratio').fill('1.2');
  await card('Distillate flow').fill('25');
  await expect(stopState(page, 'Ladder')).toContainText('solved');
  await page.locator('.stop', { hasText: 'balance' }).click();
  const sheet = page.getByRole('grid', { name: 'Balance sheet' });
  await expect(page.locator('.sheet-sentence')).toContainText('the flows are those of the ladder');
  await expect(sheet.getByRole('gridcell', { name: 'flow of the total in the distillate' })).toHaveText('25.00');
  await page.getByRole('button', { name: 'Ask for this split' }).click();
  await expect(stopState(page, 'Feed & balance')).toHaveText('complete');
  await page.locator('.stop', { hasText: 'Ladder' }).click();
  const asked = page.getByRole('table', { name: 'Asked and reached' });
  await expect(asked.locator('tbody tr')).toHaveCount(2);
  await expect(asked.locator('tbody tr[data-verdict="met"]')).toHaveCount(2);
});

test('a target walks to where it is wanted', async ({ quietPage: page }) => {
  await open(page);
  await page.getByRole('button', { name: 'Ethanol to the distillate', exact: true }).click();
  const target = card(page, 'Ethanol to the distillate');
  await target.getByRole('textbox').fill('0.99');
  await target.getByRole('button', { name: 'Walk there' }).click();
  await page.getByRole('menuitem', { name: 'in place of reflux ratio' }).click();
  await expect.poll(() => now(page, 'Ethanol to the distillate'), { timeout: 30_000 }).toBeCloseTo(0.99, 4);
  await expect(target).toHaveAttribute('data-in-force', 'true');
});

test('a walk beyond what can be ends at the last value met, which can be held', async ({ quietPage: page }) => {
  await open(page);
  await page.getByRole('button', { name: 'Ethanol to the distillate', exact: true }).click();
  const target = card(page, 'Ethanol to the distillate');
  await target.getByRole('textbox').fill('0.995');
  await target.getByRole('button', { name: 'Walk there' }).click();
  await page.getByRole('menuitem', { name: 'in place of reflux ratio' }).click();
  await expect(target).toContainText('the distillate is full', { timeout: 30_000 });
  await target.getByRole('button', { name: /^Hold 0\.99/ }).click();
  await expect.poll(() => now(page, 'Ethanol to the distillate')).toBeGreaterThan(0.99);
});

test('a target makes way for what it moved, which stays where it is', async ({ quietPage: page }) => {
  await open(page);
  await choose(page, 'Reflux ratio: what it moves', 'hold reboiler duty where it is, instead');
  await expect(card(page, 'Reboiler duty')).toHaveAttribute('data-in-force', 'true');
  await expect(card(page, 'Reflux ratio')).toHaveAttribute('data-in-force', 'false');
  await expect.poll(() => now(page, 'Reflux ratio')).toBeCloseTo(1.2, 3);
});

test('the water that the wash water brings is moved, and trays that are worse for acetone let more of it through', async ({
  quietPage: page,
}) => {
  await open(page, 'Acetone from drying air');
  await page.getByRole('button', { name: 'Let something move' }).click();
  await page.getByRole('menuitem', { name: 'Wash water' }).hover();
  await page.getByRole('menuitem', { name: 'Water in Wash water' }).click();
  const water = 'Water in Wash water';
  await expect(card(page, water)).toContainText('met');
  const lost = (): Promise<number> => product(page, 'acetone', 0);
  const before = await lost();
  await page.getByRole('button', { name: 'Other efficiency of a component' }).click();
  await page.getByRole('menuitem', { name: 'acetone', exact: true }).click();
  await field(page, 'Efficiency, acetone').fill('0.3');
  await expect.poll(lost).toBeGreaterThan(before);
  await card(page, water)
    .getByRole('textbox')
    .fill(String(2 * (await now(page, water))));
  await expect.poll(lost).toBeLessThan(before);
});

test('a profile that is pasted and a method that is chosen lead to the same column', async ({ quietPage: page }) => {
  await open(page);
  const before = await product(page, '1-propanol', 0);
  await page.getByText('How it is solved').click();
  const profile = page.getByRole('textbox', { name: 'Begin from a profile' });
  await profile.fill('liquid, kmol/h\n100\n110');
  await page.getByRole('button', { name: 'Begin from this' }).click();
  await expect(page.getByRole('alert')).toContainText('No column is headed temperature');
  await profile.fill('temperature, °C\n70\n90\n115');
  await page.getByRole('button', { name: 'Begin from this' }).click();
  await expect(page.getByText('Begins from a given profile: 3 rows with temperatures.')).toBeVisible();
  await choose(page, 'Methods', 'inside-out, alone');
  await expect(page.locator('.margin details summary')).toContainText('by inside-out');
  expect(await product(page, '1-propanol', 0)).toBe(before);
});

test('more rungs are drawn closer, and stages count as they are asked to', async ({ quietPage: page }) => {
  await open(page);
  await field(page, 'Rungs').fill('90');
  await expect(page.locator('.ladder-drawing')).toHaveAttribute('aria-label', /Ladder of 90 rungs/);
  await page.getByRole('button', { name: 'Strips' }).click();
  await page.getByRole('radio', { name: 'from the bottom' }).check();
  await expect(page.locator('.ladder-drawing')).toContainText('stages from the bottom, condenser counted');
});

test('the limits of the split stand beside the estimate, and a feed is moved to its best rung', async ({ quietPage: page }) => {
  await open(page, 'Naphtha with dissolved nitrogen');
  await page.getByText('Limits', { exact: true }).click();
  const limits = page.getByRole('table', { name: 'Limits of the split' });
  await expect(limits.getByRole('row', { name: 'least reflux ratio' }).getByRole('cell').first()).toHaveText(/^1\.\d+$/);
  await expect(page.getByText(/^With endless stages a reflux ratio of 1\.\d+ does; here it is 2\.200/)).toBeVisible();
  await expect(page.getByText(/^Pinch below Degreaser naphtha: .* °C, liquid of cyclohexane/)).toBeVisible();
  const move = page.getByRole('button', { name: /^Let Degreaser naphtha enter at rung/ });
  const rung = Number.parseInt(((await move.textContent()) ?? '').replace(/^\D*/, ''), 10);
  await move.click();
  await expect(page.getByText(`Degreaser naphtha enters at its best rung, ${rung}.`)).toBeVisible();
  await expect(move).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(move).toBeVisible();
});

test('what moves what: every input with its step, the readouts one chooses, all of them taken away', async ({
  quietPage: page,
}) => {
  await open(page);
  await page.getByText('Sensitivities', { exact: true }).click();
  const table = page.getByRole('table', { name: 'What every input does to what comes out' });
  const reflux = table.getByRole('row', { name: /^reflux ratio/ });
  await expect(reflux).toContainText('+0.0120');
  const [value, duty] = [1602, Number.parseFloat(((await reflux.getByRole('cell').nth(2).textContent()) ?? '').replace('+', ''))];
  // A hundredth more reflux is about a hundredth of the condensed vapour's 1.2/2.2 more.
  expect(duty / value).toBeGreaterThan(0.003);
  expect(duty / value).toBeLessThan(0.008);
  await page.getByRole('combobox', { name: 'What is told' }).fill('temperature of stage 1');
  await page.keyboard.press('Enter');
  await expect(table.getByRole('columnheader', { name: 'temperature of stage 1', exact: true })).toBeVisible();
  const [csv] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'CSV' }).click()]);
  const rows = (await textOf(csv)).trim().split(/\r?\n/);
  expect(rows[0]).toContain('reboiler duty, kW');
  expect(rows.some((row) => row.startsWith('temperature of Mixed alcohols,°C,60'))).toBe(true);
});

test('stages and products are taken away as text and as a spreadsheet', async ({ quietPage: page }) => {
  await open(page);
  await page.getByText('Stages', { exact: true }).click();
  const [csv] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'CSV' }).click()]);
  const rows = (await textOf(csv)).trim().split(/\r?\n/);
  expect(rows).toHaveLength(29);
  expect(rows[0]).toContain('x ethanol, mol/mol');
  await page.getByText('Products', { exact: true }).first().click();
  const [xlsx] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'XLSX' }).click()]);
  expect(xlsx.suggestedFilename()).toMatch(/products\.xlsx$/);
});
