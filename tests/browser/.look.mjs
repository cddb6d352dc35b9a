import { openBrowser, opened } from './browser.mjs';
import { signIn } from './app.mjs';
import { startServer } from './server.mjs';
import { mkdirSync } from 'node:fs';
mkdirSync('/tmp/b/look', { recursive: true });
const server = await startServer('demo', { MOLE_NOW: '2026-11-23T10:30:00Z' });
const { page, close } = await openBrowser();
page.on('console', m => m.type() === 'error' && console.log('CONSOLE', m.text()));
page.on('pageerror', e => console.log('ERROR', e.message));
await signIn(page, server.url, process.env.WHO ?? 'orla');
await page.waitForTimeout(1500);
let width = 1280;
for (const arg of process.argv.slice(2)) {
  const [, name, path, w] = arg.match(/^([^=]+)=(.*?)(?:@(\d+))?$/);
  const want = Number(w ?? 1280);
  if (want !== width) { await page.setViewportSize({ width: want, height: want < 500 ? 844 : want === 900 ? 1260 : 800 }); width = want; }
  await opened(page, server.url + path);
  await page.waitForTimeout(300);
  await page.screenshot({ path: `/tmp/b/look/${name}.png`, fullPage: !!process.env.FULL });
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
  console.log(name, wide > 0 ? 'SCROLLS SIDEWAYS ' + wide : '');
}
await close(); await server.close();
