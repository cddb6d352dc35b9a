// What is typed: both systems of length, wrong entries, reloads, a lost connection, a crash.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { useApp } from './app.mjs';
import { answered, opened, pressed } from './browser.mjs';

let server;
let page;

useApp(app => {
  ({ server, page } = app);
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

test('entries made without a connection wait and go out once, in order, when it is back', async () => {
  await newDot();
  await server.stop();
  for (const [north, depth] of [['29', '0.95'], ['29.5', '0.96'], ['30', '0.97']]) {
    await page.fill('#f-east', '45.5');
    await page.fill('#f-north', north);
    await page.fill('#f-depth', depth);
    await page.waitForFunction(() => document.querySelector('#verdict').textContent.includes('not judged'));
    await press('Keep, decide later');
    await page.waitForFunction(() => document.querySelector('#f-depth').value === '');
  }
  assert.match(await page.textContent('.waiting b'), /3 entries wait for the connection/);
  assert.equal(await page.locator('.draft circle').count(), 3);
  const before = await page.locator('.dots a').count();
  await page.fill('#f-east', '44');
  await page.fill('#f-north', '31');
  await server.start();
  await page.waitForFunction(n => document.querySelectorAll('.dots a').length >= n + 3 && !document.querySelector('.waiting'), before, { timeout: 20_000 });
  // The form is new with the dots; what was half typed is put back as soon as it has settled.
  await page.waitForFunction(() => document.querySelector('#f-north')?.value === '31');
  await page.waitForTimeout(500);
  assert.equal(await page.locator('.dots a').count(), before + 3);
  const csv = await (await page.request.get(`${server.url}/jobs/1/files/csv`)).text();
  const rows = csv.split('\r\n').filter(row => /,45\.5,(29|29\.5|30),/.test(row));
  assert.deepEqual(rows.map(row => row.split(',')[4]), ['29', '29.5', '30']);
});

test('an entry that meets a store in trouble waits and goes out once when it is over', async () => {
  await newDot();
  const before = await page.locator('.dots a').count();
  const busy = route => (route.request().method() === 'POST'
    ? route.fulfill({ status: 503, headers: { 'Retry-After': '2' }, contentType: 'text/html', body: '<p>The store is busy.</p>' })
    : route.continue());
  await page.route('**/jobs/1/trace**', busy);
  await page.fill('#f-east', '45.5');
  await page.fill('#f-north', '30.5');
  await page.fill('#f-depth', '0.98');
  await press('Keep, decide later');
  await page.waitForSelector('.waiting');
  assert.match(await page.textContent('.waiting b'), /1 entry waits/);
  await page.waitForTimeout(4500);
  assert.match(await page.textContent('.waiting b'), /1 entry waits/, 'one that meets trouble again goes on waiting');
  await page.unroute('**/jobs/1/trace**', busy);
  await page.waitForFunction(() => !document.querySelector('.waiting'), null, { timeout: 20_000 });
  await page.waitForFunction(n => document.querySelectorAll('.dots a').length === n + 1, before);
  const csv = await (await page.request.get(`${server.url}/jobs/1/files/csv`)).text();
  assert.equal(csv.split('\r\n').filter(row => row.includes(',45.5,30.5,')).length, 1);
});

test('too much at once is said at the verdict, which comes by itself when it may', async () => {
  await newDot();
  const hasty = route => (route.request().url().includes('Judge')
    ? route.fulfill({ status: 429, headers: { 'Retry-After': '1' }, contentType: 'text/plain', body: 'Too many tries. Wait 1 seconds.' })
    : route.continue());
  await page.route('**/jobs/1/trace**', hasty);
  await page.fill('#f-east', '45.5');
  await page.fill('#f-north', '28');
  await page.fill('#f-current', '12');
  await page.waitForFunction(() => document.querySelector('#verdict').textContent.includes('tried again in 1 s'));
  assert.equal(await page.locator('#verdict .verdict-say').count(), 0);
  await page.unroute('**/jobs/1/trace**', hasty);
  await page.waitForSelector('#verdict .verdict-say');
  assert.equal(await page.inputValue('#f-current'), '12');
});

test('an entry that the server will not take is shown with its sentence and can be put right', async () => {
  await newDot();
  await server.stop();
  await page.fill('#f-east', '45.5');
  await page.fill('#f-north', '31');
  await page.fill('#f-depth', 'very deep');
  await press('Keep, decide later');
  await page.waitForSelector('.waiting');
  await server.start();
  await page.waitForFunction(() => document.querySelector('.waiting')?.textContent.includes('not a length'), null, { timeout: 20_000 });
  await press('Open it');
  await page.waitForSelector('.kept-note');
  assert.equal(await page.inputValue('#f-depth'), 'very deep');
  await page.click('.kept-note button');
});

test('a second person is told what changed, and nothing is overwritten', async () => {
  const path = `${server.url}/jobs/2/notice`;
  await opened(page, path);
  await page.fill('#f-digger', 'Teague alone');
  const token = await page.inputValue('main input[name=__RequestVerificationToken]');
  const form = { __RequestVerificationToken: token, name: 'Boating lake footbridge piles', digger: 'Marlow of the Lake' };
  assert.equal((await page.request.post(path + '?handler=Facts', { form, maxRedirects: 0 })).status(), 302);
  await press('Keep the notice');
  await page.waitForSelector('.alert-warning');
  assert.match(await page.textContent('.alert-warning'), /Marlow of the Lake/);
  assert.equal(await page.inputValue('#f-digger'), 'Teague alone');
});

test('what was kept is there after a crash', async () => {
  const before = await page.locator('.dots a').count();
  await server.crash();
  await opened(page, page.url());
  assert.equal(await page.locator('.dots a').count(), before);
});

test('a person who reads feet types and reads feet and inches', async () => {
  await page.goto(`${server.url}/jobs/3/trace?line=6`);
  await page.click('.top-units button');
  await page.waitForFunction(() => document.querySelector('.sheet')?.dataset.units === 'feet');
  assert.match(await page.locator('.section-drawing').textContent(), /'\d/);
  await opened(page, `${server.url}/jobs/3/trace?line=6&new=true`);
  await page.fill('#f-east', '118.11');
  await page.fill('#f-north', '37\'9"');
  const [x, y] = (await page.locator('[data-draft-layer] > g').first().getAttribute('transform')).match(/-?[\d.]+/g).map(Number);
  assert.ok(Math.abs(x - 36) < 0.01 && Math.abs(y + 11.506) < 0.01, `a bare number is feet to them: ${x}, ${y}`);
  await page.fill('#f-east', '36 m');
  await page.fill('#f-north', '11.5m');
  await page.fill('#f-depth', '2');
  await page.fill('[name=changeWhy]', 'a dot was left out');
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
  await page.waitForSelector('.drawing svg');
  assert.match(await page.textContent('.verdict-say'), /The line is at 0\.30 m/);
  await page.fill('#f-readings', '0 1\nhello');
  await press('Find the line');
  await page.waitForSelector('#f-readings-error');
  assert.match(await page.textContent('#f-readings-error'), /Line 2/);
  assert.equal((await page.inputValue('#f-readings')).trim(), '0 1\nhello');
});

test('what a tab is called is said under the finger, and goes when the sheet changes', async () => {
  const errors = [];
  page.on('pageerror', error => errors.push(error.message));
  await opened(page, `${server.url}/jobs/1/trace?line=2`);
  const tabs = page.locator('nav[aria-label=Utilities] .nav-link');
  await tabs.nth(0).hover();
  await page.waitForSelector('.tooltip');
  assert.match(await page.textContent('.tooltip'), /Pellow Water/);
  await answered(page, () => tabs.nth(2).click());
  await page.mouse.move(400, 300);
  await page.waitForFunction(() => !document.querySelector('.tooltip'));
  assert.deepEqual(errors, []);
});
