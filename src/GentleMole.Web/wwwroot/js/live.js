// What devices send while it comes: the way walked on the plan, strength against way under it, and what was crossed, to be taken
// with one touch. The server finds the crossings; here they are drawn. A lost connection is made again by the browser, and then
// everything that is live is told anew.
import { draftKey } from './keep.js';
import { spoken } from './length.js';

const NS = 'http://www.w3.org/2000/svg';
const WINDOW = 30;
const REFRESH = 1500;
const GAP = 0.6;
/** What came longer ago is shown when it is asked for. */
const LATELY = 90_000;
let job = null;
let source = null;
let strips = new Map();
/** What the person chose; until then the strip is open while something comes. */
let shut = null;
let drawn = 0;
let stale = 0;
let timer = 0;

export function openLive() {
  const main = document.getElementById('main');
  const here = main?.dataset.live ? main.dataset.job : null;
  if (here !== job) {
    source?.close();
    strips = new Map();
    [job, source, shut] = [here, here ? listen(here) : null, null];
  }
  if (!here) return;
  const block = document.querySelector('[data-live-strip]');
  if (!block.dataset.opened) {
    block.dataset.opened = 'yes';
    block.querySelector('[data-live-shut]').addEventListener('click', () => {
      shut = !isShut();
      draw();
    });
    block.addEventListener('click', event => take(event.target.closest('[data-take]')));
  }
  draw();
}

function listen(of) {
  const events = new EventSource(`/jobs/${of}/live`);
  let told = new Set();
  events.addEventListener('open', () => (told = new Set()));
  events.addEventListener('strip', event => {
    const news = JSON.parse(event.data);
    const key = `${news.who} ${news.mode}`;
    const known = told.has(key);
    const strip = strips.get(key) ?? { at: -Infinity };
    if (!known) Object.assign(strip, { points: [], first: news.from });
    told.add(key);
    // The server tells from one place on; what it tells no more is too old to be drawn.
    if (news.from < strip.first || news.from > strip.first + strip.points.length) [strip.points, strip.first] = [[], news.from];
    strip.points.length = news.from - strip.first;
    strip.points.push(...news.points);
    Object.assign(strip, { who: news.who, mode: news.mode, legs: news.legs, crossings: news.crossings });
    // What is told first, and first again after a lost connection, was sent before.
    if (known) strip.at = performance.now();
    strips.set(key, strip);
    later();
  });
  events.addEventListener('sheet', () => {
    stale = performance.now();
    refresh();
  });
  return events;
}

function later() {
  if (!drawn) drawn = requestAnimationFrame(() => {
    drawn = 0;
    draw();
  });
}

/** Shows the sheet as it is by now, unless somebody is typing: then when they leave the field. */
function refresh() {
  clearTimeout(timer);
  if (!stale || !job) return;
  const wait = REFRESH - (performance.now() - Number(document.body.dataset.refreshed ?? -REFRESH));
  const typing = document.activeElement?.closest?.('.panel form') && document.activeElement.matches('input,textarea,select');
  const held = [...document.querySelectorAll('form[data-keep]')].some(form => localStorage.getItem(draftKey(form.dataset.keep)));
  // While a simulated walk is told, the page comes anew by itself.
  if (typing || held || wait > 0 || document.querySelector('.walk-status')) {
    timer = setTimeout(refresh, Math.max(wait, 400));
    return;
  }
  stale = 0;
  document.body.dataset.refreshed = String(performance.now());
  window.htmx.ajax('GET', location.href, { target: '#main', select: '#main', swap: 'outerHTML show:none' });
}

function latest() {
  return [...strips.values()].filter(s => s.points.length > 1).sort((a, b) => b.at - a.at)[0];
}

function isShut() {
  return shut ?? !(performance.now() - (latest()?.at ?? -Infinity) < LATELY);
}

