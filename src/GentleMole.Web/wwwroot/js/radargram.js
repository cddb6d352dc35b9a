// A radar profile under the finger: moved, zoomed, read, curves laid over it. Pieces of the picture and all words come from the server.
import { coverOf, permittivityOf, throughLeg, timeAt } from './curve.js';
import { metres, spoken } from './length.js';
import { Tiles, shadeNames } from './tiles.js';

const EDGE = { left: 52, top: 22, right: 46, bottom: 4 };
const TRACE = 92;
const STEPS = [1, 2, 5];
const KNOB = 9;
const DRAWN_OUT = 1.2;
let life;

let keepsFocus = false;

export function openRadargram() {
  const root = document.querySelector('[data-radargram]');
  if (!root || root.dataset.open) return;
  root.dataset.open = '1';
  life?.abort();
  life = new AbortController();
  const picture = new Picture(root, life.signal);
  root.picture = picture;
  // Whoever goes from response to response by keys goes on by keys.
  if (keepsFocus) picture.canvas.focus({ preventScroll: true });
  keepsFocus = false;
  // Measured by tests: how it is drawn, and what a drag costs.
  root.dispatchEvent(new CustomEvent('mole:radargram', { bubbles: true }));
}

class Picture {
  constructor(root, signal) {
    this.root = root;
    this.canvas = root.querySelector('canvas');
    this.context = this.canvas.getContext('2d');
    this.read = root.querySelector('[data-radar-read]');
    this.about = JSON.parse(root.querySelector('[data-radar-about]').dataset.radarAbout);
    this.tiles = new Tiles(this.about, () => this.draw());
    this.key = `radargram ${this.about.id}`;
    const kept = JSON.parse(sessionStorage.getItem(this.key) ?? 'null') ?? {};
    const looks = JSON.parse(localStorage.getItem('radargram') ?? 'null') ?? {};
    Object.assign(this, { view: kept.view ?? null, contrast: looks.contrast ?? 0, shade: shadeNames.includes(looks.shade) ? looks.shade : 'both', trace: Boolean(looks.trace), cursor: null, curve: null, drawing: false, frames: 0 });
    this.fingers = new Map();
    this.form = document.querySelector('form[data-curve]');
    this.listen(signal);
    this.takeTargets();
    this.takeForm();
    this.resize();
  }

  get plot() {
    return { x: EDGE.left, y: EDGE.top, width: this.width - EDGE.left - EDGE.right - (this.trace ? TRACE : 0), height: this.height - EDGE.top - EDGE.bottom };
  }

  // Places: columns and samples on the picture, metres and nanoseconds after the pulse left for the reader.
  alongOf = column => this.about.from + column * this.about.columnMetres;
  columnOf = along => (along - this.about.from) / this.about.columnMetres;
  afterOf = sample => sample * this.about.interval - this.about.timeZero;
  sampleOf = after => (after + this.about.timeZero) / this.about.interval;
  afterOfRaw = raw => raw - this.about.rawTimeZero;
  xOf = along => this.plot.x + (this.columnOf(along) + 0.5 - this.view.x) * this.view.sx;
  yOf = after => this.plot.y + (this.sampleOf(after) + 0.5 - this.view.y) * this.view.sy;
  placeAt = (x, y) => ({ along: this.alongOf((x - this.plot.x) / this.view.sx + this.view.x - 0.5), after: this.afterOf((y - this.plot.y) / this.view.sy + this.view.y - 0.5) });

  home() {
    const { width, height } = this.plot;
    this.view = { x: 0, y: 0, sx: width / this.about.columns, sy: height / this.about.samples, home: true };
  }

  resize() {
    const size = this.root.getBoundingClientRect();
    const scale = window.devicePixelRatio || 1;
    [this.width, this.height] = [Math.max(160, size.width), Math.max(120, size.height)];
    [this.canvas.width, this.canvas.height] = [Math.round(this.width * scale), Math.round(this.height * scale)];
    this.context.setTransform(scale, 0, 0, scale, 0, 0);
    const { width, height } = this.plot;
    if (!this.view || this.view.home || !Number.isFinite(this.view.sx + this.view.sy + this.view.x + this.view.y)) this.home();
    else this.hold(width, height);
    this.draw();
  }

