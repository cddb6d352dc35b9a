// A line is followed while a device streams: crossings taken off the strip with one touch, the line through them round its corners, a tee whose currents balance, wires and the question to the owner.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { useApp } from './app.mjs';
import { answered, opened, pressed } from './browser.mjs';

let server;
let page;
const complaints = [];

useApp(app => {
  ({ server, page } = app);
  page.on('pageerror', error => complaints.push(error.message));
});

const trace = '/jobs/1/trace?line=3';

test('a simulated device walks to and fro over a line that only plans knew; its crossings are taken as dots and marked', async () => {
  await opened(page, `${server.url}/jobs/1/hookup?line=3`);
  await page.selectOption('#f-method', 'Clamp');
  for (const [field, value] of [['frequency', '8000'], ['sent', '25'], ['connected', 'cable in the meter cupboard'], ['connectionEast', '25.2'], ['connectionNorth', '34.4']]) await page.fill(`#f-${field}`, value);
  await pressed(page, 'Log this hookup');
  await opened(page, `${server.url}${trace}&new=true`);
  await page.getByRole('button', { name: 'Walk to and fro over it (simulated)' }).click();
  await page.waitForFunction(() => /readings came, each once/.test(document.querySelector('.panel-body')?.textContent), null, { timeout: 40_000 });
  await page.waitForFunction(() => /\(simulated\), active/.test(document.querySelector('[data-live-title]')?.textContent));
  assert.ok(await page.locator('.live-trails .live-trail').count() > 0, 'the way walked is on the plan');

  for (let dot = 0; dot < 11; dot++) {
    await page.waitForSelector('[data-take]');
    await answered(page, () => page.locator('[data-take]').first().click());
    assert.match(page.url(), /dot=/);
    await page.waitForSelector('.panel-title');
    if (await page.locator('#f-note').count() === 0) await pressed(page, 'Mark it');
    if (await page.locator('#f-note').count()) {
      await page.fill('#f-note', 'followed with a device');
      await pressed(page, 'Mark it');
    }
  }

  await opened(page, `${server.url}${trace}`);
  const said = await page.textContent('.followed');
  assert.match(said, /One line goes through \d+/);
  assert.match(said, /(Between dots \d+ and \d+ the line turns|the line sweeps)/, said);
  assert.ok(await page.locator('.plan .fitted').count() > 0);
});

test('a tee on it balances, and the ledger stands beside what the engine expects', async () => {
  await opened(page, `${server.url}${trace}`);
  await answered(page, () => page.locator('.dots a').nth(5).click());
  const current = Number(await page.inputValue('#f-current'));
  assert.ok(current > 0, 'the device showed a current');
  await page.locator('.accordion-button', { hasText: 'Lift, turning round' }).click();
  await page.selectOption('#f-feature', 'Tee');
  await page.fill('#f-branches', `${(current * 0.6).toFixed(2)} ${(current * 0.4).toFixed(2)}`);
  for (const why of await page.locator('#dot-form [name=changeWhy]').all()) await why.fill('a branch was seen');
  if (await page.locator('#f-note').count()) await page.fill('#f-note', 'followed with a device');
  await pressed(page, 'Mark it');
  await opened(page, `${server.url}${trace}&cut=current`);
  assert.match(await page.textContent('.section .lower'), /tee/);
  assert.match(await page.textContent('.panel-body'), /Where the current goes/);
  assert.doesNotMatch(await page.textContent('.panel-body'), /At the tee .* (are on no way out|more leave)/);
});

test('a line is read from the side, and the dot says how well it is known', async () => {
  await opened(page, `${server.url}/jobs/1/trace?line=1&new=true`);
  await page.locator('.accordion-button', { hasText: 'Read it from the side' }).click();
  for (const [field, value] of [['sideEast', '24.2'], ['sideNorth', '24'], ['sideWay', '2'], ['sidePeak', '10'], ['sideNull', '16'], ['sideDepth', '0.85']]) await page.fill(`#f-${field}`, value);
  await page.selectOption('#f-sideLies', 'Left');
  await pressed(page, 'Put a dot where it lies');
  assert.match(await page.textContent('.panel-body'), /besides\. Read from the side/);
});

test('wires and valves become a map, a circle tells a splice, and the owner is asked on one sheet', async () => {
  await opened(page, `${server.url}/jobs/1/trace/wires`);
  for (const [east, north] of [['54', '12'], ['30', '36']]) {
    await page.fill('#f-valveEast', east);
    await page.fill('#f-valveNorth', north);
    await pressed(page, 'Put the valve there');
  }

  for (const [name, ...heard] of [['white', 'Strong', 'Strong'], ['red', 'Strong', 'None'], ['blue', 'None', 'Strong']]) {
    await page.fill('#f-wireName', name);
    for (const [i, strength] of heard.entries()) await page.locator('select[name^=heard]').nth(i).selectOption(strength);
    await pressed(page, 'Keep the wire');
  }

  assert.match(await page.textContent('.verdict-say'), /All 3 wires are told: white is the common/);
  assert.equal(await page.locator('.section .lower svg').count(), 1);
  await page.fill('#f-ways', '180 50\n10 30\n95 20');
  await pressed(page, 'What it says');
  assert.match(await page.textContent('.alert[role=status]'), /Wires are joined inside: 3 ways/);

  await opened(page, `${server.url}/jobs/1/handover/owner?line=2`);
  assert.match(await page.textContent('main'), /Open a trial hole/);
  assert.deepEqual(complaints, []);
});
