// What is half typed survives a reload, going back, and a lost connection: each form is kept in the browser until the server
// has taken it.
const PREFIX = 'typed ';
const SENT = 'sent';

export function keepForms(root) {
  settleSent(root);
  root.querySelectorAll('form[data-keep]').forEach(form => {
    if (form.dataset.kept) return;
    form.dataset.kept = '1';
    const key = PREFIX + form.dataset.keep;
    if (!form.querySelector('.entry-error')) restore(form, key);
    form.addEventListener('input', () => localStorage.setItem(key, JSON.stringify(read(form))));
    form.addEventListener('submit', () => sessionStorage.setItem(SENT, key));
  });
}

/** A form that was sent and did not come back with an error has been taken. */
function settleSent(root) {
  const key = sessionStorage.getItem(SENT);
  if (!key) return;
  sessionStorage.removeItem(SENT);
  const form = root.querySelector(`form[data-keep="${CSS.escape(key.slice(PREFIX.length))}"]`);
  if (!form?.querySelector('.entry-error')) localStorage.removeItem(key);
}

document.addEventListener('htmx:sendError', () => sessionStorage.removeItem(SENT));
document.addEventListener('htmx:responseError', () => sessionStorage.removeItem(SENT));

function read(form) {
  const values = {};
  for (const field of form.elements) {
    if (!field.name || field.name.startsWith('__') || field.type === 'submit') continue;
    if (field.type === 'radio' || field.type === 'checkbox') {
      if (field.checked) values[field.name] = field.value;
    } else if (field.type !== 'button') {
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
    if (!(field.name in values)) continue;
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
  form.querySelectorAll('details').forEach(details => (details.open = true));
  const note = document.createElement('p');
  note.className = 'told kept-note';
  note.textContent = 'Not kept yet: this is what you had typed. ';
  const away = document.createElement('button');
  away.type = 'button';
  away.className = 'btn-quiet';
  away.textContent = 'Discard it';
  away.addEventListener('click', () => {
    localStorage.removeItem(key);
    location.reload();
  });
  note.append(away);
  form.prepend(note);
  form.dispatchEvent(new Event('input', { bubbles: true }));
}
