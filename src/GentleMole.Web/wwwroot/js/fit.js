// Tells the server how large the drawings are on this screen, and has them drawn again when they were drawn for another.
let tried = '';

export function fitDrawings() {
  const plan = document.querySelector('[data-plan]');
  const section = document.querySelector('[data-section]');
  if (!plan || !section) return;
  const size = [plan, section].flatMap(part => [part.clientWidth, part.clientHeight]).join('x');
  document.cookie = `view=${size};path=/;max-age=31536000;samesite=lax`;
  const drawn = Number(plan.querySelector('svg').dataset.width);
  const drawnSection = Number(section.querySelector(':scope > svg, .lower > svg')?.dataset.width ?? section.clientWidth);
  const off = Math.max(Math.abs(drawn / plan.clientWidth - 1), Math.abs(drawnSection / section.clientWidth - 1));
  if (off > 0.04 && tried !== size) {
    tried = size;
    window.htmx.ajax('GET', location.href, { target: '#main', select: '#main', swap: 'outerHTML show:none' });
  }
}

let waiting;
addEventListener('resize', () => {
  clearTimeout(waiting);
  waiting = setTimeout(fitDrawings, 250);
});