  /** Nothing is smaller than the plot, nor farther in than one can see. */
  hold(width, height) {
    const { columns, samples } = this.about;
    const view = this.view;
    view.sx = Math.min(60, Math.max(width / columns, view.sx));
    view.sy = Math.min(40, Math.max(height / samples, view.sy));
    view.x = Math.max(0, Math.min(columns - width / view.sx, view.x));
    view.y = Math.max(0, Math.min(samples - height / view.sy, view.y));
  }

  moved() {
    this.hold(this.plot.width, this.plot.height);
    this.view.home = this.view.sx * this.about.columns <= this.plot.width + 0.5 && this.view.sy * this.about.samples <= this.plot.height + 0.5;
    sessionStorage.setItem(this.key, JSON.stringify({ view: this.view }));
    this.draw();
  }

  zoom(factor, x = this.plot.x + this.plot.width / 2, y = this.plot.y + this.plot.height / 2, only = '') {
    const view = this.view;
    const [c, k] = [(x - this.plot.x) / view.sx + view.x, (y - this.plot.y) / view.sy + view.y];
    const [sx, sy] = [view.sx, view.sy];
    // A long line is pressed together sideways: it is drawn out first, before anything grows downwards.
    if (!only && view.sx < DRAWN_OUT && sy * this.about.samples < this.plot.height * 1.01) only = 'x';
    if (only !== 'y') view.sx *= factor;
    if (only !== 'x') view.sy *= factor;
    this.hold(this.plot.width, this.plot.height);
    // What reaches its end one way goes on the other.
    view.x = c - (c - view.x) * sx / view.sx;
    view.y = k - (k - view.y) * sy / view.sy;
    this.moved();
  }

  pan(dx, dy) {
    this.view.x -= dx / this.view.sx;
    this.view.y -= dy / this.view.sy;
    this.moved();
  }

  draw() {
    if (this.drawing) return;
    this.drawing = true;
    requestAnimationFrame(() => {
      this.drawing = false;
      if (this.canvas.isConnected) this.paint();
    });
  }

  paint() {
    this.frames++;
    const { context, plot } = this;
    context.clearRect(0, 0, this.width, this.height);
    context.fillStyle = css('--soil-1');
    context.fillRect(0, 0, this.width, this.height);
    context.save();
    context.beginPath();
    context.rect(plot.x, plot.y, plot.width, plot.height);
    context.clip();
    this.hatch(plot.x, plot.y, plot.width, plot.height, 9);
    this.paintTiles();
    this.paintFloor();
    this.paintMarks();
    this.paintTargets();
    this.paintCurve();
    this.paintCursor();
    context.restore();
    this.paintAxes();
    if (this.trace) this.paintTrace();
    this.tell();
  }

  paintTiles() {
    const { context, plot, view, about } = this;
    const [across, down] = this.tiles.levels(view.sx, view.sy);
    const contrast = 2 ** (this.contrast / 6);
    const [sx, sy] = [view.sx * 2 ** across, view.sy * 2 ** down];
    const [columns, rows] = [Math.ceil(about.columns / 2 ** across), Math.ceil(about.samples / 2 ** down)];
    const [fromX, fromY] = [view.x / 2 ** across, view.y / 2 ** down];
    context.imageSmoothingEnabled = true;
    for (let c = Math.floor(fromX / about.side); c * about.side < Math.min(columns, fromX + plot.width / sx); c++) {
      for (let r = Math.floor(fromY / about.side); r * about.side < Math.min(rows, fromY + plot.height / sy); r++) {
        const [wide, high] = [Math.min(about.side, columns - c * about.side), Math.min(about.side, rows - r * about.side)];
        const [x, y] = [plot.x + (c * about.side - fromX) * sx, plot.y + (r * about.side - fromY) * sy];
        const piece = this.tiles.piece(across, down, c, r, this.shade, contrast);
        if (piece) context.drawImage(piece, 0, 0, wide, high, x, y, wide * sx, high * sy);
        else this.paintCoarser(across, down, c, r, x, y, sx, sy, contrast);
      }
    }
  }

