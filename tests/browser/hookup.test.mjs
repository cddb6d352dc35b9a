// A hookup from prediction to readings: planned, the stake dragged, connected, checked, walked by the simulated receiver.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { useApp } from './app.mjs';
import { answered, opened, pressed } from './browser.mjs';

const plan = '/jobs/1/hookup/plan?line=2';
let server;
let page;
const complaints = [];

useApp(app => {
  ({ server, page } = app);
  page.on('pageerror', error => complaints.push(error.message));
  page.on('console', message => message.type() === 'error' && complaints.push(message.text()));
}, { who: 'jem' });

const verdict = () => page.locator('[data-part=verdict]').innerText();
const solved = async action => {
  const before = await page.getAttribute('.sheet', 'data-solved');
  await action();
  await page.waitForFunction(was => document.querySelector('.sheet').dataset.solved !== (was ?? undefined), before);
};

/** Holds the stake and takes it to a place in site metres, in steps as a hand does. */
async function drag(east, north) {
  const box = await page.locator('[data-stake-handle]').boundingBox();
  const to = await page.locator('.plan-drawing').evaluate((svg, [e, n]) => {
    const point = new DOMPoint(e, -n).matrixTransform(svg.getScreenCTM());
    return [point.x, point.y];
  }, [east, north]);
  const from = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(...from);
  await page.mouse.down();
  for (let i = 1; i <= 12; i++) await page.mouse.move(from[0] + (to[0] - from[0]) * i / 12, from[1] + (to[1] - from[1]) * i / 12);
  await page.mouse.up();
}

test('the plan opens with the best hookup and its reasons', async () => {
  await opened(page, server.url + plan);
  assert.match(await verdict(), /Best here: Direct on valve 3/);
  assert.ok(await page.locator('.list-group a.ranked').count() >= 4);
  assert.equal(await page.locator('#fold-why .border-start').count(), 6);
  assert.match(await verdict(), /It holds in \d of 6 plausible grounds/);
  assert.equal(await page.locator('.grounds tbody tr').count(), 6);
});

test('the stake is dragged and everything is solved again where it stands', async () => {
  await solved(() => drag(39.4, 4.1));
  await page.waitForFunction(() => /39\.\d/.test(new URL(location).searchParams.get('try') ?? ''));
  assert.match(await verdict(), /stake 8\.\d m to the (west|south-west)/);
});

test('over a shallow service the stake is refused and cannot be taken', async () => {
  await solved(() => drag(39, 8.4));
  await page.waitForFunction(() => document.querySelector('[data-part=verdict] .alert-danger')?.textContent.includes('Norrick Grid (electric) lies under it'));
  assert.equal(await page.getByRole('link', { name: 'Connect like this' }).count(), 0);
});

test('the arrow keys move the stake too', async () => {
  await page.locator('[data-stake-handle]').focus();
  await solved(() => page.keyboard.press('Shift+ArrowDown'));
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await page.waitForFunction(() => !document.querySelector('[data-part=verdict] .alert-danger'));
});

test('the slider turns through the frequencies of the transmitter', async () => {
  const weights = () => page.locator('[data-layer=signal] .paint-electric.current-line').first().evaluate(l => parseFloat(l.getAttribute('stroke-width')));
  const low = await weights();
  await page.locator('input[name=step]').fill('3');
  await page.waitForFunction(() => document.querySelector('[data-part=verdict]').innerText.includes('83'));
  assert.ok(await weights() > 2 * low, 'the cable beside carries more at a high frequency');
  assert.equal(await page.locator('[data-slider-say]').innerText(), '83\u00a0kHz');
});

test('field, current and ring change places without losing the stake', async () => {
  const address = new URL(page.url()).searchParams.get('try');
  await page.getByRole('link', { name: 'current along' }).click();
  await page.waitForSelector('.chart-follow', { state: 'attached' });
  await page.getByRole('link', { name: 'ring round the hookup' }).click();
  await page.waitForSelector('.ring-around', { state: 'attached' });
  assert.equal(new URL(page.url()).searchParams.get('try'), address);
  await page.reload({ waitUntil: 'networkidle' });
  assert.equal(await page.locator('.ring-around').count(), 1);
  assert.match(await verdict(), /83/);
});

test('a lost connection does not leave a figure standing for another stake', async () => {
  await page.context().setOffline(true);
  await page.locator('[data-stake-handle]').focus();
  await page.keyboard.press('ArrowLeft');
  await page.waitForFunction(() => document.querySelector('[data-part=verdict]').innerText.includes('No connection'));
  // Neither figures nor the button that takes it, nor a current on the plan, of the stake before.
  for (const left of ['[data-part=figures]', '[data-part=lower]', '[data-part=foot] a', '[data-layer=signal] .current-line', '.current-figure']) {
    assert.equal(await page.locator(left).first().isVisible(), false, left);
  }
  await page.context().setOffline(false);
  await solved(() => page.keyboard.press('ArrowRight'));
  assert.match(await verdict(), /Direct on valve 3/);
  assert.equal(await page.locator('[data-part=foot] a').isVisible(), true);
});

