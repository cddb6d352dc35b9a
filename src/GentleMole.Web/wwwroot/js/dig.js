// Looks again while the page is open: a sheet that was replaced meanwhile must not stay on a phone as if it held.
const every = 5 * 60 * 1000;
const told = document.querySelector('[data-as-of]');
let since = new Date();

async function look() {
  if (document.hidden) return;
  try {
    const answer = await fetch(location.href, { cache: 'no-store' });
    if (!answer.ok && answer.status !== 410) throw new Error('no answer');
    const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
    document.querySelector('main').replaceWith(page.querySelector('main'));
    document.title = page.title;
    since = new Date();
  } catch {
    // What stands here may be out of date by now.
    const line = document.querySelector('[data-as-of]') ?? told;
    line.hidden = false;
    line.textContent = `No connection. This is the sheet of ${since.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}; load it again before anybody digs.`;
  }
}

setInterval(look, every);
document.addEventListener('visibilitychange', look);
addEventListener('online', look);
addEventListener('offline', look);
