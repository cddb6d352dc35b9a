// A whole round of practice in a browser: by mouse, by touch, and by the keyboard alone; what was marked survives a lost connection.
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { test } from 'node:test';
import { signIn, useApp } from './app.mjs';
import { openBrowser, opened } from './browser.mjs';

let server;
let page;

useApp(app => {
  ({ server, page } = app);
});

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** Nothing serious for axe, every target large enough for gloves. */
async function accessible(of) {
  await of.evaluate(axe);
  const { violations } = await of.evaluate(() => window.axe.run({ resultTypes: ['violations'] }));
  assert.deepEqual(violations.filter(v => ['serious', 'critical'].includes(v.impact)).map(v => `${v.id}: ${v.nodes.map(n => n.html.slice(0, 120)).join(' | ')}`), []);
  assert.deepEqual(await of.evaluate(() => [...document.querySelectorAll('main button, main .btn, main input:not([type=hidden]):not([type=radio]):not([type=checkbox]), main select, main .form-check, main .nav-link')]
    .filter(e => e.offsetParent && e.getBoundingClientRect().height < 43).map(e => e.outerHTML.slice(0, 80))), []);
}

const read = of => of.evaluate(() => Number(document.querySelector('main').dataset.read ?? 0));
const more = (of, than) => of.waitForFunction(n => Number(document.querySelector('main').dataset.read ?? 0) > n, than);
const shows = (of, name) => of.textContent(`[data-yard="${name}"]`);

async function begin(of, yard) {
  await opened(of, `${server.url}/practice`);
  // The same ground each time: on another one a stake may have no room on the screen.
  await of.locator(`button[name=yard][value=${yard}]`).last().evaluate(button => button.closest('form').insertAdjacentHTML('beforeend', '<input type="hidden" name="seed" value="5">'));
  await of.click(`button[name=yard][value=${yard}] >> nth=-1`);
  await of.waitForSelector('main[data-begun]');
  const state = await of.evaluate(() => fetch(`${location.pathname}?handler=State`).then(answer => answer.json()));
  const [a, b] = [state.records[0].points[0], state.records[0].points.at(-1)];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  return { state, box: state.features[0], way: { e: (b[0] - a[0]) / length, n: (b[1] - a[1]) / length } };
}

/** A place on the screen; the view goes there first where it is not in it. */
const onScreen = (of, e, n) => of.evaluate(([x, y]) => {
  const at = new DOMPoint(x, -y).matrixTransform(document.querySelector('.plan-drawing').getScreenCTM());
  return { x: at.x, y: at.y };
}, [e, n]);

async function hookUp(of, round, tap) {
  const { box, way } = round;
  await of.check('[name=connection]');
  await of.check('#yard-dead');
  await of.check('#yard-wet');
  await of.selectOption('#yard-driven', '1');
  for (const side of [1, -1]) {
    await of.click('[data-yard-place=stake]');
    await of.waitForTimeout(150);
    const at = await onScreen(of, box.eastMetres + side * 10.5 * way.n, box.northMetres - side * 10.5 * way.e);
    await tap(at);
    await of.evaluate(() => document.querySelector('[data-yard-circuit]').replaceChildren());
    await of.click('[data-yard-hook]');
    await of.waitForFunction(() => document.querySelector('[data-yard-circuit]').textContent !== '');
    if (/the loop has/.test(await of.textContent('[data-yard-circuit]'))) return;
  }
  assert.fail('Neither side took the stake.');
}

async function walkTo(of, e, n) {
  const before = await read(of);
  await of.fill('#yard-goto', `${e.toFixed(2)} ${n.toFixed(2)}`);
  await of.click('[data-yard-do=goto]');
  await more(of, before);
}

