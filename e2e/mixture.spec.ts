import { expect, field, openCopy, stopState, takeComponent, test, textOf, url } from './engineer.ts';
import type { Page } from '@playwright/test';

const open = async (page: Page, name: string) => {
  await openCopy(page, url(), name, 'mixture');
  await expect(stopState(page, 'Mixture')).toContainText('components');
};

const add = (page: Page, typed: string, name = typed) =>
  takeComponent(page.getByRole('combobox', { name: 'Add a component' }), typed, name);
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

test('who types faster than the databank answers loses neither a letter nor a component', async ({ quietPage: page }) => {
  await open(page, 'Acetone from wash water');
  await page.route('**/api/databank/mixture**', async (route) => {
    await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  const box = page.getByRole('combobox', { name: 'Add a component' });
  await add(page, 'methanol');
  await add(page, 'ethanol');
  // Typed while both answers are under way, and while they come.
  await box.pressSequentially('1-propanol', { delay: 250 });
  await expect(page.getByRole('button', { name: 'Leave out ethanol' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Leave out methanol' })).toBeVisible();
  await expect(box).toHaveValue('1-propanol');
  await page.locator('.ant-select-item-option-active', { hasText: '1-propanol' }).waitFor();
  await box.press('Enter');
  await expect(page.getByRole('button', { name: 'Leave out 1-propanol' })).toBeVisible();
  await expect(page.locator('.component-list li')).toHaveCount(5);
});

test('every pair says where its numbers come from, and opens its diagram', async ({ quietPage: page }) => {
  await open(page, 'Four-alcohol splitter');
  const matrix = page.getByRole('table', { name: 'Where the numbers of each pair come from' });
  await expect(matrix.getByRole('button')).toHaveCount(6);
  await expect(matrix.getByRole('button').first()).toContainText('by groups');
  await matrix.getByRole('button').last().click();
  await expect(page.locator('.pair-head')).toContainText('1-propanol and 1-butanol');
  await expect(page.getByRole('img', { name: '1-propanol and 1-butanol' })).toBeVisible();
  for (const view of ['y-x', 'activity coefficients', 'K-values', 'relative volatility']) {
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
  await expect(page.getByRole('button', { name: 'missing', exact: true })).toHaveCount(3);
  await page.getByRole('button', { name: 'published' }).first().click();
  await expect(page.getByRole('img', { name: 'acetone and water' })).toBeVisible();
});

/** Methanol and water at 1 atm; Perry's Chemical Engineers' Handbook, 6th ed. (1984), section 13, from memory. */
const measured = `x1, mol/mol\ty1, mol/mol\tt, °C
0.02\t0.134\t96.4
0.06\t0.304\t91.2
0.1\t0.418\t87.7
0.2\t0.579\t81.7
0.3\t0.665\t78
0.5\t0.779\t73.1
0.7\t0.87\t69.3
0.9\t0.958\t66`;

test('the whole way: components picked, missing pairs filled, a pair fitted to a pasted table, taken away, a verdict read', async ({
  quietPage: page,
}) => {
  await open(page, 'Acetone from wash water');
  await page.getByRole('button', { name: 'Leave out acetone' }).click();
  await add(page, 'methyl alcohol', 'methanol');
  await add(page, '108-88-3', 'toluene');
  await expect(page.getByRole('button', { name: 'methanol', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'toluene', exact: true })).toBeVisible();
  await page.getByLabel('Model', { exact: true }).click();
  await page.locator('.ant-select-item-option').getByText('NRTL', { exact: true }).click();
  await page.getByText('Pairs', { exact: true }).click();
  await expect(page.getByRole('button', { name: 'missing', exact: true })).toHaveCount(1);
  await page.getByRole('button', { name: 'Fill the missing pairs by groups' }).click();
  await expect(page.getByRole('button', { name: 'by groups', exact: true })).toHaveCount(1);
  await expect(page.getByRole('button', { name: 'missing', exact: true })).toHaveCount(0);
  await expect(stopState(page, 'Mixture')).toContainText('3 components');
  await page.getByRole('button', { name: 'by groups', exact: true }).click();
  await expect(page.getByLabel('The pair')).toContainText('estimated by groups');

  await page.getByRole('combobox', { name: 'Pair', exact: true }).click();
  await page.locator('.ant-select-item-option').getByText('water and methanol', { exact: true }).click();
  await page.getByRole('button', { name: 'Fit to measured data' }).click();
  await page.getByLabel('Measured points').fill(measured.replace('x1', 'x methanol').replace('y1', 'y methanol'));
  await page.getByRole('textbox', { name: 'Source' }).fill('the handbook');
  await page.getByRole('button', { name: 'Keep these points' }).click();
  await expect(page.getByRole('table', { name: 'Fitted parameters' })).toContainText('b12, K');
  await expect(page.getByRole('list', { name: 'Thermodynamic consistency' })).toContainText('Area test holds');
  await expect(page.getByRole('list', { name: 'Thermodynamic consistency' })).toContainText('Point test holds');
  await page.getByRole('button', { name: 'Save drawing or table' }).click();
  const [csv] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: 'Points as CSV' }).click()]);
  expect((await textOf(csv)).trim().split(/\r?\n/)).toHaveLength(17);
  await page.getByRole('button', { name: 'Take this fit for the pair' }).click();
  await expect(page.getByLabel('The pair')).toContainText('fitted to the handbook');
  await page.getByText('Pairs', { exact: true }).click();
  await expect(page.getByRole('button', { name: 'fitted' })).toHaveCount(1);

  await page.getByLabel(/^Top, mole fractions/).fill('0.01 0.98');
  await page.getByLabel(/^Bottom, mole fractions/).fill('0.96 0.03');
  await expect(page.locator('.margin')).toContainText(/Reachable|Across a boundary/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'fitted' })).toHaveCount(0);
});

