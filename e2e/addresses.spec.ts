/** Fields and addresses, and what a page fetches for them: every field of every page stands at something that can be entered, and everything that search offers has its field. */
import { enteredIn, exactlyEntered } from '@keen-ladder/core';
import { demoProject } from '@keen-ladder/demo';
import { expect, openCopy, test, url } from './engineer.ts';

/** Another way to say what stands at the address around it. */
const OTHER_WORDS = /\.absorption\.recovery\.rest$|\.ladder\.subcooling\.value$/;
/** Of the databank and of a person's own records, which are no part of the case. */
const NOT_OF_THE_CASE = /^mixture\.|^display\./;

for (const { name, document } of demoProject())
  test(`${name}: every field of its pages is at an address, every address has its field`, async ({ quietPage: page }) => {
    const address = await openCopy(page, url(), name, '');
    const seen = new Set<string>();
    for (const { id } of document.units) {
      await page.goto(`${address}${id}`);
      const stops = page.locator('.stop');
      await stops.first().waitFor();
      for (let k = 0; k < (await stops.count()); k++) {
        await stops.nth(k).click();
        await expect(stops.nth(k)).toHaveAttribute('aria-current', 'page');
        // The page of the stop before goes when this one's part has been fetched.
        await page.waitForLoadState('networkidle');
        await page.locator('main').waitFor();
        const paths = await page.locator('[data-path]').evaluateAll((all) => all.map((one) => one.getAttribute('data-path') ?? ''));
        for (const path of paths) seen.add(path);
      }
    }
    const known = (path: string): boolean =>
      NOT_OF_THE_CASE.test(path) || OTHER_WORDS.test(path) || exactlyEntered(document, path) !== undefined;
    expect([...seen].filter((path) => !known(path))).toEqual([]);
    const hasField = ({ address }: { address: string }): boolean =>
      [...seen].some((path) => path === address || path.startsWith(`${address}.`) || address.startsWith(`${path}.`));
    expect(enteredIn(document).filter((entry) => !hasField(entry))).toEqual([]);
  });

test('no page fetches the engine: that is the worker’s', async ({ quietPage: page }) => {
  const scripts = new Map<string, string>();
  page.on('response', (reply) => {
    if (!reply.url().endsWith('.js')) return;
    void reply.text().then(
      (text) => scripts.set(reply.url(), text),
      () => undefined, // gone with its page
    );
  });
  await openCopy(page, url(), 'Four-alcohol splitter', 'ladder');
  await expect(page.locator('.ladder-sheet')).toContainText('kmol/h');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Find anything').fill('reboiler duty');
  await expect(page.getByRole('option').first()).toBeVisible();
  await page.waitForLoadState('networkidle');
  // Sentences of our own mistakes that only the rigorous column and the estimate hold.
  const hasEngine = (text: string): boolean => /an efficiency on the last stage|the light key must be in the feed/.test(text);
  const holders = [...scripts].filter(([, text]) => hasEngine(text)).map(([address]) => address);
  expect(scripts.size).toBeGreaterThan(4);
  expect(holders.filter((address) => !address.includes('engine.worker'))).toEqual([]);
});
