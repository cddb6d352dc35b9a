// The plan under the finger: zoom, move, and placing points. The drawing is in site metres, so a place on it needs no sums.
import { metres, written } from './length.js';
import { waitingPlaces } from './outbox.js';

const NS = 'http://www.w3.org/2000/svg';
const steps = [1, 2, 5, 10];
let life;

export function openPlan(plan) {
  if (plan.dataset.open) return;
  plan.dataset.open = '1';
  const svg = plan.querySelector('.plan-drawing');
  const key = 'view ' + location.pathname.split('/').slice(0, 3).join('/');
  let box = parse(sessionStorage.getItem(key)) ?? parse(svg.dataset.home);
  let armed = null;
  // The plan comes as its home view shows it, for the width that this browser last said.
  let drawnFor = svg.dataset.home + ' ' + svg.dataset.width;

  function show() {
    svg.setAttribute('viewBox', box.join(' '));
    const size = svg.getBoundingClientRect();
    if (!size.width) return;
    const unit = Math.max(box[2] / size.width, box[3] / size.height);
    svg.style.setProperty('--u', unit);
    scaleBar(plan, unit, size.width);
    const asked = box.join(' ') + ' ' + Math.round(size.width);
    if (asked !== drawnFor) lookCloser(svg);
    drawnFor = asked;
  }

  function zoom(factor, centre) {
    const c = centre ?? { x: box[0] + box[2] / 2, y: box[1] + box[3] / 2 };
    const width = Math.min(5000, Math.max(1, box[2] * factor));
    const f = width / box[2];
    box = [c.x - (c.x - box[0]) * f, c.y - (c.y - box[1]) * f, width, box[3] * f];
    remember();
  }

  function remember() {
    sessionStorage.setItem(key, box.join(' '));
    show();
  }

  function place(event) {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
    return { x: point.x, y: point.y };
  }

  // Somebody else moves the view: what is followed would leave it.
  plan.addEventListener('mole:pan', event => {
    const { dx = 0, dy = 0, x, y, width = box[2] } = event.detail;
    const height = box[3] * width / box[2];
    box = x === undefined ? [box[0] + dx, box[1] + dy, box[2], box[3]] : [x - width / 2, y - height / 2, width, height];
    remember();
  });
  plan.querySelectorAll('[data-zoom]').forEach(button => button.addEventListener('click', () => {
    if (button.dataset.zoom === 'home') {
      sessionStorage.removeItem(key);
      box = parse(svg.dataset.home);
      show();
    } else {
      zoom(button.dataset.zoom === 'in' ? 0.66 : 1.5);
    }
  }));
  svg.addEventListener('wheel', event => {
    event.preventDefault();
    zoom(event.deltaY < 0 ? 0.85 : 1.18, place(event));
  }, { passive: false });

  const fingers = new Map();
  let moved = 0;
  svg.addEventListener('pointerdown', event => {
    fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    moved = 0;
  });
  svg.addEventListener('pointermove', event => {
    const before = fingers.get(event.pointerId);
    if (!before) return;
    const unit = Number(svg.style.getPropertyValue('--u'));
    const dx = event.clientX - before.x;
    const dy = event.clientY - before.y;
    moved += Math.hypot(dx, dy);
    if (fingers.size === 1 && moved > 6) {
      if (!svg.hasPointerCapture(event.pointerId)) svg.setPointerCapture(event.pointerId);
      box = [box[0] - dx * unit, box[1] - dy * unit, box[2], box[3]];
      remember();
    } else if (fingers.size === 2) {
      const [a, b] = [...fingers.values()];
      const was = Math.hypot(a.x - b.x, a.y - b.y);
      fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
      const [c, d] = [...fingers.values()];
      const is = Math.hypot(c.x - d.x, c.y - d.y);
      if (was > 0 && is > 0) zoom(was / is, place({ clientX: (c.x + d.x) / 2, clientY: (c.y + d.y) / 2 }));
    }
    fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
  });
  for (const end of ['pointerup', 'pointercancel', 'pointerleave']) {
    svg.addEventListener(end, event => fingers.delete(event.pointerId));
  }
  svg.addEventListener('click', event => {
    if (moved > 6) {
      event.preventDefault();
    } else if (armed) {
      event.preventDefault();
      event.stopPropagation();
      put(armed, place(event));
    }
  }, true);

  function arm(button) {
    disarm();
    armed = button;
    button.classList.add('active');
    button.setAttribute('aria-pressed', 'true');
    plan.classList.add('is-placing');
    plan.querySelector('[data-placing-say]').textContent = button.dataset.say + ' Esc ends it.';
    if (matchMedia('(max-width: 800px)').matches) plan.scrollIntoView({ block: 'center' });
  }

  function disarm() {
    armed?.classList.remove('active');
    armed?.removeAttribute('aria-pressed');
    armed = null;
    plan.classList.remove('is-placing');
  }

  function put(button, point) {
    const form = button.closest('form');
    const [east, north] = [written(point.x), written(-point.y)];
    if (button.dataset.placeList) {
      const field = form.elements[button.dataset.placeList];
      field.value = (field.value.trim() ? field.value.trimEnd() + '\n' : '') + `${east} ${north}`;
      changed(field);
    } else {
      const [e, n] = button.dataset.place.split(',');
      form.elements[e].value = east;
      form.elements[n].value = north;
      changed(form.elements[e]);
      disarm();
      button.focus();
    }
  }

  // The sheet is swapped after each change; what listens beyond it goes with it.
  life?.abort();
  life = new AbortController();
  const { signal } = life;
  document.addEventListener('keydown', event => {
    if (event.key === 'Escape') disarm();
  }, { signal });
  document.querySelectorAll('[data-place],[data-place-list]').forEach(button =>
    button.addEventListener('click', () => (armed === button ? disarm() : arm(button)), { signal }));
  document.querySelectorAll('.panel form').forEach(form => form.addEventListener('input', () => sketch(svg), { signal }));
  document.addEventListener('mole:waiting', () => sketch(svg), { signal });
  const sized = new ResizeObserver(show);
  sized.observe(svg);
  signal.addEventListener('abort', () => {
    sized.disconnect();
    clearTimeout(looking?.timer);
    looking?.abort.abort();
  });
  show();
  sketch(svg);
}

