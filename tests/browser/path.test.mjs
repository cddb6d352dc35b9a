// The whole way of a job, from the call to the sheet that is handed over, by hand in a browser on an empty job.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { useApp } from './app.mjs';
import { answered, pressed } from './browser.mjs';

let server;
let page;
const complaints = [];

useApp(app => {
  ({ server, page } = app);
  page.on('pageerror', error => complaints.push(error.message));
  page.on('console', message => message.type() === 'error' && complaints.push(message.text()));
});

const press = name => page.getByRole('button', { name, exact: true }).click();
const send = name => pressed(page, name);
const say = () => page.locator('.verdict-say').first().textContent();

/** Clicks the plan at a place in site metres, by the drawing's own transform. */
async function clickPlan(east, north) {
  const at = await page.locator('.plan-drawing').evaluate((svg, [e, n]) => {
    const point = new DOMPoint(e, -n).matrixTransform(svg.getScreenCTM());
    return [point.x, point.y];
  }, [east, north]);
  await page.mouse.click(...at);
}

test('a new job is opened from the board', async () => {
  await page.goto(server.url);
  await page.getByRole('link', { name: 'New job' }).click();
  await page.fill('#f-name', 'Harbour steps cable slot');
  await page.fill('#f-received', '2026-11-23 09:30');
  await page.fill('#f-planned', '2026-11-26');
  await send('Open the sheet');
  await page.waitForURL(/\/jobs\/\d+\/notice/);
  assert.match(await say(), /Digging may start Thu 26 Nov/);
});

test('the dig area is clicked on the plan', async () => {
  await page.fill('#f-digDepth', '2ft 6');
  await send('Keep the notice');
  assert.equal(await page.inputValue('#f-digDepth'), '0.762');
  await press('Click corners on the plan');
  for (const [e, n] of [[5, 10], [35, 10], [35, 12], [5, 12]]) await clickPlan(e, n);
  await page.keyboard.press('Escape');
  const typed = await page.inputValue('#f-corners');
  assert.equal(typed.trim().split('\n').length, 4);
  await send('Keep the area');
  assert.equal(await page.locator('.dig').count(), 1);
  assert.equal(await page.locator('.section-dig').count(), 1);
});

test('a utility is put on the notice with its expected run', async () => {
  await page.selectOption('#f-kind', 'Gas');
  await page.fill('#f-owner', 'Tamsin Gas');
  await page.fill('#f-diameter', '63mm');
  await page.fill('#f-expected', '20 0\n20 24');
  await send('Add');
  assert.match(await page.locator('.asked').textContent(), /Tamsin Gas/);
  assert.ok(await page.locator('.record').count() >= 1);
});

test('the white outline lays itself and goes to the digger on one page', async () => {
  const fold = page.locator('.accordion-button', { hasText: 'White outline' });
  if (await fold.getAttribute('aria-expanded') !== 'true') await fold.click();
  await page.waitForSelector('#fold-outline.show');
  await page.fill('#f-spacing', '5');
  await page.fill('#f-outlined', '2026-11-22');
  await send('Keep the outline');
  assert.ok(await page.locator('[data-layer=outline] use').count() >= 14);
  const job = page.url().match(/jobs\/(\d+)/)[1];
  const instruction = await page.context().newPage();
  await instruction.goto(`${server.url}/jobs/${job}/outline`);
  assert.match(await instruction.textContent('main'), /Mark your dig in white.*in time for the call/s);
  await instruction.close();
});

