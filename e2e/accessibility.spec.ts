import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, field, openCopy, stopState, takeComponent, test, url } from './engineer.ts';

// The longest file: its tests run side by side too.
test.describe.configure({ mode: 'parallel' });

/** WCAG 2.2 AA, as far as a machine can tell; by night only what night changes, its colours. */
async function faults(page: Page): Promise<string[]> {
  const isNight = await page.evaluate(() => matchMedia('(prefers-color-scheme: dark)').matches);
  const builder = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
  // Frames of other origins, which this mode cannot look into, are not there.
  builder.setLegacyMode(true);
  const asked = isNight
    ? builder.withRules('color-contrast')
    : builder.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']);
  const { violations } = await asked.analyze();
  return violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.target.join(' ')}: ${n.failureSummary ?? ''}`));
}

for (const theme of ['day', 'night'] as const) {
  test.describe(`by ${theme}`, () => {
    test.use({ colorScheme: theme === 'day' ? 'light' : 'dark' });

    test('the list of cases, its dialogs and the bin', async ({ page }) => {
      await page.goto(url());
      await expect(page.locator('.case-card').first()).toBeVisible();
      expect(await faults(page)).toEqual([]);
      await page.getByRole('button', { name: 'New case' }).first().click();
      await expect(page.getByRole('dialog')).toBeVisible();
      await page.waitForTimeout(400); // the dialog fades in; half-faded text has half its contrast
      expect(await faults(page)).toEqual([]);
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'Bin' }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
      await page.waitForTimeout(400);
      expect(await faults(page)).toEqual([]);
    });

    test('feed and balance, the estimate, and the drawer of units', async ({ page }) => {
      await openCopy(page, url(), 'Four-alcohol splitter', 'balance');
      await expect(stopState(page, 'Estimate')).toHaveText('solved');
      expect(await faults(page)).toEqual([]);
      await page.locator('.stop', { hasText: 'Estimate' }).click();
      await expect(page.locator('.headline-number')).toBeVisible();
      await page.mouse.move(640, 780);
      await page.waitForTimeout(400); // the stop's colour has faded in
      expect(await faults(page)).toEqual([]);
      await page.getByRole('combobox', { name: 'Units' }).click();
      await page.locator('.ant-select-item').getByText('own units, site …').click();
      await expect(page.getByRole('dialog')).toContainText('Barometric pressure');
      await page.waitForTimeout(400);
      expect(await faults(page)).toEqual([]);
    });

    test('the ladder, its tables, charts and cards', async ({ page }) => {
      await openCopy(page, url(), 'Four-alcohol splitter', 'ladder');
      await expect(stopState(page, 'Ladder')).toContainText('solved');
      await page.getByRole('button', { name: 'Ethanol to the distillate', exact: true }).click();
      for (const view of ['Ladder', 'Stages', 'Products', 'Charts', 'Limits', 'Sensitivities']) {
        await page.locator('.sheet-head').getByText(view, { exact: true }).click();
        await page.mouse.move(640, 780);
        await page.waitForTimeout(400);
        expect(await faults(page), view).toEqual([]);
      }
      await page.getByRole('button', { name: /Target$/ }).click();
      await expect(page.getByRole('dialog')).toBeVisible();
      await page.waitForTimeout(400);
      expect(await faults(page)).toEqual([]);
    });

    test('the mixture: its pairs, a diagram, a triangle', async ({ page }) => {
      await openCopy(page, url(), 'Acetone from wash water', 'mixture');
      await takeComponent(page.getByRole('combobox', { name: 'Add a component' }), 'methanol');
      await expect(page.locator('.azeotropes')).toContainText('acetone + methanol');
      for (const view of ['Pairs', 'Diagram', 'Triangle', 'Measured data', 'Models']) {
        await page.locator('.sheet-head').getByText(view, { exact: true }).click();
        await page.mouse.move(640, 780);
        await page.waitForTimeout(400);
        expect(await faults(page), view).toEqual([]);
      }
      for (const opens of ['acetone', 'one of your own']) {
        await page.getByRole('button', { name: opens, exact: true }).click();
        await page.locator('.ant-drawer-content-wrapper').waitFor();
        await page.waitForTimeout(600);
        expect(await faults(page), opens).toEqual([]);
        await page.locator('.ant-drawer-close').click();
        await page.locator('.ant-drawer-content-wrapper').waitFor({ state: 'hidden' });
      }
    });

    test('a gas washed by a liquid: its drawing, its streams, its estimate', async ({ page }) => {
      await openCopy(page, url(), 'Acetone from drying air', 'transfer');
      await expect(page.locator('.headline-number')).toBeVisible();
      expect(await faults(page)).toEqual([]);
      for (const stop of ['Estimate', 'Feeds']) {
        await page.locator('.stop', { hasText: stop }).click();
        await expect(page.getByRole('table', { name: 'Streams of the column' })).toBeVisible();
        await page.mouse.move(640, 780);
        await page.waitForTimeout(400);
        expect(await faults(page)).toEqual([]);
      }
    });

    test('the graph: solved, its stages and notes, out of reach, open, with an error beside a field', async ({ page }) => {
      await openCopy(page);
      expect(await faults(page)).toEqual([]);
      for (const leaf of ['Stages', 'Notes', 'Result']) {
        await page.locator('.leaves').getByText(leaf).click();
        expect(await faults(page)).toEqual([]);
      }
      await field(page, /^Reflux/).fill('0.3 mol/mol');
      await expect(page.locator('.margin')).toContainText('short of the minimum');
      expect(await faults(page)).toEqual([]);
      await field(page, /^Reflux/).fill('');
      await expect(stopState(page, 'Graph')).toHaveText('1 open point');
      await field(page, /^Pressure at the top/).fill('1,5');
      await expect(page.getByRole('alert')).toBeVisible();
      expect(await faults(page)).toEqual([]);
      await page.keyboard.press('Control+k');
      await expect(page.getByPlaceholder('Find anything')).toBeVisible();
      await page.waitForTimeout(400);
      expect(await faults(page)).toEqual([]);
    });
  });
}
