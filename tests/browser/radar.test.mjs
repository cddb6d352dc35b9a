// The stage Radar in a browser: calibrate, bring a profile in, see it, lay a curve, decide what it shows; the picture moves under finger and keys.
import assert from 'node:assert/strict';
import { join } from 'node:path';
import { test } from 'node:test';
import { coverOf, permittivityOf, throughLeg, timeAt } from '../../src/GentleMole.Web/wwwroot/js/curve.js';
import { useApp } from './app.mjs';
import { answered, opened, pressed } from './browser.mjs';

const WORKED = join(import.meta.dirname, '..', 'reference', 'radar', 'medium.sgy');
let server;
let page;

useApp(app => {
  ({ server, page } = app);
}, { who: 'jem' });

const panel = () => page.textContent('.panel-body');
/** The picture as it is drawn: how many shades stand in the middle of it. */
const shades = () => page.evaluate(() => {
  const canvas = document.querySelector('[data-radargram] canvas');
  const { data } = canvas.getContext('2d').getImageData(canvas.width / 4, canvas.height / 4, 200, 100);
  return new Set(Array.from({ length: data.length / 4 }, (_, i) => data[4 * i])).size;
});
const view = () => page.evaluate(() => ({ ...document.querySelector('[data-radargram]').picture.view }));
/** Where a place of the profile is on the screen. */
const at = (along, after) => page.evaluate(([a, t]) => {
  const root = document.querySelector('[data-radargram]');
  const box = root.getBoundingClientRect();
  return [box.left + root.picture.xOf(a), box.top + root.picture.yOf(t)];
}, [along, after]);
const drawn = () => page.waitForFunction(() => {
  const { tiles } = document.querySelector('[data-radargram]').picture;
  return tiles.held.size > 0 && [...tiles.held.values()].every(t => t.bytes);
});

test('the curve that is drawn is the curve that is reckoned with', async () => {
  const curve = { along: 2.3, cover: 0.7, radius: 0.06, velocity: 0.098, sine: Math.sin(70 * Math.PI / 180) };
  const picks = Array.from({ length: 15 }, (_, i) => ({ alongMetres: 1.6 + 0.1 * i, timeNanoseconds: 4 + timeAt(curve, 1.6 + 0.1 * i, 0.14) }));
  const answer = await fetch(`${server.url}/api/v1/bench/radar/hyperbola`, {
    method: 'POST', headers: { 'Content-Type': 'application/json', Authorization: 'Bearer demo-field-token' },
    body: JSON.stringify({ picks, pipeRadiusMetres: 0.06, crossingDegrees: 70, timeZeroNanoseconds: 4, antennaSeparationMetres: 0.14 }),
  });
  const told = await answer.json();
  assert.ok(Math.abs(told.velocityMetresPerNanosecond - 0.098) < 1e-5 && Math.abs(told.coverMetres - 0.7) < 1e-4, JSON.stringify(told));
  assert.ok(Math.abs(coverOf(timeAt(curve, 2.3, 0.14), 0.06, 0.098, 0.14) - 0.7) < 1e-9);
  assert.ok(Math.abs(permittivityOf(told.velocityMetresPerNanosecond) - told.permittivity) < 1e-6);
  const leg = throughLeg({ ...curve, velocity: 0.14 }, timeAt(curve, 2.3, 0.14), 2.9, timeAt(curve, 2.9, 0.14), 0.14);
  assert.ok(Math.abs(leg.velocity - 0.098) < 1e-4, String(leg.velocity));
});

