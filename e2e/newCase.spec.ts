import { SCHEMA_VERSION } from '@keen-ladder/schema';
import {
  choose,
  exceptRefusals,
  expect,
  field,
  headline,
  openCopy,
  saved,
  solved,
  stopState,
  takeComponent,
  test,
  textOf,
  url,
  watch,
} from './engineer.ts';

test('a case is made from nothing: components, a feed in mass, purities as typed, and a first answer', async ({
  quietPage: page,
}) => {
  await page.goto(url());
  await page.getByRole('button', { name: 'New project' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Methanol recovery');
  await page.getByRole('button', { name: 'Done' }).click();
  const project = page.getByRole('region', { name: 'Methanol recovery' });
  await expect(project).toContainText('No cases yet');
  await project.getByRole('button', { name: 'New case' }).click();
  const dialog = page.getByRole('dialog');
  for (const [label, name] of [
    ['Light component', 'methanol'],
    ['Heavy component', 'water'],
  ] as const)
    await takeComponent(dialog.getByRole('combobox', { name: label }), name);
  await dialog.getByRole('button', { name: 'Begin' }).click();

  await expect(page.getByLabel('Name of the case')).toHaveValue('methanol – water');
  await expect(stopState(page, 'Graph')).toHaveText('4 open points');
  await page.getByRole('button', { name: 'Go to the field' }).first().click();
  await expect(field(page, /Methanol in feed/)).toBeFocused();

  await field(page, /Methanol in feed/).fill('50 wt%');
  await field(page, /^Flow/).fill('5000 kg/h');
  await page.keyboard.press('Enter');
  await expect(field(page, 'Flow, kg/h')).toHaveValue('5000');
  await field(page, /Methanol in distillate/).fill('95 wt%');
  await field(page, /Methanol in bottoms/).fill('1 wt%');
  await page.keyboard.press('Enter');
  await solved(page);
  await expect(field(page, 'Methanol in distillate, kg/kg')).toHaveValue('0.95');
  // Treybal, Mass-Transfer Operations, 3rd ed. (1980), Illustration 9.8: 84.4 kmol/h overhead from 216.8.
  await expect(page.locator('.figures')).toContainText('84.5');
  expect(await headline(page)).toBeGreaterThan(5);
});

test('a decimal comma is refused beside its field, and what was typed stays until it is mended', async ({ quietPage: page }) => {
  await page.goto(url());
  await page.locator('.welcome').getByRole('link').click();
  const purity = field(page, /in distillate/);
  const before = await purity.inputValue();
  await purity.fill('0,95');
  const alert = page.getByRole('alert');
  await expect(alert).toHaveText('A comma can mean two things. Write 0.95 for a decimal, or leave the comma out.');
  await expect(purity).toHaveAttribute('aria-invalid', 'true');
  await field(page, /^Flow/).focus();
  await expect(purity).toHaveValue('0,95');
  await purity.focus();
  await page.keyboard.press('Escape');
  await expect(purity).toHaveValue(before);
  await expect(alert).toHaveCount(0);
  await purity.fill('12 bar');
  await expect(alert).toHaveCount(0); // a unit half typed is no mistake yet
  await page.keyboard.press('Enter');
  await expect(alert).toContainText('“bar” is no unit for this field. It takes mol/mol, mol%');
  await page.keyboard.press('Escape');
});

test('gauge pressure, and a pair of components the wrong way round', async ({ quietPage: page }) => {
  await page.goto(url());
  await page.getByRole('region', { name: 'Tarn Bridge Solvents' }).getByRole('button', { name: 'New case' }).click();
  await page.getByRole('textbox', { name: 'Name of the new case' }).fill('Backwards');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.locator('.empty-sheet')).toContainText('Choose a light and a heavy component');
  for (const [label, name] of [
    ['Light component', 'toluene'],
    ['Heavy component', 'benzene'],
  ] as const)
    await takeComponent(page.getByRole('combobox', { name: label }), name);
  await expect(page.locator('.inputs')).toContainText('Hydrocarbons and gases only: an equation of state describes both phases');
  await field(page, /^Pressure at the top/).fill('5 psig');
  await page.keyboard.press('Enter');
  await expect(field(page, 'Pressure at the top, bar')).toHaveValue('1.35799');
  await field(page, /in feed/).fill('0.55');
  await field(page, /^Flow/).fill('100');
  await field(page, /in distillate/).fill('0.97');
  await field(page, /in bottoms/).fill('0.03');
  await expect(page.locator('.margin')).toContainText('Toluene is the less volatile here');
  await page.getByRole('button', { name: 'Exchange toluene and benzene' }).click();
  await solved(page);
  await expect(field(page, /Benzene in feed/)).toHaveValue('0.45');

  const byEquation = await headline(page);
  await expect(page.locator('.margin')).toContainText('Both phases by Peng-Robinson; kij: regressed here');
  await page.getByRole('combobox', { name: 'Model' }).click();
  await page.getByTitle('ideal solution', { exact: true }).click();
  await solved(page);
  expect(Math.abs((await headline(page)) - byEquation)).toBeLessThan(1.5);
  await page.getByRole('combobox', { name: 'Model' }).click();
  await page.getByTitle('Wilson').click();
  await expect(page.locator('.margin')).toContainText('Wilson has no parameters for benzene and toluene');
  await page.getByRole('button', { name: 'Undo' }).click();
  await solved(page);
});

test('cases are renamed, made into variants, put into the bin and taken back', async ({ quietPage: page }) => {
  await page.goto(url());
  await page.getByRole('region', { name: 'Tarn Bridge Solvents' }).getByRole('button', { name: 'New case' }).click();
  await page.getByRole('textbox', { name: 'Name of the new case' }).fill('Short-lived');
  await page.getByRole('button', { name: 'Begin' }).click();
  const title = page.getByLabel('Name of the case');
  await title.fill('Lived long');
  await title.press('Enter');
  await page.getByRole('link', { name: /Tarn Bridge Solvents/ }).click();
  const card = page.locator('.case-card', { has: page.locator('.case-name', { hasText: /^Lived long$/ }) });
  await expect(card).toBeVisible();

  await page.getByRole('button', { name: 'More for Lived long', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Make a variant' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Lived longer');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.locator('.case-card', { hasText: 'Lived longer' })).toContainText('variant of Lived long');

  await page.getByRole('button', { name: 'More for Lived longer' }).click();
  await page.getByRole('menuitem', { name: 'Move to the bin' }).click();
  await expect(page.locator('.case-card', { hasText: 'Lived longer' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.case-card', { hasText: 'Lived longer' })).toBeVisible();

  await page.getByRole('button', { name: 'More for Lived longer' }).click();
  await page.getByRole('menuitem', { name: 'Move to the bin' }).click();
  await page.getByRole('button', { name: 'Bin' }).click();
  await page.locator('.bin-list li', { hasText: 'Lived longer' }).getByRole('button', { name: 'Take back' }).click();
  await expect(page.locator('.bin-list li', { hasText: 'Lived longer' })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.locator('.case-card', { hasText: 'Lived longer' })).toBeVisible();
});

test('a case goes out as a file and comes in again; a file of something else is refused with a sentence', async ({ page }) => {
  const noise = watch(page, url());
  await page.goto(url());
  await page.getByRole('button', { name: 'More for Acetone from wash water', exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Save as a file' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Acetone from wash water.keen.json');
  const text = await textOf(download);
  expect(JSON.parse(text)).toMatchObject({ format: 'keen-ladder case', schemaVersion: SCHEMA_VERSION });

  const region = page.getByRole('region', { name: 'Tarn Bridge Solvents' });
  const upload = region.locator('input[type="file"]');
  await upload.setInputFiles({ name: 'soup.json', mimeType: 'application/json', buffer: Buffer.from('{"recipe":"soup"}') });
  await expect(page.locator('.ant-message')).toContainText('This is not a Keen Ladder case file');
  await upload.setInputFiles({
    name: 'case.keen.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text.replace('"Acetone from wash water"', '"Came in"')),
  });
  await solved(page);
  await expect(page.getByLabel('Name of the case')).toHaveValue('Came in');
  expect(await headline(page)).toBe(13.9);
  expect(exceptRefusals(noise)).toEqual([]);
});

test('a new case takes any number of components from the keyboard alone, and begins with the units chosen last', async ({
  quietPage: page,
}) => {
  await openCopy(page);
  await choose(page, 'Units', 'US units');
  await saved(page);
  await page.goto(url());
  await page.getByRole('region', { name: 'Tarn Bridge Solvents' }).getByRole('button', { name: 'New case' }).click();
  await expect(page.getByRole('combobox', { name: 'Light component' })).toBeFocused();
  for (const [name, next] of [
    ['methanol', 'Heavy component'],
    ['ethanol', 'Another component'],
    ['1-propanol', 'Another component'],
  ] as const) {
    await page.keyboard.type(name);
    await expect(page.locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option-active')).toHaveText(
      name,
    );
    await page.keyboard.press('Enter');
    await expect(page.getByRole('combobox', { name: next, exact: true })).toBeFocused();
  }
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByLabel('Name of the case')).toHaveValue('methanol – ethanol – 1-propanol');
  await page.locator('.stop', { hasText: 'Mixture' }).click();
  await expect(page.locator('.component-list')).toContainText('1-propanol');
  await expect(page.getByLabel(/^Looked at, psi/)).toBeVisible();
});
