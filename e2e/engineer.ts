/** Steps of an engineer's way through the product, and a page that must be quiet: no console message, no foreign request. */
import { readFile } from 'node:fs/promises';
import { expect, test as base } from '@playwright/test';
import type { Download, Locator, Page } from '@playwright/test';
import type { CaseDocument } from '@keen-ladder/schema';
import { startService } from './service.ts';

export const url = (): string => process.env['KEEN_URL'] ?? '';

/** What a page said or asked for that it should not have. */
export function watch(page: Page, origin: string): string[] {
  const noise: string[] = [];
  page.on('console', (message) => {
    if (['error', 'warning'].includes(message.type())) noise.push(`${message.type()}: ${message.text()}`);
  });
  page.on('pageerror', (error) => noise.push(`error: ${error.message}`));
  page.on('request', (request) => {
    const address = request.url();
    if (!address.startsWith(origin) && !/^(data|blob):/.test(address)) noise.push(`foreign request: ${address}`);
  });
  return noise;
}

/** The browser itself tells the console of every reply of 4xx; where a test asks for one, that is no noise. */
export const exceptRefusals = (noise: string[]): string[] => noise.filter((line) => !/status of 4\d\d/.test(line));

export const test = base.extend<{ quietPage: Page }, { service: string }>({
  /** One service for all tests of a worker that do not kill theirs. */
  service: [
    // eslint-disable-next-line no-empty-pattern -- what a fixture needs is told by what it takes: nothing
    async ({}, use) => {
      const service = await startService();
      process.env['KEEN_URL'] = service.url;
      await use(service.url);
      await service.stop();
    },
    { scope: 'worker', auto: true },
  ],
  quietPage: async ({ page }, use) => {
    const noise = watch(page, url());
    await use(page);
    expect(noise).toEqual([]);
  },
});

export { expect };

/** The demo's case of two components. */
const BINARY = 'Acetone from wash water';

/** Opens the demo case by the sentence on the first page. */
export async function openDemo(page: Page, origin = url()): Promise<void> {
  await page.goto(origin);
  await page.locator('.welcome').getByRole('link').click();
  await solved(page);
}

/** A variant of the demo for this test alone, so that tests do not meet in one case. @returns its address */
export async function openCopy(page: Page, origin = url(), name = BINARY, stop = 'graph'): Promise<string> {
  const reply = await page.request.get(`${origin}/api/projects`);
  const { projects } = (await reply.json()) as { projects: { name: string; cases: { id: string; name: string }[] }[] };
  const demo = projects.find((p) => p.name === 'Tarn Bridge Solvents')?.cases.find((c) => c.name === name);
  const made = await page.request.post(`${origin}/api/cases/${demo?.id ?? ''}/duplicate`, { data: { name: 'Variant of a test' } });
  const { id } = (await made.json()) as { id: string };
  const address = `${origin}/cases/${id}/${stop}`;
  await page.goto(address);
  if (stop === 'graph') await solved(page);
  return address;
}

/** The same with something changed in its document before it is opened. */
export async function openChanged(page: Page, change: (document: CaseDocument) => unknown, stop = 'graph'): Promise<void> {
  const address = await openCopy(page, url(), BINARY, 'balance');
  const [, id = ''] = /cases\/([^/]+)\//.exec(address) ?? [];
  const { version, document } = (await (await page.request.get(`${url()}/api/cases/${id}`)).json()) as {
    version: number;
    document: CaseDocument;
  };
  change(document);
  const reply = await page.request.put(`${url()}/api/cases/${id}`, { data: { version, document } });
  expect(reply.ok(), await reply.text()).toBe(true);
  await page.goto(address.replace('/balance', `/${stop}`));
}

/** Picks one of a field's choices. */
export async function choose(page: Page, label: string, choice: string): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).click();
  await page.locator('.ant-select-item').getByText(choice, { exact: true }).click();
}

/** Types a component's name, or another word for it, and takes the first that is found, once it is. */
export async function takeComponent(box: Locator, typed: string, name = typed): Promise<void> {
  const option = box.page().locator('.ant-select-item-option-active', { hasText: name });
  await box.fill(typed);
  await option.waitFor();
  await box.press('Enter');
}

export async function solved(page: Page): Promise<void> {
  await expect(page.locator('.headline-number')).toBeVisible();
  await expect(stopState(page, 'Graph')).toContainText('solved');
}

export const stopState = (page: Page, stop: string): Locator => page.locator('.stop', { hasText: stop }).locator('.stop-state');

export const headline = async (page: Page): Promise<number> => Number(await page.locator('.headline-number').textContent());

/** A figure of the margin, without its unit. */
export async function figure(page: Page, name: string): Promise<number> {
  const text = await page.locator('.figures > div', { hasText: name }).first().locator('dd').textContent();
  return Number.parseFloat((text ?? '').replace('−', '-'));
}

export const field = (page: Page, label: string | RegExp): Locator => page.locator('.number-input').and(page.getByLabel(label));

export const handle = (page: Page, name: string): Locator =>
  page.getByRole('slider', { name, exact: true }).and(page.locator('.handle'));

/** Drags a point of the drawing by so many pixels, in steps, as a hand does. */
export async function drag(page: Page, point: Locator, dx: number, dy: number): Promise<void> {
  const box = await point.locator('.handle-mark').boundingBox();
  if (box === null) throw new Error('nothing to drag');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let k = 1; k <= 10; k++) await page.mouse.move(x + (dx * k) / 10, y + (dy * k) / 10);
  await page.mouse.up();
}

export async function textOf(download: Download): Promise<string> {
  return readFile(await download.path(), 'utf8');
}

/** The save is done when the mark says so, with nothing on its way. */
export async function saved(page: Page): Promise<void> {
  await expect(page.locator('.saved-mark')).toHaveAttribute('data-standing', 'saved', { timeout: 15_000 });
}