test('calibrated, a file is brought in, shown by steps, and what it shows is decided', async () => {
  await opened(page, `${server.url}/jobs/1/radar/calibrate?new=true`);
  await page.fill('#f-where', 'kerb lane');
  await page.selectOption('#f-soil', 'WetClay');
  await page.waitForFunction(() => /Clay, wet: nothing to be said below/.test(document.querySelector('#calibrate-told').textContent));
  await page.selectOption('#f-soil', 'MoistSand');
  await page.fill('#f-base', '20');
  await page.fill('#f-counted', '19.92; 19.9; 19.91');
  await page.fill('#f-minutes', '20');
  await page.waitForFunction(() => /Factor 1\.0045/.test(document.querySelector('#calibrate-told').textContent));
  await pressed(page, 'Keep the calibration');
  assert.match(await panel(), /Spent 20 of the 15 minutes/);

  await opened(page, `${server.url}/jobs/1/radar/collect`);
  await page.getByText('Bring in a file').click();
  await page.setInputFiles('#f-file', WORKED);
  await page.fill('#f-profileName', 'kerb lane 1');
  await page.fill('#f-startEast', '30');
  await page.fill('#f-startNorth', '12');
  await page.fill('#f-bearing', '90');
  await page.fill('#f-factor', '1');
  await answered(page, () => page.locator('form[action*="handler=Upload"] button.btn-primary').click());
  await page.waitForFunction(() => /4 responses to decide/.test(document.querySelector('.panel-body').textContent), null, { timeout: 30_000 });
  await drawn();
  assert.ok(await shades() > 20, 'the picture has shades');

  // Steps are tried on the picture before they are kept.
  const before = await page.evaluate(() => document.querySelector('[data-radargram]').picture.tiles.steps);
  await page.getByText(/^Steps:/).click();
  await page.check('[name=do-migrate]');
  await page.waitForFunction(was => document.querySelector('[data-radargram]').picture.tiles.steps !== was, before);
  assert.match(await page.textContent('#chain-told'), /migration 0.1 m\/ns, Stolt.*not kept yet/s);
  await pressed(page, 'Keep these steps');
  assert.match(await panel(), /Undo: back to time zero/);
  await answered(page, () => page.getByText(/^Undo: back to/).click());
  assert.doesNotMatch(await panel(), /Undo: back to/);

  // A response is taken, one refused with its reason.
  await answered(page, () => page.click('a[data-target="1"]'));
  await pressed(page, 'Take it');
  assert.match(await panel(), /3 responses to decide/);
  await pressed(page, 'Refuse it');
  assert.match(await page.textContent('#f-pickNote-error'), /Say why/);
  await page.fill('#f-pickNote', 'footing of a lamp');
  await pressed(page, 'Refuse it');
  assert.match(await panel(), /2 responses to decide/);
  await pressed(page, 'Read: nothing more in it');
  assert.ok(await page.locator('.profiles a', { hasText: '4 ✓' }).or(page.locator('.profiles a', { hasText: ', read' })).count() > 0);
});

test('the picture moves under keys and fingers, tells places, and is one with the plan', async () => {
  await opened(page, `${server.url}/jobs/1/radar?profile=1`);
  await drawn();
  const home = await view();
  await page.focus('[data-radargram] canvas');
  await page.keyboard.press('+');
  await page.keyboard.press('+');
  await page.keyboard.press('ArrowRight');
  const near = await view();
  assert.ok(near.sx > 1.5 * home.sx && near.x > 0, JSON.stringify(near));
  const [x, y] = await at(16, 12);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 80, y - 30, { steps: 4 });
  await page.mouse.up();
  assert.ok((await view()).x > near.x);
  await page.keyboard.press('0');
  assert.ok(Math.abs((await view()).sx - home.sx) < 1e-6);

  const [px, py] = await at(20, 15);
  await page.mouse.move(px, py);
  await page.waitForFunction(() => /20\.0\d m along/.test(document.querySelector('[data-radar-read]').textContent) || /19\.9\d m along/.test(document.querySelector('[data-radar-read]').textContent));
  assert.match(await page.textContent('[data-radar-read]'), /deep · 1[45]\.\d ns · 3[89]\.\d\d E 17\.40 N/);
  assert.equal(await page.locator('.plan-drawing [data-radar-point]').count(), 1);

  // Pointing at the walked line on the plan shows the place in the profile.
  const spot = await page.evaluate(() => {
    const svg = document.querySelector('.plan-drawing');
    const point = new DOMPoint(30, -17.4).matrixTransform(svg.getScreenCTM());
    return [point.x, point.y];
  });
  await page.mouse.move(spot[0] - 3, spot[1]);
  await page.mouse.move(...spot);
  await page.waitForFunction(() => /^1[01]\.\d\d m along/.test(document.querySelector('[data-radar-read]').textContent));

  // From response to response by keys, and on from there by keys.
  await page.waitForFunction(() => document.querySelector('a[data-target]'), null, { timeout: 30_000 });
  await page.focus('[data-radargram] canvas');
  await answered(page, () => page.keyboard.press('.'));
  assert.equal(await page.evaluate(() => document.activeElement.tagName), 'CANVAS');
  await page.keyboard.press('x');
  await page.waitForFunction(() => /m along/.test(document.querySelector('[data-radar-read]').textContent));

  await page.click('[data-radar=trace]');
  await page.click('[data-radar=palette]');
  await page.locator('[data-radar-contrast]').fill('12');
  assert.ok(await shades() > 20);
});