test('what is beyond an azeotrope is said so, in a diagram of two', async ({ quietPage: page }) => {
  await open(page, 'Acetone from wash water');
  await add(page, 'ethanol');
  await page.getByRole('button', { name: 'Leave out acetone' }).click();
  await expect(page.locator('.azeotropes')).toContainText('ethanol');
  await page.getByLabel(/^Top, mole fractions/).fill('0.02 0.98');
  await page.getByLabel(/^Bottom, mole fractions/).fill('0.99 0.01');
  await expect(page.locator('.margin')).toContainText('Beyond an azeotrope');
  await page.getByLabel(/^Top, mole fractions/).fill('0.2 0.8');
  await expect(page.locator('.margin')).toContainText('Reachable');
  await page.getByLabel(/^Top, mole fractions/).fill('0.2 0.9');
  await expect(page.locator('.inputs')).toContainText('not to 1');
});

test('a component of one’s own is estimated, added, and told as an estimate', async ({ quietPage: page }) => {
  await open(page, 'Four-alcohol splitter');
  await page.getByRole('button', { name: 'one of your own' }).click();
  const drawer = page.locator('.ant-drawer');
  await drawer.getByLabel('Name').fill('reclaimed ester');
  await expect(drawer.getByRole('list', { name: 'Still needed' })).toContainText('Critical temperature is not set');
  for (const [group, count] of [
    ['-CH3', '2'],
    ['-CH2-', '3'],
    ['-COO-, ester', '1'],
  ] as const) {
    await drawer.getByRole('combobox', { name: 'Add a group', exact: true }).fill(group);
    await page.locator('.ant-select-item-option').getByText(group, { exact: true }).click();
    await drawer.getByRole('group', { name: 'Groups', exact: true }).getByRole('textbox').last().fill(count);
  }
  await expect(drawer.getByRole('table', { name: 'What is estimated' })).toContainText('Joback & Reid');
  await page.getByRole('button', { name: 'Add it to the mixture' }).click();
  await expect(page.getByRole('button', { name: /^reclaimed ester/ })).toBeVisible();
  await expect(stopState(page, 'Mixture')).toContainText('5 components');
  await page.getByRole('button', { name: /^reclaimed ester/ }).click();
  await expect(drawer).toContainText('estimated by Joback & Reid');
});

test('a record is changed in the case, compared with the databank, and put back', async ({ quietPage: page }) => {
  await open(page, 'Acetone from wash water');
  await page.getByRole('button', { name: 'acetone', exact: true }).click();
  const drawer = page.locator('.ant-drawer');
  await expect(drawer).toContainText('CAS 67-64-1');
  await drawer.getByLabel('Critical temperature, K').fill('512');
  await expect(drawer).toContainText('In this case other than in the databank: critical temperature');
  await expect(drawer).toContainText('databank: 508.1 K');
  await expect(drawer.getByRole('img', { name: 'Vapour pressure of acetone' })).toBeVisible();
  await drawer.getByRole('button', { name: 'As the databank has it' }).click();
  await expect(drawer).not.toContainText('In this case other than');
});

test('two models stand beside each other; an equation of state draws its envelope', async ({ quietPage: page }) => {
  await open(page, 'Acetone from wash water');
  await page.getByText('Models', { exact: true }).click();
  const table = page.getByRole('table', { name: 'The models side by side' });
  await expect(table).toContainText('acetone over water');
  await table.getByRole('button', { name: 'modified UNIFAC' }).click();
  await expect(table.getByRole('button', { name: 'modified UNIFAC' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByText('Diagram', { exact: true }).click();
  await page.getByRole('combobox', { name: 'Beside it' }).click();
  await page.locator('.ant-select-item-option').getByText('beside NRTL', { exact: true }).click();
  await expect(page.getByRole('table', { name: 'acetone and water' })).toContainText('boils, NRTL');
  await openCopy(page, url(), 'Five alkanes with a side draw', 'mixture');
  await page.getByText('Envelope', { exact: true }).click();
  await expect(page.getByRole('table', { name: 'Phase envelope' })).toContainText('critical');
});

test('a number that is typed for a pair is told as yours, and the databank’s comes back', async ({ quietPage: page }) => {
  await open(page, 'Acetone from wash water');
  await field(page, /^b12/).fill('400');
  await expect(page.getByLabel('The pair')).toContainText('set by you');
  await page.getByRole('button', { name: 'As the databank has it' }).click();
  await expect(page.getByLabel('The pair')).toContainText('published');
});

test('of more than seven components the pairs stand as shapes that tell their words, and open', async ({ quietPage: page }) => {
  await open(page, 'Acetone from wash water');
  for (const name of ['methanol', 'ethanol', '1-propanol', 'benzene', 'toluene', 'n-hexane']) await add(page, name);
  await expect(stopState(page, 'Mixture')).toHaveText('8 components');
  await page.locator('.sheet-head').getByText('Pairs', { exact: true }).click();
  const matrix = page.getByRole('table', { name: 'Where the numbers of each pair come from' });
  await expect(matrix.getByRole('button')).toHaveCount(28);
  const cell = matrix.getByTitle('benzene + toluene', { exact: false });
  expect((await cell.boundingBox())?.width).toBeLessThan(40);
  await cell.click();
  await expect(page.getByRole('heading', { name: 'benzene and toluene' })).toBeVisible();
});