test('by mouse: hooked up, dragged across the line, marked, answered, laid open, replayed', async () => {
  const round = await begin(page, 'quiet-lane');
  const { box, way } = round;

  // Tapped on the plan the box is looked at closely; what is drawn in it can be chosen there.
  const there = await onScreen(page, box.eastMetres, box.northMetres);
  await page.mouse.click(there.x, there.y);
  await page.waitForSelector(`[data-yard-feature="${box.id}"].is-looked-at`);
  await page.click(`[data-yard-contact="${box.connections[0].id}"]`);
  assert.ok(await page.isChecked(`[name=connection][value="${box.connections[0].id}"]`));
  await page.waitForSelector(`[data-yard-contact="${box.connections[0].id}"].is-on`);
  await hookUp(page, round, at => page.mouse.click(at.x, at.y));
  await page.click('[data-yard-tab=walk]');
  await walkTo(page, box.eastMetres + 12 * way.e + 2.5 * way.n, box.northMetres + 12 * way.n - 2.5 * way.e);
  const heading = (Math.atan2(way.e, way.n) * 180 / Math.PI + 360) % 360;
  for (let i = 0; i < Math.round(heading / 15); i++) await page.click('[data-yard-do=right]');

  // Dragged by five metres across: every frame moves the receiver, and readings come in batches.
  const before = await read(page);
  const unit = await page.evaluate(() => Number(document.querySelector('.plan-drawing').style.getPropertyValue('--u')));
  const box2 = await page.locator('.plan-drawing').boundingBox();
  const [x, y] = [box2.x + box2.width / 2, box2.y + box2.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let k = 1; k <= 50; k++) await page.mouse.move(x - k * 0.1 * way.n / unit, y - k * 0.1 * way.e / unit);
  await page.mouse.up();
  await more(page, before + 20);
  await page.waitForFunction(() => !document.querySelector('[data-yard-strip-say]').checkVisibility());
  assert.notEqual(await shows(page, 'peak'), '–');

  // Made in any order, they stand in order along the line.
  for (const at of [10, 22, 16]) {
    await walkTo(page, box.eastMetres + at * way.e, box.northMetres + at * way.n);
    await page.click('[data-yard-do=mark]');
  }
  await page.waitForFunction(() => document.querySelector('main').dataset.marked === '3');
  await page.waitForFunction(id => JSON.parse(localStorage.getItem(`mole yard ${id}`)).unsaved.length === 0, await page.getAttribute('main', 'data-yard'));
  const kept = await page.evaluate(() => fetch(`${location.pathname}?handler=State`).then(answer => answer.json()).then(state => state.marks[0].points));
  const along = kept.map(p => (p.eastMetres - box.eastMetres) * way.e + (p.northMetres - box.northMetres) * way.n).map(Math.round);
  assert.deepEqual(along[0] < along[2] ? along : along.reverse(), [10, 16, 22]);
  await accessible(page);
  await page.click('[data-yard-tab=answer]');
  await page.selectOption('[data-yard-answer=gas] select', 'marked');
  await page.waitForFunction(() => document.querySelector('[data-yard-answer=gas]').dataset.kept === 'marked');
  await page.click('[data-yard-finish] button');
  await page.waitForSelector('main.is-opened');
  assert.match(await page.textContent('.verdict-say'), /of 100/);
  assert.ok(await page.locator('[data-layer=truth] *').count() > 0);
  await page.waitForSelector('[data-yard-replay]:not([hidden])');
  await page.click('[data-replay-play]');
  await page.waitForFunction(() => Number(document.querySelector('[data-replay-range]').value) > 3);
  assert.match(await page.textContent('[data-replay-say]'), /hookup \d/);

  // The same ground, walked with care by somebody simulated.
  await page.click('a:has-text("The careful walk")');
  await page.waitForSelector('[data-yard-replay="by=careful"]:not([hidden])');
  await page.click('[data-replay-play]');
  await page.waitForFunction(() => Number(document.querySelector('[data-replay-range]').value) > 3);
  assert.match(await page.textContent('[data-replay-say]'), /^reading \d+/);
  assert.match(await page.textContent('.yard-parts'), /With care/);
  await accessible(page);
});