test('a curve is laid with the mouse, dragged by a leg, fitted, and kept', async () => {
  await opened(page, `${server.url}/jobs/1/radar?profile=2`);
  await page.waitForFunction(() => /to decide/.test(document.querySelector('.panel-body').textContent), null, { timeout: 30_000 });
  await drawn();
  const water = await page.evaluate(() => document.querySelector('[data-radargram]').picture.targets[0]);
  const rawZero = await page.evaluate(() => document.querySelector('[data-radargram]').picture.about.rawTimeZero);
  await page.click('[data-radar=curve]');
  await page.mouse.click(...await at(water.along + 0.05, water.time - rawZero + 0.4));
  await page.waitForSelector('[data-curve-verdict]');
  const typed = Number(await page.inputValue('#f-along'));
  assert.ok(Math.abs(typed - water.along - 0.05) < 0.06, String(typed));
  const knob = await page.evaluate(() => {
    const root = document.querySelector('[data-radargram]');
    const box = root.getBoundingClientRect();
    const [x, y] = root.picture.knobLeg();
    return [box.left + x, box.top + y];
  });
  const velocity = Number(await page.inputValue('#f-velocity'));
  await page.mouse.move(...knob);
  await page.mouse.down();
  await page.mouse.move(knob[0], knob[1] + 40, { steps: 5 });
  await page.mouse.up();
  assert.ok(Number(await page.inputValue('#f-velocity')) < 0.95 * velocity, 'a steeper leg is a slower ground');
  await page.waitForSelector('[data-take-fit]');
  await page.click('[data-take-fit]');
  await page.waitForSelector('#curve-told .verdict-sound');
  assert.ok(Math.abs(Number(await page.inputValue('#f-cover')) - water.cover) < 0.06);
  await pressed(page, 'Keep as a response');
  assert.match(await panel(), /by hand/);
});

test('a simulated cart streams its traces, and the picture grows while it is pushed', async () => {
  await opened(page, `${server.url}/jobs/1/radar/collect`);
  await pressed(page, 'Push a simulated cart over the next line');
  await page.waitForFunction(() => /Simulated device: \d+ of \d+ readings came, each once/.test(document.querySelector('.panel-body')?.textContent), null, { timeout: 60_000 });
  assert.match(await panel(), /line \d \(simulated\)/);
  await opened(page, server.url + await page.locator('table a[href*="radar?profile="]').last().getAttribute('href'));
  await page.waitForFunction(() => /Nothing may be said below|This profile says/.test(document.querySelector('.panel-body').textContent), null, { timeout: 30_000 });
  await drawn();
  assert.ok(await shades() > 10);
});

test('on a phone the picture stands above the panel and answers a finger', async () => {
  await page.setViewportSize({ width: 390, height: 844 });
  await opened(page, `${server.url}/jobs/1/radar?profile=1`);
  await drawn();
  const [picture, words] = await page.evaluate(() => ['.radargram', '.panel'].map(of => document.querySelector(of).getBoundingClientRect().top));
  assert.ok(picture < words);
  assert.equal(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth), true);
  const home = await view();
  await page.click('[data-radar=in]');
  assert.ok((await view()).sx > home.sx);
  await page.setViewportSize({ width: 1280, height: 800 });
});

