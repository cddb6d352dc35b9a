// Tells the server how large the drawings are on this screen, and has them drawn again when they were drawn for another.
let tried = '';

export function fitDrawings() {
  const plan = document.querySelector('[data-plan]');
  const section = document.querySelector('[data-section]');
  if (!plan || !section) return;
  const size = [plan, section].flatMap(part => [part.clientWidth, part.clientHeight]).join('x');
  // What stands below the plan decides how much room it has: sizes are kept for each.
  const layout = plan.closest('.sheet').dataset.layout;
  const keep = name => { document.cookie = `${name}=${size};path=/;max-age=31536000;samesite=lax`; };
  keep('view' + layout);
  // How wide the screen is holds for all of them.
  if (layout && !document.cookie.includes(`view=${plan.clientWidth}x`)) keep('view');
  const drawn = plan.querySelector('svg').dataset;
  const drawnSection = Number(section.querySelector(':scope > svg, .lower > svg')?.dataset.width ?? section.clientWidth);
  const off = Math.max(Math.abs(drawn.width / plan.clientWidth - 1), Math.abs(drawn.height / plan.clientHeight - 1), Math.abs(drawnSection / section.clientWidth - 1));
  if (off > 0.04 && tried !== layout + size) {
    tried = layout + size;
    window.htmx.ajax('GET', location.href, { target: '#main', select: '#main', swap: 'outerHTML show:none' });
  }
}

let waiting;
addEventListener('resize', () => {
  clearTimeout(waiting);
  waiting = setTimeout(fitDrawings, 250);
});
