// Every main view: nothing serious for axe, nothing sideways off a phone, nothing asked of another host.
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { test } from 'node:test';
import { useApp } from './app.mjs';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const views = ['/sign-in', '/notices', '/days', '/owners', '/truth', '/places', '/year', '/people', '/account', '/security', '/confirm', '/tokens', '/log', '/backup', '/jobs/1/records', '/jobs/1/records?owner=Lanternet', '/jobs/1/walk',
  '/jobs/2/walk', '/jobs/1/outline', '/jobs/1/log', '/jobs', '/jobs/new', '/jobs/1/notice', '/jobs/1/hookup', '/jobs/1/sweep?sweep=2&candidate=1', '/jobs/1/sweep?sweep=0', '/jobs/1/trace', '/jobs/1/trace?line=2&new=true', '/jobs/1/trace/wires', '/jobs/1/trace/sonde', '/jobs/3/trace/fault', '/jobs/1/radar?profile=1', '/jobs/1/radar/calibrate', '/jobs/1/radar/collect', '/jobs/4/radar/grid?grid=0', '/jobs/4/radar/grid', '/jobs/4/radar/runs', '/jobs/5/radar/bodies?body=1', '/jobs/5/handover', '/jobs/4/radar/slices?depth=0.7', '/jobs/2/radar', '/jobs/1/handover/owner?line=2', '/jobs/3/marks',
  '/jobs/1/hookup/plan?line=2', '/jobs/1/hookup/plan?line=2&show=current', '/jobs/1/hookup/plan?line=2&show=ring', '/jobs/1/hookup/ground?line=2',
  '/jobs/1/hookup?line=2', '/instruments?instrument=3', '/instruments?new=transmitter', '/guide?kind=Electric', '/guide/card',
  '/jobs/1/handover', '/jobs/1/exposures', '/jobs/1/conflicts', '/jobs/1/paint', '/jobs/1/paint/card', '/jobs/1/handover/sheet', '/bench/pinpoint', '/bench/depth', '/bench/depths', '/bench/identify?example=bonded', '/bench/ledger', '/bench/sonde', '/bench/sonde-route', '/bench/radar/plan', '/bench/radar/wheel', '/bench/radar/hyperbola', '/bench/fault', '/bench/wire-fault', '/bench/line-field', '/firm', '/practice', '/practice/record', '/practice/certificate', '/practice/crew', '/practice/make'];
let server;
let browser;

useApp(app => {
  ({ server, browser } = app);
});

for (const view of views) {
  test(`${view} is accessible and stays on this host`, async () => {
    const { page } = browser;
    await page.setViewportSize({ width: 1280, height: 800 });
    const foreign = [];
    const watch = request => request.url().startsWith(server.url) || request.url().startsWith('data:') || foreign.push(request.url());
    page.on('request', watch);
    await page.goto(server.url + view, { waitUntil: 'networkidle' });
    page.off('request', watch);
    assert.deepEqual(foreign, []);
    await page.evaluate(axe);
    const { violations } = await page.evaluate(() => window.axe.run({ resultTypes: ['violations'] }));
    const serious = violations.filter(v => ['serious', 'critical'].includes(v.impact))
      .map(v => `${v.id}: ${v.nodes.map(n => n.html.slice(0, 120)).join(' | ')}`);
    assert.deepEqual(serious, []);
  });

  test(`${view} fits a phone and has targets for gloves`, async () => {
    const { page } = browser;
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(server.url + view, { waitUntil: 'networkidle' });
    assert.ok(await page.evaluate(() => document.documentElement.scrollWidth) <= 391, 'it scrolls sideways');
    const small = await page.evaluate(() => [...document.querySelectorAll('main button, main .btn, main input:not([type=hidden]):not([type=radio]):not([type=checkbox]), main select, main .form-check, main .nav-link, main .accordion-button')]
      .filter(e => e.offsetParent && e.getBoundingClientRect().height < 43)
      .map(e => e.outerHTML.slice(0, 80)));
    assert.deepEqual(small, []);
  });
}

for (const view of views) {
  test(`${view} has no colour but paint, and what has the focus is seen`, async () => {
    const { page } = browser;
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(server.url + view, { waitUntil: 'networkidle' });
    await page.keyboard.press('Tab');
    const strays = await page.evaluate(() => {
      // How far a colour is from grey; browns and cream are within 60, the blue and red of a library are far beyond.
      const hue = text => Math.max(0, ...[...text.matchAll(/rgba?\(([\d.]+), ([\d.]+), ([\d.]+)(?:, ([\d.]+))?\)/g)]
        .map(([, r, g, b, a]) => (Math.max(r, g, b) - Math.min(r, g, b)) * (a ?? 1)));
      const looks = (e, also) => {
        const s = getComputedStyle(e);
        return [s.color, s.backgroundColor, s.borderTopColor, s.borderLeftColor, s.boxShadow, s.accentColor, ...also(s)].map(hue).some(h => h > 60);
      };
      const found = [...document.querySelectorAll('body *')].filter(e => !e.closest('svg, [class*="paint-"], [class*="can-"]') && looks(e, () => []))
        .map(e => `${e.tagName}.${e.className} is coloured`);
      for (const kind of ['.btn', 'main .nav-link', '.form-control', '.form-select', '.form-check-input', '.form-range', '.accordion-button', 'main a']) {
        const e = [...document.querySelectorAll(kind)].find(one => one.offsetParent && !one.closest('svg'));
        if (!e) continue;
        e.focus();
        const s = getComputedStyle(e);
        if (s.outlineStyle !== 'solid' || parseFloat(s.outlineWidth) < 3) found.push(`${kind} has the focus and does not show it`);
        if (looks(e, s2 => [s2.outlineColor])) found.push(`${kind} is coloured when it has the focus`);
      }
      return found;
    });
    assert.deepEqual(strays, []);
  });
}

