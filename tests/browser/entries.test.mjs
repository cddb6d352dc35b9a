// What is typed: both systems of length, wrong entries, reloads, a lost connection, a crash.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { opened, openBrowser, pressed } from './browser.mjs';
import { startServer } from './server.mjs';

let server;
let browser;
let page;

before(async () => {
  server = await startServer();
  browser = await openBrowser();
  page = browser.page;
});
after(async () => {
  await browser?.close();
  await server?.close();
});

const press = name => page.getByRole('button', { name, exact: true }).click();

async function newDot() {
  await opened(page, `${server.url}/jobs/1/trace?line=2&new=true`);
  if (await page.locator('.kept-note').count()) {
    await page.click('.kept-note button');
    await page.waitForFunction(() => document.body?.dataset.opened && !document.querySelector('.kept-note'));
  }
}

test('wrong entries get a sentence at their field and stay typed', async () => {
  await newDot();
  await page.fill('#f-east', '45.5');
  await page.fill('#f-north', '28');
  await page.fill('#f-depth', '5\'14"');
  await page.fill('#f-current', 'lots');
  await press('Mark it');
  await page.waitForSelector('#f-depth-error');
  assert.match(await page.textContent('#f-depth-error'), /12 in a foot/);
  assert.match(await page.textContent('#f-current-error'), /not a number in mA/);
  assert.equal(await page.inputValue('#f-depth'), '5\'14"');
  assert.equal(await page.inputValue('#f-current'), 'lots');
  assert.equal(await page.getAttribute('#f-depth', 'aria-invalid'), 'true');
});

test('what is half typed survives a reload and is judged again', async () => {
  await newDot();
  await page.fill('#f-east', '45.5');
  await page.fill('#f-north', '28');
  await page.fill('#f-nullOffset', '0.02');
  await page.fill('#f-current', '12');
  await page.waitForTimeout(200);
  await page.reload();
  await page.waitForSelector('.kept-note');
  assert.equal(await page.inputValue('#f-current'), '12');
  await page.waitForFunction(() => document.querySelector('#verdict .verdict-say')?.textContent.includes('something else'));
});

test('a lost connection loses nothing', async () => {
  await newDot();
  await page.fill('#f-east', '45.5');
  await page.fill('#f-north', '29');
  await page.fill('#f-depth', '0.95');
  await server.stop();
  await press('Keep, decide later');
  await page.waitForSelector('.lost');
  assert.equal(await page.inputValue('#f-depth'), '0.95');
  await server.start();
  await press('Keep, decide later');
  await page.waitForFunction(() => document.querySelectorAll('.dot-chips .not-accepted').length === 3);
});

test('what was kept is there after a crash', async () => {
  const before = await page.locator('.dot-chips a').count();
  await server.crash();
  await opened(page, page.url());
  assert.equal(await page.locator('.dot-chips a').count(), before);
});

test('a person who reads feet types and reads feet and inches', async () => {
  await page.goto(`${server.url}/jobs/3/trace?line=6`);
  await page.click('.top-units button');
  await page.waitForFunction(() => document.querySelector('.sheet')?.dataset.units === 'feet');
  assert.match(await page.locator('.section-drawing').textContent(), /'\d/);
  await opened(page, `${server.url}/jobs/3/trace?line=6&new=true`);
  await page.fill('#f-east', '36 m');
  await page.fill('#f-north', '11.5m');
  await page.fill('#f-depth', '2');
  await press('Keep, decide later');
  await page.waitForFunction(() => document.querySelector('#f-depth')?.value === '0.61 m');
  await page.click('.top-units button');
  await page.waitForFunction(() => document.querySelector('.sheet')?.dataset.units === 'metres');
});

test('a dot can be placed along the tape', async () => {
  await newDot();
  await page.fill('#f-east', '');
  await page.fill('#f-north', '');
  await page.fill('#f-chainage', '35.9');
  await page.fill('#f-offset', '-10');
  await press('Keep, decide later');
  await page.waitForFunction(() => document.querySelector('#f-north')?.value === '30');
  assert.equal(await page.inputValue('#f-east'), '45.9');
});

test('bench: a row pasted from a spreadsheet is fitted and drawn', async () => {
  await page.goto(`${server.url}/bench/pinpoint`);
  const row = Array.from({ length: 11 }, (_, i) => {
    const y = -1 + 0.2 * i - 0.3;
    const r2 = 0.81 + y * y;
    return [(-1 + 0.2 * i).toFixed(1), (36 * 0.9 / r2).toFixed(2), (36 * Math.abs(y) / r2).toFixed(2)].join('\t');
  });
  await page.fill('#f-readings', ['offset\tpeak\tnull', ...row].join('\n'));
  await press('Find the line');
  await page.waitForSelector('.profile');
  assert.match(await page.textContent('.verdict-say'), /The line is at 0\.30 m/);
  await page.fill('#f-readings', '0 1\nhello');
  await press('Find the line');
  await page.waitForSelector('#f-readings-error');
  assert.match(await page.textContent('#f-readings-error'), /Line 2/);
  assert.equal((await page.inputValue('#f-readings')).trim(), '0 1\nhello');
});