  /** Until a piece comes, the same part of a coarser one stands for it. */
  paintCoarser(across, down, c, r, x, y, sx, sy, contrast) {
    const { side, levels } = this.about;
    for (let up = 1; across + up < levels && up < 6; up++) {
      const piece = this.tiles.piece(across + up, down, Math.floor(c / 2 ** up), r, this.shade, contrast, false);
      if (!piece) continue;
      const part = side / 2 ** up;
      this.context.drawImage(piece, (c % 2 ** up) * part, 0, part, side, x, y, side * sx, side * sy);
      return;
    }
  }

  hatch(x, y, width, height, step) {
    const { context } = this;
    context.save();
    context.beginPath();
    context.rect(x, y, width, height);
    context.clip();
    context.strokeStyle = css('--soil-3');
    context.lineWidth = 1;
    context.beginPath();
    for (let at = x - height; at < x + width; at += step) {
      context.moveTo(at, y + height);
      context.lineTo(at + height, y);
    }
    context.stroke();
    context.restore();
  }

  paintFloor() {
    const { about, context, plot } = this;
    if (about.floor === null) return;
    const y = this.yOf(this.afterOfRaw(about.floor));
    if (y > plot.y + plot.height) return;
    context.globalAlpha = 0.75;
    this.hatch(plot.x, Math.max(y, plot.y), plot.width, plot.y + plot.height - Math.max(y, plot.y), 12);
    context.globalAlpha = 1;
    this.line([[plot.x, y], [plot.x + plot.width, y]], 2.5);
    this.label('noise: nothing may be said below', plot.x + 8, y + 15, 'left');
  }

  paintMarks() {
    const { plot } = this;
    let last = -Infinity;
    for (const { along, note } of this.about.marks) {
      const x = this.xOf(along);
      this.line([[x, plot.y], [x, plot.y + plot.height]], 1.5, [3, 4]);
      if (note && x - last > 46) {
        this.label(note, x + 4, plot.y + 14, 'left');
        last = x;
      }
    }
  }

  paintTargets() {
    const { context, about } = this;
    for (const target of this.targets) {
      const here = target.n === this.here;
      const apex = this.afterOfRaw(target.time);
      const curve = { along: target.along, cover: target.cover, radius: target.r, velocity: target.v, sine: target.sine };
      // Drawn through the time it was picked at, so that the mark sits on the echo whatever the cover is called.
      const late = apex - timeAt(curve, target.along, about.separation);
      if (target.state !== 2 && !(here && this.curve)) this.leg(curve, late, here ? 2.5 : 1.4, target.state === 1 ? [] : target.state === 3 ? [2, 5] : [6, 5]);
      const [x, y] = [this.xOf(target.along), this.yOf(apex)];
      context.beginPath();
      context.arc(x, y - 13, here ? 12 : 10, 0, 7);
      context.fillStyle = target.state === 1 ? css('--ink') : css('--white');
      context.fill();
      context.lineWidth = here ? 3.5 : target.state === 3 ? 1 : 2;
      context.strokeStyle = css('--ink');
      context.stroke();
      if (target.state === 2) this.line([[x - 7, y - 6], [x + 7, y - 20]], 2);
      context.fillStyle = target.state === 1 ? css('--white') : css('--ink');
      context.font = '600 13px Atkinson, sans-serif';
      context.textAlign = 'center';
      context.fillText(String(target.n), x, y - 8.5);
    }
  }

  leg(curve, late, width, dash) {
    const reach = (curve.cover + curve.radius) * 1.2 / Math.max(curve.sine, 0.2);
    const points = [];
    for (let i = -24; i <= 24; i++) {
      const along = curve.along + reach * i / 24;
      points.push([this.xOf(along), this.yOf(timeAt(curve, along, this.about.separation) + late)]);
    }
    this.line(points, width + 2.5, [], css('--white'));
    this.line(points, width, dash);
  }

  /** The curve that is laid: its top and a leg can be taken hold of. */
  paintCurve() {
    if (!this.curve) return;
    this.leg(this.curve, 0, 2.8, []);
    for (const [x, y] of this.followed) {
      this.context.fillStyle = css('--ink');
      this.context.fillRect(this.xOf(x) - 2, this.yOf(this.afterOfRaw(y)) - 2, 4, 4);
    }
    for (const [x, y] of [this.knobTop(), this.knobLeg()]) {
      this.context.beginPath();
      this.context.arc(x, y, KNOB, 0, 7);
      this.context.fillStyle = css('--white');
      this.context.fill();
      this.context.lineWidth = 2.5;
      this.context.strokeStyle = css('--ink');
      this.context.stroke();
    }
    const [x, y] = this.knobTop();
    this.label(`${spoken(this.curve.cover)} · ${this.curve.velocity.toFixed(3)} m/ns · ε ${permittivityOf(this.curve.velocity).toFixed(1)}`, x + 16, y - 14, 'left');
  }

