// Remakes docs/screenshots from the demo, at a standing moment so that pictures change only when the views do.
import { mkdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { signIn } from '../tests/browser/app.mjs';
import { openBrowser, opened, pressed } from '../tests/browser/browser.mjs';
import { startServer } from '../tests/browser/server.mjs';

const out = join(dirname(fileURLToPath(import.meta.url)), '../docs/screenshots');
rmSync(out, { recursive: true, force: true });
mkdirSync(out, { recursive: true });
const server = await startServer('demo', { MOLE_NOW: '2026-11-23T10:30:00Z' });
const { context, page, close } = await openBrowser();

async function shot(name, path, prepare) {
  await opened(page, server.url + path);
  await prepare?.();
  await page.waitForTimeout(250);
  await page.screenshot({ path: join(out, name + '.png') });
  console.log(name);
}

await signIn(page, server.url, 'orla');
// The simulated notice centre hands in its first calls a moment after the start.
while (!await page.locator('text=Quay Street').count()) await opened(page, server.url + '/jobs');
await shot('jobs', '/jobs');
await shot('records-import', '/jobs/1/records', async () => {
  if (!await page.isVisible('#f-file')) await page.locator('.accordion-button', { hasText: 'Import an owner' }).click();
  const points = [[30, 0], [30.6, 22], [32, 44]].flatMap(([x, y]) => ['10', x, '20', y]);
  const dxf = ['0', 'SECTION', '2', 'ENTITIES', '0', 'LWPOLYLINE', '8', 'FIBRE_TRUNK', '70', '0', ...points,
    '0', 'LINE', '8', 'WATER', '10', '3', '20', '12', '11', '66', '21', '14', '0', 'ENDSEC', '0', 'EOF'].join('\n');
  await page.setInputFiles('#f-file', { name: 'lanternet-made-up.dxf', mimeType: 'text/plain', buffer: Buffer.from(dxf) });
  await pressed(page, 'Look at it first');
});
await shot('walk', '/jobs/1/walk?feature=15');
await shot('notice', '/jobs/2/notice');
await shot('hookup-plan', '/jobs/1/hookup/plan?line=2');
await shot('sonde', '/jobs/1/trace/sonde');
await shot('sweep', '/jobs/1/sweep?sweep=2&candidate=1', () => page.locator('#candidate-1').evaluate(e => { e.scrollIntoView({ block: 'center' }); window.scrollTo(0, 0); }));
// Every dot is held against the ground; the picture is of what is said then.
const reviewed = () => page.waitForFunction(() => document.querySelector('#line-review')?.textContent.includes('All dots together') && !document.querySelector('#line-review [hx-get]'));
await shot('trace', '/jobs/1/trace?line=2', reviewed);
await shot('radar', '/jobs/1/radar?profile=1&target=4', () => page.waitForFunction(() => {
  const picture = document.querySelector('[data-radargram]')?.picture;
  return /to decide/.test(document.querySelector('.panel-body').textContent) && picture?.here === 4 && [...picture.tiles.held.values()].every(t => t.bytes);
}, null, { timeout: 30_000 }));
await shot('paint', '/jobs/1/paint');
await shot('marks', '/jobs/3/marks?line=6');
await shot('handover', '/jobs/1/handover');
// A round in which the first wire is taken: it leads to the lamps.
await opened(page, `${server.url}/practice`);
await page.evaluate(() => {
  const form = document.querySelector('button[value=two-tails]').closest('form');
  form.insertAdjacentHTML('beforeend', '<input type="hidden" name="seed" value="6"><input type="hidden" name="yard" value="two-tails">');
  form.submit();
});
await page.waitForSelector('main[data-begun]');
const round = new URL(page.url()).pathname;
await page.evaluate(async () => {
  const token = document.querySelector('[name=__RequestVerificationToken]').value;
  const send = (handler, body) => fetch(`${location.pathname}?handler=${handler}`, { method: 'POST', body: JSON.stringify(body), headers: { 'Content-Type': 'application/json', RequestVerificationToken: token } }).then(a => a.json());
  const state = await fetch(`${location.pathname}?handler=State`).then(a => a.json());
  const [box, lamps] = [state.features[0], state.records[1].points];
  const [a, b] = [state.records[0].points[0], state.records[0].points.at(-1)];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const way = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const toLamps = Math.sign((lamps[0][0] - a[0]) * way[1] - (lamps[0][1] - a[1]) * way[0]);
  const stake = [box.eastMetres - toLamps * 10 * way[1], box.northMetres + toLamps * 10 * way[0]];
  await send('Hook', { method: 'direct', connection: 'f1-a', testedDead: true, stake, driven: 1, wetted: true, frequencyHertz: 8192, setMilliamps: 25 });
  const heading = Math.atan2(way[0], way[1]) * 180 / Math.PI;
  const readings = [];
  for (let at = 4; at < length - 2; at += 4) for (let aside = -4; aside <= 4; aside += 0.4) readings.push([a[0] + at * way[0] + (8 * toLamps + aside) * way[1], a[1] + at * way[1] - (8 * toLamps + aside) * way[0], 0.05, heading]);
  const shown = [];
  for (let i = 0; i < readings.length; i += 400) shown.push(...(await send('Read', { readings: readings.slice(i, i + 400) })).readings);
  const best = new Map();
  readings.forEach((r, i) => {
    const row = Math.floor(i / 21);
    if (!best.has(row) || shown[i].peak > shown[best.get(row)].peak) best.set(row, i);
  });
  await send('Mark', { utility: 'gas', points: [...best.values()].map(i => [readings[i][0], readings[i][1], shown[i].depthMetres]) });
  await send('Answer', { utility: 'gas', answer: 'marked', why: 'loud all along' });
});
await shot('practice', round, async () => {
  await page.waitForSelector('main[data-begun]');
  await page.click('[data-yard-tab=walk]');
  await page.click('.plan-tools [data-zoom=home]');
  for (let i = 0; i < 40; i++) await page.keyboard.press('Shift+ArrowUp');
  await page.waitForTimeout(1500);
});
await page.click('[data-yard-tab=answer]');
await page.click('[data-yard-finish] button');
await page.waitForSelector('main.is-opened');
await shot('practice-opened', round, () => page.waitForSelector('[data-yard-replay]:not([hidden])'));
await opened(page, `${server.url}/jobs/4/radar/runs`);
await page.waitForFunction(() => /runs over/.test(document.querySelector('.verdict-say')?.textContent), null, { timeout: 60_000 });
const lead = await page.$$eval('[id^=run-] small:first-of-type', all => all.findIndex(r => /turned over/.test(r.textContent)) + 1);
await shot('runs', `/jobs/4/radar/runs?run=${lead}`, () => page.waitForFunction(() => document.querySelector('.cut-drawing .cut-met')));
await opened(page, `${server.url}/jobs/5/radar/bodies`);
await page.waitForFunction(() => /bodies under/.test(document.querySelector('.verdict-say')?.textContent), null, { timeout: 120_000 });
await shot('bodies', '/jobs/5/radar/bodies?body=3', () => page.waitForFunction(() => document.querySelector('.cut-drawing .cut-body')));
await page.setViewportSize({ width: 900, height: 1260 });
await shot('handover-sheet', '/jobs/3/handover/sheet');
await page.setViewportSize({ width: 390, height: 844 });
await shot('phone-trace', '/jobs/1/trace?line=2', reviewed);
await opened(page, `${server.url}/jobs/3/handover`);
await page.fill('#f-whom', 'Roper, on the machine');
await pressed(page, 'Make a link');
await page.goto(await page.textContent('[data-token]'), { waitUntil: 'networkidle' });
await page.screenshot({ path: join(out, 'phone-dig.png') });
await context.clearCookies();
await close();
await server.close();
