// A finished round, walked again along its time line.
const NS = 'http://www.w3.org/2000/svg';

export function openReplay() {
  const bar = document.querySelector('[data-yard-replay]');
  if (!bar || bar.dataset.ready) return;
  bar.dataset.ready = 'yes';
  const layer = document.querySelector('[data-yard-layer]');
  const range = bar.querySelector('[data-replay-range]');
  const told = bar.querySelector('[data-replay-say]');
  const play = bar.querySelector('[data-replay-play]');
  let readings = [];
  let timer = null;
  const trail = document.createElementNS(NS, 'polyline');
  trail.setAttribute('class', 'yard-trail');
  const receiver = document.createElementNS(NS, 'g');
  receiver.setAttribute('class', 'yard-receiver');
  receiver.innerHTML = '<g class="px"><circle r="15" /><path class="yard-blade" d="M-22 0H22" /><path class="yard-nose" d="M0-26-7-14H7Z" /></g>';

  function show(index) {
    const of = readings[index];
    if (!of) return;
    range.value = index;
    receiver.setAttribute('transform', `translate(${of.east} ${-of.north}) rotate(${of.heading})`);
    trail.setAttribute('points', readings.slice(Math.max(0, index - 400), index + 1).filter(r => r.hookup === of.hookup).map(r => `${r.east},${-r.north}`).join(' '));
    const s = of.shown;
    const way = { away: ', runs away', towards: ', runs towards', none: '' }[s.currentDirection];
    told.textContent = `${of.at} · hookup ${of.hookup} · ${s.pegged ? 'pegged' : s.peak.toPrecision(3)}, ${s.side}${s.depthMetres === null ? '' : `, ${s.depthMetres.toFixed(2)} m`}${s.currentMilliamps === null ? '' : `, ${s.currentMilliamps.toFixed(1)} mA`}${way}`;
  }

  function stop() {
    clearInterval(timer);
    timer = null;
    play.textContent = 'Replay';
  }

  play.addEventListener('click', () => {
    if (timer) {
      stop();
      return;
    }
    play.textContent = 'Stop';
    const pace = Math.max(1, Math.round(readings.length / 600));
    if (Number(range.value) >= readings.length - 1) range.value = 0;
    timer = setInterval(() => {
      const next = Number(range.value) + pace;
      show(Math.min(next, readings.length - 1));
      if (next >= readings.length - 1 || !bar.isConnected) stop();
    }, 50);
  });
  range.addEventListener('input', () => {
    stop();
    show(Number(range.value));
  });
  document.querySelectorAll('[data-replay-at]').forEach(button => button.addEventListener('click', () => {
    stop();
    show(Number(button.dataset.replayAt));
  }));
  fetch(`${location.pathname}?handler=Replay&${bar.dataset.yardReplay}`, { credentials: 'same-origin' }).then(answer => (answer.ok ? answer.json() : null)).then(all => {
    readings = all?.readings ?? [];
    if (readings.length === 0) return;
    bar.hidden = false;
    range.max = readings.length - 1;
    layer.append(trail, receiver);
    show(0);
  }).catch(() => {});
}