function draw() {
  const block = document.querySelector('[data-live-strip]');
  const svg = document.querySelector('.plan-drawing');
  if (!block || !svg) return;
  const strip = latest();
  block.hidden = !strip;
  const isDown = isShut();
  block.classList.toggle('is-shut', isDown);
  block.querySelector('[data-live-shut]').textContent = isDown ? 'Strip' : 'Section';
  trails(svg, block);
  if (!strip || isDown) return;
  const [, , along, level] = strip.points.at(-1);
  block.querySelector('[data-live-title]').textContent = `${strip.who}${block.dataset.simulated ? ' (simulated)' : ''}${strip.mode ? ', ' + strip.mode : ''}: ${spoken(along, 1)}`;
  block.querySelector('[data-live-level]').textContent = level.toPrecision(3);
  curve(block, strip, along);
  chips(block, strip);
  block.dataset.drawn = String(performance.timeOrigin + performance.now());
}

/** Ways walked, on the plan. */
function trails(svg, block) {
  let layer = svg.querySelector('[data-live-trails]');
  if (!layer) {
    layer = document.createElementNS(NS, 'g');
    layer.setAttribute('data-live-trails', '');
    layer.setAttribute('class', 'live-trails');
    svg.querySelector('[data-draft-layer]').before(layer);
  }
  layer.replaceChildren();
  for (const strip of strips.values()) {
    for (const leg of legsOf(strip)) layer.append(made('polyline', { points: leg.map(([e, n]) => `${e},${-n}`).join(' '), class: 'live-trail' }));
    for (const crossing of strip.crossings ?? []) {
      const at = made('g', { transform: `translate(${crossing.east} ${-crossing.north})` });
      const mark = made('g', { class: 'px' + (isTaken(block, crossing) ? ' is-taken' : '') });
      mark.append(made('path', { d: 'M0-7 7 0 0 7-7 0Z', class: 'live-crossing' }));
      at.append(mark);
      layer.append(at);
    }
    const [e, n] = strip.points.at(-1) ?? [];
    if (Number.isFinite(e)) {
      const at = made('g', { transform: `translate(${e} ${-n})` });
      const mark = made('g', { class: 'px' });
      mark.append(made('circle', { r: 6, class: 'live-now' }));
      at.append(mark);
      layer.append(at);
    }
  }
}

function legsOf(strip) {
  const cuts = [0, ...(strip.legs ?? []).map(l => l - strip.first).filter(l => l > 0 && l < strip.points.length), strip.points.length];
  const legs = cuts.slice(1).map((end, i) => strip.points.slice(cuts[i], end));
  // Where something is still to come, nothing is drawn over it.
  return legs.flatMap(leg => leg.reduce((parts, point, i) => {
    if (i > 0 && point[2] - leg[i - 1][2] <= GAP) parts.at(-1).push(point);
    else parts.push([point]);
    return parts;
  }, [])).filter(leg => leg.length > 1);
}

