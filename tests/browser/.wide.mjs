import { openBrowser, opened } from './browser.mjs';
import { signIn } from './app.mjs';
import { startServer } from './server.mjs';
const server = await startServer('demo', { MOLE_NOW: '2026-11-23T10:30:00Z' });
const { page, close } = await openBrowser({width:390,height:844});
await signIn(page, server.url, 'orla');
for (const p of process.argv.slice(2)) {
await opened(page, server.url + p);
console.log(p, await page.evaluate(() => [...document.querySelectorAll('body *')].filter(e => !e.closest('#menu') && e.getBoundingClientRect().right > innerWidth + 1 && getComputedStyle(e).position!=='fixed').slice(0,12).map(e => e.tagName + '.' + (e.className.baseVal ?? e.className) + ' ' + Math.round(e.getBoundingClientRect().right))));
}
await close(); await server.close();
