// The slice follows the slider: the picture at once, the words when it is let go. The pictures are the server's.
import { spoken, written } from './length.js';

export function openSlices() {
  const form = document.querySelector('[data-slices]');
  if (!form || form.dataset.opened) return;
  form.dataset.opened = 'yes';
  const range = form.querySelector('[data-slice-range]');
  const picture = document.querySelector('[data-layer="slice"] image');
  let waiting = 0;
  range.addEventListener('input', () => {
    const depth = Number(range.value);
    form.querySelector('[data-slice-depth]').textContent = spoken(depth);
    form.elements.depth.value = written(depth);
    clearTimeout(waiting);
    waiting = setTimeout(() => {
      const address = new URL(form.dataset.slices, location.href);
      address.searchParams.set('depth', `${depth}m`);
      picture?.setAttribute('href', address.pathname + address.search);
    }, 30);
  });
}