  knobTop = () => [this.xOf(this.curve.along), this.yOf(timeAt(this.curve, this.curve.along, this.about.separation))];
  knobLeg() {
    const along = this.curve.along + 0.8 * (this.curve.cover + this.curve.radius);
    return [this.xOf(along), this.yOf(timeAt(this.curve, along, this.about.separation))];
  }

  paintCursor() {
    const { cursor, plot } = this;
    if (!cursor) return;
    const [x, y] = [this.xOf(cursor.along), this.yOf(cursor.after)];
    this.line([[x, plot.y], [x, plot.y + plot.height]], 1);
    this.line([[plot.x, y], [plot.x + plot.width, y]], 1);
  }

  paintAxes() {
    const { context, plot, about } = this;
    context.fillStyle = css('--ink');
    context.strokeStyle = css('--ink');
    context.font = '13px Atkinson, sans-serif';
    context.lineWidth = 2;
    context.strokeRect(plot.x, plot.y, plot.width, plot.height);
    const unit = about.feet ? 0.3048 : 1;
    const [first, last] = [this.placeAt(plot.x, plot.y), this.placeAt(plot.x + plot.width, plot.y + plot.height)];
    context.textAlign = 'center';
    for (const at of ticks(first.along / unit, last.along / unit, plot.width / 80)) this.tick(this.xOf(at * unit), plot.y, 0, -6, number(at), 0, -9);
    context.textAlign = 'right';
    const depth = after => coverOf(after, 0, about.velocity, about.separation);
    for (const at of ticks(0, depth(last.after) / unit, plot.height / 34)) {
      const after = timeAt({ along: 0, cover: at * unit, radius: 0, velocity: about.velocity, sine: 1 }, 0, about.separation);
      const y = this.yOf(after);
      if (y >= plot.y + 6 && y <= plot.y + plot.height) this.tick(plot.x, y, -6, 0, number(at), -9, 4);
    }
    context.textAlign = 'left';
    const right = plot.x + plot.width;
    for (const at of ticks(first.after, last.after, plot.height / 34)) {
      const y = this.yOf(at);
      if (y >= plot.y + 6) this.tick(right, y, 6, 0, number(at), 9, 4);
    }
    context.font = '600 12px Atkinson, sans-serif';
    context.fillText(about.feet ? 'ft' : 'm', 6, 15);
    context.fillText('ns', right + 14, 15);
  }

  tick(x, y, dx, dy, text, tx, ty) {
    this.line([[x, y], [x + dx, y + dy]], 1.5);
    this.context.fillStyle = css('--ink');
    this.context.fillText(text, x + tx, y + ty);
  }

  /** The trace under the cursor, beside the picture. */
  paintTrace() {
    const { context, plot, about, view } = this;
    const [x, width] = [this.width - TRACE + 4, TRACE - 8];
    context.fillStyle = css('--white');
    context.fillRect(x, plot.y, width, plot.height);
    context.lineWidth = 1.5;
    context.strokeStyle = css('--ink');
    context.strokeRect(x, plot.y, width, plot.height);
    const column = Math.round(this.columnOf(this.cursor?.along ?? this.alongOf(view.x + plot.width / view.sx / 2)));
    const values = column >= 0 && column < about.columns ? this.tiles.column(column) : null;
    this.line([[x + width / 2, plot.y], [x + width / 2, plot.y + plot.height]], 0.8, [2, 3]);
    if (!values) return;
    const most = 1.6 * about.usual / 2 ** (this.contrast / 6);
    const points = [];
    for (let k = Math.max(0, Math.floor(view.y)); k < Math.min(about.samples, view.y + plot.height / view.sy); k++) {
      points.push([x + width / 2 * (1 + Math.max(-1, Math.min(1, values[k] / most))), plot.y + (k + 0.5 - view.y) * view.sy]);
    }
    this.line(points, 1.6);
    this.label(spoken(this.alongOf(column)), x + width / 2, plot.y + plot.height - 8, 'center');
  }

