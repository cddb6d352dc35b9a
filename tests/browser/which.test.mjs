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

test('a dot that nothing explains is refused after the signs, and turns when it is read where the line is', async () => {
  await opened(page, `${server.url}/jobs/1/trace?line=4&new=true`);
  // A metre and a half beside the cable, a third of its current, and back.
  for (const [field, value] of [['east', '56.3'], ['north', '25'], ['nullOffset', '0.01'], ['depth', '0.9'], ['sideways', '2']]) await page.fill(`#f-${field}`, value);
  await page.getByText('Lift, turning round, other depths').click();
  await page.selectOption('#f-runs', 'Back');
  await page.fill('#f-current', '7');
  await page.waitForFunction(() => !['pending', undefined].includes(document.querySelector('#verdict .verdict')?.dataset.line));
  assert.match(await say(), /^Do not (mark|paint)/);
  assert.equal(await page.locator('#verdict .who-row').count() > 0, true);

  const dot = await page.evaluate(() => document.querySelectorAll('.dots a').length);
  assert.ok(dot >= 6);
  for (const [field, value] of [['east', '57.72'], ['depth', '0.52'], ['current', '23.5']]) await page.fill(`#f-${field}`, value);
  await page.selectOption('#f-runs', 'Away');
  await line('line-4');
  assert.match(await say(), /This is the communications cable/);
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
