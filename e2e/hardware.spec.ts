import { choose, expect, field, openCopy, stopState, test, textOf } from './engineer.ts';
import type { Page } from '@playwright/test';

const openHardware = (page: Page, name = 'Four-alcohol splitter') => openCopy(page, undefined, name, 'hardware');

const metres = async (page: Page): Promise<number> =>
  Number(((await page.locator('.headline-number').textContent()) ?? '').split(' ')[0]);
const rated = (page: Page) => expect(stopState(page, 'Hardware')).toHaveText('rated');
const undo = (page: Page) => page.getByRole('button', { name: 'Undo', exact: true }).click();

test('trays are sized, rated at another diameter, and every step is taken back by one undo', async ({ quietPage: page }) => {
  await openHardware(page);
  await rated(page);
  expect(await metres(page)).toBeCloseTo(1.1, 6);
  await expect(page.locator('[data-part="vessel"]')).toBeVisible();
  await field(page, /^Size for/).fill('60');
  await field(page, /^Size for/).press('Enter');
  await expect.poll(() => metres(page)).toBeGreaterThan(1.1);
  await undo(page);
  await expect.poll(() => metres(page)).toBeCloseTo(1.1, 6);
  await page.getByRole('button', { name: /^Give it/ }).click();
  await page.getByRole('slider', { name: 'Diameter, slider' }).focus();
  for (let k = 0; k < 6; k++) await page.keyboard.press('ArrowLeft');
  await expect.poll(() => metres(page)).toBeCloseTo(0.8, 6);
  await expect(page.locator('.margin')).toContainText('Beyond its limit');
  await page.getByRole('button', { name: 'Size it again' }).click();
  await expect.poll(() => metres(page)).toBeCloseTo(1.1, 6);
});

test('what a limit asks is taken by one click, and mends', async ({ quietPage: page }) => {
  await openHardware(page, 'Naphtha with dissolved nitrogen');
  await rated(page);
  const second = page.locator('.margin').getByRole('region', { name: 'Section 2' });
  await expect(second).toContainText('Beyond its limit');
  await second.getByRole('button', { name: /^Take / }).click();
  await expect(second).toContainText('Within its limits');
  await undo(page);
  await expect(second).toContainText('Beyond its limit');
});

test('pressure and efficiency go back to the ladder, each in one step', async ({ quietPage: page }) => {
  await openHardware(page);
  await rated(page);
  const back = page.getByRole('region', { name: 'Back to the ladder' });
  await expect(back).toContainText('the ladder assumes 1.300 bar');
  await back.getByRole('button', { name: 'Hand the pressure back' }).click();
  await expect(back).toContainText('is what the hardware makes');
  await expect(back.getByRole('button', { name: 'Hand the pressure back' })).toHaveCount(0);
  await undo(page);
  await expect(back).toContainText('the ladder assumes 1.300 bar');
  await back.getByRole('button', { name: 'Make the rungs real trays' }).click();
  await expect(back.getByRole('button', { name: 'Make the rungs real trays' })).toHaveCount(0);
  await page.getByRole('link', { name: /^Ladder/ }).click();
  await expect(field(page, /^Rungs/)).toHaveValue('53');
  await undo(page);
  await expect(field(page, /^Rungs/)).toHaveValue('28');
});