  line(points, width, dash = [], colour = css('--ink')) {
    const { context } = this;
    context.beginPath();
    points.forEach(([x, y], i) => (i ? context.lineTo(x, y) : context.moveTo(x, y)));
    context.setLineDash(dash);
    context.lineWidth = width;
    context.strokeStyle = colour;
    context.stroke();
    context.setLineDash([]);
  }

  label(text, x, y, align) {
    const { context, plot } = this;
    context.font = '600 13px Atkinson, sans-serif';
    const wide = context.measureText(text).width;
    const left = align === 'center' ? x - wide / 2 : x;
    const at = Math.max(plot.x + 4, Math.min(left, (align === 'center' ? this.width : plot.x + plot.width) - wide - 6));
    context.fillStyle = 'rgba(255, 253, 248, .88)';
    context.fillRect(at - 3, y - 12, wide + 6, 16);
    context.fillStyle = css('--ink');
    context.textAlign = 'left';
    context.fillText(text, at, y);
  }

  /** Where the cursor is, in words; and on the plan. */
  tell() {
    const { cursor, about } = this;
    this.read.textContent = cursor
      ? `${spoken(cursor.along)} along · ${spoken(coverOf(Math.max(0, cursor.after), 0, about.velocity, about.separation))} deep · ${cursor.after.toFixed(1)} ns${this.east(cursor.along)}`
      : '';
    pointOnPlan(cursor && about.start ? this.site(cursor.along) : null);
  }

  site(along) {
    const turn = this.about.bearing * Math.PI / 180;
    return [this.about.start[0] + Math.sin(turn) * along, this.about.start[1] + Math.cos(turn) * along];
  }

  east(along) {
    if (!this.about.start) return '';
    const [e, n] = this.site(along);
    return ` · ${e.toFixed(2)} E ${n.toFixed(2)} N`;
  }

  takeTargets() {
    const told = JSON.parse(document.querySelector('[data-radar-targets]')?.dataset.radarTargets ?? '{"list":[]}');
    [this.targets, this.here] = [told.list, told.here ?? null];
    if (told.velocity) this.about.velocity = told.velocity;
  }

  // The curve of the form and the curve on the picture are one.
  takeForm() {
    this.followed = [];
    if (!this.form) return;
    const of = name => metres(this.form.elements[name].value || '');
    const curve = { along: of('along'), cover: of('cover'), radius: of('radius') || 0, velocity: Number(this.form.elements.velocity.value.replace(',', '.')), sine: Math.sin(Math.min(90, Math.max(10, Number(this.form.elements.crossing.value.replace(',', '.')) || 90)) * Math.PI / 180) };
    const isWhole = Number.isFinite(curve.along) && curve.cover > 0 && curve.velocity > 0.005 && curve.velocity < 0.31;
    const isOpen = this.form.closest('.collapse')?.classList.contains('show');
    this.curve = isWhole && isOpen ? curve : null;
  }

  give() {
    const write = (name, value) => (this.form.elements[name].value = value);
    const length = value => value.toFixed(3) + (this.about.feet ? ' m' : '');
    write('along', length(this.curve.along));
    write('cover', length(this.curve.cover));
    write('velocity', this.curve.velocity.toFixed(4));
    this.followed = [];
    this.draw();
    clearTimeout(this.giving);
    this.giving = setTimeout(() => this.form.elements.along.dispatchEvent(new Event('input', { bubbles: true })), 30);
  }

  setTool(isCurve) {
    this.laying = isCurve && Boolean(this.form);
    this.root.querySelector('[data-radar="curve"]').setAttribute('aria-pressed', String(this.laying));
    this.root.querySelector('[data-radar="curve"]').classList.toggle('active', this.laying);
    this.canvas.style.cursor = this.laying ? 'crosshair' : 'grab';
    if (!this.laying) return;
    window.bootstrap.Collapse.getOrCreateInstance(this.form.closest('.collapse'), { toggle: false }).show();
    this.takeForm();
    this.draw();
  }

