// Shortcuts of our own; "?" shows them.
const stages = ['notice', 'records', 'walk', 'hookup', 'sweep', 'trace', 'radar', 'marks', 'handover'];
const help = [
  ['1 – 9', 'go to a stage of the job'],
  ['n', 'new dot on this line'],
  ['p', 'place the first point on the plan'],
  ['+  −  0', 'zoom the plan, show all of it'],
  ['+  −  c  t  s', 'on a radargram: zoom, lay a curve, trace, shades'],
  ['.  ,  x  [  ]', 'on a radargram: responses, cursor, velocity'],
  ['arrows  q  e', 'in a practice yard: walk, turn (with shift farther)'],
  ['m  u  l  s', 'in a practice yard: mark, undo, lift, sound'],
  ['j', 'the jobs'],
  ['b', 'the board of notices'],
  ['Esc', 'end placing, close this'],
];

export function openKeys() {
  document.addEventListener('keydown', event => {
    if (event.target.closest('input,select,textarea') || event.ctrlKey || event.metaKey || event.altKey) return;
    const job = document.querySelector('.sheet')?.dataset.job;
    const press = selector => document.querySelector(selector)?.click();
    if (event.key === '?') toggle();
    else if (event.key === 'Escape') document.querySelector('.keys')?.remove();
    else if (event.key === 'j') location.href = '/jobs';
    else if (event.key === 'b') location.href = '/notices';
    else if (!job) return;
    else if (stages[event.key - 1]) press(`.burrow a[href$="/${stages[event.key - 1]}"]`);
    else if (event.key === 'n') press('.dots a[href*="new=true"]');
    else if (event.key === 'p') press('[data-place],[data-place-list]');
    else if (event.key === '+' || event.key === '=') press('[data-zoom="in"]');
    else if (event.key === '-') press('[data-zoom="out"]');
    else if (event.key === '0') press('[data-zoom="home"]');
  });
}

function toggle() {
  const shown = document.querySelector('.keys');
  if (shown) {
    shown.remove();
    return;
  }
  const box = document.createElement('section');
  box.className = 'keys card card-body';
  box.setAttribute('aria-label', 'Keys');
  box.innerHTML = '<h2>Keys</h2><dl class="mb-0">' + help.map(([key, what]) => `<div><dt>${key}</dt><dd class="mb-0">${what}</dd></div>`).join('') + '</dl>';
  document.body.append(box);
}
