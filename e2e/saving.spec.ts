import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import type { Page } from '@playwright/test';
import { exceptRefusals, expect, field, openCopy, saved, solved, test, url, watch } from './engineer.ts';
import { startService } from './service.ts';

test('an edit saves by itself and is there after a reload', async ({ quietPage: page }) => {
  await openCopy(page);
  const put = page.waitForResponse((reply) => reply.request().method() === 'PUT' && reply.ok());
  await field(page, /Acetone in bottoms/).fill('0.03');
  await put;
  await saved(page);
  await page.reload();
  await solved(page);
  await expect(field(page, /Acetone in bottoms/)).toHaveValue('0.03');
});

test('every saved version can be brought back, and that can be undone', async ({ quietPage: page }) => {
  await openCopy(page);
  await field(page, /Acetone in bottoms/).fill('0.03');
  await page.waitForResponse((reply) => reply.request().method() === 'PUT' && reply.ok());
  await saved(page);
  await page.getByTitle('Saved versions').click();
  const first = page.locator('.bin-list li', { hasText: 'Version 1' });
  await first.getByRole('button', { name: 'Bring back' }).click();
  await expect(field(page, /Acetone in bottoms/)).toHaveValue('0.02');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(field(page, /Acetone in bottoms/)).toHaveValue('0.03');
});

test.describe('two tabs', () => {
  const conflict = async (page: Page) => {
    const address = await openCopy(page);
    const other = await page.context().newPage();
    await other.goto(address);
    await solved(other);
    await field(other, /Acetone in bottoms/).fill('0.05');
    await saved(other);
    await expect(other.locator('.saved-mark')).toHaveAttribute('data-standing', 'saved');
    await other.waitForTimeout(1200);
    await field(page, /Acetone in bottoms/).fill('0.04');
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('This case was changed elsewhere');
    return { address, other, dialog };
  };
  test('the other version can be taken, and that can be undone', async ({ page }) => {
    const noise = watch(page, url());
    const { dialog } = await conflict(page);
    await dialog.getByRole('button', { name: 'Take the other version' }).click();
    await expect(field(page, /Acetone in bottoms/)).toHaveValue('0.05');
    await expect(dialog).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(field(page, /Acetone in bottoms/)).toHaveValue('0.04');
    await saved(page);
    expect(exceptRefusals(noise)).toEqual([]);
  });

  test('mine can be put in its place', async ({ page }) => {
    const { address, dialog } = await conflict(page);
    await dialog.getByRole('button', { name: 'Put mine in its place' }).click();
    await expect(dialog).toHaveCount(0);
    await saved(page);
    await page.goto(address);
    await expect(field(page, /Acetone in bottoms/)).toHaveValue('0.04');
  });

  test('mine can be kept beside it, as a variant', async ({ page }) => {
    const { address, other, dialog } = await conflict(page);
    await dialog.getByRole('button', { name: 'Keep mine beside it' }).click();
    await expect(page).not.toHaveURL(address);
    await expect(page.locator('.variant-of')).toHaveText('variant of Variant of a test');
    await expect(field(page, /Acetone in bottoms/)).toHaveValue('0.04');
    await other.reload();
    await expect(field(other, /Acetone in bottoms/)).toHaveValue('0.05');
  });
});

test('a browser that is closed at once after a keystroke has lost nothing', async () => {
  const profile = mkdtempSync(join(tmpdir(), 'keen-profile-'));
  const launch = () =>
    chromium.launchPersistentContext(profile, { executablePath: '/usr/bin/chromium', viewport: { width: 1280, height: 800 } });
  try {
    const first = await launch();
    const [page = await first.newPage()] = first.pages();
    const address = await openCopy(page);
    await field(page, /Acetone in bottoms/).focus();
    await page.keyboard.press('ArrowUp');
    await first.close();

    const second = await launch();
    const [again = await second.newPage()] = second.pages();
    await again.goto(address);
    await solved(again);
    await expect(field(again, /Acetone in bottoms/)).toHaveValue('0.021');
    await saved(again);
    await second.close();
    // And the server has it, too: a browser that never saw the draft reads it.
    const fresh = await chromium.launch({ executablePath: '/usr/bin/chromium' });
    const stranger = await fresh.newPage();
    await stranger.goto(address);
    await expect(field(stranger, /Acetone in bottoms/)).toHaveValue('0.021');
    await fresh.close();
  } finally {
    rmSync(profile, { recursive: true, force: true });
  }
});

test('a server killed with -9 loses nothing: the edit waits in the browser and is saved when it is back', async ({ page }) => {
  const service = await startService(true);
  try {
    const address = await openCopy(page, service.url);
    await service.killServer();
    await field(page, /Acetone in bottoms/).fill('0.06');
    await expect(page.locator('.saved-mark')).toHaveText('Kept in this browser; the server is away');
    await solved(page); // the engine is in the browser: work goes on
    await field(page, /Acetone in distillate/).fill('0.94');
    await service.startServer();
    await saved(page);
    await page.goto(address);
    await expect(field(page, /Acetone in bottoms/)).toHaveValue('0.06');
    await expect(field(page, /Acetone in distillate/)).toHaveValue('0.94');
  } finally {
    await service.stop();
  }
});

test('a database killed with -9 and restarted loses nothing that was saved, nor what was typed meanwhile', async ({ page }) => {
  const service = await startService(true);
  try {
    const address = await openCopy(page, service.url);
    await field(page, /Acetone in bottoms/).fill('0.07');
    await page.waitForResponse((reply) => reply.request().method() === 'PUT' && reply.ok());
    service.killDatabase();
    await field(page, /Acetone in distillate/).fill('0.93');
    await expect(page.locator('.saved-mark')).toHaveAttribute('data-standing', 'kept', { timeout: 20_000 });
    await service.startDatabase();
    await saved(page);
    await page.goto(address);
    await expect(field(page, /Acetone in bottoms/)).toHaveValue('0.07');
    await expect(field(page, /Acetone in distillate/)).toHaveValue('0.93');
  } finally {
    await service.stop();
  }
});

test('a case that is not there is said so, with a way on', async ({ page }) => {
  await page.goto(`${url()}/cases/00000000-0000-4000-8000-000000000000/graph`);
  await expect(page.getByText('This case is not there')).toBeVisible();
  await page.getByRole('button', { name: 'To the list of cases' }).click();
  await expect(page.getByRole('heading', { name: 'Cases' })).toBeVisible();
});
