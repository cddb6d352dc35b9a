// The tools without a job, the rules of the place, and what stands on a site, in the browser.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { useApp } from './app.mjs';
import { answered, opened, pressed } from './browser.mjs';

let server;
let page;

useApp(app => {
  ({ server, page } = app);
});

const say = () => page.locator('.verdict-say').first().textContent();

async function fill(entries) {
  for (const [field, text] of Object.entries(entries)) await page.fill('#f-' + field, text);
}

for (const [way, entries, expected] of [
  ['lift', { depth1: '1.1', height1: '0', depth2: '1.4', height2: '0.3' }, /Sound: 1\.10 m/],
  ['tilt', { left: '1.18', right: '3\'11"' }, /Sound: 1\.19 m/],
  ['width', { left: '0.64', right: '0.66', height: '0.1' }, /Sound: 1\.20 m/],
  ['gradient', { lower: '134', upper: '100', separation: '400mm', height: '50mm' }, /1\.13 m/],
]) {
  test(`depth by ${way} is worked out and drawn`, async () => {
    await opened(page, `${server.url}/bench/depth?way=${way}`);
    await fill(entries);
    await pressed(page, 'Work out the depth');
    assert.match(await say(), expected);
    assert.equal(await page.locator('.drawing svg').count(), 1);
  });
}

test('a lift that the depth does not follow is called distorted', async () => {
  await opened(page, `${server.url}/bench/depth?way=lift`);
  await fill({ depth1: '1.1', height1: '0', depth2: '1.2', height2: '0.3' });
  await pressed(page, 'Work out the depth');
  assert.match(await say(), /Do not rely on it/);
});

test('what cannot be is told at its field and stays typed', async () => {
  await opened(page, `${server.url}/bench/depth?way=gradient`);
  await fill({ lower: '100', upper: '134' });
  await pressed(page, 'Work out the depth');
  assert.match(await page.textContent('#f-lower-error'), /must read clearly more/);
  assert.equal(await page.inputValue('#f-upper'), '134');
});

test('depths by every way stand side by side, and what differs is told while it is typed', async () => {
  await opened(page, `${server.url}/bench/depths`);
  const told = text => page.waitForFunction(t => document.querySelector('#told .verdict-say')?.textContent.includes(t), text);
  await told('and they agree');
  await page.fill('#f-tiltLeft', '1.6');
  await page.fill('#f-tiltRight', '1.5');
  await told('do not agree');
  assert.equal(await page.locator('#told .drawing svg:visible').count(), 1);
});

const readings = '-1.2 38.8 9.4, -1 36.5 6.5, -0.8 36.3 4.5, -0.6 36.5 2.8, -0.4 37.7 0.6, -0.2 40.1 4.2, 0 39.9 9.7, 0.2 37.3 14.2, 0.4 35.6 19.1, 0.6 30.5 21.9, 0.8 26.1 23.3, 1 21.8 23, 1.2 18.4 22.5';

test('a row typed in one go grows into an answer, and a neighbour that nobody sees is taken out', async () => {
  await opened(page, `${server.url}/bench/pinpoint`);
  const told = text => page.waitForFunction(t => document.querySelector('#located .verdict-say')?.textContent.includes(t), text);
  await page.fill('#f-readings', readings.split(', ').slice(0, 3).join(', ') + ', -0.6 ');
  await told('3 of 5 readings');
  await page.fill('#f-readings', readings);
  await told('The line is at');
  const at = Number((await page.textContent('#located .verdict-say')).match(/at (-?[0-9.]+) m/)[1]);
  assert.ok(Math.abs(at) < 0.08, `the line lies at zero, it says ${at}`);
  assert.match(await page.textContent('#located'), /Two lines explain the readings/);
  assert.ok(await page.locator('#located svg .conductor, #located svg').count() > 0);
  await page.fill('#f-readings', '0.1 3, 0.1 3, 0.1 3, 0.1 3, 0.1 3');
  await told('cannot be read yet');
  assert.match(await page.textContent('#located .verdict-why'), /fewer than 3 different offsets/);
});

test('what is known before is asked for and told where it cannot be', async () => {
  await opened(page, `${server.url}/bench/pinpoint?example=short`);
  await page.getByText('What is known before').click();
  await page.fill('#f-beside', '0.8 0.1 0.9 -0.33');
  await page.fill('#f-priorDepth', 'deep');
  await pressed(page, 'Find the line');
  assert.match(await page.textContent('#f-priorDepth-error'), /not a length/);
  assert.equal(await page.inputValue('#f-beside'), '0.8 0.1 0.9 -0.33');
});

test('a dot over the wrong line is refused by name, and turns when what was read is another', async () => {
  await opened(page, `${server.url}/bench/identify?example=bonded`);
  const told = text => page.waitForFunction(t => document.querySelector('#identified .verdict-say')?.textContent.includes(t), text);
  await told('the lamp cable, not the gas');
  assert.match(await page.textContent('#identified'), /What lies there \(simulated\)/);
  await page.fill('#f-place', '0.08 m');
  await page.fill('#f-level', '11');
  await page.fill('#f-depth', '0.72 m');
  await page.selectOption('#f-way', 'With');
  await told('This is the gas.');
  await page.fill('#f-depth', 'deep');
  await told('cannot be judged yet');
});