/** Strength against way: the last metres, the newest at the right. */
function curve(block, strip, end) {
  const svg = block.querySelector('svg');
  const { width, height } = svg.getBoundingClientRect();
  if (!width || !height) return;
  const from = Math.max(0, end - WINDOW);
  const span = Math.max(5, Math.min(WINDOW, end - from));
  const seen = strip.points.filter(p => p[2] >= from);
  const top = Math.max(...seen.map(p => p[3]), ...strip.crossings.filter(c => c.along >= from).map(c => c.level)) * 1.15 || 1;
  const [left, right, up, down] = [8, 16, 30, 22];
  const x = along => left + (along - from) / span * (width - left - right);
  const y = level => height - down - level / top * (height - up - down);
  const parts = [];
  const step = span > 12 ? 5 : span > 6 ? 2 : 1;
  for (let m = Math.ceil(from / step) * step; m <= from + span + 1e-9; m += step) {
    parts.push(made('path', { d: `M${x(m)} ${height - down}v5`, class: 'live-axis' }));
    parts.push(text(x(m), height - 5, `${m}${m + step > from + span ? ' m walked' : ''}`, m + step > from + span ? 'end' : 'middle'));
  }
  parts.push(made('path', { d: `M${left} ${height - down}H${width - right}`, class: 'live-axis' }));
  for (const leg of legsOf(strip)) {
    const on = leg.filter(p => p[2] >= from);
    if (on.length > 1) parts.push(made('polyline', { points: on.map(p => `${x(p[2]).toFixed(1)},${y(p[3]).toFixed(1)}`).join(' '), class: 'live-curve' }));
  }
  let last = -Infinity;
  const shown = strip.crossings.filter(c => c.along >= from);
  for (const [i, c] of shown.entries()) {
    const [cx, cy] = [x(c.along), y(c.level)];
    const crowded = i + 1 < shown.length && x(shown[i + 1].along) - cx < 76;
    const wide = Math.max(2, c.within / span * (width - left - right));
    parts.push(made('path', { d: `M${cx - wide} ${cy - 8}h${2 * wide}M${cx - wide} ${cy - 12}v8M${cx + wide} ${cy - 12}v8`, class: 'live-doubt' }));
    parts.push(made('path', { d: `M${cx} ${cy - 7}l7 7-7 7-7-7Z`, class: 'live-crossing' + (isTaken(block, c) ? ' is-taken' : '') }));
    if (cx - last > (crowded ? 130 : 86)) {
      parts.push(text(cx, Math.max(12, cy - 17), width < 500 ? `±${spoken(c.within)}` : said(c), cx < 60 ? 'start' : crowded || cx > width - 60 ? 'end' : 'middle'));
      last = cx;
    }
  }
  const [, , along, level] = strip.points.at(-1);
  parts.push(made('circle', { cx: x(along), cy: y(level), r: 5, class: 'live-now' }));
  svg.setAttribute('viewBox', `0 0 ${width} ${height}`);
  svg.replaceChildren(...parts);
}

function said(c) {
  return [`±${spoken(c.within)}`, c.depth === null ? '' : `${spoken(c.depth)} deep`].filter(Boolean).join(', ');
}

function chips(block, strip) {
  const list = block.querySelector('[data-live-takes]');
  if (!list) return;
  const takes = (block.dataset.modes ?? '').split(' ').includes(strip.mode);
  const open = takes ? strip.crossings.filter(c => !isTaken(block, c)).slice(-6).reverse() : [];
  list.hidden = !takes;
  const keys = open.map(c => c.id + c.within + c.depth).join();
  if (list.dataset.keys === keys) return;
  list.dataset.keys = keys;
  list.replaceChildren(...open.map(c => {
    const chip = Object.assign(document.createElement('button'), { type: 'button', className: 'btn btn-secondary' });
    chip.dataset.take = JSON.stringify(c);
    chip.textContent = `Take ${spoken(c.along, 1)}, ${said(c)}${c.milliamps === null ? '' : `, ${Math.round(c.milliamps)} mA`}`;
    return chip;
  }));
}

function isTaken(block, crossing) {
  return (block.dataset.taken ?? '').includes(crossing.id);
}

/** The dot goes the way of one that is typed: the same form, judged the same. */
function take(chip) {
  const form = chip?.closest('[data-live-strip]').querySelector('form');
  if (!form) return;
  const c = JSON.parse(chip.dataset.take);
  const put = (name, value, unit) => {
    form.elements[name].value = value === null ? '' : value + unit;
  };
  put('newId', c.id, '');
  put('east', c.east, ' m');
  put('north', c.north, ' m');
  put('depth', c.depth, ' m');
  put('current', c.milliamps, '');
  put('direction', c.direction, '');
  form.requestSubmit();
}

function made(name, attributes) {
  const element = document.createElementNS(NS, name);
  Object.entries(attributes).forEach(([key, value]) => element.setAttribute(key, value));
  return element;
}

function text(x, y, words, anchor = 'middle') {
  const element = made('text', { x, y, 'text-anchor': anchor });
  element.textContent = words;
  return element;
}

addEventListener('resize', later);

/** A browser has few connections to one server: a page that nobody looks at holds none. */
function leave() {
  source?.close();
  job = null;
}

addEventListener('pagehide', leave);
addEventListener('pageshow', event => event.persisted && openLive());
document.addEventListener('visibilitychange', () => (document.hidden ? leave() : openLive()));