test('packing in place of trays: shorter, with less drop; methods beside each other; what is taken away', async ({
  quietPage: page,
}) => {
  await openHardware(page);
  await rated(page);
  const figure = page.locator('.margin .figures div', { hasText: 'Pressure drop' }).first().locator('dd');
  const drop = async () => Number(((await figure.textContent()) ?? '').split(' ')[0]);
  const ofTrays = await drop();
  await choose(page, 'Contact by', 'packing');
  await expect(page.locator('.headline')).toContainText('of packing');
  expect(await drop()).toBeLessThan(0.2 * ofTrays);
  await page.getByText('Methods', { exact: true }).click();
  await expect(page.getByRole('table', { name: /by every method/ })).toContainText('Robbins 1991');
  await page.getByText('Rungs', { exact: true }).click();
  await expect(page.getByRole('table', { name: 'Hardware, rung by rung' })).toContainText('share of flooding');
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: /CSV$/ }).click()]);
  const lines = (await textOf(download)).trim().split(/\r?\n/);
  expect(lines).toHaveLength(27);
  expect(lines[0]).toContain('share of flooding');
  const [sheet] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: /XLSX$/ }).click()]);
  expect(sheet.suggestedFilename()).toBe('Variant of a test – hardware.xlsx');
  await choose(page, 'Packing', 'Mellapak, 250Y, metal');
  await expect(page.locator('.headline')).toContainText('of packing');
});

test('a column without hardware begins with trays or packing; sections may differ', async ({ quietPage: page }) => {
  await openHardware(page, 'Five alkanes with a side draw');
  await page.getByRole('button', { name: 'Begin with trays' }).click();
  await rated(page);
  await choose(page, 'Built', 'each its own way');
  await expect(page.getByRole('region', { name: /^Section 3, below/ }).first()).toBeVisible();
  await page
    .getByRole('region', { name: /^Section 2, between/ })
    .getByLabel('Contact by')
    .click();
  await page.locator('.ant-select-item-option', { hasText: 'packing' }).click();
  await expect(page.locator('[data-part="beds"]')).toHaveCount(1);
  await expect(page.locator('[data-part="trays"]')).toHaveCount(2);
  await choose(page, 'Built', 'all alike');
  await expect(page.locator('[data-part="beds"]')).toHaveCount(0);
});

test('the ladder takes the hardware’s pressure live, says so, and lets go of it again', async ({ quietPage: page }) => {
  await openHardware(page);
  await rated(page);
  const back = page.getByRole('region', { name: 'Back to the ladder' });
  await back.getByRole('switch', { name: 'The ladder takes this pressure' }).click();
  await expect(back).toContainText('Below the top the ladder has the pressure that the hardware makes');
  const before = await back.textContent();
  await page.getByRole('button', { name: /^Give it/ }).click();
  await page.getByRole('slider', { name: 'Diameter, slider' }).focus();
  for (let k = 0; k < 3; k++) await page.keyboard.press('ArrowLeft');
  await expect.poll(() => metres(page)).toBeCloseTo(0.95, 6);
  await expect(back).not.toHaveText(before ?? '');
  await expect(back).toContainText('Below the top the ladder has the pressure that the hardware makes');
  await page.getByRole('link', { name: /^Ladder/ }).click();
  await expect(page.getByText('Below the top the hardware sets the pressure.')).toBeVisible();
  await page.getByRole('button', { name: 'Let what is entered here hold' }).click();
  await expect(page.getByText('Below the top the hardware sets the pressure.')).toHaveCount(0);
  await undo(page);
  await expect(page.getByText('Below the top the hardware sets the pressure.')).toBeVisible();
});

test('efficiency tray by tray, exchangers and drum follow what is entered', async ({ quietPage: page }) => {
  await openHardware(page);
  await rated(page);
  const ends = page.getByRole('region', { name: 'Ends of the column' });
  await expect(ends).toContainText('Condenser, cooling water');
  const area = await ends.textContent();
  await field(page, /^Condenser, U/).fill('500');
  await field(page, /^Condenser, U/).press('Enter');
  await expect(ends).not.toHaveText(area ?? '');
  const headline = await page.locator('.headline').textContent();
  await choose(page, 'Efficiency by', 'AIChE 1958');
  await expect(page.locator('.headline')).not.toHaveText(headline ?? '');
  await page.getByRole('button', { name: 'Make the rungs real trays' }).click();
  await expect(page.getByRole('button', { name: 'Make the rungs real trays' })).toHaveCount(0);
  await expect(stopState(page, 'Hardware')).toHaveText('rated');
});