  layAt(place) {
    const velocity = Number(this.form.elements.velocity.value) || this.about.velocity;
    const radius = metres(this.form.elements.radius.value || '') || 0;
    const crossing = Number(this.form.elements.crossing.value) || 90;
    this.curve = { along: place.along, cover: Math.max(0.02, coverOf(Math.max(0.2, place.after), radius, velocity, this.about.separation)), radius, velocity, sine: Math.sin(crossing * Math.PI / 180) };
    this.give();
  }

  /** What of the curve a finger has taken hold of. */
  hit(x, y) {
    if (!this.curve) return null;
    const near = ([kx, ky]) => Math.hypot(kx - x, ky - y) < 2.2 * KNOB;
    return near(this.knobTop()) ? 'top' : near(this.knobLeg()) ? 'leg' : null;
  }

  dragTo(what, place) {
    if (what === 'top') {
      this.curve = { ...this.curve, along: place.along, cover: Math.max(0.02, coverOf(Math.max(0.2, place.after), this.curve.radius, this.curve.velocity, this.about.separation)) };
    } else {
      const apex = timeAt(this.curve, this.curve.along, this.about.separation);
      if (Math.abs(place.along - this.curve.along) > 0.03) this.curve = throughLeg(this.curve, apex, place.along, Math.max(place.after, apex + 0.05), this.about.separation);
    }
    this.give();
  }

  listen(signal) {
    const on = (target, name, what, more) => target.addEventListener(name, what, { signal, ...more });
    const { canvas, root } = this;
    const at = event => {
      const box = canvas.getBoundingClientRect();
      return [event.clientX - box.left, event.clientY - box.top];
    };
    on(canvas, 'pointerdown', event => {
      const [x, y] = at(event);
      canvas.setPointerCapture(event.pointerId);
      this.fingers.set(event.pointerId, [x, y]);
      this.travelled = 0;
      this.held = this.fingers.size === 1 ? this.hit(x, y) : null;
    });
    on(canvas, 'pointermove', event => {
      const [x, y] = at(event);
      const before = this.fingers.get(event.pointerId);
      this.cursor = this.inside(x, y) ? this.placeAt(x, y) : null;
      if (!before) return this.draw();
      this.travelled += Math.hypot(x - before[0], y - before[1]);
      if (this.held) this.dragTo(this.held, this.placeAt(x, y));
      else if (this.fingers.size === 1 && this.travelled > 5) this.pan(x - before[0], y - before[1]);
      else if (this.fingers.size === 2) this.pinch(event.pointerId, x, y);
      this.fingers.set(event.pointerId, [x, y]);
      return undefined;
    });
    on(canvas, 'pointerup', event => {
      const [x, y] = at(event);
      const wasHeld = this.held;
      this.fingers.delete(event.pointerId);
      this.held = null;
      if (this.travelled > 5 || wasHeld) return;
      this.cursor = this.inside(x, y) ? this.placeAt(x, y) : null;
      if (this.laying && this.cursor) this.layAt(this.cursor);
      else this.choose(x, y);
      this.draw();
    });
    on(canvas, 'pointercancel', event => this.fingers.delete(event.pointerId));
    on(canvas, 'pointerleave', () => {
      if (this.fingers.size) return;
      this.cursor = null;
      this.draw();
    });
    on(canvas, 'wheel', event => {
      event.preventDefault();
      const [x, y] = at(event);
      this.zoom(event.deltaY < 0 ? 1.18 : 1 / 1.18, x, y, event.shiftKey ? 'x' : event.altKey ? 'y' : '');
    }, { passive: false });
    on(canvas, 'keydown', event => this.press(event));
    root.querySelectorAll('[data-radar]').forEach(button => on(button, 'click', () => this.tool(button.dataset.radar)));
    const contrast = root.querySelector('[data-radar-contrast]');
    contrast.value = this.contrast;
    on(contrast, 'input', () => {
      this.contrast = Number(contrast.value);
      this.remember();
    });
    root.querySelector('[data-radar="trace"]').setAttribute('aria-pressed', String(this.trace));
    if (this.form) {
      on(this.form, 'input', () => {
        if (!this.giving) this.takeForm();
        this.giving = 0;
        this.draw();
      });
      on(this.form.closest('.collapse'), 'shown.bs.collapse', () => {
        this.takeForm();
        this.form.dispatchEvent(new Event('mole:curve'));
        this.draw();
      });
      on(this.form.closest('.collapse'), 'hidden.bs.collapse', () => {
        this.setTool(false);
        this.curve = null;
        this.draw();
      });
      on(this.form, 'click', event => this.takeFit(event.target.closest('[data-take-fit]')));
    }
    on(document, 'htmx:afterSwap', event => {
      if (event.target.id === 'curve-told') {
        this.followed = JSON.parse(document.querySelector('[data-followed]')?.dataset.followed ?? '[]');
        this.draw();
      } else if (event.target.id === 'chain-told') {
        this.showChain(event.target.querySelector('[data-steps]'));
      } else if (event.target.id === 'radar-targets') {
        this.takeTargets();
        this.draw();
      }
    });
    on(document, 'click', event => event.target.closest('[data-chain-plain]') && this.tryPlain());
    const sized = new ResizeObserver(() => this.resize());
    sized.observe(root);
    signal.addEventListener('abort', () => sized.disconnect());
    this.followPlan(on);
  }

