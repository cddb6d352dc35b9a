// A round in a practice yard: the receiver under finger, mouse and keys. What it shows is worked out on the server; nothing of the ground is here.
import { metres, spoken } from './length.js';

const NS = 'http://www.w3.org/2000/svg';
const spacing = 0.06;
const mostWaiting = 60;
const stripMetres = 25;
const closeMetres = 22;

export function openYard() {
  const main = document.querySelector('[data-yard].is-played');
  if (!main || main.dataset.ready) return;
  main.dataset.ready = 'yes';
  const id = main.dataset.yard;
  const token = main.querySelector('[data-yard-finish] [name=__RequestVerificationToken]').value;
  const svg = main.querySelector('.plan-drawing');
  const plan = main.querySelector('[data-plan]');
  const layer = svg.querySelector('[data-yard-layer]');
  const find = name => main.querySelector(name);
  const field = name => document.getElementById('yard-' + name);
  const store = `mole yard ${id}`;
  let state;
  let at = { e: 0, n: 0 };
  let heading = 0;
  let tab = 'hook';
  let placing = null;
  let stake = null;
  let box = null;
  let waiting = [];
  let isAsking = false;
  let shown = null;
  let isDirty = true;
  let walked = 0;
  let strip = [];
  let trail = [];
  const marks = {};
  let unsaved = new Set();
  let sound = null;

  const make = (name, set, parent) => {
    const of = document.createElementNS(NS, name);
    Object.entries(set).forEach(([key, value]) => of.setAttribute(key, value));
    parent.append(of);
    return of;
  };
  const trailLine = make('polyline', { class: 'yard-trail' }, layer);
  const stakeLine = make('polyline', { class: 'yard-lead' }, layer);
  const markLayer = make('g', {}, layer);
  const stakeSign = make('g', { class: 'yard-sign' }, layer);
  const receiver = make('g', { class: 'yard-receiver' }, layer);
  receiver.innerHTML = '<g class="px"><circle r="15" /><path class="yard-blade" d="M-22 0H22" /><path class="yard-nose" d="M0-26-7-14H7Z" /></g>';

  const say = text => {
    find('[data-yard-say]').textContent = text;
  };

  /** Sends something; what cannot be sent is said, and false comes back. */
  async function send(handler, body) {
    try {
      const answer = await fetch(`${location.pathname}?handler=${handler}`, {
        method: 'POST', body: JSON.stringify(body), credentials: 'same-origin', headers: { 'Content-Type': 'application/json', RequestVerificationToken: token },
      });
      if (answer.status === 429) {
        await new Promise(done => setTimeout(done, 1000 * Number(answer.headers.get('Retry-After') ?? 1)));
        return send(handler, body);
      }
      const told = answer.headers.get('Content-Type')?.includes('json') ? await answer.json() : {};
      if (answer.ok) return told;
      say(told.errors?.map(e => e.sentence).join(' ') ?? told.say ?? `The server could not take this (${answer.status}).`);
      return { refused: true };
    } catch {
      say('No connection. Marks are kept here and sent when it is back; what is walked meanwhile is not read.');
      return null;
    }
  }

  // The receiver.
  function step(e, n) {
    const from = at;
    at = { e, n };
    const way = Math.hypot(e - from.e, n - from.n);
    if (way < 1e-4) return;
    walked += way;
    const face = field('face').value;
    if (face === 'ahead' && way > 0.02) heading = bearing(e - from.e, n - from.n);
    else if (face === 'away') heading = bearing(e - home().e, n - home().n);
    const parts = Math.max(1, Math.ceil(way / spacing));
    for (let i = 1; i <= parts; i++) ask(from.e + (e - from.e) * i / parts, from.n + (n - from.n) * i / parts, walked - way + way * i / parts);
    trail.push(`${e.toFixed(2)},${(-n).toFixed(2)}`);
    if (trail.length > 4000) trail = trail.slice(-3000);
    follow();
    isDirty = true;
  }

  const bearing = (e, n) => (Math.atan2(e, n) * 180 / Math.PI + 360) % 360;

  const round = value => Math.round(value * 100) / 100;

  function ask(e, n, s) {
    waiting.push({ ask: [round(e), round(n), Number(field('height').value), Math.round(heading * 10) / 10], s });
    // Whoever walks faster than is answered gets fewer readings, not later ones.
    if (waiting.length > mostWaiting) waiting = waiting.filter((_, i) => i % 2 === 1 || i === waiting.length - 1);
    read();
  }

  async function read() {
    if (isAsking || waiting.length === 0) return;
    isAsking = true;
    const batch = waiting;
    waiting = [];
    const told = await send('Read', { readings: batch.map(b => b.ask) });
    isAsking = false;
    if (told?.readings) {
      shown = told.readings.at(-1);
      told.readings.forEach((r, i) => strip.push({ s: batch[i].s, peak: r.peak, steady: r.steadiness, depth: r.depthMetres, side: r.side }));
      const last = strip.at(-1)?.s ?? 0;
      strip = strip.filter(p => p.s > last - stripMetres * 2);
      display();
      isDirty = true;
      main.dataset.read = String(Number(main.dataset.read ?? 0) + batch.length);
    }
    if (waiting.length) read();
  }

  const again = () => ask(at.e, at.n, walked);

  function turn(degrees) {
    heading = (heading + degrees + 360) % 360;
    again();
    isDirty = true;
  }

  function display() {
    const set = (name, text) => {
      find(`[data-yard="${name}"]`).textContent = text;
    };
    const isLost = shown.steadiness < 0.5;
    set('peak', shown.pegged ? 'pegged' : shown.peak >= 100 ? shown.peak.toFixed(0) : shown.peak.toPrecision(3));
    set('side', shown.side === 'left' ? '◀ left' : shown.side === 'right' ? 'right ▶' : '– none');
    set('depth', shown.depthMetres === null ? '–' : spoken(shown.depthMetres));
    set('current', shown.currentMilliamps === null ? '–' : `${shown.currentMilliamps.toFixed(1)} mA`);
    set('way', shown.currentDirection === 'away' ? '▲ away' : shown.currentDirection === 'towards' ? '▼ towards me' : '–');
    set('line', shown.lineDegrees === null ? '–' : `${String(Math.round(shown.lineDegrees) % 180).padStart(3, '0')}°`);
    set('steady', isLost ? 'wanders' : shown.steadiness < 0.9 ? 'trembles' : 'stands');
    // A decade is a quarter of the bar.
    find('[data-yard-bar]').style.width = `${Math.max(0, Math.min(100, 25 * (Math.log10(Math.max(shown.peak, 1e-3)) + 2.5)))}%`;
    find('.yard-display').classList.toggle('is-lost', isLost);
    find('.yard-display').classList.toggle('is-pegged', shown.pegged);
    if (sound) {
      sound.tone.frequency.setTargetAtTime(Math.min(1600, 160 * 2 ** (Math.log10(Math.max(shown.peak, 1e-2)) + 2)), sound.context.currentTime, 0.03);
      sound.gain.gain.setTargetAtTime(isLost ? 0.01 : 0.06, sound.context.currentTime, 0.03);
    }
  }

  // The view goes with the receiver where it would leave it.
  function follow() {
    const view = svg.viewBox.baseVal;
    const [mx, my] = [view.width * 0.12, view.height * 0.12];
    const [x, y] = [at.e, -at.n];
    const dx = x < view.x + mx ? x - view.x - mx : x > view.x + view.width - mx ? x - view.x - view.width + mx : 0;
    const dy = y < view.y + my ? y - view.y - my : y > view.y + view.height - my ? y - view.y - view.height + my : 0;
    if (dx || dy) plan.dispatchEvent(new CustomEvent('mole:pan', { detail: { dx, dy } }));
  }

  function draw() {
    if (isDirty) {
      isDirty = false;
      receiver.setAttribute('transform', `translate(${at.e} ${-at.n}) rotate(${heading})`);
      trailLine.setAttribute('points', trail.join(' '));
      find('[data-yard-heading]').textContent = `${String(Math.round(heading) % 360).padStart(3, '0')}°`;
      drawStrip();
    }
    if (main.isConnected) requestAnimationFrame(draw);
  }

  function drawStrip() {
    const canvas = find('[data-yard-strip]');
    const { width, height } = canvas.getBoundingClientRect();
    const dpr = devicePixelRatio || 1;
    if (canvas.width !== Math.round(width * dpr)) [canvas.width, canvas.height] = [Math.round(width * dpr), Math.round(height * dpr)];
    const to = canvas.getContext('2d');
    const ink = getComputedStyle(main);
    to.setTransform(dpr, 0, 0, dpr, 0, 0);
    to.clearRect(0, 0, width, height);
    const seen = strip.filter(p => p.s >= walked - stripMetres);
    find('[data-yard-strip-say]').hidden = seen.length > 1;
    if (seen.length < 2) return;
    const most = Math.max(...seen.map(p => p.peak), 1e-3) * 1.1;
    const x = s => 44 + (s - (walked - stripMetres)) / stripMetres * (width - 60);
    const y = peak => height - 26 - peak / most * (height - 44);
    to.font = '12px Atkinson, sans-serif';
    to.fillStyle = ink.getPropertyValue('--soil-4');
    to.strokeStyle = ink.getPropertyValue('--soil-3');
    to.lineWidth = 1;
    for (let k = 0; k <= stripMetres; k += 5) {
      const at = x(walked - k);
      to.beginPath();
      to.moveTo(at, 12);
      to.lineTo(at, height - 22);
      to.stroke();
      to.fillText(k ? `−${spoken(k, 0)}` : 'here', at - 12, height - 8);
    }
    to.fillText(most.toPrecision(2), 6, 18);
    to.strokeStyle = ink.getPropertyValue('--ink');
    to.lineWidth = 2.2;
    to.beginPath();
    seen.forEach((p, i) => (i ? to.lineTo(x(p.s), y(p.peak)) : to.moveTo(x(p.s), y(p.peak))));
    to.stroke();
    // Where the line changes sides is its null.
    to.fillStyle = ink.getPropertyValue('--ink');
    for (let i = 1; i < seen.length; i++) {
      if (seen[i].side !== 'none' && seen[i - 1].side !== 'none' && seen[i].side !== seen[i - 1].side) {
        const at = x(seen[i].s);
        to.beginPath();
        to.moveTo(at, height - 22);
        to.lineTo(at - 5, height - 14);
        to.lineTo(at + 5, height - 14);
        to.fill();
      }
    }
  }

  // Finger and mouse: while one walks, the plan stays and the receiver goes.
  let held = null;
  let tapped = null;

  /** Kneels down before the thing that was tapped. */
  function lookAt(x, y) {
    const point = new DOMPoint(x, y).matrixTransform(svg.getScreenCTM().inverse());
    const unit = Number(svg.style.getPropertyValue('--u'));
    const near = [...main.querySelectorAll('[data-yard-feature]')].map(part => ({ part, away: Math.hypot(Number(part.dataset.east) - point.x, Number(part.dataset.north) + point.y) / unit })).sort((a, b) => a.away - b.away)[0];
    if (!near || near.away > 30) return;
    show('hook');
    main.querySelectorAll('[data-yard-feature]').forEach(part => part.classList.toggle('is-looked-at', part === near.part));
    // Beside the plan only the panel moves; under it, on a phone, the page does.
    const panel = main.querySelector('.panel-body');
    if (panel.scrollHeight > panel.clientHeight + 1) panel.scrollTop += near.part.getBoundingClientRect().top - panel.getBoundingClientRect().top - 8;
    else near.part.scrollIntoView({ block: 'center' });
    near.part.focus({ preventScroll: true });
  }

  const inPlan = event => svg.contains(event.target) || event.target === svg;
  plan.addEventListener('pointerdown', event => {
    if (!inPlan(event) || event.button > 0) return;
    if (placing) {
      const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
      put(point.x, -point.y);
      event.stopPropagation();
      return;
    }
    if (tab !== 'walk') {
      tapped = { id: event.pointerId, x: event.clientX, y: event.clientY };
      return;
    }
    event.stopPropagation();
    event.preventDefault();
    if (held && held.id !== event.pointerId) {
      held = null;
      return;
    }
    held = { id: event.pointerId, x: event.clientX, y: event.clientY };
    plan.setPointerCapture(event.pointerId);
  }, true);
  plan.addEventListener('pointermove', event => {
    if (!held || held.id !== event.pointerId) return;
    event.stopPropagation();
    const unit = Number(svg.style.getPropertyValue('--u'));
    for (const part of event.getCoalescedEvents?.() ?? [event]) {
      step(at.e + (part.clientX - held.x) * unit, at.n - (part.clientY - held.y) * unit);
      held = { id: event.pointerId, x: part.clientX, y: part.clientY };
    }
  }, true);
  plan.addEventListener('pointerup', event => {
    const isTap = tapped?.id === event.pointerId && Math.hypot(event.clientX - tapped.x, event.clientY - tapped.y) < 8;
    tapped = null;
    if (isTap) lookAt(event.clientX, event.clientY);
  }, true);
  for (const end of ['pointerup', 'pointercancel']) {
    plan.addEventListener(end, event => {
      if (held?.id === event.pointerId) {
        held = null;
        keepPlace();
      }
    }, true);
  }

  document.addEventListener('keydown', event => {
    if (!main.isConnected || event.ctrlKey || event.metaKey || event.altKey || event.target.closest('input:not([type=checkbox],[type=radio]),select,textarea,.nav-tabs')) return;
    const far = event.shiftKey ? 0.5 : 0.1;
    const moves = { ArrowUp: [0, far], ArrowDown: [0, -far], ArrowLeft: [-far, 0], ArrowRight: [far, 0] };
    if (moves[event.key] && event.target.closest('[type=radio]')) return;
    const key = event.key.toLowerCase();
    if (moves[event.key]) step(at.e + moves[event.key][0], at.n + moves[event.key][1]);
    else if (key === 'q') turn(event.shiftKey ? -90 : -15);
    else if (key === 'e') turn(event.shiftKey ? 90 : 15);
    else if (key === 'm') mark();
    else if (key === 'u') undo();
    else if (key === 's') field('sound').click();
    else if (key === 'l') {
      field('height').value = field('height').value === '0.05' ? '0.35' : '0.05';
      again();
    } else return;
    if (tab !== 'walk' && moves[event.key]) show('walk');
    event.preventDefault();
    keepPlace();
  });

  const keepPlace = () => sessionStorage.setItem(store, JSON.stringify({ ...at, heading }));

  // Marks.
  function mark() {
    const utility = field('utility').value;
    const list = marks[utility] ??= [];
    const point = [round(at.e), round(at.n), shown?.depthMetres > 0 && shown.depthMetres <= 10 ? round(shown.depthMetres) : null];
    // The server puts it where it belongs along the line, so that marks may be made in any order.
    list.push(point);
    order.push([utility, point]);
    keepMarks(utility);
  }

  const order = [];

  function undo() {
    const last = order.pop();
    const utility = last?.[0] ?? field('utility').value;
    const list = marks[utility] ?? [];
    const index = last ? list.findIndex(p => p[0] === last[1][0] && p[1] === last[1][1]) : list.length - 1;
    if (index < 0) return;
    list.splice(index, 1);
    keepMarks(utility);
  }

  function keepMarks(utility) {
    unsaved.add(utility);
    localStorage.setItem(store, JSON.stringify({ marks, unsaved: [...unsaved] }));
    drawMarks();
    sendMarks();
  }

  let isSending = false;
  async function sendMarks() {
    if (isSending) return;
    isSending = true;
    for (const utility of [...unsaved]) {
      const list = [...(marks[utility] ?? [])];
      // One mark alone is no line yet; it is kept here until there is a second.
      const told = await send('Mark', { utility, points: list.length === 1 ? [] : list });
      if (told === null) {
        setTimeout(sendMarks, 3000);
        break;
      }
      if (JSON.stringify(list) === JSON.stringify(marks[utility] ?? []) && list.length !== 1) {
        unsaved.delete(utility);
        if (told.points) {
          marks[utility] = told.points;
          drawMarks();
        }
      }
      localStorage.setItem(store, JSON.stringify({ marks, unsaved: [...unsaved] }));
      main.dataset.marked = String(list.length);
    }
    isSending = false;
    if ([...unsaved].some(u => (marks[u] ?? []).length !== 1)) setTimeout(sendMarks, 300);
    tell();
  }

  function drawMarks() {
    markLayer.replaceChildren();
    for (const [utility, list] of Object.entries(marks)) {
      if (list.length > 1) make('polyline', { class: `yard-marks paint-${utility}`, points: list.map(p => `${p[0]},${-p[1]}`).join(' ') }, markLayer);
      for (const p of list) make('g', { transform: `translate(${p[0]} ${-p[1]})` }, markLayer).innerHTML = `<g class="px paint-${utility}"><circle class="yard-mark" r="6" /></g>`;
    }
    tell();
  }

  function tell() {
    const counts = Object.entries(marks).filter(([, list]) => list.length).map(([utility, list]) => `${list.length} of ${utility}`);
    const alone = Object.values(marks).some(list => list.length === 1);
    find('[data-yard-marks]').textContent = counts.length ? `Marks: ${counts.join(', ')}.${alone ? ' A line takes two marks or more.' : ''}` : 'No marks yet.';
    const answered = [...main.querySelectorAll('[data-yard-answer]')].filter(f => f.querySelector('select').value).map(f => f.dataset.yardAnswer);
    find('[data-yard-before]').textContent = `${counts.length ? counts.join(', ') + ' marked' : 'Nothing is marked'}; ${answered.length ? 'answered: ' + answered.join(', ') : 'nothing is answered'}.`;
  }

  // Hooking up.
  const home = () => {
    const connection = find('[name=connection]:checked')?.value;
    const feature = state?.features.find(f => f.connections.some(c => c.id === connection)) ?? state?.features[0];
    return box && field('method').value === 'induction' ? box : feature ? { e: feature.eastMetres, n: feature.northMetres } : at;
  };

  function put(e, n) {
    if (placing === 'stake') stake = { e: round(e), n: round(n) };
    else box = { e: round(e), n: round(n) };
    placing = null;
    plan.classList.remove('is-placing');
    drawStake();
  }

  function drawStake() {
    const method = field('method').value;
    stakeSign.replaceChildren();
    stakeLine.setAttribute('points', '');
    if (method === 'direct' && stake) {
      const from = home();
      stakeLine.setAttribute('points', `${from.e},${-from.n} ${stake.e},${-stake.n}`);
      stakeSign.setAttribute('transform', `translate(${stake.e} ${-stake.n})`);
      stakeSign.innerHTML = '<g class="px"><path d="M-9-10H9L0 9Z" /></g>';
      const lead = Math.hypot(stake.e - from.e, stake.n - from.n);
      find('[data-yard-stake]').textContent = `The lead is ${spoken(lead)} long; it reaches ${spoken(state.instrument.leadMetres, 0)}.${lead > state.instrument.leadMetres ? ' Too far.' : ''}`;
    }
    if (method === 'induction' && box) {
      stakeSign.setAttribute('transform', `translate(${box.e} ${-box.n}) rotate(${Number(field('azimuth').value) || 0})`);
      stakeSign.innerHTML = '<g class="px"><path class="yard-box" d="M-12-8H12V8H-12Z" /><path class="yard-axis" d="M0-8V-30M-6-22 0-30 6-22" /></g>';
      find('[data-yard-box]').textContent = `The box stands at ${spoken(box.e)} east, ${spoken(box.n)} north. Its coil works best square to the line.`;
    }
  }

  function needs() {
    const method = field('method').value;
    main.querySelectorAll('[data-needs]').forEach(part => {
      part.hidden = !part.dataset.needs.split(' ').includes(method);
    });
    find('[data-yard-set-label]').textContent = method === 'direct' ? 'Set, mA' : 'Power, of 100';
    main.querySelectorAll('[name=connection]').forEach(radio => {
      find(`[data-yard-contact="${radio.value}"]`).classList.toggle('is-on', radio.checked);
      radio.closest('label').classList.toggle('is-other', (method === 'direct' || method === 'clamp') && !radio.dataset.methods.split(' ').includes(method));
    });
    drawStake();
  }

  async function hook() {
    const method = field('method').value;
    const needsConnection = method === 'direct' || method === 'clamp';
    const connection = needsConnection ? find('[name=connection]:checked')?.value ?? null : null;
    const circuit = find('[data-yard-circuit]');
    const missing = needsConnection && !connection ? 'Choose what it goes on.' : method === 'direct' && !stake ? 'Place the stake on the plan first.' : method === 'induction' && !box ? 'Place the box on the plan first.' : '';
    if (missing) {
      circuit.textContent = missing;
      return;
    }
    const body = {
      method, connection, testedDead: field('dead').checked, stake: stake && [stake.e, stake.n], driven: Number(field('driven').value), wetted: field('wet').checked, box: box && [box.e, box.n],
      azimuth: Number(field('azimuth').value) || 0, frequencyHertz: Number(field('hertz').value), setMilliamps: Number(field('set').value),
    };
    say('');
    const told = await send('Hook', body);
    if (!told?.say) {
      circuit.textContent = told?.refused ? find('[data-yard-say]').textContent : 'Not switched on.';
      return;
    }
    circuit.textContent = told.say;
    circuit.classList.toggle('is-stopped', told.answer.stopped !== null);
    main.dataset.hooked = String(told.hookup);
    list(told.hookup, body, told.answer);
    strip = [];
    again();
  }

  function list(number, asked, answer) {
    const item = document.createElement('li');
    const circuit = answer.loopOhms ? `, ${answer.currentMilliamps.toFixed(1)} mA through ${answer.loopOhms.toFixed(0)} Ω` : '';
    item.textContent = `${asked.method}${asked.connection ? ' ' + asked.connection : ''}${asked.method === 'passive' ? '' : `, ${asked.frequencyHertz} Hz`}${answer.stopped ? ': not switched on' : circuit}`;
    find('[data-yard-hookups]').prepend(item);
    find('[data-yard-hookups]').dataset.last = number;
  }

  function show(name) {
    tab = name;
    main.querySelectorAll('[data-yard-tab]').forEach(button => {
      button.classList.toggle('active', button.dataset.yardTab === name);
      button.setAttribute('aria-selected', button.dataset.yardTab === name);
    });
    main.querySelectorAll('[data-yard-pane]').forEach(pane => {
      pane.hidden = pane.dataset.yardPane !== name;
    });
    svg.classList.toggle('is-walked', name === 'walk');
    // From afar a finger moves the receiver by half a metre; nobody pinpoints like that.
    if (name === 'walk' && svg.viewBox.baseVal.width > closeMetres * 1.5) plan.dispatchEvent(new CustomEvent('mole:pan', { detail: { x: at.e, y: -at.n, width: closeMetres } }));
    tell();
  }

  main.querySelectorAll('[data-yard-tab]').forEach(button => button.addEventListener('click', () => show(button.dataset.yardTab)));
  main.querySelectorAll('[data-yard-place]').forEach(button => button.addEventListener('click', () => {
    placing = button.dataset.yardPlace;
    plan.classList.add('is-placing');
    find('[data-placing-say]').textContent = placing === 'stake' ? 'Tap where the stake goes.' : 'Tap where the box stands.';
    if (matchMedia('(max-width: 800px)').matches) plan.scrollIntoView({ block: 'center' });
  }));
  main.querySelectorAll('[data-yard-contact]').forEach(part => part.addEventListener('click', () => find(`[name=connection][value="${part.dataset.yardContact}"]`).click()));
  main.querySelectorAll('[name=connection]').forEach(radio => radio.addEventListener('change', () => {
    const methods = radio.dataset.methods.split(' ');
    if (!methods.includes(field('method').value)) field('method').value = methods[0];
    needs();
  }));
  field('method').addEventListener('change', needs);
  field('azimuth').addEventListener('input', drawStake);
  field('height').addEventListener('change', again);
  find('[data-yard-hook]').addEventListener('click', hook);
  const acts = {
    left: () => turn(-15), right: () => turn(15), quarter: () => turn(90), mark, undo,
    clear: () => {
      marks[field('utility').value] = [];
      keepMarks(field('utility').value);
    },
    along: () => {
      if (shown?.lineDegrees == null) say('The line cannot be told here.');
      else turn(((shown.lineDegrees - heading + 450) % 180) - 90);
    },
    goto: () => {
      const [e, n] = field('goto').value.trim().split(/[;,\s]+/).map(metres);
      if (Number.isFinite(e) && Number.isFinite(n) && Math.abs(e) < 1e4 && Math.abs(n) < 1e4) step(e, n);
      else say('Give east and north, like 12.4 30.1.');
      keepPlace();
    },
  };
  main.querySelectorAll('[data-yard-do]').forEach(button => button.addEventListener('click', () => acts[button.dataset.yardDo]()));
  field('sound').addEventListener('change', () => {
    if (field('sound').checked) {
      const context = new AudioContext();
      const [tone, gain] = [context.createOscillator(), context.createGain()];
      gain.gain.value = 0;
      tone.connect(gain).connect(context.destination);
      tone.start();
      sound = { context, tone, gain };
      again();
    } else {
      sound?.context.close();
      sound = null;
    }
  });
  // Laid open, the whole yard is shown.
  find('[data-yard-finish]').addEventListener('submit', () => sessionStorage.removeItem(`view ${location.pathname}`));
  main.querySelectorAll('[data-yard-answer]').forEach(part => {
    const keep = async () => {
      const answer = part.querySelector('select').value;
      if (!answer) return;
      const told = await send('Answer', { utility: part.dataset.yardAnswer, answer, why: part.querySelector('input').value });
      part.dataset.kept = told && !told.refused ? answer : '';
      tell();
    };
    part.querySelector('select').addEventListener('change', keep);
    part.querySelector('input').addEventListener('change', keep);
  });

  async function begin() {
    const answer = await fetch(`${location.pathname}?handler=State`, { credentials: 'same-origin' });
    if (!answer.ok) {
      say('This round cannot be read now; reload the page.');
      return;
    }
    state = await answer.json();
    const kept = JSON.parse(sessionStorage.getItem(store) ?? 'null');
    const first = state.features[0];
    at = kept ? { e: kept.e, n: kept.n } : first ? { e: first.eastMetres + 1, n: first.northMetres + 1 } : { e: state.area[0][0], n: state.area[0][1] };
    heading = kept?.heading ?? 0;
    for (const of of state.marks) marks[of.utility] = of.points.map(p => [p.eastMetres, p.northMetres, p.depthMetres]);
    // What was marked and never sent, since the connection was gone, is here still.
    const mine = JSON.parse(localStorage.getItem(store) ?? 'null');
    for (const utility of mine?.unsaved ?? []) {
      marks[utility] = mine.marks[utility] ?? [];
      unsaved.add(utility);
    }
    for (const of of state.answers) {
      const part = find(`[data-yard-answer="${of.utility}"]`);
      if (part) [part.querySelector('select').value, part.querySelector('input').value] = [of.answer, of.why];
    }
    state.hookups.forEach(h => list(h.hookup, h.request, h.answer));
    const last = state.hookups.at(-1)?.request;
    if (last) {
      field('method').value = last.method;
      if (last.connection) find(`[name=connection][value="${last.connection}"]`).checked = true;
      if (last.stake) stake = { e: last.stake.eastMetres, n: last.stake.northMetres };
      if (last.box) {
        box = { e: last.box.eastMetres, n: last.box.northMetres };
        field('azimuth').value = last.box.azimuthDegrees;
      }
      if (last.frequencyHertz) field('hertz').value = last.frequencyHertz;
      if (last.setMilliamps) field('set').value = last.setMilliamps;
      field('dead').checked = last.testedDead;
    } else {
      const only = main.querySelectorAll('[name=connection]');
      if (only.length === 0) field('method').value = 'induction';
    }
    needs();
    drawMarks();
    sendMarks();
    isDirty = true;
    main.dataset.begun = 'yes';
  }

  window.addEventListener('online', sendMarks);
  requestAnimationFrame(draw);
  begin();
}
