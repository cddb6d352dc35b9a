// Marked, handed over, looked at on the digger's phone, dug up, and counted: the way of a mark to its truth.
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { after, test } from 'node:test';
import { useApp } from './app.mjs';
import { openBrowser, opened, pressed } from './browser.mjs';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
let server;
let page;
let phone;
let link;
const complaints = [];

useApp(app => {
  ({ server, page } = app);
  page.on('pageerror', error => complaints.push(error.message));
}, { who: 'jem' });

after(() => phone?.close());

test('what is marked goes out, with a link for the one who digs', async () => {
  await opened(page, `${server.url}/jobs/3/marks`);
  await opened(page, `${server.url}/jobs/3/handover`);
  await page.locator('#hand-over [name=changeWhy]').fill('goes out anew after the walk');
  await pressed(page, 'Hand over again');
  assert.match(await page.textContent('.verdict-say'), /^Handed over/);
  await page.fill('#f-whom', '');
  await pressed(page, 'Make a link');
  await page.waitForSelector('#f-whom-error');
  await page.fill('#f-whom', 'Roper, on the machine');
  await pressed(page, 'Make a link');
  link = (await page.textContent('[data-token]')).trim();
  assert.ok(await page.locator('svg[aria-label="The link as a code to scan"]').isVisible());
  await opened(page, `${server.url}/jobs/3/handover`);
  assert.equal(await page.locator('[data-token]').count(), 0);
});

test('on the digger’s phone it says what lies under the dig, without an account and without a way out', async () => {
  phone = await openBrowser({ width: 390, height: 844 });
  const asked = [];
  phone.page.on('request', request => asked.push(new URL(request.url()).origin));
  await phone.page.goto(link);
  assert.match(await phone.page.textContent('.verdict-say'), /^Holds until/);
  assert.match(await phone.page.textContent('.dig-line'), /drinking water/);
  assert.match(await phone.page.textContent('.dig-rule'), /No machine within 0\.50/);
  assert.ok(await phone.page.locator('.dig-drawing').first().isVisible());
  assert.equal(await phone.page.evaluate(() => document.documentElement.scrollWidth - innerWidth), 0);
  assert.deepEqual([...new Set(asked)], [new URL(server.url).origin]);
  await phone.page.evaluate(axe);
  const { violations } = await phone.page.evaluate(() => window.axe.run({ resultTypes: ['violations'] }));
  assert.deepEqual(violations.filter(v => ['serious', 'critical'].includes(v.impact)).map(v => v.id), []);
  await phone.page.goto(`${server.url}/jobs/3`);
  assert.match(phone.page.url(), /sign-in/);
});

test('the water main is dug up: the truth stands beside the mark, the phone says that the sheet has changed, and it counts', async () => {
  await opened(page, `${server.url}/jobs/3/exposures`);
  await page.selectOption('#f-what', { label: 'W drinking water, Pellow Water' });
  await page.fill('#f-where', '10.3 15');
  await page.fill('#f-cover', '0.85');
  await page.fill('#f-outside', '110mm');
  await pressed(page, 'Write it down');
  const hole = page.locator('[id^=hole-]').first();
  await hole.waitFor();
  assert.match(await hole.textContent(), /drinking water/);
  assert.match(await hole.textContent(), /±/);

  await phone.page.goto(link);
  assert.match(await phone.page.textContent('.verdict-say'), /Changed since it was handed over/);
  assert.match(await phone.page.textContent('.dig-line'), /±0\.03/);

  await opened(page, `${server.url}/truth`);
  assert.match(await page.textContent('main'), /1 of 1|0 of 1/);
});

test('taken back, the link says that nobody digs by it', async () => {
  await opened(page, `${server.url}/jobs/3/handover`);
  await page.getByRole('button', { name: /^Take it back/ }).click();
  await page.waitForFunction(() => document.querySelector('.panel-body')?.textContent.includes('Taken back'));
  await phone.page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));
  await phone.page.waitForSelector('[role=alert]:has-text("Do not dig by it")');
  await phone.context.setOffline(true);
  await phone.page.waitForSelector('[data-as-of]:not([hidden])');
  assert.match(await phone.page.textContent('[data-as-of]'), /No connection/);
  await phone.context.setOffline(false);
  const answer = await phone.page.goto(link);
  assert.equal(answer.status(), 410);
  assert.match(await phone.page.textContent('[role=alert]'), /Do not dig by it/);
  assert.doesNotMatch(await phone.page.content(), /Kestrel/);
  assert.deepEqual(complaints, []);
});