test('a grid is walked off, its profiles join into runs, one is decided, and slices show them from above', async () => {
  await opened(page, `${server.url}/jobs/4/radar/grid`);
  assert.match(await page.textContent('.verdict-say'), /All 18 lines are walked/);
  await answered(page, () => page.click('.panel-foot .btn-primary'));
  await page.waitForFunction(() => /runs over 18 lines/.test(document.querySelector('.verdict-say')?.textContent), null, { timeout: 60_000 });
  const runs = await page.$$eval('[id^=run-] small:first-of-type', all => all.map(r => r.textContent));
  const lead = runs.findIndex(r => /^No plan/.test(r) && /turned over/.test(r));
  assert.ok(lead >= 0, runs.join(' | '));
  await answered(page, () => page.click(`#run-${lead + 1} a.btn-link`));
  assert.ok(await page.locator('.cut-met').count() >= 10);
  await page.selectOption('[name=becomes]', 'Unknown');
  await page.fill('[name=foundNote]', 'old lead pipe');
  await answered(page, () => page.getByRole('button', { name: 'It is so' }).click());
  assert.match(await page.textContent(`#run-${lead + 1} small`), /nobody knew of, says/);

  await answered(page, () => page.getByRole('link', { name: 'Slices', exact: true }).click());
  const image = () => page.getAttribute('[data-layer=slice] image', 'href');
  const before = await image();
  await page.locator('[data-slice-range]').evaluate(range => {
    range.value = '0.6';
    range.dispatchEvent(new Event('input', { bubbles: true }));
  });
  await page.waitForFunction(was => document.querySelector('[data-layer=slice] image').getAttribute('href') !== was, before);
  assert.match(await image(), /depth=0\.6m/);
  assert.equal(await page.inputValue('[name=depth]'), '0.60');
  const loaded = await page.evaluate(async address => {
    const picture = new Image();
    picture.src = address;
    await picture.decode();
    return [picture.naturalWidth, picture.naturalHeight];
  }, await image());
  assert.ok(loaded[0] > 50 && loaded[1] > 50, String(loaded));
  await answered(page, () => page.locator('[data-slice-range]').evaluate(range => range.dispatchEvent(new Event('change', { bubbles: true }))));
  assert.match(await page.textContent('.verdict-say'), /At 0\.60 m/);
});

test('receiver and radar stand on one sheet: what contradicts is asked, answered, and marked so', async () => {
  await opened(page, `${server.url}/jobs/4/radar/runs`);
  await page.waitForFunction(() => /runs? over 18 lines|do not agree/.test(document.querySelector('.verdict-say')?.textContent), null, { timeout: 60_000 });
  const runs = await page.$$eval('[id^=run-] small:first-of-type', all => all.map(r => r.textContent));
  const gas = `#run-${runs.findIndex(r => /gas of Tamsin Gas/.test(r)) + 1}`;
  assert.match(await page.textContent(`${gas} small`), /Receiver and radar do not agree at/);
  await answered(page, () => page.click(`${gas} a.btn-link`));
  await answered(page, () => page.locator('form.found').getByRole('button', { name: 'It is so' }).click());
  const asked = page.locator(`${gas} form[action*=Held]`);
  await answered(page, () => asked.getByRole('button', { name: 'It is so' }).click());
  assert.match(await asked.textContent(), /Say which is right/);
  await asked.locator('select').selectOption('Radar');
  await asked.locator('input[name=heldNote]').fill('trial hole by the wall');
  await answered(page, () => asked.getByRole('button', { name: 'It is so' }).click());
  assert.match(await page.textContent(`${gas} small`), /says: the radar is right.*trial hole by the wall/s);
  await opened(page, `${server.url}/jobs/4/marks`);
  await answered(page, () => page.getByRole('link', { name: 'Tamsin Gas' }).click());
  assert.match(await page.textContent('.panel-body table'), /depth by radar.*r1/s);
  await opened(page, `${server.url}/jobs/4/handover/sheet`);
  assert.match(await page.textContent('.ho-cautions'), /said: the radar is right/);
});

test('a known target comes first: chosen, found under a profile, and its depth teaches the ground', async () => {
  await opened(page, `${server.url}/jobs/1/radar/calibrate`);
  assert.match(await page.textContent('.steps .step-now'), /Over what the receiver knows best/);
  await answered(page, () => page.locator('.steps a.btn').first().click());
  assert.match(await page.textContent('.steps'), /Profile \d crosses it/);
  assert.match(await page.textContent('#calibrate-told'), /before.*by the known target/s);
  assert.match(await page.inputValue('#f-knownBy'), /receiver’s depth at dot/);
  await page.fill('#f-knownHalf', 'so so');
  await answered(page, () => page.getByRole('button', { name: 'Keep the calibration' }).click());
  assert.equal(await page.inputValue('#f-knownHalf'), 'so so');
  assert.ok(await page.locator('#f-knownHalf-error').count() === 1);
  await page.fill('#f-knownHalf', '0.1');
  await answered(page, () => page.getByRole('button', { name: 'Keep the calibration' }).click());
  assert.match(await page.textContent('#calibrate-told'), /by the receiver’s depth at dot/);
});

