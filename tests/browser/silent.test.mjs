// What carries no signal and what leaks: a sonde pushed through a hidden drain, what the camera saw, the pipe marked; a frame walked over a hidden cable to its fault.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { useApp } from './app.mjs';
import { opened, pressed } from './browser.mjs';

let server;
let page;
const complaints = [];

useApp(app => {
  ({ server, page } = app);
  page.on('pageerror', error => complaints.push(error.message));
});

const came = async words => {
  await page.waitForFunction(text => document.querySelector('.panel-body')?.textContent.includes(text), words, { timeout: 60_000 });
  await page.waitForFunction(() => /Simulated device: \d+ of \d+ readings came, each once/.test(document.querySelector('.panel-body')?.textContent), null, { timeout: 60_000 });
};

test('clay is led to the sonde; a stop is judged while it is typed, and its verdict turns', async () => {
  await opened(page, `${server.url}/jobs/1/trace?line=5`);
  await page.getByRole('link', { name: 'push a sonde', exact: true }).click();
  await page.waitForURL(/trace\/sonde/);
  assert.match(await page.textContent('[data-sonde-verdict]'), /Stop 3 is contradicted/);
  for (const [field, value] of [['paid', '34'], ['east', '31.4'], ['north', '4.2'], ['ahead', '1.1'], ['behind', '1.1'], ['depth', '1.55'], ['turned', '1.56']]) await page.fill(`#f-${field}`, value);
  await page.waitForSelector('#stop-told .verdict-sound');
  assert.match(await page.textContent('#stop-told'), /Push on, 3 to 6 m/);
  await page.fill('#f-turned', '2.4');
  await page.waitForSelector('#stop-told .verdict-caution, #stop-told .verdict-reject');
  assert.match(await page.textContent('#stop-told'), /Turned round the depth differs/);
});

test('a sonde is checked, pushed through a hidden drain, and the pipe it makes is marked', async () => {
  await opened(page, `${server.url}/jobs/1/trace/sonde?line=5&new=true`);
  await page.fill('#f-access', 'rodding eye by the kerb');
  await page.fill('#f-inside', '0.15');
  await page.check('#f-quiet');
  await page.check('#f-steady');
  await pressed(page, 'Begin the push');
  await page.getByRole('button', { name: 'Push a simulated sonde through a hidden drain' }).click();
  await came('A receiver has sent rows of levels');
  await pressed(page, 'Make stops of them');
  await page.waitForSelector('.stops tbody tr');
  const said = await page.textContent('[data-sonde-verdict]');
  assert.match(said, /The pipe (falls|rises) \d/);
  assert.ok(await page.locator('.stops tbody tr').count() >= 6);
  assert.ok(await page.locator('.section svg .ground-line').count() > 0, 'the section shows the pipe');
  assert.ok(await page.locator('.plan .candidate').count() > 0, 'the plan shows the pipe');

  await page.locator('a[href="#fold-camera"]').click();
  await page.fill('#f-findPaid', '12');
  await page.selectOption('#f-what', 'Roots');
  await page.fill('#f-clock', '12');
  await pressed(page, 'Keep what was seen');
  await pressed(page, 'Mark the pipe by this push');
  assert.match(await page.textContent('.panel-body'), /This push marks the pipe/);
  await opened(page, `${server.url}/jobs/1/handover/sheet`);
  assert.match(await page.textContent('main'), /sonde pushed from rodding eye by the kerb/);
});

test('a sheath is isolated, measured and walked in order; its fault is found and pinned', async () => {
  await opened(page, `${server.url}/jobs/1/trace/fault?line=3&new=true`);
  assert.match(await page.textContent('[data-fault-verdict]'), /Begin a search/);
  await page.check('#f-near');
  await pressed(page, 'Begin the search');
  assert.match(await page.textContent('[data-fault-verdict]'), /far end too/);
  await page.check('#f-far');
  for (const [field, value] of [['volts', '0.2'], ['ohms', '14k'], ['stake', '12'], ['reference', '62']]) await page.fill(`#f-${field}`, value);
  await pressed(page, 'Keep what is done');
  assert.match(await page.textContent('[data-fault-verdict]'), /Set the frame over the cable/);
  await page.getByRole('button', { name: 'Walk a simulated frame over hidden leaks' }).click();
  await came('A frame has sent');
  await pressed(page, 'Take them over');
  await page.waitForSelector('.section svg .curve-peak');
  assert.match(await page.textContent('[data-fault-verdict]'), /A major fault at/);
  assert.ok(await page.locator('.section svg .curve-peak').count() > 0);
  await page.fill('#f-pinned', (await page.textContent('[data-fault-verdict]')).match(/A major fault at ([\d.]+)/)[1]);
  await pressed(page, 'Pinned across');
  assert.match(await page.textContent('[data-fault-verdict]'), /It is pinned across/);
});

test('a wire says what to open next', async () => {
  await opened(page, `${server.url}/bench/wire-fault`);
  await page.waitForSelector('#told .verdict-caution');
  await page.fill('#f-loop', 'open');
  await page.fill('#f-nanoNear', '3');
  await page.fill('#f-nanoFar', '9');
  await page.waitForFunction(() => /Broken about 30/.test(document.querySelector('#told')?.textContent));
  assert.deepEqual(complaints, []);
});
