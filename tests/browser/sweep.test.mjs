// The stage Sweep in a browser: a sweep is laid and walked, a line nobody knew of is found, decided and energised; the ledger stands under the plan.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { useApp } from './app.mjs';
import { opened, pressed } from './browser.mjs';

let server;
let page;

useApp(app => {
  ({ server, page } = app);
});

const panel = () => page.textContent('.panel-body');

test('the rest of the power sweep is walked, the lamp cable that is on no plan is found, and it is put to work', async () => {
  await opened(page, `${server.url}/jobs/1/sweep?sweep=2`);
  assert.match(await panel(), /21 of 25 passes walked/);
  assert.ok(await page.locator('.plan .pass-next').count() > 0, 'the next pass is on the plan');

  // What the simulated receiver shows on the four passes that are left: the lamp cable, then the electric cable.
  for (const [pass, heard] of [[22, '14.9 0.6\n29.9 0.7'], [23, '13.9 0.6\n31.4 0.7'], [24, '13.2 0.6\n32.9 0.7'], [25, '']]) {
    assert.match(await panel(), new RegExp(`Pass ${pass} of 25`));
    await page.fill('#f-heard', heard);
    await pressed(page, `Pass ${pass} walked`);
  }

  assert.match(await panel(), /All 25 passes are walked/);
  const unknown = page.locator('.asked', { hasText: 'No plan and no trace of a line here' }).first();
  await unknown.getByText('Decide').click();
  await page.waitForSelector('form.found');
  assert.equal(await page.inputValue('form.found [name=becomes]'), 'Unknown');
  assert.equal(await page.isVisible('form.found [name=foundLine]'), false, 'no line of the notice to choose for one that nobody knew of');
  await page.fill('form.found [name=foundNote]', 'runs from the lamp to the north-east');
  await pressed(page, 'It is so');
  assert.match(await panel(), /A line nobody knew of, says Orla/);
  await page.getByText('Energise it').click();
  await page.waitForURL(/\/hookup\?line=\d+/);
  assert.match(await page.textContent('main'), /found by sweep 1/);

  await opened(page, `${server.url}/jobs/1/handover`);
  assert.match(await page.textContent('main'), /found a line that nobody knew of/);
});

test('a simulated device walks a sweep: its way and the strip run along, its passes tick themselves off with what it heard', async () => {
  await opened(page, `${server.url}/jobs/1/sweep?sweep=0`);
  await page.selectOption('#f-kind', 'Grid');
  await page.selectOption('#f-mode', 'Power');
  await page.fill('#f-area', '80 0\n92 0\n92 9\n80 9');
  await page.fill('#f-spacing', '2');
  await page.waitForFunction(() => /1[01] passes,/.test(document.querySelector('#laid')?.textContent));
  await pressed(page, 'Lay it out');
  await page.getByRole('button', { name: 'Walk what is left (simulated)' }).click();
  await page.waitForFunction(() => document.querySelectorAll('.live-trails .live-crossing').length > 0 && document.querySelector('.live-curve'), null, { timeout: 30_000 });
  assert.match(await page.textContent('[data-live-title]'), /\(simulated\), power/);
  await page.waitForFunction(() => /Simulated device: \d+ of \d+ readings came, each once/.test(document.querySelector('.panel-body')?.textContent), null, { timeout: 30_000 });
  await page.waitForFunction(() => /All 1[01] passes are walked/.test(document.querySelector('.panel-body')?.textContent));
  assert.match(await panel(), /✓1/);
});

test('a sweep says how it would lie while it is typed, and keeps what was typed when it cannot', async () => {
  await opened(page, `${server.url}/jobs/1/sweep?sweep=0`);
  await page.selectOption('#f-kind', 'Grid');
  await page.selectOption('#f-mode', 'Radio');
  await page.waitForFunction(() => document.querySelector('#laid')?.textContent.includes('passes,'));
  assert.equal(await page.isVisible('#f-radius'), false);
  await page.fill('#f-spacing', '4');
  await page.waitForFunction(() => /often enough to be told from chance/.test(document.querySelector('#laid')?.textContent));
  await page.fill('#f-spacing', '0');
  await pressed(page, 'Lay it out');
  assert.ok(await page.locator('#f-spacing.is-invalid').count() === 1);
  assert.equal(await page.inputValue('#f-mode'), 'Radio');
  await page.selectOption('#f-kind', 'Circle');
  assert.equal(await page.isVisible('#f-radius'), true);
  await pressed(page, 'Lay it out');
  assert.match(await panel(), /20 passes, 50\.\d m/);
});

test('the current along a traced line stands in the place of its section', async () => {
  await opened(page, `${server.url}/jobs/1/trace?line=1`);
  await page.getByText('current along it').click();
  await page.waitForURL(/cut=current/);
  await page.waitForSelector('.section .lower svg');
  assert.match(await page.textContent('main'), /Where the current goes/);
  await page.getByText('along the line', { exact: true }).click();
  await page.waitForURL(/cut=line/);
});
