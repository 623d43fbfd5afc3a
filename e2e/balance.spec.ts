import { expect, field, openCopy, stopState, test, textOf, url } from './engineer.ts';
import type { Locator, Page } from '@playwright/test';

const cell = (page: Page, name: string | RegExp): Locator => page.getByRole('gridcell', { name });
const alcohols = (page: Page) => openCopy(page, url(), 'Four-alcohol splitter', 'balance');

async function type(page: Page, target: Locator, text: string): Promise<void> {
  await target.focus();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}

test('two numbers fill the sheet, a third contradicts and is named, clearing it mends it', async ({ quietPage: page }) => {
  await alcohols(page);
  await expect(stopState(page, 'Feed & balance')).toHaveText('complete');
  await expect(cell(page, 'flow of ethanol in the distillate')).toHaveText('34.48');
  await expect(page.locator('.key-facts')).toContainText('1-propanol');
  await type(page, cell(page, 'flow of 1-propanol in the bottoms'), '21');
  await expect(stopState(page, 'Feed & balance')).toHaveText('out of reach');
  await expect(page.locator('.margin')).toContainText(
    'flow of 1-propanol in the bottoms, 21.00 kmol/h, is more than the feed brings',
  );
  await cell(page, /flow of 1-propanol in the bottoms, given/).focus();
  await page.keyboard.press('Delete');
  await expect(stopState(page, 'Feed & balance')).toHaveText('complete');
});

test('a wish, a mass fraction and a share in per cent are read as typed; arrow keys go from cell to cell', async ({
  quietPage: page,
}) => {
  await alcohols(page);
  await type(page, cell(page, 'fraction of 1-butanol in the distillate'), '< 0.001 ppm');
  await expect(cell(page, /fraction of 1-butanol in the distillate, given/)).toContainText('≤ 1e−9');
  await expect(page.locator('.margin')).toContainText('was the wish; the sheet makes it');
  await page.keyboard.press('ArrowUp');
  await expect(cell(page, /fraction of 1-propanol in the distillate/)).toBeFocused();
  await page.keyboard.type('0.5 wt%');
  await page.keyboard.press('Enter');
  await expect(cell(page, /fraction of 1-propanol in the distillate, given/)).toContainText('0.005 kg/kg');
  await page.getByText('mass', { exact: true }).click();
  await expect(cell(page, /fraction of 1-propanol in the distillate, given/)).toHaveText('0.005');
  await type(page, cell(page, /share of feed of ethanol in the distillate, given/), '99 %');
  await expect(cell(page, /share of feed of ethanol in the distillate, given/)).toHaveText('0.99');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell(page, /share of feed of ethanol in the distillate, given/)).toHaveText('0.985');
});

test('a click chooses a cell, typing replaces what stands there, a double click changes it, Delete clears it', async ({
  quietPage: page,
}) => {
  await alcohols(page);
  const given = cell(page, /share of feed of ethanol in the distillate, given/);
  const field = page.locator('.sheet-input');
  await given.click();
  await expect(given).toBeFocused();
  await expect(field).toHaveCount(0);
  await page.keyboard.type('0.97');
  await expect(field).toHaveValue('0.97');
  const other = cell(page, 'flow of methanol in the distillate');
  await other.click();
  await expect(given).toHaveText('0.97');
  await expect(other).toBeFocused();
  await given.dblclick();
  await expect(field).toHaveValue('0.97');
  await page.keyboard.press('Escape');
  await expect(given).toBeFocused();
  await page.keyboard.press('Delete');
  await expect(given).toHaveCount(0);
  await expect(cell(page, 'share of feed of ethanol in the distillate')).toBeFocused();
});

test('degrees of freedom are counted in words, with a proposal that can be followed', async ({ quietPage: page }) => {
  await alcohols(page);
  await page.getByRole('button', { name: 'Clear all numbers' }).click();
  await expect(page.locator('.open-points')).toHaveText(/Two more numbers are needed: for instance the recovery of .* in the /);
  await type(page, cell(page, 'share of feed of ethanol in the distillate'), '0.99');
  await expect(page.locator('.open-points')).toHaveText(/One more number is needed/);
  await expect(cell(page, 'share of feed of ethanol in the bottoms')).toHaveText('0.0100');
  await type(page, cell(page, 'ratio to bottoms of the total in the distillate'), '1.9');
  await expect(stopState(page, 'Feed & balance')).toHaveText('complete');
});

