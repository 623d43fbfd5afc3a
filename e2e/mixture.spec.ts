import { expect, field, openCopy, stopState, test, textOf, url } from './engineer.ts';
import type { Page } from '@playwright/test';

const open = async (page: Page, name: string) => {
  await openCopy(page, url(), name, 'mixture');
  await expect(stopState(page, 'Mixture')).toContainText('components');
};

const add = async (page: Page, name: string) => {
  await page.getByRole('combobox', { name: 'Add a component' }).fill(name);
  await page.locator('.ant-select-item-option').first().waitFor();
  await page.keyboard.press('Enter');
};

test('a third component is picked, its azeotrope is named, and the triangle is drawn and taken away', async ({
  quietPage: page,
}) => {
  await open(page, 'Acetone from wash water');
  await expect(page.locator('.margin')).toContainText('No azeotrope at this pressure');
  await add(page, 'methanol');
  await expect(page.locator('.azeotropes')).toContainText('acetone + methanol');
  await expect(page.locator('.azeotropes')).toContainText('boils lowest of its region');
  await expect(page.getByRole('table', { name: 'Order of boiling' }).getByRole('row').nth(2)).toContainText('methanol');
  await page.getByText('Triangle', { exact: true }).click();
  await expect(page.getByRole('img', { name: 'Residue curves of acetone, water, methanol' })).toBeVisible();
  await page.getByRole('button', { name: 'Save drawing or table' }).click();
  const [csv] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: 'Points as CSV' }).click()]);
  const rows = (await textOf(csv)).trim().split(/\r?\n/);
  expect(rows.length).toBeGreaterThan(200);
  const parts = (rows[5] ?? '').split(',').slice(1, 4).map(Number);
  expect(parts.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6);
});

test('every pair says where its numbers come from, and opens its diagram', async ({ quietPage: page }) => {
  await open(page, 'Four-alcohol splitter');
  const matrix = page.getByRole('table', { name: 'Where the numbers of each pair come from' });
  await expect(matrix.getByRole('button')).toHaveCount(6);
  await expect(matrix.getByRole('button').first()).toContainText('by groups');
  await matrix.getByRole('button').last().click();
  await expect(page.locator('.sheet-head')).toContainText('1-propanol and 1-butanol');
  await expect(page.getByRole('img', { name: '1-propanol and 1-butanol' })).toBeVisible();
  for (const view of ['y-x', 'activity coefficients', 'relative volatility']) {
    await page.getByText(view, { exact: true }).click();
    await expect(page.getByRole('img', { name: '1-propanol and 1-butanol' })).toBeVisible();
  }
});

test('the pressure moves an azeotrope; a model without parameters for a pair says so and draws the others', async ({
  quietPage: page,
}) => {
  await open(page, 'Acetone from wash water');
  await add(page, 'methanol');
  await expect(page.locator('.azeotropes')).toContainText('55.4');
  await field(page, 'Looked at').fill('0.5 bar');
  await expect(page.locator('.azeotropes')).not.toContainText('55.4');
  await add(page, 'n-decane');
  await page.getByLabel('Model', { exact: true }).click();
  await page.locator('.ant-select-item-option').getByText('NRTL', { exact: true }).click();
  await expect(stopState(page, 'Mixture')).toContainText('open point');
  await page.getByText('Pairs', { exact: true }).click();
  await expect(page.getByRole('button', { name: 'missing' })).toHaveCount(3);
  await page.getByRole('button', { name: 'published' }).first().click();
  await expect(page.getByRole('img', { name: 'acetone and water' })).toBeVisible();
});
