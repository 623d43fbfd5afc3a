import { chromium } from '@playwright/test';
const origin='http://127.0.0.1:4690';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--font-render-hinting=none','--no-first-run'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on('console', m => { if (m.type()==='error') console.log('console', m.text()); });
page.on('pageerror', e => console.log('pageerror', e.message));
const { projects } = await (await page.request.get(`${origin}/api/projects`)).json();
const found = projects.flatMap((p) => p.cases).find((c) => c.name === 'Acetone from wash water');
await page.goto(`${origin}/cases/${found.id}/mixture`);
await page.waitForTimeout(2500);
const shot = async (n) => { await page.waitForTimeout(700); await page.screenshot({ path: `/tmp/s-${n}.png` }); };
await page.getByText('Diagram', {exact:true}).click();
await page.getByRole('combobox', { name: 'Beside it' }).click();
await page.getByText('beside modified UNIFAC').click();
await shot('diagram');
await page.getByText('K-values').click();
await page.getByText('over temperature').click();
await shot('K');
await page.getByText('Measured data', {exact:true}).first().click();
await page.getByLabel('Measured points').fill(`x1, mol/mol\ty1, mol/mol\tt, °C
0.01\t0.253\t92.5
0.05\t0.624\t76.7
0.1\t0.755\t69
0.2\t0.815\t63.4
0.4\t0.839\t60.4
0.6\t0.859\t59
0.8\t0.898\t57.4
0.9\t0.935\t56.7`);
await shot('new');
await page.getByRole('button',{name:'Keep these points'}).click();
await page.waitForTimeout(1000);
await shot('fit');
await page.getByText('Models', {exact:true}).click();
await shot('models');
await browser.close();
