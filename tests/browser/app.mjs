// The application and a browser for one file of tests: started before them, ended after them.
import { after, before } from 'node:test';
import { openBrowser } from './browser.mjs';
import { startServer } from './server.mjs';

/** Gives what was started to `then`; `who` of the demo's people is signed in, nobody for null. */
export function useApp(then, { who = 'orla' } = {}) {
  let server;
  let browser;
  before(async () => {
    server = await startServer();
    browser = await openBrowser();
    if (who) await signIn(browser.page, server.url, who);
    then({ server, browser, page: browser.page });
  });
  after(async () => {
    await browser?.close();
    await server?.close();
  });
}

/** One click in the demo. */
export async function signIn(page, url, who) {
  await page.goto(`${url}/sign-in`);
  await page.click(`button[value="${who}"]`);
  await page.waitForURL(`${url}/jobs`);
}