test('a composition that is not one offers both ways out and changes nothing unasked', async ({ quietPage: page }) => {
  await alcohols(page);
  await field(page, /^Methanol/).fill('0.35');
  await expect(page.locator('.mend')).toContainText('The parts add up to 1.0500, not 1.');
  await page.getByRole('combobox', { name: 'Let one component take the rest' }).click();
  await page.locator('.ant-select-item').getByText('1-butanol takes the rest').click();
  await expect(field(page, '1-Butanol, mol/mol')).toHaveValue('0.1');
  await expect(page.locator('.mend')).toHaveCount(0);
  await field(page, /^Methanol/).fill('0.7');
  await page.getByRole('button', { name: 'Scale all to 1' }).click();
  await expect(field(page, /^Methanol/)).toHaveValue('0.5185185185');
  await expect(stopState(page, 'Feed & balance')).toHaveText('complete');
});

test('a column of a spreadsheet is pasted, bases are changed and come back as they were', async ({ quietPage: page }) => {
  await alcohols(page);
  await field(page, /^Methanol/).focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text', '0.25\n0.25\n0.3\n0.2\n');
    document.activeElement?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await page.keyboard.press('Escape');
  await expect(field(page, /^1-Propanol, mol/)).toHaveValue('0.3');
  const choose = async (basis: string) => {
    await page.getByRole('combobox', { name: 'Basis of the composition' }).click();
    await page.locator('.ant-select-item').getByText(basis, { exact: true }).click();
  };
  await choose('mass flows');
  await expect(field(page, /^1-Propanol, kg\/h/)).toHaveValue(/^1802\.8/); // 30 kmol/h of 60.095 kg/kmol
  await choose('liquid volume fractions');
  await choose('mole fractions');
  await expect(field(page, /^1-Propanol, mol/)).toHaveValue('0.3');
  await expect(field(page, /^Flow/)).toHaveValue('100');
});

test('a second feed, a side draw, US units and the sheet as a file', async ({ quietPage: page }) => {
  await alcohols(page);
  await page.getByRole('button', { name: 'another' }).click();
  await expect(page.locator('.open-points li')).toHaveCount(2);
  await page.getByLabel('Name of the feed').nth(1).focus();
  await field(page, /^Flow/).fill('500 BPD');
  await field(page, /^Ethanol/).fill('0.5');
  await field(page, /^1-Propanol, mol/).fill('0.5');
  await expect(stopState(page, 'Feed & balance')).toHaveText('complete');
  await expect(page.locator('.total-row td').first()).not.toHaveText('100.0');
  await page.getByRole('button', { name: 'Side draw' }).click();
  await expect(page.locator('.open-points')).toContainText('Two more numbers are needed');
  await page.getByRole('combobox', { name: 'Units' }).click();
  await page.locator('.ant-select-item').getByText('US units').click();
  await expect(field(page, /^Flow, bbl\/d/)).toHaveValue('500');
  await expect(page.locator('.unit-row')).toContainText('lbmol/h');
  await page.getByRole('button', { name: 'Save drawing or table' }).click();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByText('Sheet as CSV').click()]);
  expect(await textOf(download)).toContain('"distillate, lbmol/h"');
});

test('a feed is stated by any two conditions, and says what it then is', async ({ quietPage: page }) => {
  await alcohols(page);
  await expect(page.locator('.inputs')).toContainText('below its bubble point');
  await page.getByRole('combobox', { name: 'and', exact: true }).click();
  await page.locator('.ant-select-item').getByText('vapour fraction', { exact: true }).click();
  await field(page, /^Vapour fraction/).fill('0.3');
  await expect(page.locator('.figures')).toContainText('0.3000 mol/mol vapour');
  await expect(page.getByRole('table', { name: 'Phases of the feed' })).toContainText('Vapour');
  await field(page, /^Vapour fraction/).fill('1.3');
  await expect(page.locator('.open-points')).toContainText('must lie between 0 and 1');
});