test('the field of a target and its neighbour shows how far the peak misses', async () => {
  await opened(page, `${server.url}/bench/line-field`);
  await pressed(page, 'Draw the field');
  assert.match(await say(), /0\.0[78] m apart/);
  // Two curves; the rest of the picture are short lines.
  const curves = await page.locator('.drawing polyline').evaluateAll(all => all.filter(l => l.points.numberOfItems > 100).length);
  assert.equal(curves, 2);
  await page.fill('#f-lines', '0 1.2 fifty');
  await pressed(page, 'Draw the field');
  assert.match(await page.textContent('#f-lines-error'), /Line 1/);
});

test('a dot that a neighbour has moved is corrected to the hidden line within its ±, as the row grows', async () => {
  await opened(page, `${server.url}/jobs/1/trace`);
  const say = text => page.waitForFunction(t => document.querySelector('#verdict')?.textContent.includes(t), text);
  await say('Two lines make this field');

  // The gas of the demo lies on a straight run from 46.2, 16 to 45.4, 28; its offset right of the dot, walking north along it.
  const dot = { east: parseFloat(await page.inputValue('#f-east')), north: parseFloat(await page.inputValue('#f-north')) };
  const [ahead, length] = [{ east: -0.8, north: 12 }, Math.hypot(0.8, 12)];
  const truth = ((46.2 - dot.east) * ahead.north - (16 - dot.north) * ahead.east) / length;
  const told = await page.textContent('#verdict .verdict-why');
  const [from, to] = told.match(/from ([0-9.]+) m right to ([0-9.]+) m right/).slice(1).map(Number);
  assert.ok(from - 0.006 <= truth && truth <= to + 0.006, `${truth} in ${from} to ${to}`);

  const row = await page.inputValue('#f-across');
  await page.fill('#f-across', row.split('\n').slice(0, 3).join('\n') + '\n-0.2 ');
  await say('3 of 5 readings across');
  await page.fill('#f-across', row.split('\n').join(', '));
  await say('Two lines make this field');
  assert.ok(await page.locator('#verdict .drawing svg').count() === 1);
});

test('a holiday moves the clock, and can be taken away again', async () => {
  await opened(page, `${server.url}/jobs/2/notice`);
  const before = await page.textContent('.verdict-why');
  const received = new Date((await page.inputValue('#f-received')).slice(0, 10) + 'T12:00:00Z');
  do received.setUTCDate(received.getUTCDate() + 1); while ([0, 6].includes(received.getUTCDay()));
  const day = received.toISOString().slice(0, 10);
  await opened(page, server.url + '/firm');
  await fill({ date: day, holiday: 'Mole Fair' });
  await pressed(page, 'Add');
  await opened(page, `${server.url}/jobs/2/notice`);
  assert.notEqual(await page.textContent('.verdict-why'), before);
  await opened(page, server.url + '/firm');
  await pressed(page, `Remove Mole Fair ${day.slice(0, 4)}`);
  await opened(page, `${server.url}/jobs/2/notice`);
  assert.equal(await page.textContent('.verdict-why'), before);
});

test('the tolerance of the place is what the zones are drawn with', async () => {
  await opened(page, `${server.url}/jobs/3/marks?line=6`);
  assert.match(await page.textContent('.panel'), /0\.52 m each side/);
  await opened(page, server.url + '/firm');
  await fill({ tolerance: '24in' });
  await pressed(page, 'Keep the rules');
  await opened(page, `${server.url}/jobs/3/marks?line=6`);
  assert.match(await page.textContent('.panel'), /0\.63 m each side/);
});

test('a kerb and the origin are put on the sheet', async () => {
  await opened(page, `${server.url}/jobs/2/notice`);
  const before = await page.locator('.feature-line').count();
  await page.locator('.accordion-button', { hasText: 'What stands on the site' }).click();
  await page.fill('#f-label', 'kerb');
  await page.fill('#f-outline', '0 22\n30 23');
  await answered(page, () => page.locator('form[action*="Feature"] button.btn-primary').click());
  assert.equal(await page.locator('.feature-line').count(), before + 1);
  await page.locator('.accordion-button', { hasText: 'What stands on the site' }).click();
  await fill({ latitude: '95', longitude: '-7.4' });
  await answered(page, () => page.getByRole('button', { name: 'Tie the origin here' }).click());
  assert.match(await page.textContent('#f-latitude-error'), /out of range/);
  await fill({ latitude: '49.75' });
  await answered(page, () => page.getByRole('button', { name: 'Tie the origin here' }).click());
  assert.doesNotMatch(await page.textContent('.plan-block'), /not tied/);
});

test('the plan is zoomed and moved, and keeps its view when something changes', async () => {
  await opened(page, `${server.url}/jobs/1/notice`);
  const box = () => page.getAttribute('.plan-drawing', 'viewBox');
  const home = await box();
  await page.click('[data-zoom="in"]');
  const near = await box();
  assert.ok(Number(near.split(' ')[2]) < Number(home.split(' ')[2]) * 0.7);
  await page.mouse.move(400, 300);
  await page.mouse.down();
  await page.mouse.move(300, 260, { steps: 5 });
  await page.mouse.up();
  const moved = await box();
  assert.ok(Number(moved.split(' ')[0]) > Number(near.split(' ')[0]));
  await answered(page, () => page.locator('.burrow a', { hasText: 'Marks' }).click());
  assert.equal(await box(), moved);
  await page.click('[data-zoom="home"]');
  assert.equal(await box(), home);
});
