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
while ((await page.getByText('being worked out').count()) > 0) await page.waitForTimeout(200);
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

await openCase('Hot rinse through a drum and two columns', 'drum/drum');
await page.locator('.headline-number').waitFor();
await page.waitForTimeout(1500);
await shoot(page, 'units');

await openCase('Four-alcohol splitter', 'hardware');
await page.locator('.headline-number').waitFor();
await page.waitForTimeout(800);
await shoot(page, 'hardware');

await openCase('Four-alcohol splitter', 'ladder');
await page.locator('.ladder-drawing').waitFor();
await page.waitForTimeout(800);
await page.locator('.ladder-drawing').hover({ position: { x: 420, y: 330 } });
await shoot(page, 'ladder');
await page.getByText('Stages', { exact: true }).click();
await page.locator('.ladder-table .ant-table-row').nth(8).hover();
await shoot(page, 'ladder-stages');
await openCase('Naphtha with dissolved nitrogen', 'ladder');
await page.locator('.ladder-drawing').waitFor();
await page.getByText('Limits', { exact: true }).click();
await page.getByRole('button', { name: /^Let Degreaser naphtha enter/ }).waitFor();
await shoot(page, 'ladder-limits');
await page.getByText('Sensitivities', { exact: true }).click();
await page.getByRole('table', { name: 'What every input does to what comes out' }).waitFor();
await shoot(page, 'ladder-sensitivities');
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

await page.getByText('Measured data', { exact: true }).click();
await page.getByRole('button', { name: 'acetone', exact: true }).waitFor();
await page.getByText('Pairs', { exact: true }).click();
await page.getByRole('combobox', { name: 'Add a component' }).fill('n-hexane');
await page.locator('.ant-select-item-option').first().waitFor();
await page.keyboard.press('Enter');
await page.getByRole('button', { name: 'Leave out n-hexane' }).waitFor();
await page.getByLabel('Model', { exact: true }).click();
await page.locator('.ant-select-item-option').getByText('NRTL', { exact: true }).click();
await page.getByRole('button', { name: 'Fill the missing pairs by groups' }).click();
await page.getByRole('button', { name: 'by groups', exact: true }).first().waitFor();
await page.waitForTimeout(1500);
await shoot(page, 'mixture-pairs');

// Acetone and water at 1 atm; Perry's Chemical Engineers' Handbook, 6th ed. (1984), section 13, from memory.
const measured = [
  [0.01, 0.253, 92.5],
  [0.05, 0.624, 76.7],
  [0.1, 0.755, 69],
  [0.2, 0.815, 63.4],
  [0.4, 0.839, 60.4],
  [0.6, 0.859, 59],
  [0.8, 0.898, 57.4],
  [0.9, 0.935, 56.7],
];
await openCase('Acetone from wash water', 'mixture');
for (const name of ['chloroform', 'methanol', 'n-hexane']) {
  await page.getByRole('button', { name: `Leave out ${name}` }).click();
  await page.getByRole('button', { name: `Leave out ${name}` }).waitFor({ state: 'detached' });
}
await page.getByRole('combobox', { name: 'Add a component' }).fill('water');
await page.locator('.ant-select-item-option').first().waitFor();
await page.keyboard.press('Enter');
await page.getByRole('button', { name: 'Leave out water' }).waitFor();
await page.getByText('Measured data', { exact: true }).click();
await page
  .getByLabel('Measured points')
  .fill(['x acetone, mol/mol\ty acetone, mol/mol\tt, °C', ...measured.map((row) => row.join('\t'))].join('\n'));
await page.getByRole('textbox', { name: 'Source' }).fill('Perry’s handbook');
await page.getByRole('button', { name: 'Keep these points' }).click();
await page.getByRole('table', { name: 'Fitted parameters' }).waitFor();
await page.waitForTimeout(600);
await shoot(page, 'mixture-fit');
await browser.close();