  inside = (x, y) => x >= this.plot.x && x <= this.plot.x + this.plot.width && y >= this.plot.y && y <= this.plot.y + this.plot.height;

  pinch(id, x, y) {
    const other = [...this.fingers].find(([key]) => key !== id)[1];
    const before = this.fingers.get(id);
    const factor = Math.hypot(x - other[0], y - other[1]) / Math.max(1, Math.hypot(before[0] - other[0], before[1] - other[1]));
    this.zoom(factor, (x + other[0]) / 2, (y + other[1]) / 2);
    this.pan((x - before[0]) / 2, (y - before[1]) / 2);
  }

  choose(x, y) {
    const near = this.targets.map(t => [t, Math.hypot(this.xOf(t.along) - x, this.yOf(this.afterOfRaw(t.time)) - 13 - y)]).sort((a, b) => a[1] - b[1])[0];
    if (near && near[1] < 22) document.querySelector(`a[data-target="${near[0].n}"]`)?.click();
  }

  tool(name) {
    if (name === 'in') this.zoom(1.5);
    else if (name === 'out') this.zoom(1 / 1.5);
    else if (name === 'home') {
      this.home();
      this.moved();
    } else if (name === 'curve') this.setTool(!this.laying);
    else if (name === 'trace') {
      this.trace = !this.trace;
      this.root.querySelector('[data-radar="trace"]').setAttribute('aria-pressed', String(this.trace));
      this.remember();
      this.resize();
    } else if (name === 'palette') {
      this.shade = shadeNames[(shadeNames.indexOf(this.shade) + 1) % shadeNames.length];
      this.remember();
    }
  }

  remember() {
    localStorage.setItem('radargram', JSON.stringify({ contrast: this.contrast, shade: this.shade, trace: this.trace }));
    this.draw();
  }

