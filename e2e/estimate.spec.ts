import { expect, field, figure, headline, openCopy, stopState, test, textOf, url } from './engineer.ts';
import { readFile } from 'node:fs/promises';
import type { Download, Page } from '@playwright/test';

const alcohols = async (page: Page) => {
  await openCopy(page, url(), 'Four-alcohol splitter', 'estimate');
  await expect(stopState(page, 'Estimate')).toHaveText('solved');
};

test('stages for a reflux, and the reflux for those stages, are one and the same column', async ({ quietPage: page }) => {
  await alcohols(page);
  const stages = await headline(page);
  expect(stages).toBeGreaterThan(20);
  await field(page, /^Reflux/).fill('2 mol/mol');
  await expect.poll(() => headline(page)).toBeLessThan(stages);
  const fewer = await headline(page);
  await page.getByRole('combobox', { name: 'Find' }).click();
  await page.locator('.ant-select-item').getByText('reflux for stages').click();
  await expect(page.locator('.open-points')).toContainText('Number of stages is not set');
  await field(page, 'Equilibrium stages').fill(String(fewer));
  await expect(page.locator('.headline')).toContainText(/reflux of (1\.9[5-9]|2\.0[0-5])\d* mol/);
});

test('every figure is explained with its equation and its numbers', async ({ quietPage: page }) => {
  await alcohols(page);
  const nmin = await figure(page, 'Fewest stages');
  await page.getByRole('button', { name: /^Fewest stages/ }).focus();
  const words = page.getByRole('tooltip');
  await expect(words).toContainText('Fenske: Nmin = ln[(d/b)L / (d/b)H] / ln α');
  await expect(words).toContainText(String(nmin));
});

test('a reflux below the minimum is refused with the number that mends it, and one click does', async ({ quietPage: page }) => {
  await alcohols(page);
  await field(page, /^Reflux/).fill('0.5 mol/mol');
  await expect(stopState(page, 'Estimate')).toHaveText('out of reach');
  await expect(page.locator('.margin')).toContainText('is not above the smallest, 0.9');
  await page.getByRole('button', { name: 'Take 1.3 × the minimum' }).click();
  await expect(stopState(page, 'Estimate')).toHaveText('solved');
});

test('keys the wrong way round, and a mixed condenser without its vapour, say what is wrong', async ({ quietPage: page }) => {
  await alcohols(page);
  await page.getByRole('combobox', { name: 'Light key' }).click();
  await page.locator('.ant-select-item').getByText('1-butanol', { exact: true }).click();
  await expect(page.locator('.margin')).toContainText('1-butanol is not more volatile than 1-propanol');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('combobox', { name: 'Condenser' }).click();
  await page.locator('.ant-select-item').getByText('mixed, with a vent').click();
  await expect(page.locator('.open-points')).toContainText('Vapour in the distillate is not set');
  await page.getByRole('button', { name: 'Go to the field' }).click();
  await expect(field(page, 'Vapour in the distillate')).toBeFocused();
  await field(page, 'Vapour in the distillate').fill('0.2');
  await expect(stopState(page, 'Estimate')).toHaveText('solved');
});

test('the result is carried over to the ladder, and what an update would change is told', async ({ quietPage: page }) => {
  await alcohols(page);
  await expect(page.locator('.carry')).toContainText('Update the ladder');
  await field(page, /^Reflux/).fill('2 mol/mol');
  await expect(page.getByRole('list', { name: 'What the update would change' })).toContainText('Reflux ratio: 1.200 → 2.000');
  await page.getByRole('button', { name: 'Update the ladder' }).click();
  await expect(page.locator('.carry')).toContainText('stands as it was carried over');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Update the ladder' })).toBeEnabled();
});

test('an open point of another stop leads there', async ({ quietPage: page }) => {
  await openCopy(page, url(), 'Four-alcohol splitter', 'balance');
  await field(page, /^Flow/).fill('');
  await page.locator('.stop', { hasText: 'Estimate' }).click();
  // The page before says the same until this one is there.
  await expect(page.getByRole('complementary', { name: 'What the estimate says' })).toBeVisible();
  await expect(page.locator('.open-points')).toContainText('Feed flow is not set');
  await page.getByRole('button', { name: 'Go to the field' }).click();
  await expect(field(page, /^Flow/)).toBeFocused();
});

test('figures and curves are taken away', async ({ quietPage: page }) => {
  await alcohols(page);
  const save = async (item: string): Promise<Download> => {
    await page.getByRole('button', { name: 'Save figures or charts' }).click();
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: item }).click()]);
    return download;
  };
  expect(await textOf(await save('all figures as CSV'))).toContain('fewest stages');
  const picture = await readFile(await (await save('stages against reflux as PNG')).path());
  expect(picture.subarray(1, 4).toString()).toBe('PNG');
  const shown = await page.locator('.chart canvas').first().boundingBox();
  expect(picture.readUInt32BE(16)).toBe(2 * Math.floor(shown?.width ?? 0));
});

test('a chart is read with the arrow keys, and stands beside itself as a table', async ({ quietPage: page }) => {
  await alcohols(page);
  const chart = page.getByRole('img', { name: /^Equilibrium stages against reflux ratio/ });
  await chart.focus();
  await page.keyboard.press('ArrowRight');
  const told = chart.getByRole('status');
  await expect(told).toContainText('reflux ratio, mol/mol');
  const first = await told.textContent();
  await page.keyboard.press('ArrowRight');
  await expect(told).not.toHaveText(first ?? '');
  const table = page.getByRole('table', { name: 'Equilibrium stages against reflux ratio' });
  await expect(table.getByRole('row', { name: /^elbow/ })).toBeAttached();
  await expect(table.getByRole('row', { name: /^Rmin/ })).toBeAttached();
});
