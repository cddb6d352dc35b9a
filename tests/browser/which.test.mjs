// Which line a dot is on: the answer after the signs, the name, the turn, all dots together.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { useApp } from './app.mjs';
import { opened } from './browser.mjs';

let server;
let page;

useApp(app => {
  ({ server, page } = app);
});

const line = name => page.waitForFunction(n => document.querySelector('#verdict .verdict')?.dataset.line === n, name);
const say = () => page.textContent('#verdict .verdict-say');

test('all dots of a line are held together, and the page says so', async () => {
  await opened(page, `${server.url}/jobs/1/trace?line=1`);
  await page.waitForFunction(() => document.querySelector('#line-review')?.textContent.includes('All 6 dots are the water main'));
});

test('a dot on the wrong line is refused by name; the reading that would settle it is taken, and the sentence turns', async () => {
  // The cable that the gas's tracer is clipped to, where it runs seven metres from the gas; what a receiver shows there.
  await opened(page, `${server.url}/jobs/1/trace?line=2&new=true`);
  for (const [field, value] of [['east', '53.5'], ['north', '11.87'], ['depth', '0.69'], ['direction', '142']]) await page.fill(`#f-${field}`, value);
  await line('line-3');
  assert.match(await say(), /^Do not mark\. This is likely the electric cable of Norrick Grid, not the gas/);
  assert.match(await page.textContent('#verdict'), /What would settle it: a row across/);

  await page.getByText('Lift, turning round, other depths').click();
  await page.fill('#f-across', [
    '-1 1.77 1.97', '-0.75 2.46 1.87', '-0.5 3.38 1.65', '-0.25 4.21 0.88', '0 4.75 0.5', '0.25 4.15 2.07', '0.5 3.34 2.8', '0.75 2.41 3.15', '1 1.68 3.21',
  ].join('\n'));
  await page.waitForFunction(() => document.querySelector('#verdict .verdict-say')?.textContent.includes('This is the electric cable of Norrick Grid, not the gas'));
  assert.match(await say(), /m from the plan of the gas/);
});

test('a dot that nothing explains is refused after the signs, and turns when it is read where the line is', async () => {
  await opened(page, `${server.url}/jobs/1/trace?line=4&new=true`);
  // A metre and a half beside the cable, a third of its current, and back.
  for (const [field, value] of [['east', '56.3'], ['north', '25'], ['nullOffset', '0.01'], ['depth', '0.9'], ['sideways', '2']]) await page.fill(`#f-${field}`, value);
  await page.getByText('Lift, turning round, other depths').click();
  await page.selectOption('#f-runs', 'Back');
  await page.fill('#f-current', '7');
  // An empty form has an answer too, so the answer waited for is one to what was typed, and no longer pending.
  await page.waitForFunction(() => /^Do not (mark|paint)/.test(document.querySelector('#verdict .verdict-say')?.textContent ?? '') && document.querySelector('#verdict .verdict')?.dataset.line !== 'pending');
  assert.equal(await page.locator('#verdict .who-row').count() > 0, true);

  const dot = await page.evaluate(() => document.querySelectorAll('.dots a').length);
  assert.ok(dot >= 6);
  for (const [field, value] of [['east', '57.72'], ['depth', '0.52'], ['current', '23.5']]) await page.fill(`#f-${field}`, value);
  await page.selectOption('#f-runs', 'Away');
  await page.waitForFunction(() => document.querySelector('#verdict .verdict-say')?.textContent.includes('This is the communications cable'));
  await page.getByText('What speaks for which line').click();
  assert.match(await page.textContent('.who-signs'), /Place on plan/);
});

test('what is typed on while the line is being worked out wins', async () => {
  const judged = page.waitForResponse(r => r.url().includes('handler=Judge'));
  await page.fill('#f-current', '2');
  await judged;
  await page.fill('#f-current', '23.4');
  await line('line-4');
  assert.equal(await page.inputValue('#f-current'), '23.4');
  assert.match(await say(), /This is the communications cable/);
});