test('owners are asked, sheets logged, a drawing taken over', async () => {
  await answered(page, () => page.locator('.burrow a', { hasText: 'Records' }).click());
  assert.match(await say(), /1 of 1 owners is open/);
  await answered(page, () => page.getByRole('link', { name: 'Ask', exact: true }).click());
  await send('Log that it was asked');
  await page.fill('#f-reference', 'TG 1201');
  await send('Log the sheet');
  assert.match(await say(), /Every owner's plans are here/);
  const upload = page.locator('.accordion-button', { hasText: "Import an owner's drawing" });
  if (!await page.isVisible('#f-file')) await upload.click();
  await page.setInputFiles('#f-file', { name: 'nonsense.dxf', mimeType: 'text/plain', buffer: Buffer.from('no drawing') });
  await send('Look at it first');
  assert.match(await page.textContent('.invalid-feedback'), /cannot be read/);
  const dxf = ['0', 'SECTION', '2', 'ENTITIES', '0', 'LWPOLYLINE', '8', 'GAS_MAIN', '70', '0', '10', '19.6', '20', '-2', '10', '19.9', '20', '26', '0', 'ENDSEC', '0', 'EOF'].join('\n');
  await page.setInputFiles('#f-file', { name: 'tamsin.dxf', mimeType: 'text/plain', buffer: Buffer.from(dxf) });
  await send('Look at it first');
  await page.waitForSelector('.preview');
  await page.fill('#f-importOwner', 'Tamsin Gas');
  await page.fill('#f-importDoubt', '0.8');
  await send('Take it over');
  assert.equal(await page.locator('.record-band').count(), 1);
});

test('the walk begins with its cautions; what is seen is placed, and what disagrees is asked', async () => {
  await answered(page, () => page.getByRole('link', { name: 'Walk the site' }).click());
  await send('Read and accepted');
  assert.match(await page.textContent('.cautions .invalid-feedback'), /is open/);
  for (const box of await page.locator('.cautions .form-check-input').all()) await box.check();
  await send('Read and accepted');
  assert.equal(await page.locator('.caution').count(), 0);
  await page.selectOption('#f-kind', 'Valve');
  await page.selectOption('#f-utility', 'Gas');
  await page.fill('#f-name', 'V1');
  await press('On plan');
  await clickPlan(22.4, 8);
  await send('Place it');
  assert.match(await say(), /Likely gas/);
  assert.match(await page.locator('.verdict-say').nth(1).textContent(), /Plan and site disagree: valve V1/);
  await page.locator('.accordion-button', { hasText: 'Settle it' }).click();
  await page.fill('[name=outcome]', 'valve stands on a branch');
  await send('Settled');
  assert.equal(await page.locator('.question').count(), 0);
});

test('the hookup is judged as it is typed, then logged', async () => {
  await answered(page, () => page.locator('.burrow a', { hasText: 'Hookup' }).click());
  await page.fill('#f-volts', '60');
  await page.fill('#f-sent', '0');
  await page.waitForFunction(() => document.querySelector('#circuit .verdict-say')?.textContent.includes('Open circuit'));
  await page.fill('#f-sent', '50');
  await page.fill('#f-volts', '30');
  await page.fill('#f-frequency', '8000');
  await page.fill('#f-connected', 'tracer wire at the valve');
  await page.locator('[data-place="connectionEast,connectionNorth"]').click();
  await clickPlan(20, 1);
  await page.fill('#f-stakeEast', '18');
  await page.fill('#f-stakeNorth', '1');
  await page.waitForFunction(() => document.querySelector('#circuit')?.textContent.includes('m from the line'));
  await page.fill('#f-stakeEast', '12');
  await page.waitForFunction(() => document.querySelector('#circuit')?.textContent.includes('The stake stands well'));
  await send('Log this hookup');
  assert.match(await say(), /The circuit is good: 600 Ω/);
});

test('dots are placed, judged and marked', async () => {
  await answered(page, () => page.getByRole('link', { name: 'Trace this line' }).click());
  const dots = [['20.00', '7', '0.80 m', '46'], ['20.02', '11', '2\'8"', '45'], ['20.05', '15', '0.83', '44']];
  for (const [east, north, depth, current] of dots) {
    await page.fill('#f-east', east);
    await page.fill('#f-north', north);
    await page.fill('#f-nullOffset', '20mm');
    await page.fill('#f-depth', depth);
    await page.fill('#f-sideways', '4');
    await page.fill('#f-current', current);
    await page.waitForFunction(() => document.querySelector('#verdict .verdict-say')?.textContent.startsWith('Mark it here'));
    await send('Mark it');
    assert.equal(await page.inputValue('#f-east'), '');
  }
  assert.equal(await page.locator('.dots a').count(), 3);
  assert.equal(await page.locator('.mark-line').count(), 1);
  assert.equal(await page.locator('.section-line').count(), 1);
});

test('a current that is far too small stops the mark, and needs a reason to go on', async () => {
  await page.fill('#f-east', '20');
  await page.fill('#f-north', '19');
  await page.fill('#f-nullOffset', '0.01');
  await page.fill('#f-depth', '0.8');
  await page.fill('#f-current', '12');
  await page.waitForFunction(() => document.querySelector('#verdict .verdict-say')?.textContent.includes('something else'));
  await press('Mark it');
  await page.waitForSelector('.invalid-feedback');
  assert.equal(await page.inputValue('#f-current'), '12');
  await send('Keep, decide later');
  assert.equal(await page.locator('.dots .not-accepted').count(), 1);
  await send('Keep as doubtful');
});

test('the utility is answered as marked and everything is handed over', async () => {
  await answered(page, () => page.locator('.burrow a', { hasText: 'Marks' }).click());
  assert.match(await page.textContent('.label-painted'), /G {2}TG {2}63/);
  await page.getByLabel('marked', { exact: true }).check();
  await send('Keep the answer');
  await answered(page, () => page.getByRole('link', { name: 'To the handover' }).click());
  assert.match(await say(), /can go out/);
  await send('Hand over');
  assert.match(await say(), /Handed over/);
});

test('the sheet to print says place, depth, cover, method, level and cautions', async () => {
  const job = page.url().match(/jobs\/(\d+)/)[1];
  await page.goto(`${server.url}/jobs/${job}/handover/sheet`);
  const text = await page.textContent('main');
  for (const part of ['Harbour steps cable slot', 'Plan 1:', 'not a clearance to dig to', 'direct connection', 'Cover', 'WGS84', 'until']) {
    assert.ok(text.includes(part), part);
  }
  assert.equal(await page.locator('.ho-stretches tbody tr:not(.ho-line)').count(), 2);
  for (const format of ['geojson', 'csv']) {
    const file = await page.request.get(`${server.url}/jobs/${job}/files/${format}`);
    assert.equal(file.status(), 200);
    assert.ok((await file.text()).length > 300);
  }
});

// A judgement still under way when its dot is sent is called off, and htmx says so; everything else is a fault.
test('nothing was complained of in the console', () =>
  assert.deepEqual(complaints.filter(text => !/^htmx:(sendAbort|afterRequest)/.test(text)), []));
