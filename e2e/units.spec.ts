import { expect, field, openCopy, saved, stopState, test, textOf, url } from './engineer.ts';

const TRAIN = 'Hot rinse through a drum and two columns';

test('a drum and two columns in a row are gone through, each solved from what the one before sends', async ({
  quietPage: page,
}) => {
  await openCopy(page, url(), TRAIN, '');
  await expect(page).toHaveURL(/\/drum\/drum$/);
  await expect(stopState(page, 'Drum')).toContainText('solved');
  await expect(page.getByRole('table', { name: 'What leaves the drum' })).toContainText('42.79');
  const units = page.getByRole('navigation', { name: 'Units of this case' });
  await page.getByRole('link', { name: 'Pentane column' }).first().click();
  await expect(page).toHaveURL(/\/column\/estimate$/);
  await page.locator('.stop', { hasText: 'Ladder' }).click();
  await expect(stopState(page, 'Ladder')).toContainText('solved');
  await expect(page.locator('.ladder-sheet')).toContainText('42.8 kmol/h');
  await units.getByRole('link', { name: 'Hexane column' }).click();
  await page.locator('.stop', { hasText: 'Feed & balance' }).click();
  await expect(page.locator('.inputs')).toContainText('It comes as Pentane column sends it');
  await expect(page.locator('.margin')).toContainText('35.49 kmol/h');
});

test('what is changed upstream is felt downstream, and one undo takes it back', async ({ quietPage: page }) => {
  await openCopy(page, url(), TRAIN, 'column/balance');
  await expect(page.locator('.margin')).toContainText('42.79 kmol/h');
  await page.getByRole('link', { name: 'Let-down drum' }).first().click();
  await field(page, 'Heat put in').fill('100 kW');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('table', { name: 'What leaves the drum' })).not.toContainText('42.79');
  await page.getByRole('link', { name: 'Pentane column' }).first().click();
  await page.locator('.stop', { hasText: 'Feed & balance' }).click();
  await expect(page.locator('.margin')).toContainText('Molar flow');
  await expect(page.locator('.margin')).not.toContainText('42.79 kmol/h');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.margin')).toContainText('42.79 kmol/h');
});

test('a drum is put behind a column, is named, saved, found again and taken away; the address of before leads to the first unit', async ({
  quietPage: page,
}) => {
  const address = await openCopy(page);
  await page.getByRole('button', { name: 'Add a unit' }).click();
  await page.getByRole('menuitem', { name: 'A flash drum' }).hover();
  await page.getByRole('menuitem', { name: 'for the bottoms of Acetone column' }).click();
  await expect(page).toHaveURL(/\/drum\/drum$/);
  // The column has no ladder yet: what it sends is not known, and that is told with a way to it.
  await expect(page.locator('.open-points')).toContainText('Bottoms of Acetone column is not known yet');
  await page.getByRole('textbox', { name: 'Name of the unit' }).fill('Stripped water drum');
  await saved(page);
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Name of the unit' })).toHaveValue('Stripped water drum');
  await page.getByRole('navigation', { name: 'Units of this case' }).getByRole('link', { name: 'Acetone column' }).click();
  await page.locator('.stop', { hasText: 'Ladder' }).click();
  await page.getByRole('button', { name: 'Carry over from the graph' }).click();
  await expect(stopState(page, 'Ladder')).toContainText('solved');
  await page.getByRole('navigation', { name: 'Units of this case' }).getByRole('link', { name: 'Stripped water drum' }).click();
  await field(page, 'Temperature').fill('95 °C');
  await page.keyboard.press('Enter');
  await expect(stopState(page, 'Drum')).toContainText('solved');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the table' }).click();
  expect(await textOf(await download)).toContain('heat put in, kW');
  await page.getByRole('button', { name: 'What can be done with Stripped water drum' }).click();
  await page.getByRole('menuitem', { name: 'Take Stripped water drum away' }).click();
  await expect(page).toHaveURL(/\/column\/graph$/);
  await expect(page.getByRole('navigation', { name: 'Units of this case' })).toHaveCount(0);
  await saved(page);
  await page.goto(address);
  await expect(page).toHaveURL(/\/column\/graph$/);
});
