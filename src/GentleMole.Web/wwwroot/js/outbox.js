// Entries made while the connection is gone wait here, in the browser's own store, and go out when it is back: in the order
// in which they were made, each once (the server knows an entry by its id), with a sign that says how many wait.
import { draftKey, dropDraft } from './keep.js';

const RETRY = 4000;
let store;
let waiting = [];
let sending = false;

export function openOutbox() {
  load().then(flush);
}

/** Places of dots and features that wait, for the plan of the job at hand. */
export function waitingPlaces() {
  const job = document.querySelector('.sheet')?.dataset.job;
  return waiting.filter(entry => entry.url.startsWith(`/jobs/${job}/`))
    .map(entry => Object.fromEntries(entry.fields)).filter(fields => fields.east && fields.north);
}

document.addEventListener('htmx:sendError', event => {
  const { elt, requestConfig } = event.detail;
  const form = elt?.closest?.('form');
  if (/handler=\w*Judge/.test(requestConfig?.path ?? '')) {
    unjudged(elt, 'No connection: this is not judged. Keep it and decide when the verdict is back.');
    return;
  }
  if (isEntry(elt, form, requestConfig)) keep(form, requestConfig);
  else if (requestConfig?.verb !== 'post' || !form) say('No connection. What is open stays here; entries wait until it is back.');
});
// The store is busy or full, or too much is asked at once: the entry waits like one without a connection, and goes out when it is over.
document.addEventListener('htmx:responseError', event => {
  const { elt, requestConfig, xhr } = event.detail;
  const form = elt?.closest?.('form');
  if ((xhr.status === 503 || xhr.status === 429) && isEntry(elt, form, requestConfig)) keep(form, requestConfig);
  if (xhr.status === 429 && /handler=\w*Judge/.test(requestConfig?.path ?? '')) {
    const wait = Number(xhr.getResponseHeader('Retry-After')) || 1;
    unjudged(elt, `Too much is being reckoned at once: this is not judged yet. It is tried again in ${wait} s.`);
    setTimeout(() => elt.isConnected && (form ?? elt).dispatchEvent(new Event('input', { bubbles: true })), wait * 1000);
  }
});
addEventListener('online', () => flush());
setInterval(() => waiting.length > 0 && flush(), RETRY);

const isEntry = (elt, form, config) => form?.closest('.panel') && config?.verb === 'post' && elt === form && !/handler=\w*Judge/.test(config.path);

/** An old verdict must not stand beside new figures. */
function unjudged(elt, why) {
  const target = document.querySelector(elt.getAttribute('hx-target'));
  const told = document.createElement('p');
  told.className = 'alert alert-light';
  told.textContent = why;
  target?.replaceChildren(told);
}

async function keep(form, config) {
  const fields = [...config.formData.entries()].filter(([name]) => name !== '__RequestVerificationToken');
  const url = new URL(config.path, location.href);
  await add({
    url: url.pathname + url.search,
    page: location.pathname + location.search,
    fields,
    person: document.body.dataset.person,
    keep: form.dataset.keep,
    label: labelOf(form),
    at: Date.now(),
  });
  if ('adds' in form.dataset) {
    dropDraft(form);
    form.reset();
    form.querySelectorAll('[name="newId"]').forEach(field => (field.value = uuid()));
    form.querySelector('input:not([type=hidden])')?.focus();
  }
  form.querySelectorAll('[data-once]').forEach(field => (field.value = uuid()));
  form.dispatchEvent(new Event('input', { bubbles: true }));
  if ('adds' in form.dataset) dropDraft(form);
}

function labelOf(form) {
  const stage = document.querySelector('.panel')?.getAttribute('aria-label') ?? '';
  const what = [form.querySelector('legend')?.textContent.toLowerCase(), form.elements.namedItem('name')?.value].filter(Boolean).join(', ');
  const place = [form.elements.east?.value, form.elements.north?.value].filter(Boolean).join(' E, ');
  return `${stage}${place ? `: ${place} N` : what ? `: ${what}` : ''}`;
}

/** Sends what waits, one after the other; whatever stops one stops those behind it. */
async function flush() {
  if (sending || waiting.length === 0) return;
  sending = true;
  try {
    const work = async () => {
      let sent = 0;
      await load();
      for (const entry of waiting.filter(e => !e.refused && e.person === document.body.dataset.person)) {
        const outcome = await send(entry);
        if (outcome === 'later') break;
        if (outcome === 'taken') {
          await remove(entry.id);
          sent++;
        }
      }
      if (sent > 0) await refresh(sent);
    };
    await (navigator.locks ? navigator.locks.request('mole-outbox', work) : work());
  } finally {
    sending = false;
    await load();
  }
}

