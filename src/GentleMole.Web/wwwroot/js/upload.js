// Files: their size is checked before they travel, and the way is shown.
const MEGABYTE = 1_000_000;

export function openUploads() {
  document.addEventListener('change', event => {
    const input = event.target;
    if (input.type !== 'file') return;
    const file = input.files[0];
    const limit = Number(input.dataset.most);
    const old = input.parentElement.querySelector('.entry-error');
    old?.remove();
    if (file && limit && file.size > limit) {
      const error = document.createElement('span');
      error.className = 'entry-error';
      error.setAttribute('role', 'alert');
      error.textContent = `${file.name} has ${Math.round(file.size / MEGABYTE)} MB; ${limit / MEGABYTE} MB is the most.`;
      input.after(error);
      input.value = '';
    }
  });
  document.addEventListener('htmx:xhr:progress', event => {
    const bar = event.target.querySelector?.('.upload-progress');
    if (!bar || !event.detail.lengthComputable) return;
    bar.hidden = false;
    bar.value = event.detail.loaded / event.detail.total * 100;
    // All of it is there: now it is read, which takes a moment too.
    if (event.detail.loaded === event.detail.total) bar.removeAttribute('value');
  });
}