  press(event) {
    if (event.ctrlKey || event.metaKey) return;
    const fine = event.shiftKey ? 5 : 1;
    const arrows = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
    const arrow = arrows[event.key];
    const { plot } = this;
    if (arrow && this.curve && this.laying) {
      const apex = timeAt(this.curve, this.curve.along, this.about.separation);
      this.dragTo('top', { along: this.curve.along + arrow[0] * fine * 0.01, after: apex + arrow[1] * fine * 0.1 });
    } else if (arrow && this.cursor) {
      const [x, y] = [this.xOf(this.cursor.along) + arrow[0] * fine * 4, this.yOf(this.cursor.after) + arrow[1] * fine * 4];
      this.cursor = this.placeAt(Math.max(plot.x, Math.min(plot.x + plot.width, x)), Math.max(plot.y, Math.min(plot.y + plot.height, y)));
      this.draw();
    } else if (arrow) this.pan(-arrow[0] * 60, -arrow[1] * 60);
    else if (event.key === '+' || event.key === '=') this.zoom(1.3);
    else if (event.key === '-') this.zoom(1 / 1.3);
    else if (event.key === '0') this.tool('home');
    else if (event.key === '.' || event.key === ',') this.step(event.key === '.' ? 1 : -1);
    else if (event.key === 'c') this.setTool(!this.laying);
    else if (event.key === 't') this.tool('trace');
    else if (event.key === 's') this.tool('palette');
    else if (event.key === 'x') {
      this.cursor = this.cursor ? null : this.placeAt(plot.x + plot.width / 2, plot.y + plot.height / 2);
      this.draw();
    } else if ((event.key === '[' || event.key === ']') && this.curve) {
      const apex = timeAt(this.curve, this.curve.along, this.about.separation);
      const velocity = Math.max(0.011, Math.min(0.299, this.curve.velocity * (event.key === ']' ? 1.01 : 1 / 1.01)));
      this.curve = { ...this.curve, velocity, cover: Math.max(0.02, coverOf(apex, this.curve.radius, velocity, this.about.separation)) };
      this.give();
    } else if (event.key === 'Enter' && this.laying && this.cursor) this.layAt(this.cursor);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  step(by) {
    if (!this.targets.length) return;
    const at = this.targets.findIndex(t => t.n === this.here);
    const next = this.targets[(at + by + this.targets.length) % this.targets.length];
    const link = document.querySelector(`a[data-target="${next.n}"]`);
    keepsFocus = Boolean(link);
    link?.click();
  }

  takeFit(button) {
    if (!button) return;
    for (const name of ['along', 'cover', 'velocity']) this.form.elements[name].value = button.dataset[name];
    this.form.elements.along.dispatchEvent(new Event('input', { bubbles: true }));
  }

  /** A chain that is tried: the picture shows it before it is kept. */
  showChain(told) {
    if (!told) return;
    this.about.timeZero = Number(told.dataset.timeZero);
    this.about.usual = Number(told.dataset.usual);
    this.tiles.tableKey = '';
    for (const tile of this.tiles.held.values()) tile.look = '';
    this.tiles.show(told.dataset.steps);
    this.draw();
  }

  tryPlain() {
    const form = document.querySelector('form[data-chain]');
    form.querySelectorAll('[name^="do-"]').forEach(box => (box.checked = false));
    form.querySelector('[name^="do-"]').dispatchEvent(new Event('input', { bubbles: true }));
  }

  /** Pointing at the walked line on the plan shows the place here. */
  followPlan(on) {
    const svg = document.querySelector('.plan-drawing');
    if (!svg || !this.about.start) return;
    on(svg, 'pointermove', event => {
      const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
      const turn = this.about.bearing * Math.PI / 180;
      const [dx, dy] = [point.x - this.about.start[0], -point.y - this.about.start[1]];
      const along = dx * Math.sin(turn) + dy * Math.cos(turn);
      const aside = Math.abs(dx * Math.cos(turn) - dy * Math.sin(turn)) / Number(svg.style.getPropertyValue('--u'));
      const column = this.columnOf(along);
      const isOn = aside < 16 && column >= 0 && column < this.about.columns;
      if (!isOn && !this.fromPlan) return;
      this.fromPlan = isOn;
      this.cursor = isOn ? { along, after: this.cursor?.after ?? this.placeAt(0, this.plot.y + this.plot.height / 3).after } : null;
      this.draw();
    });
  }
}

function pointOnPlan(place) {
  const svg = document.querySelector('.plan-drawing');
  if (!svg) return;
  let mark = svg.querySelector('[data-radar-point]');
  if (!place) {
    mark?.remove();
    return;
  }
  if (!mark) {
    mark = document.createElementNS('http://www.w3.org/2000/svg', 'g');
    mark.dataset.radarPoint = '';
    mark.innerHTML = '<g class="px"><circle class="draft-mark" r="9" /><path class="draft-mark" d="M-14 0H-5M5 0H14M0-14V-5M0 5V14" /></g>';
    svg.append(mark);
  }
  mark.setAttribute('transform', `translate(${place[0]} ${-place[1]})`);
}

function ticks(from, to, count) {
  const rough = (to - from) / Math.max(1, count);
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [...STEPS, 10].map(k => k * power).find(k => k >= rough - 1e-12) ?? rough;
  const all = [];
  for (let at = Math.ceil(from / step - 1e-9) * step; at <= to && all.length < 60; at += step) all.push(+at.toPrecision(12));
  return all;
}

const number = value => String(+value.toFixed(6));
const tokens = new Map();

function css(name) {
  if (!tokens.has(name)) tokens.set(name, getComputedStyle(document.documentElement).getPropertyValue(name).trim());
  return tokens.get(name);
}
