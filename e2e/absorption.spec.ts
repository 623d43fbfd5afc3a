import { expect, field, figure, headline, openCopy, stopState, test, textOf, url, choose } from './engineer.ts';
import type { Page } from '@playwright/test';

const washer = (page: Page, stop = 'transfer') => openCopy(page, url(), 'Acetone from drying air', stop);

test('a washed gas is drawn and stepped; more water, less recovery, and a number of stages each move it', async ({
  quietPage: page,
}) => {
  await washer(page);
  await expect(stopState(page, 'Graph')).toContainText('solved');
  const before = await headline(page);
  expect(before).toBeGreaterThan(4);
  expect(await figure(page, 'Stages by Kremser')).toBeGreaterThan(4);
  expect(await figure(page, 'Times the least')).toBe(1.4);
  await field(page, 'Times the least').fill('2');
  await expect.poll(() => headline(page)).toBeLessThan(before);
  await field(page, 'Part that passes').fill('0.9');
  await expect(page.locator('.headline')).toContainText('90.0 % of the acetone passes');
  await choose(page, 'Find', 'recovery of stages');
  await expect(page.locator('.open-points')).toContainText('Number of stages is not set');
  await field(page, 'Stages').fill('6');
  await expect(page.locator('.headline-number')).toHaveText('6.0');
  await page.getByText('fractions', { exact: true }).click();
  await expect(page.locator('.chart')).toContainText('acetone in liquid, mol/mol');
  await page.getByRole('button', { name: /Stages by steps: .* How it is worked out/ }).focus();
  await expect(page.getByRole('tooltip')).toContainText('Stepped between operating line and curve');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save drawing or table' }).click();
  await page.getByText('Stages as CSV').click();
  expect(await textOf(await download)).toContain('stage from the top');
});

test('too little water is said with the least that does, and one click sends enough', async ({ quietPage: page }) => {
  await washer(page, 'balance');
  await page.getByRole('textbox', { name: 'Name of the feed' }).nth(1).focus();
  await field(page, /^Flow/).fill('100');
  await page.getByRole('link', { name: /^Graph/ }).click();
  await choose(page, 'Liquid flow', 'as its stream says');
  await expect(page.locator('.margin')).toContainText('is less than the least that can do it');
  await expect(stopState(page, 'Estimate')).toHaveText('out of reach');
  await page.getByRole('button', { name: 'Take 1.4 × the least' }).click();
  await expect(stopState(page, 'Estimate')).toHaveText('solved');
});

test('the estimate tells what every component does; the column can become something else and back', async ({ quietPage: page }) => {
  await washer(page, 'factors');
  const table = page.getByRole('table', { name: 'Streams of the column' });
  await expect(table.getByRole('row', { name: /nitrogen/ })).toContainText('< 0.001');
  await expect(table.getByRole('row', { name: /acetone passes/ })).toContainText('0.02520');
  await field(page, 'Tray efficiency').fill('0.5');
  await expect(page.locator('.headline')).toContainText('17 real trays');
  await choose(page, 'The column', 'distils');
  await expect(page.getByRole('link', { name: /Feed & balance/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: /^Feeds/ })).toBeVisible();
});