test('by the keyboard alone: every control is reached, arrows walk, letters turn, mark and undo', async () => {
  const { box, way } = await begin(page, 'two-corners');
  const press = async (...keys) => {
    for (const key of keys) await page.keyboard.press(key);
  };
  const tabTo = async selector => {
    for (let i = 0; i < 120; i++) {
      if (await page.evaluate(s => document.activeElement?.matches(s), selector)) return;
      await page.keyboard.press('Tab');
    }
    assert.fail(`${selector} is not reached by the keyboard`);
  };
  await page.evaluate(() => document.activeElement?.blur());
  await tabTo('#yard-method');
  // The transmitter stays off: what is live is listened to, and then a hookup by the list.
  await page.selectOption('#yard-method', 'passive');
  await tabTo('[data-yard-hook]');
  await press('Enter');
  await page.waitForFunction(() => document.querySelector('[data-yard-circuit]').textContent.includes('transmitter is off'));
  await page.evaluate(() => document.activeElement?.blur());
  const before = await read(page);
  await press('ArrowUp', 'ArrowUp', 'Shift+ArrowRight', 'e', 'e', 'q', 'l', 'l');
  await more(page, before + 3);
  assert.equal(await page.textContent('[data-yard-heading]'), '015°');
  assert.equal(await page.isVisible('#yard-walk'), true);
  await press('m', 'Shift+ArrowUp', 'Shift+ArrowUp', 'm', 'Shift+ArrowUp', 'm', 'u');
  await page.waitForFunction(() => document.querySelector('main').dataset.marked === '2' && document.querySelector('[data-yard-marks]').textContent.includes('2 of gas'));
  await tabTo('[data-yard-tab=answer]');
  await press('Enter');
  await tabTo('[data-yard-answer=gas] select');
  await page.keyboard.press('p');
  await page.waitForFunction(() => document.querySelector('[data-yard-answer=gas] select').value === 'escalated');
  await tabTo('[data-yard-finish] button');
  await press('Enter');
  await page.waitForSelector('main.is-opened');
  assert.ok(box && way);
});

test('what is marked while the connection is gone is kept and sent when it is back, after a reload too', async () => {
  const { box } = await begin(page, 'the-dive');
  await page.click('[data-yard-tab=walk]');
  await walkTo(page, box.eastMetres + 2, box.northMetres + 2);
  await page.context().setOffline(true);
  await page.click('[data-yard-do=mark]');
  await page.fill('#yard-goto', `${(box.eastMetres + 6).toFixed(2)} ${(box.northMetres + 2).toFixed(2)}`);
  await page.click('[data-yard-do=goto]');
  await page.click('[data-yard-do=mark]');
  await page.waitForFunction(() => document.querySelector('[data-yard-say]').textContent.includes('No connection'));
  await page.context().setOffline(false);
  await page.reload();
  await page.waitForSelector('main[data-begun]');
  assert.match(await page.textContent('[data-yard-marks]'), /2 of gas/);

  // It may have been sent before the page was left, or after it came back.
  const kept = () => page.evaluate(() => fetch(`${location.pathname}?handler=State`).then(a => a.json()).then(s => s.marks[0]?.points.length ?? 0));
  for (let tries = 0; tries < 40 && await kept() !== 2; tries++) await page.waitForTimeout(200);
  assert.equal(await kept(), 2);
});

test('by touch on a phone: plan and display stay in sight, the finger walks, nothing is wider than the screen', async () => {
  const own = await openBrowser({ width: 390, height: 800 });
  const phone = own.page;
  await signIn(phone, server.url, 'jem');
  const session = await own.context.newCDPSession(phone);
  const touch = (type, x, y) => session.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y }] });
  try {
    const round = await begin(phone, 'quiet-lane');
    await hookUp(phone, round, async at => {
      await touch('touchStart', at.x, at.y);
      await touch('touchEnd');
    });
    await phone.click('[data-yard-tab=walk]');
    const before = await read(phone);
    const plan = await phone.locator('.plan-drawing').boundingBox();
    const y = Math.max(plan.y, 0) + 120;
    await touch('touchStart', 120, y);
    for (let k = 1; k <= 30; k++) await touch('touchMove', 120 + 4 * k, y);
    await touch('touchEnd');
    await more(phone, before + 5);
    assert.equal(await phone.evaluate(() => document.documentElement.scrollWidth <= innerWidth), true);
    await phone.evaluate(() => scrollTo(0, 500));
    const display = await phone.locator('.yard-display').boundingBox();
    assert.ok(display.y >= 0 && display.y + display.height < 800, `the display stands at ${display.y}`);
  } finally {
    await own.close();
  }
});
