// What to paint, the card for the can, and the sheet that is signed on the screen.
import assert from 'node:assert/strict';
import { after, test } from 'node:test';
import { useApp } from './app.mjs';
import { openBrowser, opened, pressed } from './browser.mjs';

let server;
let page;
let phone;
const complaints = [];

useApp(app => {
  ({ server, page } = app);
  page.on('pageerror', error => complaints.push(error.message));
}, { who: 'jem' });

after(() => phone?.close());

const strokes = () => page.locator('.plan [data-layer=paint] .stroke polyline').count();

test('from the marks to what is painted of them, with the label in the letters of the place', async () => {
  await opened(page, `${server.url}/jobs/3/marks`);
  const label = (await page.textContent('.label-painted')).trim();
  await page.click('a:has-text("What to paint")');
  await page.waitForURL('**/jobs/3/paint');
  assert.ok(await strokes() > 10);
  assert.ok((await page.locator('small.label-painted').allTextContents()).map(t => t.trim()).includes(label));
  assert.match(await page.textContent('ol[aria-label="Order of painting"]'), /red: Norrick Grid/);
});

test('where paint does not last stakes take its place, and a reload keeps what was chosen but not sent', async () => {
  const painted = await strokes();
  await page.selectOption('#f-whole', 'Loose');
  await page.reload();
  assert.equal(await page.inputValue('#f-whole'), 'Loose');
  assert.equal(await strokes(), painted);
  await pressed(page, 'Lay it out so');
  await page.waitForFunction(() => document.querySelectorAll('.plan [data-layer=paint] .stroke polyline').length === 0);
  assert.match(await page.textContent('.verdict-why'), /stakes or flags/);
  await page.selectOption('#f-whole', 'Holds');
  await pressed(page, 'Lay it out so');
  await page.waitForFunction(n => document.querySelectorAll('.plan [data-layer=paint] .stroke polyline').length === n, painted);
});

test('the card is one page to print', async () => {
  await page.goto(`${server.url}/jobs/3/paint/card`);
  const pdf = await page.pdf({ format: 'A4', printBackground: true });
  assert.equal((pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g) ?? []).length, 1);
});

test('it is signed with a finger on a phone, and the sheet shows both', async () => {
  phone = await openBrowser({ width: 390, height: 844 });
  await phone.page.goto(`${server.url}/sign-in`);
  await phone.page.click('button[value=jem]');
  await phone.page.waitForURL('**/jobs');
  await opened(phone.page, `${server.url}/jobs/3/handover`);
  await phone.page.locator('#hand-over [name=changeWhy]').fill('goes out, signed');
  await phone.page.locator('#hand-over [name=taken]').fill('Bo Carne');
  for (const name of ['givenSign', 'takenSign']) {
    const pad = phone.page.locator(`#hand-over [data-sign=${name}] svg`);
    await pad.scrollIntoViewIfNeeded();
    const box = await pad.boundingBox();
    await phone.page.mouse.move(box.x + 20, box.y + 20);
    await phone.page.mouse.down();
    for (let i = 1; i < 8; i++) await phone.page.mouse.move(box.x + 20 + 30 * i, box.y + 30 + 20 * (i % 2));
    await phone.page.mouse.up();
    assert.match(await phone.page.inputValue(`#hand-over [name=${name}]`), /^M\d+,\d+(L\d+,\d+){5,}$/);
  }

  // What was drawn is there again after a reload, as what was typed is; cleared, it is gone.
  await phone.page.reload();
  await phone.page.waitForSelector('.kept-note');
  assert.match(await phone.page.getAttribute('#hand-over [data-sign=givenSign] path', 'd'), /^M/);
  await phone.page.click('#hand-over [data-sign=takenSign] [data-sign-clear]');
  assert.equal(await phone.page.inputValue('#hand-over [name=takenSign]'), '');
  assert.equal(await phone.page.evaluate(() => document.documentElement.scrollWidth - innerWidth), 0);
  await phone.page.click('button[form=hand-over]');
  await phone.page.waitForSelector('svg.signature');
  assert.match(await phone.page.textContent('.panel-body'), /Taken by Bo Carne/);
  await phone.page.goto(`${server.url}/jobs/3/handover/sheet`);
  assert.equal(await phone.page.locator('svg.signature').count(), 1);
  assert.match(await phone.page.textContent('main'), /Handed over by Jem Trewin/);
});

test('a place of one’s own: the colour on every drawing is the one that is sprayed', async () => {
  await page.goto(`${server.url}/sign-out`).catch(() => {});
  const lead = await openBrowser({ width: 1280, height: 800 });
  try {
    await lead.page.goto(`${server.url}/sign-in`);
    await lead.page.click('button[value=orla]');
    await lead.page.waitForURL('**/jobs');
    const paint = async () => {
      await lead.page.goto(`${server.url}/jobs/3/marks`);
      return lead.page.evaluate(() => getComputedStyle(document.querySelector('.plan .paint-electric')).getPropertyValue('--paint').trim());
    };
    assert.equal(await paint(), '#c8102e');
    await lead.page.goto(`${server.url}/places`);
    await lead.page.click('button:has-text("Copy Pellow Bay")');
    await lead.page.waitForURL('**/places?place=*');
    await lead.page.selectOption('#f-colourElectric', 'Purple');
    await lead.page.selectOption('#f-colourReclaimed', 'Red');
    await lead.page.fill('#f-letterElectric', 'g');
    await lead.page.click('button:has-text("Keep the place")');
    await lead.page.waitForSelector('#f-letterElectric-error');
    await lead.page.fill('#f-letterElectric', 'el');
    await lead.page.click('button:has-text("Keep the place")');
    await lead.page.waitForFunction(() => !document.querySelector('#f-letterElectric-error'));
    await lead.page.click('button:has-text("Work by it: Pellow Bay, ours")');
    await lead.page.waitForSelector('.place-used:has-text("Pellow Bay, ours")');
    assert.equal(await paint(), '#7a3fa0');
    assert.match(await lead.page.textContent('.label-painted'), /^EL/);
  } finally {
    await lead.close();
  }

  assert.deepEqual(complaints, []);
});
