// One current picture of each main view, from the demo data; scripts/screenshots.mjs runs it.
import { join } from 'node:path';
import { chromium } from '@playwright/test';

const [, , origin, folder] = process.argv;
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--font-render-hinting=none', '--disable-background-networking', '--no-first-run'],
});

async function open(colorScheme) {
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    deviceScaleFactor: 1,
    colorScheme,
    timezoneId: 'UTC',
  });
  await page.goto(origin);
  await page.locator('.case-card').first().waitFor();
  return page;
}

async function shoot(page, name) {
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(300);
  await page.screenshot({ path: join(folder, `${name}.png`), animations: 'disabled' });
}

const page = await open('light');
await shoot(page, 'cases');
await page.locator('.welcome a').click();
await page.locator('.headline-number').waitFor();
await shoot(page, 'graph');
await page.locator('.leaves').getByText('Stages').click();
await page.locator('.ant-table-row').nth(11).hover();
await shoot(page, 'graph-stages');

async function openCase(name, stop) {
  const { projects } = await (await page.request.get(`${origin}/api/projects`)).json();
  const found = projects.flatMap((p) => p.cases).find((c) => c.name === name);
  await page.goto(`${origin}/cases/${found.id}/${stop}`);
}

await openCase('Four-alcohol splitter', 'balance');
await page.locator('.key-facts').waitFor();
await shoot(page, 'balance');
await openCase('Naphtha with dissolved nitrogen', 'estimate');
await page.locator('.headline-number').waitFor();
await shoot(page, 'estimate');

await openCase('Acetone from drying air', 'transfer');
await page.locator('.headline-number').waitFor();
await shoot(page, 'absorption');

await openCase('Four-alcohol splitter', 'ladder');
await page.locator('.ladder-drawing').waitFor();
await page.waitForTimeout(800);
await page.locator('.ladder-drawing').hover({ position: { x: 420, y: 330 } });
await shoot(page, 'ladder');
await page.getByText('Stages', { exact: true }).click();
await page.locator('.ladder-table .ant-table-row').nth(8).hover();
await shoot(page, 'ladder-stages');
await openCase('Four-alcohol splitter', 'ladder');
await page.locator('.ladder-drawing').waitFor();
await page.getByRole('button', { name: 'Ethanol to the distillate', exact: true }).click();
await page.getByRole('listitem', { name: 'Ethanol to the distillate' }).getByRole('button', { name: 'How far?' }).click();
await page.getByText(/At most/).waitFor();
await shoot(page, 'ladder-how-far');

const night = await open('dark');
await night.locator('.welcome a').click();
await night.locator('.headline-number').waitFor();
await night
  .locator('.number-input')
  .and(night.getByLabel(/^Reflux/))
  .fill('0.4 mol/mol');
await night.locator('[data-part="wrong-side"]').waitFor();
await night.locator('.headline-number').waitFor({ state: 'detached' });
await shoot(night, 'graph-night-out-of-reach');
// Last: it changes the case that the others show.
await openCase('Acetone from wash water', 'mixture');
await page.locator('.margin .sentence').first().waitFor();
for (const name of ['methanol', 'chloroform']) {
  await page.getByRole('combobox', { name: 'Add a component' }).fill(name);
  await page.locator('.ant-select-item-option').first().waitFor();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: `Leave out ${name}` }).waitFor();
}
await page.getByRole('button', { name: 'Leave out water' }).click();
await page.getByText('Triangle', { exact: true }).click();
await page.waitForTimeout(1500);
await shoot(page, 'mixture');
await browser.close();
