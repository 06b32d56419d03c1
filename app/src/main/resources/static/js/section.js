// A site's spots on its picture, each coloured by what it reads at an instant, which a slider, the keys or playing move; and all of them over
// the time below. Colder is the glacier's, warmer the ember's, the value stands beside it.
const box = document.getElementById('section');
if (box) start(JSON.parse(box.dataset.section));

function start({ t, unit, zone, spots, second }) {
  const svg = box.querySelector('svg'), traces = document.getElementById('traces'), slider = document.getElementById('at'), play = document.getElementById('play');
  const NS = 'http://www.w3.org/2000/svg', form = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 1, minimumFractionDigits: 1 }), sign = document.documentElement.lang === 'de' ? ',' : '.', numbers = { format: (v) => form.format(v).replaceAll(',', '\u202f').replace('.', sign).replace('-', '−') };
  const told = new Intl.DateTimeFormat(document.documentElement.lang === 'en' ? 'en-GB' : document.documentElement.lang, { timeZone: zone, weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', timeZoneName: 'short' });
  const make = (name, of, properties) => { const e = document.createElementNS(NS, name); Object.entries(properties).forEach(([k, v]) => e.setAttribute(k, v)); of.append(e); return e; };
  const all = spots.flatMap((s) => s.values).filter((v) => v !== null), low = Math.min(...all), high = Math.max(...all);
  const share = (v) => (high > low ? (v - low) / (high - low) : 0.5);
  const css = (name) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
  const colour = (v) => (v === null ? css('--line') : share(v) >= 0.5 ? `color-mix(in oklab, ${css('--ember')} ${Math.round((share(v) - 0.5) * 200)}%, ${css('--sheet')})` : `color-mix(in oklab, ${css('--glacier')} ${Math.round((0.5 - share(v)) * 200)}%, ${css('--sheet')})`);
  const [, , width, height] = svg.getAttribute('viewBox').split(' ').map(Number), drawn = Boolean(svg.querySelector('image'));
  const series = (i) => css(`--series-${(i % 8) + 1}`);

  // those that are not on the picture stand in a row
  const loose = spots.filter((s) => !drawn || s.x === null);
  const pins = spots.map((s) => {
    if (drawn && s.x === null) return null;
    const at = loose.indexOf(s), x = drawn ? s.x * width : (at + 0.5) * width / loose.length, y = drawn ? s.y * height : height * 0.45;
    const g = make('g', svg, { transform: `translate(${x},${y})`, class: 'spot-pin' }), circle = make('circle', g, { r: 30 });
    make('text', g, { y: 50, class: 'name' }).textContent = s.name;
    return { circle, value: make('text', g, { y: 6, class: 'value' }), other: second ? make('text', g, { y: 70, class: 'name other' }) : null };
  });
  const y = (v) => 144 - 138 * share(v), x = (i) => 1000 * i / (t.length - 1);
  const lines = spots.map((s, k) => {
    let d = '', pen = false;
    s.values.forEach((v, i) => { if (v === null) { pen = false; return; } d += `${pen ? 'L' : 'M'}${x(i).toFixed(1)} ${y(v).toFixed(1)}`; pen = true; });
    return make('path', traces, { d });
  });
  [[high, 12], [low, 146]].forEach(([v, at]) => { make('text', traces, { x: 4, y: at }).textContent = `${numbers.format(v)} ${unit}`; });
  const now = make('line', traces, { y1: 0, y2: 150, class: 'now' });

  // One instant can be held: its picture stands beside the one that moves, and values tell how far they are from it.
  let held = null;
  const pin = document.getElementById('pin');
  function hold() {
    const beside = box.querySelector('.held');
    if (beside) { beside.remove(); held = null; } else {
      held = Number(slider.value);
      const figure = document.createElement('figure'), caption = document.createElement('figcaption');
      figure.className = 'held'; caption.textContent = told.format(t[held]);
      figure.append(svg.cloneNode(true), caption);
      box.append(figure);
    }
    box.classList.toggle('two-instants', held !== null);
    pin.textContent = held === null ? msg('script.section.hold') : msg('script.section.release');
    pin.setAttribute('aria-pressed', String(held !== null));
    show();
  }
  pin.addEventListener('click', hold);

  // The picture nearer, about its middle or the pointer; drawn along by the pointer. A held one shows the same part.
  const part = { x: 0, y: 0, w: width };
  function near() {
    part.w = Math.min(width, Math.max(width / 8, part.w));
    const h = part.w * height / width;
    part.x = Math.min(width - part.w, Math.max(0, part.x)); part.y = Math.min(height - h, Math.max(0, part.y));
    box.querySelectorAll('svg').forEach((p) => p.setAttribute('viewBox', `${part.x} ${part.y} ${part.w} ${h}`));
  }
  function zoom(by, cx = 0.5, cy = 0.5) {
    const before = part.w, h = before * height / width;
    part.w = Math.min(width, Math.max(width / 8, before * by));
    part.x += (before - part.w) * cx; part.y += (h - part.w * height / width) * cy;
    near();
  }
  document.querySelectorAll('[data-zoom]').forEach((b) => b.addEventListener('click', () => zoom(b.dataset.zoom === 'in' ? 0.7 : 1 / 0.7)));
  box.addEventListener('wheel', (e) => {
    if (!e.ctrlKey) return;
    e.preventDefault();
    const r = svg.getBoundingClientRect();
    zoom(e.deltaY < 0 ? 0.85 : 1 / 0.85, (e.clientX - r.left) / r.width, (e.clientY - r.top) / r.height);
  }, { passive: false });
  svg.addEventListener('pointerdown', (e) => {
    if (part.w >= width) return;
    const from = { x: e.clientX, y: e.clientY, px: part.x, py: part.y }, scale = part.w / svg.clientWidth;
    const move = (m) => { part.x = from.px - (m.clientX - from.x) * scale; part.y = from.py - (m.clientY - from.y) * scale; near(); };
    svg.setPointerCapture(e.pointerId);
    svg.addEventListener('pointermove', move);
    svg.addEventListener('pointerup', () => svg.removeEventListener('pointermove', move), { once: true });
  });

  function show() {
    const i = Number(slider.value);
    document.getElementById('when').textContent = told.format(t[i]);
    slider.setAttribute('aria-valuetext', told.format(t[i]));
    now.setAttribute('x1', x(i)); now.setAttribute('x2', x(i));
    spots.forEach((s, k) => {
      const v = s.values[i], text = v === null ? '◇' : numbers.format(v);
      const more = second?.spots.find((o) => o.id === s.id)?.values[i], beside = more === undefined || more === null ? '' : `${numbers.format(more)} ${second.unit}`;
      if (pins[k]) { pins[k].circle.style.fill = colour(v); pins[k].value.textContent = text; if (pins[k].other) pins[k].other.textContent = beside; }
      const row = document.querySelector(`#spots [data-spot="${s.id}"]`);
      row.querySelector('.now').textContent = (v === null ? '◇' : `${text} ${unit}`) + (beside ? `, ${beside}` : '') + (held === null || v === null || s.values[held] === null ? '' : ` (${v >= s.values[held] ? '+' : ''}${numbers.format(v - s.values[held])})`);
      row.querySelector('.line-mark').style.background = series(k);
      lines[k].style.stroke = series(k);
    });
  }
  // what stands from an instant on is seen at the first of the instants from it on
  const to = (ms) => { const i = t.findIndex((at) => at >= ms); slider.value = i < 0 ? t.length - 1 : i; show(); };

  let timer = null;
  function stop() { clearInterval(timer); timer = null; play.textContent = msg('script.section.play'); play.setAttribute('aria-pressed', 'false'); }
  play.addEventListener('click', () => {
    if (timer) { stop(); return; }
    if (Number(slider.value) >= t.length - 1) slider.value = 0;
    play.textContent = msg('script.section.stop');
    play.setAttribute('aria-pressed', 'true');
    timer = setInterval(() => { if (Number(slider.value) >= t.length - 1) { stop(); return; } slider.value = Number(slider.value) + 1; show(); }, 60);
  });
  slider.addEventListener('input', () => { stop(); show(); });
  document.querySelectorAll('[data-at]').forEach((b) => b.addEventListener('click', () => { stop(); to(Number(b.dataset.at)); box.scrollIntoView({ block: 'nearest' }); }));
  traces.addEventListener('pointerdown', (e) => { const r = traces.getBoundingClientRect(); stop(); slider.value = Math.round((e.clientX - r.left) / r.width * (t.length - 1)); show(); });
  document.addEventListener('pelerin:theme', show);
  document.addEventListener('pelerin:paper', show);
  // at the first instant of which anything is known
  slider.value = Math.max(0, t.findIndex((at, i) => spots.some((s) => s.values[i] !== null)));
  show();
}
