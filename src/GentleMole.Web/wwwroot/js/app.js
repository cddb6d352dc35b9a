// Wires the sheet: the plan under the finger, what is half typed, how large the drawings are. Computes nothing of the trade.
import { openPlan } from './plan.js';
import { keepForms } from './keep.js';
import { signFields } from './sign.js';
import { fitDrawings } from './fit.js';
import { openKeys } from './keys.js';
import { openOutbox } from './outbox.js';
import { openUploads } from './upload.js';
import { openSignal } from './signal.js';
import { openLive } from './live.js';
import { openRadargram } from './radargram.js';
import { openSlices } from './slices.js';
import { openYard } from './yard.js';
import { openReplay } from './replay.js';

let scrolled = { where: '', top: 0 };
let aimed = '';

/** Where the panel is scrolled back to: the same stage, and the same drawing where one is being taken over. */
const place = () => location.pathname + (new URLSearchParams(location.search).get('import') ?? '');

function open() {
  document.querySelectorAll('[data-plan]').forEach(openPlan);
  keepForms(document);
  signFields(document);
  fitDrawings();
  openOutbox();
  openSignal();
  openLive();
  openRadargram();
  openSlices();
  openYard();
  openReplay();
  openTooltips();
  const body = document.querySelector('.panel-body');
  if (body && scrolled.where === place()) body.scrollTop = scrolled.top;
  const wrong = document.querySelector('.invalid-feedback');
  if (wrong) {
    wrong.scrollIntoView({ block: 'nearest' });
    wrong.closest('.entry')?.querySelector('.is-invalid')?.focus();
  }
  // A link to one thing of a list shows that thing, wherever the list was scrolled to.
  else if (aimed) document.getElementById(aimed)?.scrollIntoView({ block: matchMedia('(max-width: 800px)').matches ? 'start' : 'nearest' });
  aimed = '';
  scrolled = { where: '', top: 0 };
  document.body.dataset.opened = String(performance.timeOrigin + performance.now());
}

document.addEventListener('htmx:beforeSwap', event => {
  if (event.detail.target) closeTooltips(event.detail.target);
  if (event.detail.target?.id !== 'main') return;
  aimed = event.detail.pathInfo?.anchor ?? '';
  const body = document.querySelector('.panel-body');
  scrolled = { where: place(), top: body ? body.scrollTop : 0 };
});
document.addEventListener('htmx:afterSettle', event => {
  if (event.target.id === 'main' || event.target === document.body) open();
});
document.addEventListener('htmx:historyRestore', open);
document.addEventListener('htmx:responseError', event => {
  const { status, responseText } = event.detail.xhr;
  if (status === 429) {
    // Said where it happens for a verdict; for the rest here.
    if (!/handler=\w*Judge/.test(event.detail.requestConfig?.path ?? '')) say(`${responseText} What you typed is kept here.`);
    return;
  }
  const why = status === 503 ? new DOMParser().parseFromString(responseText, 'text/html').querySelector('main .lead-in')?.textContent.trim() : '';
  say(why || `The server could not take this (${status}). What you typed is kept here; reload and try again.`);
});

document.addEventListener('mole:say', event => say(event.detail));

function say(text) {
  let note = document.querySelector('.said');
  if (!note) {
    note = document.createElement('div');
    note.className = 'toast said';
    note.setAttribute('role', 'alert');
    note.append(Object.assign(document.createElement('div'), { className: 'toast-body fw-semibold' }));
    document.getElementById('toasts').append(note);
  }
  note.firstElementChild.textContent = text;
  window.bootstrap.Toast.getOrCreateInstance(note, { delay: 9000 }).show();
}

/** What a thing is called by its title is said at once, to the keyboard too. What belongs to it goes with it. */
function openTooltips() {
  document.querySelectorAll('[title]:not(svg *)').forEach(of => window.bootstrap.Tooltip.getOrCreateInstance(of, { trigger: 'hover focus', container: 'body', animation: false }));
}

function closeTooltips(root) {
  root.querySelectorAll('[data-bs-original-title]').forEach(of => window.bootstrap.Tooltip.getInstance(of)?.dispose());
}

// What an instrument sent is put into the field as if it were typed: judged at once, kept with the form, and still to be changed.
document.addEventListener('click', event => {
  const from = event.target.closest?.('[data-fill]');
  const field = from?.closest('form')?.elements[from.dataset.fill];
  if (!field) return;
  field.value = from.dataset.text;
  field.closest('.fold, .collapse')?.classList.add('show');
  field.dispatchEvent(new Event('input', { bubbles: true }));
});

// A part that folds is a link that acts as a button: the space bar presses it.
document.addEventListener('keydown', event => {
  if (event.key !== ' ' || event.target.getAttribute?.('role') !== 'button' || event.target.tagName !== 'A') return;
  event.preventDefault();
  event.target.click();
});

openKeys();
openUploads();
// After htmx has read the page, so that a form that is filled again from what was typed is judged again too.
if (document.readyState === 'complete') open();
else document.addEventListener('DOMContentLoaded', open);
