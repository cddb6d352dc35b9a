// What is half typed survives a reload, going back, and a lost connection: each form is kept in the browser until the server
// has taken it.
const SENT = 'sent';

/** Drafts belong to the person: on a shared device nobody finds another's. */
export const draftKey = keep => `typed ${document.body.dataset.person ?? ''} ${keep}`;

export function keepForms(root) {
  const refused = settleSent(root);
  root.querySelectorAll('form[data-keep]').forEach(form => {
    if (form.dataset.kept) return;
    form.dataset.kept = '1';
    const key = draftKey(form.dataset.keep);
    // A form that came back has what was typed in it already, with a fresh look at what is stored.
    if (key !== refused) restore(form, key);
    form.addEventListener('input', () => keepDraft(form));
    form.addEventListener('submit', () => sessionStorage.setItem(SENT, key));
  });
}

export function keepDraft(form) {
  localStorage.setItem(draftKey(form.dataset.keep), JSON.stringify(read(form)));
}

export function dropDraft(form) {
  localStorage.removeItem(draftKey(form.dataset.keep));
  sessionStorage.removeItem(SENT);
}

/** A form that was sent and did not come back with an error has been taken; gives the key of one that was not. */
function settleSent(root) {
  const key = sessionStorage.getItem(SENT);
  if (!key) return null;
  sessionStorage.removeItem(SENT);
  const form = [...root.querySelectorAll('form[data-keep]')].find(f => draftKey(f.dataset.keep) === key);
  if (form && (form.querySelector('.invalid-feedback') || root.querySelector('.alert-warning'))) return key;
  localStorage.removeItem(key);
  return null;
}

document.addEventListener('htmx:sendError', () => sessionStorage.removeItem(SENT));
document.addEventListener('htmx:responseError', () => sessionStorage.removeItem(SENT));

function read(form) {
  const values = {};
  for (const field of form.elements) {
    if (!field.name || field.name.startsWith('__') || ['submit', 'file', 'button', 'password'].includes(field.type) || 'once' in field.dataset) continue;
    if (field.type === 'radio' || field.type === 'checkbox') {
      if (field.checked) values[field.name] = field.value;
    } else {
      values[field.name] = field.value;
    }
  }
  return values;
}

function restore(form, key) {
  let values;
  try {
    values = JSON.parse(localStorage.getItem(key) ?? 'null');
  } catch {
    values = null;
  }
  if (!values) return;
  let changed = false;
  for (const field of form.elements) {
    if (field.type === 'file' || 'once' in field.dataset || !(field.name in values)) continue;
    if (field.type === 'radio' || field.type === 'checkbox') {
      const on = values[field.name] === field.value;
      changed ||= on !== field.checked;
      field.checked = on;
    } else if (field.tagName !== 'BUTTON' && field.value !== values[field.name]) {
      changed ||= field.type !== 'hidden';
      field.value = values[field.name];
    }
  }
  if (!changed) return;
  form.querySelectorAll('.collapse').forEach(part => window.bootstrap.Collapse.getOrCreateInstance(part, { toggle: false }).show());
  const note = document.createElement('p');
  note.className = 'alert alert-light kept-note';
  note.textContent = 'Not kept yet: this is what you had typed. ';
  const away = document.createElement('button');
  away.type = 'button';
  away.className = 'btn btn-link';
  away.textContent = 'Discard it';
  away.addEventListener('click', () => {
    localStorage.removeItem(key);
    location.reload();
  });
  note.append(away);
  form.prepend(note);
  form.dispatchEvent(new Event('input', { bubbles: true }));
}