/** The part of the site that a plan shows, as the server is asked for it. */
export function lookedAt(svg) {
  const { width, height } = svg.getBoundingClientRect();
  const { x, y, width: across, height: down } = svg.viewBox.baseVal;
  const unit = Math.max(across / width, down / height);
  return { west: x - (width * unit - across) / 2, north: -(y - (height * unit - down) / 2), unit, width: Math.round(width), height: Math.round(height) };
}

let looking;

/** A part of the plan, drawn closer, shows more of what is there, and names stand where they have room then. */
function lookCloser(svg) {
  clearTimeout(looking?.timer);
  looking?.abort.abort();
  const abort = new AbortController();
  const timer = setTimeout(async () => {
    // Another page may stand here by now, or the plan be folded away.
    const seen = lookedAt(svg);
    if (!svg.isConnected || !Number.isFinite(seen.unit)) return;
    const query = new URLSearchParams(location.search);
    query.set('handler', 'Window');
    Object.entries(seen).forEach(([name, value]) => query.set(name, value));
    try {
      const answer = await fetch(`${location.pathname}?${query}`, { signal: abort.signal, credentials: 'same-origin' });
      const wait = Number(answer.headers.get('Retry-After'));
      if (answer.status === 429 && wait > 0) setTimeout(() => svg.isConnected && lookCloser(svg), wait * 1000);
      if (!answer.ok || !svg.isConnected) return;
      // A stake that is being dragged is drawn by whoever drags it.
      const keep = svg.querySelector('.stake-handle.is-held') ? 'signal' : '';
      const drawn = new DOMParser().parseFromString(await answer.text(), 'text/html');
      const grid = svg.parentElement.querySelector('.plan-block [data-grid]');
      if (grid) grid.textContent = drawn.querySelector('[data-grid]').dataset.grid;
      for (const part of drawn.querySelectorAll('[data-layer]')) if (part.dataset.layer !== keep) redraw(svg, part);
    } catch {
      // Without a connection the plan stays as it was drawn.
    }
  }, 180);
  looking = { timer, abort };
}