async function send(entry) {
  try {
    const page = await fetch(entry.page, { credentials: 'same-origin' });
    if (new URL(page.url).pathname === '/sign-in') return note(entry, 'Sign in again; then it is sent.');
    const token = parse(await page.text()).querySelector('input[name="__RequestVerificationToken"]')?.value;
    const body = new FormData();
    entry.fields.forEach(([name, value]) => body.append(name, value));
    if (token) body.append('__RequestVerificationToken', token);
    const answer = await fetch(entry.url, { method: 'POST', body, credentials: 'same-origin' });
    if (answer.status >= 500 || answer.status === 429) return 'later';
    const error = answer.ok ? parse(await answer.text()).querySelector('.panel .invalid-feedback') : null;
    if (answer.ok && !error) return 'taken';
    await put({ ...entry, refused: error?.textContent.trim() ?? `The server would not take it (${answer.status}).` });
    return 'refused';
  } catch {
    return 'later';
  }
}

function note(entry, text) {
  entry.note = text;
  return 'later';
}

/** Shows what has arrived, without losing what is half typed. */
async function refresh(sent) {
  say(`${sent} ${sent === 1 ? 'entry has' : 'entries have'} been sent.`);
  if (document.querySelector('.sheet')) {
    await window.htmx.ajax('GET', location.href, { target: '#main', select: '#main', swap: 'outerHTML show:none' });
  }
}

function show() {
  document.querySelector('.waiting')?.remove();
  document.dispatchEvent(new Event('mole:waiting'));
  if (waiting.length === 0) return;
  const box = document.createElement('section');
  box.className = 'toast show waiting';
  box.setAttribute('role', 'status');
  const body = document.createElement('div');
  body.className = 'toast-body';
  const open = waiting.filter(e => !e.refused).length;
  const title = document.createElement('b');
  title.textContent = open > 0
    ? `${open} ${open === 1 ? 'entry waits' : 'entries wait'} for the connection. Nothing is lost.`
    : `${waiting.length} ${waiting.length === 1 ? 'entry was' : 'entries were'} not taken.`;
  const list = document.createElement('ol');
  list.className = 'mb-0 small';
  for (const entry of waiting.slice(0, 6)) {
    const item = document.createElement('li');
    item.textContent = entry.label + (entry.refused ? `. Not taken: ${entry.refused} ` : entry.note ? `. ${entry.note}` : entry.person === document.body.dataset.person ? '' : '. Made by somebody else on this device; sent when they sign in.');
    if (entry.refused) item.append(button('Open it', () => reopen(entry)), button('Discard', () => remove(entry.id).then(load)));
    list.append(item);
  }
  body.append(title, list);
  box.append(body);
  document.getElementById('toasts').append(box);
}

/** A refused entry goes back into its form as a draft, to be put right. */
async function reopen(entry) {
  if (entry.keep) {
    const values = Object.fromEntries(entry.fields.filter(([name, value]) => typeof value === 'string' && name !== 'once'));
    localStorage.setItem(draftKey(entry.keep), JSON.stringify(values));
  }
  await remove(entry.id);
  location.href = entry.page;
}

function button(text, action) {
  const made = document.createElement('button');
  made.type = 'button';
  made.className = 'btn btn-sm btn-outline-light me-1';
  made.textContent = text;
  made.addEventListener('click', action);
  return made;
}

function say(text) {
  document.dispatchEvent(new CustomEvent('mole:say', { detail: text }));
}

const parse = text => new DOMParser().parseFromString(text, 'text/html');

function uuid() {
  if (crypto.randomUUID) return crypto.randomUUID();
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6] & 0x0f) | 0x40;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  const hex = [...bytes].map(b => b.toString(16).padStart(2, '0')).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}

function database() {
  store ??= new Promise((resolve, reject) => {
    const opening = indexedDB.open('mole', 1);
    opening.onupgradeneeded = () => opening.result.createObjectStore('outbox', { keyPath: 'id', autoIncrement: true });
    opening.onsuccess = () => resolve(opening.result);
    opening.onerror = () => reject(opening.error);
  });
  return store;
}

async function run(mode, action) {
  const db = await database();
  return new Promise((resolve, reject) => {
    const transaction = db.transaction('outbox', mode);
    const request = action(transaction.objectStore('outbox'));
    transaction.oncomplete = () => resolve(request.result);
    transaction.onerror = () => reject(transaction.error);
  });
}

async function load() {
  waiting = await run('readonly', box => box.getAll());
  show();
}

const put = entry => run('readwrite', box => box.put(entry));
const add = entry => run('readwrite', box => box.add(entry)).then(load);
const remove = id => run('readwrite', box => box.delete(id));