test('at 390 px a dot is typed, judged and marked', async () => {
  const { page } = browser;
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.url}/jobs/3/trace?line=7&new=true`, { waitUntil: 'networkidle' });
  for (const [field, text] of [['east', '12.1'], ['north', '4.5'], ['nullOffset', '1in'], ['depth', '0.55 m'], ['current', '22.5'], ['sideways', '3']]) {
    await page.fill('#f-' + field, text);
  }
  await page.waitForFunction(() => document.querySelector('#verdict .verdict-say')?.textContent.startsWith('Mark it here'));
  await page.fill('[name=changeWhy]', 'a dot was left out');
  const before = await page.locator('.dots a').count();
  await page.getByRole('button', { name: 'Mark it', exact: true }).click();
  await page.waitForFunction(n => document.querySelectorAll('.dots a').length > n, before);
});

test('the sheet works from the keyboard', async () => {
  const { page } = browser;
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${server.url}/jobs/1/notice`, { waitUntil: 'networkidle' });
  await page.keyboard.press('?');
  assert.ok(await page.isVisible('.keys'));
  await page.keyboard.press('Escape');
  await page.keyboard.press('6');
  await page.waitForURL(/\/trace/);
  await page.keyboard.press('Tab');
  assert.ok(await page.evaluate(() => document.activeElement !== document.body));
});

test('of six thousand dots the plan shows what matters, and more of them from closer', async () => {
  const { page } = browser;
  await page.setViewportSize({ width: 1280, height: 800 });
  for (let part = 0; part < 6; part++) {
    const readings = Array.from({ length: 1000 }, (_, i) => part * 1000 + i).map(i => ({
      id: crypto.randomUUID(), utility: 'Lanternet', takenAt: new Date(Date.UTC(2026, 10, 24, 8) + i * 1000).toISOString(),
      eastMetres: 59.4 - i / 3000, northMetres: 3 + i / 160, depthMetres: 0.5, currentMilliamps: 20,
    }));
    const answer = await fetch(`${server.url}/api/v1/jobs/1/readings`, {
      method: 'POST', headers: { 'Content-Type': 'application/json', Authorization: 'Bearer demo-field-token' }, body: JSON.stringify({ readings }),
    });
    assert.equal(answer.status, 200);
  }
  await page.goto(`${server.url}/jobs/1/trace?line=4`, { waitUntil: 'networkidle' });
  const drawn = () => page.evaluate(() => [...document.querySelectorAll('[data-layer=dots] a')].map(a => a.getAttribute('href')));
  const whole = await drawn();
  assert.ok(whole.length > 20 && whole.length <= 240, `${whole.length} dots`);
  const dot = await page.locator('[data-layer=dots] a[aria-label*="communications dot"]').nth(3).boundingBox();
  await page.mouse.move(dot.x + dot.width / 2, dot.y + dot.height / 2);
  for (let i = 0; i < 12; i++) await page.mouse.wheel(0, -100);
  await page.waitForFunction(seen => [...document.querySelectorAll('[data-layer=dots] a')].some(a => !seen.includes(a.getAttribute('href'))), whole);
  assert.ok((await drawn()).length <= 240);
});

test('names on the plan never cover each other, from far and from closer, on a desk and on a phone', async () => {
  const { page } = browser;
  const covered = () => page.evaluate(() => {
    const names = [...document.querySelectorAll('.plan-drawing [data-layer=labels] text')].map(t => [t.textContent, t.getBoundingClientRect()]);
    const meets = (a, b) => a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 4 && b.top < a.bottom - 4;
    return { count: names.length, pairs: names.flatMap(([text, a], i) => names.slice(i + 1).filter(([, b]) => meets(a, b)).map(([other]) => `${text} / ${other}`)) };
  });
  for (const [width, height] of [[1280, 800], [390, 844]]) {
    await page.setViewportSize({ width, height });
    for (const stage of ['notice', 'walk', 'trace?line=1', 'handover']) {
      await page.goto(`${server.url}/jobs/1/${stage}`, { waitUntil: 'networkidle' });
      // What was looked at last is remembered; the whole plan is asked for again.
      await page.click('[data-zoom=home]');
      await page.waitForTimeout(300);
      await page.waitForLoadState('networkidle');
      const far = await covered();
      assert.deepEqual(far.pairs, [], `${stage} at ${width}`);
      assert.ok(far.count >= 4, `${far.count} names on ${stage} at ${width}`);
      for (let i = 0; i < 3; i++) {
        const asked = page.waitForResponse(r => r.url().includes('handler=Window'));
        await page.click('[data-zoom=in]');
        await asked;
      }
      await page.waitForTimeout(60);
      assert.deepEqual((await covered()).pairs, [], `${stage} at ${width}, closer`);
      await page.click('[data-zoom=home]');
    }
  }
});