test('too much at once is said at the stake and tried again by itself', async () => {
  let refused = 0;
  await page.route('**/hookup/plan?*handler=PredictJudge*', route => refused++ === 0
    ? route.fulfill({ status: 429, headers: { 'Retry-After': '1' }, body: '' })
    : route.fallback());
  await page.locator('[data-stake-handle]').focus();
  await page.keyboard.press('ArrowLeft');
  await page.waitForFunction(() => document.querySelector('[data-part=verdict]').innerText.includes('not solved yet'));
  await page.waitForFunction(() => document.querySelector('[data-part=verdict]').innerText.includes('Direct on valve 3'));
  assert.ok(refused >= 2, 'it was asked again');
  await page.unroute('**/hookup/plan?*handler=PredictJudge*');
  // The browser says the refusal that was asked for, too.
  assert.match(complaints.pop(), /429/);
  await solved(() => page.keyboard.press('ArrowRight'));
});

test('what was planned is connected and the circuit is judged against it', async () => {
  await opened(page, server.url + plan);
  await answered(page, () => page.getByRole('link', { name: 'Connect like this' }).click());
  assert.equal(await page.inputValue('#f-connected'), 'valve 3');
  await page.fill('#f-volts', '60');
  await page.fill('#f-sent', '4');
  await page.waitForFunction(() => document.querySelector('#circuit').innerText.includes('too high to go on'));
  assert.match(await page.innerText('#circuit'), /Scrape to bright metal/);
  await page.fill('#f-volts', '6');
  await page.fill('#f-sent', '25');
  await page.waitForFunction(() => document.querySelector('.causes:nth-of-type(2) tbody td')?.innerText.startsWith('As predicted'));
  await pressed(page, 'Log as a new hookup');
  assert.equal(await page.inputValue('#f-frequency'), '512');
});

test('a loop that cannot be this line alone is not called good, and a second frequency is asked for and used', async () => {
  const told = text => page.waitForFunction(t => document.querySelector('#circuit')?.textContent.includes(t), text);
  await page.fill('#f-volts', '1.2');
  await page.fill('#f-sent', '25');
  await told('the current likely does not go where it should');
  await told('and read volts and current again');
  await page.locator('#fold-second-button, [href="#fold-second"], [aria-controls="fold-second"]').first().click();
  await page.fill('#f-otherVolts', '3');
  await page.fill('#f-otherSent', '25');
  await page.fill('#f-otherFrequency', '33000');
  await page.fill('#f-heard', '24');
  await page.waitForFunction(() => !document.querySelector('#circuit').textContent.includes('read the current on the line'));
  assert.match(await page.locator('.causes').nth(1).innerText(), /another service/);
  await page.fill('#f-volts', '12');
  for (const field of ['otherVolts', 'otherSent', 'otherFrequency', 'heard']) await page.fill('#f-' + field, '');
});

test('wires of one box are compared as they are typed', async () => {
  await page.locator('.accordion-button', { hasText: 'Several wires' }).click();
  for (const [field, text] of [['wire1', 'blue'], ['wireSent1', '40'], ['wireHeard1', '4'], ['wire2', 'red'], ['wireSent2', '38'], ['wireHeard2', '31']]) {
    await page.fill('#f-' + field, text);
  }
  await page.waitForFunction(() => document.querySelector('#circuit').innerText.includes('red is likely the one'));
});

test('the simulated receiver walks the line, and each reading is here once', async () => {
  await pressed(page, 'Correct the entry');
  await answered(page, () => page.getByRole('button', { name: 'Walk this line (simulated)' }).click());
  await page.waitForURL(/\/trace/);
  await page.waitForFunction(() => document.querySelector('.alert-light[role=status]')?.innerText.includes('each once'), null, { timeout: 40_000 });
  const told = await page.locator('.alert-light[role=status]').innerText();
  const count = Number(told.match(/(\d+) of \d+ readings came/)[1]);
  assert.ok(count >= 10);
  // Rows across are readings too, up to three of eleven, and no dots.
  assert.ok(Number((await page.locator('.panel-title').first().innerText()).match(/of (\d+)/)[1]) >= count - 33);
  assert.match(told, /made-up ground/);
});

test('a row that the receiver sent goes into the dot with one press', async () => {
  const dots = await page.locator('a[href*="dot="]').evaluateAll(links => [...new Set(links.map(link => link.getAttribute('href')))]);
  for (const dot of dots) {
    await opened(page, server.url + dot);
    if (await page.locator('[data-fill=across]').count()) break;
  }
  await page.locator('[data-fill=across]').click();
  await page.waitForFunction(() => !document.querySelector('[data-fill=across]') && document.querySelector('#verdict .drawing svg'));
  assert.equal((await page.inputValue('#f-across')).split('\n').length, 11);
});

test('at 390 px the planner is read and the stake is moved with a finger', async () => {
  await page.setViewportSize({ width: 390, height: 844 });
  await opened(page, server.url + plan);
  assert.match(await verdict(), /Best here/);
  await page.locator('[data-stake-handle]').scrollIntoViewIfNeeded();
  await solved(() => drag(40.5, 4.6));
  assert.ok(await page.evaluate(() => document.documentElement.scrollWidth) <= 391);
});

test('the ground is changed by hand and the plan reckons with it', async () => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await opened(page, `${server.url}/jobs/1/hookup/ground?line=2`);
  await page.selectOption('#f-soil', 'DrySand');
  await pressed(page, 'Keep the soil');
  await opened(page, server.url + plan);
  assert.match(await page.innerText('.panel'), /soil 1500 Ω·m/);
});

test('nothing complained in the console', () =>
  assert.deepEqual(complaints.filter(c => !c.includes('ERR_INTERNET_DISCONNECTED')), []));
