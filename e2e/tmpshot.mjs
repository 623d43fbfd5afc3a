// name, case name (exact) or '', stop, then actions: fill:label=value, choose:label=option, click:text, wait:selector, eval:, night
import { chromium } from '@playwright/test';
const [, , name, caseName, stop, ...actions] = process.argv;
const origin = 'http://localhost:4690';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--font-render-hinting=none'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: actions.includes('night') ? 'dark' : 'light' });
page.on('console', (m) => { if (m.type() === 'error') console.log('console:', m.text()); });
page.on('pageerror', (e) => console.log('pageerror', e.message));
if (caseName === '') await page.goto(origin + '/' + stop);
else {
  const { projects } = await (await page.request.get(`${origin}/api/projects`)).json();
  const found = projects.flatMap((p) => p.cases).find((c) => c.name === caseName);
  await page.goto(`${origin}/cases/${found.id}/${stop}`);
}
await page.waitForTimeout(2000);
for (const action of actions) {
  const [, verb, rest] = /^(\w+):?(.*)$/.exec(action);
  if (verb === 'fill') { const [l, v] = rest.split('='); const f = page.locator('.number-input').and(page.getByLabel(new RegExp('^' + l))).first(); await f.fill(v); await f.press('Enter'); }
  if (verb === 'choose') { const [l, v] = rest.split('='); await page.getByLabel(l, { exact: true }).first().click({ force: true }); await page.waitForTimeout(300); await page.locator('.ant-select-item-option').filter({ hasText: v }).last().click(); }
  if (verb === 'click') await page.getByText(rest, { exact: true }).first().click();
  if (verb === 'role') { const [r, n] = rest.split('='); await page.getByRole(r, { name: n }).first().click(); }
  if (verb === 'go') { const id = page.url().split('/cases/')[1].split('/')[0]; await page.getByRole('navigation', { name: 'Stops of this case' }).getByText(rest).click(); }
  if (verb === 'scroll') await page.locator(rest).first().evaluate((e) => e.scrollTo(0, 99999));
  if (verb === 'hover') await page.locator(rest).first().hover();
  if (verb === 'pause') await page.waitForTimeout(Number(rest));
  await page.waitForTimeout(400);
}
await page.waitForTimeout(500);
await page.screenshot({ path: `/tmp/${name}.png` });
await browser.close();
