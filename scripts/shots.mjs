// Remakes docs/screenshots from the demo, at a standing moment so that pictures change only when the views do.
import { mkdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { openBrowser, opened, pressed } from '../tests/browser/browser.mjs';
import { startServer } from '../tests/browser/server.mjs';

const out = join(dirname(fileURLToPath(import.meta.url)), '../docs/screenshots');
rmSync(out, { recursive: true, force: true });
mkdirSync(out, { recursive: true });
const server = await startServer('demo', { MOLE_NOW: '2026-11-23T10:30:00Z' });
const { context, page, close } = await openBrowser();

async function shot(name, path, prepare) {
  await opened(page, server.url + path);
  await prepare?.();
  await page.waitForTimeout(250);
  await page.screenshot({ path: join(out, name + '.png') });
  console.log(name);
}

await shot('jobs', '/jobs');
await shot('notice', '/jobs/2/notice');
await shot('hookup', '/jobs/1/hookup?line=2');
await shot('trace', '/jobs/1/trace?line=2');
await shot('trace-new-dot', '/jobs/1/trace?line=2&new=true&cut=dig', async () => {
  for (const [field, text] of [['east', '45.4'], ['north', '29'], ['nullOffset', '20mm'], ['depth', '0.97'], ['current', '19']]) {
    await page.fill('#f-' + field, text);
  }
  await page.waitForFunction(() => document.querySelector('#verdict [data-verdict]'));
});
await page.evaluate(() => localStorage.clear());
await shot('marks', '/jobs/3/marks?line=6');
await shot('handover', '/jobs/1/handover');
await shot('bench-pinpoint', '/bench/pinpoint', () => pressed(page, 'Find the line'));
await shot('bench-line-field', '/bench/line-field', () => pressed(page, 'Draw the field'));
await shot('bench-depth', '/bench/depth?way=width', async () => {
  await page.fill('#f-left', '0.62');
  await page.fill('#f-right', '2ft2');
  await pressed(page, 'Work out the depth');
});
await shot('place', '/place');
await page.setViewportSize({ width: 900, height: 1260 });
await shot('handover-sheet', '/jobs/3/handover/sheet');
await page.setViewportSize({ width: 390, height: 844 });
await shot('phone-trace', '/jobs/1/trace?line=2');
await context.clearCookies();
await close();
await server.close();
