// The planned hookup under the finger: drags the stake, turns the slider, and shows what the server solves. Computes nothing.
import { written } from './length.js';
import { lookedAt, redraw } from './plan.js';

export function openSignal() {
  const form = document.querySelector('[data-signal]');
  if (!form || form.dataset.opened) return;
  form.dataset.opened = '1';
  const svg = document.querySelector('.plan-drawing');
  const handle = svg.querySelector('[data-stake-handle]');
  let running = false;
  let again = false;

  /** One question at a time; what changed meanwhile is asked when the answer is there. */
  async function solve() {
    if (running) {
      again = true;
      return;
    }
    running = true;
    try {
      const body = new FormData(form);
      Object.entries(lookedAt(svg)).forEach(([name, value]) => body.append(name, value));
      const answer = await fetch(form.dataset.signal, { method: 'POST', body, headers: { 'X-Part': '1' } });
      if (answer.ok && form.isConnected) show(await answer.text());
      else if (form.isConnected) refused(answer);
    } catch {
      unsolved('No connection: this is not solved.');
    } finally {
      running = false;
      if (again) {
        again = false;
        solve();
      }
    }
  }

  /** No figure, no current and no button of another stake stays on the screen. */
  function unsolved(why) {
    document.querySelector('[data-part=verdict]')?.replaceChildren(told(why));
    document.querySelector('.sheet').classList.add('is-unsolved');
  }

  /** Too much at once is asked again by itself. */
  function refused(answer) {
    const wait = Number(answer.headers.get('Retry-After')) || 0;
    unsolved(wait > 0
      ? `Too much is being reckoned at once: this is not solved yet. It is tried again in ${wait} s.`
      : `The server could not solve this (${answer.status}). Change something, or reload.`);
    if (wait > 0) setTimeout(() => form.isConnected && solve(), wait * 1000);
  }

  function show(text) {
    const answer = new DOMParser().parseFromString(text, 'text/html');
    // An answer that says why there is nothing to show has no button to take it.
    document.querySelector('.sheet').classList.toggle('is-unsolved', !answer.querySelector('[data-part=foot]'));
    for (const layer of answer.querySelectorAll('[data-layer]')) if (!layer.closest('[data-part]')) redraw(svg, layer);
    for (const part of answer.querySelectorAll('[data-part]')) {
      const old = document.querySelector(`.sheet [data-part="${part.dataset.part}"]`);
      old?.replaceWith(document.adoptNode(part));
    }
    const address = answer.querySelector('[data-address]')?.dataset.address;
    if (address) history.replaceState(history.state, '', address);
    document.querySelector('.sheet').dataset.solved = String(performance.now());
    wireLower();
  }

  /** Another view of the same hookup comes without the whole sheet. */
  function wireLower() {
    document.querySelectorAll('[data-show]').forEach(link => link.addEventListener('click', event => {
      event.preventDefault();
      event.stopPropagation();
      form.elements.show.value = link.dataset.show;
      solve();
    }));
  }

  function put(x, y) {
    handle.setAttribute('transform', `translate(${x} ${y})`);
    form.elements.stakeEast.value = written(x);
    form.elements.stakeNorth.value = written(-y);
    handle.setAttribute('aria-valuetext', `${x.toFixed(2)} east, ${(-y).toFixed(2)} north`);
    const lead = svg.querySelector('[data-layer=signal] .lead polyline');
    if (lead) lead.setAttribute('points', lead.getAttribute('points').split(' ')[0] + ` ${x},${y}`);
    solve();
  }

  form.addEventListener('input', event => {
    const says = event.target.dataset.says;
    if (says) form.querySelector('[data-slider-say]').textContent = says.split('|')[Number(event.target.value)];
    solve();
  });
  form.addEventListener('submit', event => {
    event.preventDefault();
    solve();
  });
  wireLower();
  if (!handle) return;

  const at = event => new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
  handle.addEventListener('pointerdown', event => {
    event.stopPropagation();
    event.preventDefault();
    handle.setPointerCapture(event.pointerId);
    handle.classList.add('is-held');
    handle.focus();
  });
  handle.addEventListener('pointermove', event => {
    if (!handle.hasPointerCapture(event.pointerId)) return;
    event.stopPropagation();
    const place = at(event);
    put(place.x, place.y);
  });
  for (const end of ['pointerup', 'pointercancel']) {
    handle.addEventListener(end, event => {
      event.stopPropagation();
      handle.classList.remove('is-held');
    });
  }
  handle.addEventListener('keydown', event => {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!step) return;
    event.preventDefault();
    const [x, y] = handle.getAttribute('transform').match(/-?[\d.]+/g).map(Number);
    const size = event.shiftKey ? 1 : 0.25;
    put(x + step[0] * size, y + step[1] * size);
  });
}

function told(text) {
  const note = document.createElement('p');
  note.className = 'alert alert-light';
  note.setAttribute('role', 'alert');
  note.textContent = text;
  return note;
}