test('a body under a grid is told, decided from the page and stands on the sheet that is handed over', async () => {
  await opened(page, `${server.url}/jobs/5/radar/bodies`);
  await page.waitForFunction(() => /bodies under 26 lines/.test(document.querySelector('.verdict-say')?.textContent ?? ''), null, { timeout: 120000 });
  assert.ok(await page.locator('.plan [data-layer=bodies] polygon, .plan [data-layer=bodies] path').count() >= 6);
  await answered(page, () => page.locator('#body-1').getByRole('link', { name: 'Decide' }).click());
  await page.waitForSelector('select[name=becomes]', { timeout: 60000 });
  assert.ok(await page.locator('.cut-drawing .cut-body').count() === 1);

  // Nothing without a reason is refused at its field, and what was chosen stays.
  await page.selectOption('select[name=becomes]', 'Nothing');
  await answered(page, () => page.locator('form.found button.btn-primary').click());
  assert.match(await page.textContent('.invalid-feedback'), /Say why it is nothing/);
  assert.equal(await page.inputValue('select[name=becomes]'), 'Nothing');
  await page.selectOption('select[name=becomes]', 'Unknown');
  await page.selectOption('select[name=step]', 'AskKeeper');
  await page.fill('[name=bodyNote]', 'no stone, no book');
  await answered(page, () => page.locator('form.found button.btn-primary').click());
  assert.match(await page.textContent('#body-1'), /no stone, no book/);
  await opened(page, `${server.url}/jobs/5/handover/sheet`);
  const sheet = await page.textContent('main');
  assert.match(sheet, /Graves that nothing shows were sought/);
  assert.match(sheet, /Body 1, .* is not known/);
  assert.doesNotMatch(sheet, /Every utility on the notice/);
});

test('on a phone a grid is laid out and slices are looked at', async () => {
  await page.setViewportSize({ width: 390, height: 844 });
  await opened(page, `${server.url}/jobs/4/radar/grid?grid=0`);
  await page.fill('[name=spacing]', '0.05');
  await answered(page, () => page.getByRole('button', { name: 'Lay it out' }).click());
  assert.match(await page.textContent('.invalid-feedback'), /out of range|from 0\.10|must be/);
  await page.fill('[name=spacing]', '1');
  await answered(page, () => page.getByRole('button', { name: 'Lay it out' }).click());
  assert.match(await page.textContent('.verdict-say'), /lines walked|lines,/);
  for (const part of ['grid', 'runs', 'bodies', 'slices?depth=0.6']) {
    await opened(page, `${server.url}/jobs/4/radar/${part}`);
    assert.ok(await page.evaluate(() => document.documentElement.scrollWidth) <= 390, part);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
});

test('a find is walked along, and where it begins and ends is told', async () => {
  await opened(page, `${server.url}/jobs/4/radar/runs`);
  await page.waitForFunction(() => /runs? over 18 lines|do not agree|decided/.test(document.querySelector('.verdict-say')?.textContent), null, { timeout: 60_000 });
  const runs = await page.$$eval('[id^=run-] small:first-of-type', all => all.map(r => r.textContent));
  const lead = runs.findIndex(r => /turned over/.test(r)) + 1;
  // Opened by address: the drawings may just be made anew for this screen's size, and a click would take that for its answer.
  await opened(page, `${server.url}/jobs/4/radar/runs?run=${lead}`);
  await opened(page, server.url + await page.getByRole('link', { name: 'Walk along it: where does it begin and end?' }).getAttribute('href'));
  assert.match(await panel(), /The line asked for, 10\.\d m/);
  await pressed(page, 'Push a simulated cart over it');
  await page.waitForFunction(() => /Simulated device: \d+ of \d+ readings came, each once/.test(document.querySelector('.panel-body')?.textContent), null, { timeout: 60_000 });
  await opened(page, `${server.url}/jobs/4/radar/runs?run=${lead}`);
  await page.waitForFunction(() => /Walked along on profile 19: it (ends|is still there)/.test(document.querySelector('.panel-body').textContent), null, { timeout: 60_000 });
  assert.ok(await page.getByRole('link', { name: 'Walk along it once more' }).isVisible());
});
