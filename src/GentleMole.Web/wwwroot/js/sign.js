// A field to sign in with finger, pen or mouse. What is drawn goes into the form as a path of whole numbers.
const most = 20000;

/** Nearer than a hair: a hand that rests need not be written down over and over. */
const near = (a, b) => {
  const [[x, y], [u, v]] = [a, b].map(p => p.split(',').map(Number));
  return Math.hypot(x - u, y - v) < 2;
};

export function signFields(root) {
  root.querySelectorAll('[data-sign]').forEach(pad => {
    if (pad.dataset.ready) return;
    pad.dataset.ready = 'yes';
    pad.hidden = false;
    const svg = pad.querySelector('svg');
    const path = svg.querySelector('path');
    const input = pad.querySelector('input');
    const { width, height } = svg.viewBox.baseVal;
    const show = () => path.setAttribute('d', input.value);
    const at = event => {
      const box = svg.getBoundingClientRect();
      const within = (value, size) => Math.max(0, Math.min(size, Math.round(value)));
      return `${within((event.clientX - box.left) * width / box.width, width)},${within((event.clientY - box.top) * height / box.height, height)}`;
    };
    const add = text => {
      if (input.value.length + text.length > most) return;
      input.value += text;
      show();
    };
    let last = '';
    svg.addEventListener('pointerdown', event => {
      if (event.button !== 0) return;
      event.preventDefault();
      svg.setPointerCapture(event.pointerId);
      last = at(event);
      add(`M${last}`);
    });
    svg.addEventListener('pointermove', event => {
      if (!svg.hasPointerCapture(event.pointerId)) return;
      for (const part of event.getCoalescedEvents?.() ?? [event]) {
        const next = at(part);
        if (near(next, last)) continue;
        last = next;
        add(`L${next}`);
      }
    });
    const end = event => {
      if (!svg.hasPointerCapture(event.pointerId)) return;
      svg.releasePointerCapture(event.pointerId);
      input.dispatchEvent(new Event('input', { bubbles: true }));
    };
    svg.addEventListener('pointerup', end);
    svg.addEventListener('pointercancel', end);
    pad.querySelector('[data-sign-clear]').addEventListener('click', () => {
      input.value = '';
      show();
      input.dispatchEvent(new Event('input', { bubbles: true }));
    });
    input.addEventListener('change', show);
    show();
  });
}
