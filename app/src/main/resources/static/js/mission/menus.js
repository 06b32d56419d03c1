// The menus over the chart: what is shown and how, the lines, and views to keep.
import { css, data, units } from './context.js';
import { COLOURS, colourOf } from './looks.js';
import { changed, forget, hidden, hide, lineOf, nameOf, options, ordered, say, tabled } from './options.js';
import { scalesNow } from './plots.js';
import { shownNumber, typedNumber } from '../typed.js';

const el = (name, properties = {}, ...inside) => {
  const e = Object.assign(document.createElement(name), properties);
  e.append(...inside);
  return e;
};

// One menu is open at a time; a press elsewhere and Escape close it.
const menus = [...document.querySelectorAll('details.menu:not(.what-if)')];
menus.forEach((m) => m.addEventListener('toggle', () => {
  if (!m.open) return;
  menus.filter((o) => o !== m).forEach((o) => { o.open = false; });
  const inside = m.querySelector('.menu-box');
  inside.classList.remove('leftwards');
  inside.classList.toggle('leftwards', inside.getBoundingClientRect().right > document.documentElement.clientWidth - 8);
}));
document.addEventListener('pointerdown', (e) => menus.forEach((m) => { if (m.open && !m.contains(e.target)) m.open = false; }));
document.addEventListener('keydown', (e) => {
  const open = e.key === 'Escape' && menus.find((m) => m.open);
  if (open) { open.open = false; open.querySelector('summary').focus(); e.stopImmediatePropagation(); }
}, true);

let listed = '';

// ----- what is shown, and how
const show = document.getElementById('show-menu');
function fillShow() {
  show.querySelectorAll('[type=checkbox]').forEach((c) => { if (c.name in options) c.checked = options[c.name]; });
  show.querySelectorAll('[type=radio]').forEach((r) => { if (r.name in options) r.checked = options[r.name] === r.value; });
  const scales = document.getElementById('scales');
  scales.querySelectorAll('.scale').forEach((s) => s.remove());
  units.forEach((unit) => {
    const fixed = options.scales[unit];
    const number = (i, word) => el('input', { inputMode: 'decimal', className: 'form-control num', value: fixed ? shownNumber(fixed[i]) : '', ariaLabel: msg('script.menus.wordOf', { word, unit: unit || msg('script.menus.values') }) });
    const low = number(0, msg('script.menus.min')), high = number(1, msg('script.menus.max')), now = el('button', { type: 'button', className: 'chip' }, fixed ? msg('script.menus.auto') : msg('script.menus.lock'));
    const fix = () => {
      const [a, b] = [typedNumber(low.value), typedNumber(high.value)];
      low.setCustomValidity(low.value.trim() && Number.isNaN(a) ? msg('script.menus.number') : '');
      high.setCustomValidity(high.value.trim() && Number.isNaN(b) ? msg('script.menus.number') : b <= a ? msg('script.menus.above') : '');
      if (!low.reportValidity() || !high.reportValidity() || Number.isNaN(a) || Number.isNaN(b)) return;
      options.scales[unit] = [a, b];
      changed();
    };
    [low, high].forEach((f) => f.addEventListener('change', fix));
    now.addEventListener('click', () => {
      if (fixed) delete options.scales[unit]; else options.scales[unit] = (scalesNow()[unit] ?? [0, 1]).map((v) => Number(v.toPrecision(4)));
      changed();
    });
    scales.append(el('div', { className: 'scale' }, el('span', {}, unit || 'values'), low, '…', high, now));
  });
}
show.addEventListener('change', (e) => {
  if (!(e.target.name in options)) return;
  options[e.target.name] = e.target.type === 'checkbox' ? e.target.checked : e.target.value;
  changed();
});
show.querySelector('[data-usual]').addEventListener('click', () => { listed = ''; forget(); });

// ----- the lines; of which a name that is typed changes no row, so that the press that left its field is not lost
const lines = document.querySelector('#lines-menu tbody');
function fillLines() {
  const labels = ordered(data.channels.map((c) => c.channel)), focused = document.activeElement?.dataset?.field;
  const now = JSON.stringify(labels.map((l) => [l, hidden(data.channels.find((c) => c.channel === l).number), tabled(l), css(`--series-${colourOf(l)}`)]));
  if (now === listed) return;
  listed = now;
  lines.replaceChildren(...labels.map((label, at) => {
    const { number } = data.channels.find((c) => c.channel === label);
    const set = (what) => { say(label, what); changed(); };
    const check = (on, word, flip) => {
      const c = el('input', { type: 'checkbox', checked: on, ariaLabel: `${label} ${word}` });
      c.dataset.field = `${word} ${label}`;
      c.addEventListener('change', () => flip(c.checked));
      return el('td', {}, c);
    };
    const colours = el('select', { className: 'form-select', ariaLabel: msg('script.menus.colourOf', { label }) }, ...Array.from({ length: COLOURS }, (x, i) => el('option', { value: i + 1, selected: colourOf(label) === i + 1 }, msg('script.menus.colour', { n: i + 1 }))));
    const swatch = el('i', { className: 'line-mark' });
    swatch.style.background = css(`--series-${colourOf(label)}`);
    colours.addEventListener('change', () => set({ colour: Number(colours.value) }));
    const name = el('input', { className: 'form-control', value: lineOf(label).name ?? '', placeholder: label, maxLength: 60, ariaLabel: msg('script.menus.nameOf', { label }) });
    name.addEventListener('change', () => set({ name: name.value.trim() }));
    const move = (by, sign, word) => {
      const b = el('button', { type: 'button', className: 'chip', ariaLabel: `${nameOf(label)} ${word}`, disabled: !labels[at + by] }, sign);
      b.dataset.field = `${word} ${label}`;
      b.addEventListener('click', () => {
        const order = [...labels];
        order.splice(at + by, 0, ...order.splice(at, 1));
        order.forEach((l, place) => say(l, { place }));
        changed();
      });
      return b;
    };
    return el('tr', {}, check(!hidden(number), msg('script.menus.drawn'), (on) => { hide(number, !on); changed(); }),
      check(tabled(label), msg('script.menus.inTable'), (on) => set({ table: on })),
      el('td', { className: 'nowrap' }, swatch, colours), el('td', {}, name), el('td', { className: 'nowrap' }, move(-1, '↑', msg('script.menus.up')), move(1, '↓', msg('script.menus.down'))));
  }));
  if (focused) [...lines.querySelectorAll('[data-field]')].find((f) => f.dataset.field === focused)?.focus();
}

// ----- views to keep
document.getElementById('keep-view')?.addEventListener('submit', (e) => {
  const hiddenLines = data.channels.filter((c) => hidden(c.number)).map((c) => c.channel);
  hiddenLines.forEach((label) => say(label, { chart: false }));
  e.target.elements.document.value = JSON.stringify(options);
});

export function fillMenus() { fillShow(); fillLines(); }
