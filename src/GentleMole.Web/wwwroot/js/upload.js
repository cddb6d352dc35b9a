// Files: their size is checked before they travel, and the way is shown.
const MEGABYTE = 1_000_000;
const ASK_AGAIN = 600;

export function openUploads() {
  document.addEventListener('change', event => {
    const input = event.target;
    if (input.type !== 'file') return;
    const file = input.files[0];
    const limit = Number(input.dataset.most);
    const old = input.parentElement.querySelector('.invalid-feedback');
    old?.remove();
    if (file && limit && file.size > limit) {
      const error = document.createElement('div');
      error.className = 'invalid-feedback';
      error.setAttribute('role', 'alert');
      error.textContent = `${file.name} has ${Math.round(file.size / MEGABYTE)} MB; ${limit / MEGABYTE} MB is the most.`;
      input.after(error);
      input.value = '';
    }
  });
  document.addEventListener('htmx:xhr:progress', event => {
    const bar = event.target.querySelector?.('[data-upload-bar]');
    if (!bar || !event.detail.lengthComputable) return;
    bar.hidden = false;
    const there = bar.firstElementChild;
    there.style.width = `${event.detail.loaded / event.detail.total * 100}%`;
    // All of it is there: now it is read, which takes a moment too.
    if (event.detail.loaded === event.detail.total) {
      there.classList.add('progress-bar-striped', 'progress-bar-animated');
      tell(event.target.closest('form') ?? event.target);
    }
  });
}

/** Says where the file stands in the queue of those that are read, until the answer to it has come. */
function tell(form) {
  const told = form.querySelector('[data-upload-told]');
  if (!told || form.telling) return;
  const sent = form.elements.once?.value;
  const ask = async () => {
    const answer = await fetch(`${form.dataset.upload}&sent=${sent}`, { credentials: 'same-origin' }).catch(() => null);
    if (form.telling && answer?.ok) told.textContent = await answer.text();
  };
  form.telling = setInterval(ask, ASK_AGAIN);
  form.addEventListener('htmx:afterRequest', () => {
    clearInterval(form.telling);
    form.telling = undefined;
    told.textContent = '';
  }, { once: true });
  ask();
}