/** Puts a layer of a drawing in the place of the one of its name. */
export function redraw(svg, layer) {
  const old = svg.querySelector(`:scope > [data-layer="${layer.dataset.layer}"]`);
  const is = document.adoptNode(layer);
  if (old) old.replaceWith(is);
  else svg.prepend(is);
}

function changed(field) {
  field.dispatchEvent(new Event('input', { bubbles: true }));
}

function parse(text) {
  const numbers = (text ?? '').split(' ').map(Number);
  return numbers.length === 4 && numbers.every(Number.isFinite) && numbers[2] > 0 ? numbers : null;
}

/** Draws what is typed but not kept: places and lists of places. */
function sketch(svg) {
  const layer = svg.querySelector('[data-draft-layer]');
  layer.replaceChildren();
  for (const button of document.querySelectorAll('[data-place]')) {
    const [e, n] = button.dataset.place.split(',').map(name => metres(button.closest('form').elements[name].value));
    if (Number.isFinite(e) && Number.isFinite(n)) {
      const mark = document.createElementNS(NS, 'g');
      mark.setAttribute('transform', `translate(${e} ${-n})`);
      mark.innerHTML = '<g class="px"><path class="draft-mark" d="M-12 0H-4M4 0H12M0-12V-4M0 4V12" /></g>';
      layer.append(mark);
    }
  }
  for (const { east, north } of waitingPlaces()) {
    const [e, n] = [metres(east), metres(north)];
    if (!Number.isFinite(e + n)) continue;
    const mark = document.createElementNS(NS, 'g');
    mark.setAttribute('transform', `translate(${e} ${-n})`);
    mark.innerHTML = '<g class="px"><circle class="draft-mark" r="6" stroke-dasharray="3 3" /></g>';
    layer.append(mark);
  }
  for (const field of document.querySelectorAll('[data-preview]')) {
    const points = field.value.split('\n').map(line => line.split(/[;\s,]+(?=[-−\d.])/).map(metres))
      .filter(p => p.length === 2 && p.every(Number.isFinite)).map(([e, n]) => `${e},${-n}`);
    if (points.length > 0 && field.value !== field.defaultValue) {
      const trail = document.createElementNS(NS, field.dataset.preview === 'area' ? 'polygon' : 'polyline');
      trail.setAttribute('points', points.join(' '));
      trail.setAttribute('class', 'draft-mark');
      layer.append(trail);
      for (const point of points) {
        const knob = document.createElementNS(NS, 'g');
        knob.setAttribute('transform', `translate(${point})`);
        knob.innerHTML = '<g class="px"><circle class="draft-mark" r="4" /></g>';
        layer.append(knob);
      }
    }
  }
}

function scaleBar(plan, unit, width) {
  const bar = plan.querySelector('.plan-scale');
  if (!bar) return;
  const least = width * unit / 9;
  const power = 10 ** Math.floor(Math.log10(least));
  const length = steps.map(k => k * power).find(k => k >= least - 1e-9);
  const pixels = length / unit;
  bar.setAttribute('width', pixels + 70);
  bar.querySelector('path').setAttribute('d', `M0 4v8M${pixels / 2} 4v8M${pixels} 4v8M0 8h${pixels}`);
  const [, half, whole] = bar.querySelectorAll('text');
  half.setAttribute('x', pixels / 2);
  half.textContent = String(+(length / 2).toPrecision(6));
  whole.setAttribute('x', pixels);
  whole.textContent = `${+length.toPrecision(6)} m`;
}
