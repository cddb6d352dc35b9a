// A headless Chromium with nothing left over from an earlier run.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from 'playwright-core';

export async function openBrowser(viewport = { width: 1280, height: 800 }) {
  const profile = mkdtempSync(join(tmpdir(), 'mole-browser-'));
  const context = await chromium.launchPersistentContext(profile, {
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    headless: true,
    viewport,
    args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
      '--disable-component-update', '--disable-sync'],
  });
  context.setDefaultTimeout(10_000);
  return {
    context,
    page: context.pages()[0] ?? await context.newPage(),
    async close() {
      await context.close();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}

/** Does something and waits until the page that answers has been opened. */
export async function answered(page, action) {
  const before = await page.getAttribute('body', 'data-opened');
  await action();
  await page.waitForFunction(was => document.body?.dataset.opened && document.body.dataset.opened !== was, before);
}

/** Presses a button by its name and waits for the answer. */
export function pressed(page, name) {
  return answered(page, () => page.getByRole('button', { name, exact: true }).click());
}

/** Goes to an address and waits until the page is open. */
export async function opened(page, url) {
  await page.goto(url);
  await page.waitForFunction(() => document.body?.dataset.opened);
  await page.waitForLoadState('networkidle');
}
