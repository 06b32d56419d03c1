// The channel table of a plan: which columns are shown, fill down, paste from a spreadsheet, copy a channel to others.
import { shownNumber, typedNumber } from './typed.js';

(() => {
  const form = document.getElementById('plan-form');
  const dialog = document.getElementById('copy-to');
  let view = null;
  let copied = null;

  const table = () => form.querySelector('table.channels');
  const rows = () => [...table().querySelectorAll('tr[data-row]')];
  const controls = (row) => [...row.querySelectorAll('input:not([type=hidden]), select')];
  const key = (control) => control.name.replace(/^channels\[\d+\]/, '');
  const twin = (row, control) => controls(row).find((c) => key(c) === key(control));

  function show() {
    if (view && table().querySelector(`.v-${view}`)) table().dataset.view = view;
    form.querySelectorAll('.views [data-view]').forEach((b) => {
      const on = b.dataset.view === table().dataset.view;
      b.classList.toggle('on', on);
      b.setAttribute('aria-pressed', on);
    });
  }

  // Sets a control as a person would; false where it cannot have the value.
  function set(control, from) {
    if (!control || control.disabled) return false;
    if (control.type === 'checkbox') { control.checked = typeof from === 'string' ? /^(1|x|yes|true|on)$/i.test(from.trim()) : from.checked; return true; }
    const value = typeof from === 'string' ? from.trim() : from.value;
    if (control.tagName === 'SELECT') {
      const option = [...control.options].find((o) => o.value === value || o.text === value);
      if (!option) return false;
      control.value = option.value;
    } else {
      control.value = value;
    }
    return true;
  }

  function changed(sensors, which) {
    const sensor = which ?? (sensors && form.querySelector('select.sensor'));
    if (sensor) sensor.dispatchEvent(new Event('change', { bubbles: true }));
    form.dispatchEvent(new Event('input', { bubbles: true }));
  }

  form.addEventListener('click', (e) => {
    const choice = e.target.closest('.views [data-view]');
    if (choice) { view = choice.dataset.view; show(); return; }
    const copy = e.target.closest('[data-copy]');
    if (!copy) return;
    copied = rows().find((r) => r.dataset.row === copy.dataset.copy);
    const box = document.getElementById('copy-choices');
    box.replaceChildren(...rows().filter((r) => r !== copied && !r.querySelector('[disabled]')).map((r) => {
      const label = document.createElement('label');
      label.className = 'pick';
      const input = document.createElement('input');
      input.type = 'checkbox';
      input.value = r.dataset.row;
      const text = document.createElement('span');
      text.textContent = `${Number(r.dataset.row) + 1} ${twin(r, r.querySelector('[name$=".label"]')).value}`;
      label.append(input, text);
      return label;
    }));
    dialog.showModal();
  });

  function copyTo(all) {
    const chosen = [...dialog.querySelectorAll('input')].filter((i) => all || i.checked).map((i) => i.value);
    rows().filter((r) => chosen.includes(r.dataset.row)).forEach((r) => {
      controls(copied).filter((c) => key(c) !== '.label').forEach((c) => set(twin(r, c), c));
    });
    dialog.close();
    changed(true);
  }
  document.getElementById('copy-do').addEventListener('click', () => copyTo(false));
  document.getElementById('copy-all').addEventListener('click', () => copyTo(true));

  form.addEventListener('keydown', (e) => {
    const cell = e.target.closest('table.channels input, table.channels select');
    if (!cell || !(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'd') return;
    e.preventDefault();
    const all = rows(), from = all.indexOf(cell.closest('tr'));
    const to = until ? all.indexOf(until) : all.length - 1;
    all.slice(Math.min(from, to), Math.max(from, to) + 1).forEach((r) => {
      if (r !== all[from] && !r.querySelector('[disabled]')) set(twin(r, cell), cell);
    });
    mark(null);
    changed(cell.classList.contains('sensor'));
  });

  // Shift and a click mark the row up to which the next fill goes.
  let until = null;
  function mark(row) {
    rows().forEach((r) => r.classList.toggle('until', r === row));
    until = row;
  }
  form.addEventListener('mousedown', (e) => {
    const row = e.shiftKey && e.target.closest('table.channels tr[data-row]');
    if (!row || row.contains(document.activeElement)) return;
    e.preventDefault();
    mark(row);
  });

  form.addEventListener('paste', (e) => {
    const cell = e.target.closest('table.channels input');
    const text = e.clipboardData.getData('text');
    if (!cell || !/[\t\n]/.test(text.trim())) return;
    e.preventDefault();
    const all = rows();
    const first = all.indexOf(cell.closest('tr'));
    let taken = 0, left = 0;
    text.replace(/\r/g, '').replace(/\n+$/, '').split('\n').forEach((line, down) => {
      const row = all[first + down];
      const visible = row ? controls(row).filter((c) => c.offsetParent !== null) : [];
      const start = row ? visible.indexOf(twin(row, cell)) : 0;
      line.split('\t').forEach((value, across) => { if (set(visible[start + across], value)) taken += 1; else left += 1; });
    });
    note(msg('script.channels.pasted', { taken }) + (left ? ' ' + msg('script.channels.notFitting', { left }) : ''));
    changed(true);
  });

  // Another unit shows the same limits: numbers are converted, and it is said. Another sensor in another unit has other limits.
  const round = (v) => Number(v.toPrecision(12));
  const shownIn = (row) => row.querySelector('.unit-pick')?.selectedOptions[0].text ?? row.querySelector('td > span')?.textContent ?? '';
  const limits = (row) => [...row.querySelectorAll('input[name$=".low"], input[name$=".high"], input[name$=".displayLow"], input[name$=".displayHigh"]')];

  function note(text) {
    document.getElementById('unit-note')?.remove();
    const p = document.createElement('p');
    p.id = 'unit-note';
    p.className = 'sub small';
    p.setAttribute('role', 'status');
    p.textContent = text;
    table().closest('.scroll').insertAdjacentElement('afterend', p);
  }

  function units() {
    rows().forEach((r) => {
      const pick = r.querySelector('.unit-pick');
      if (pick) { const o = pick.selectedOptions[0]; pick.was = { factor: Number(o.dataset.factor), shift: Number(o.dataset.shift), text: o.text }; }
    });
    const watched = form.querySelector('select[name="thresholdChannel"]'), row = watched && rows()[Number(watched.value)];
    const unit = document.getElementById('threshold-unit');
    if (unit) unit.textContent = row ? shownIn(row) : '';
  }

  function convert(pick) {
    const to = pick.selectedOptions[0].dataset, was = pick.was, row = pick.closest('tr');
    if (!was) return;
    const watched = form.querySelector('select[name="thresholdChannel"]')?.value === row.dataset.row;
    const fields = limits(row).concat(watched ? [...form.querySelectorAll('[name="thresholdLow"], [name="thresholdHigh"]')] : []);
    let n = 0, left = 0;
    fields.forEach((f) => {
      const v = typedNumber(f.value);
      if (f.value.trim() === '') return;
      if (Number.isNaN(v)) { left += 1; return; }
      f.value = shownNumber(round((v - was.shift) / was.factor * Number(to.factor) + Number(to.shift)));
      n += 1;
    });
    const told = n ? msg('script.channels.converted', { n, from: was.text, to: pick.selectedOptions[0].text }) : '';
    const not = left ? msg('script.channels.notConverted', { left, from: was.text }) : '';
    if (n || left) note(`${told} ${not}`.trim());
    units();
  }

  form.addEventListener('change', (e) => { if (e.target.matches('.unit-pick')) convert(e.target); if (e.target.name === 'thresholdChannel') units(); }, true);

  // A sensor that is not in the list yet is made in a tab of its own, so that nothing typed here is lost; it comes back into the row that asked.
  const MADE = 'pelerin-new-sensor';
  let asked = null;
  form.addEventListener('focusin', (e) => { if (e.target.matches('select.sensor') && e.target.value !== '+') e.target.dataset.had = e.target.value; });
  form.addEventListener('change', (e) => {
    if (!e.target.matches('select.sensor') || e.target.value !== '+') return;
    e.stopPropagation();
    asked = e.target.closest('tr').dataset.row;
    e.target.value = e.target.dataset.had ?? '';
    open('/library/sensors/edit?back=true');
  }, true);
  addEventListener('storage', (e) => {
    if (e.key !== MADE || !e.newValue || asked === null) return;
    const { name } = JSON.parse(e.newValue), select = rows().find((r) => r.dataset.row === asked)?.querySelector('select.sensor');
    if (!select) return;
    if (![...select.options].some((o) => o.value === name)) select.add(new Option(name, name));
    select.value = name;
    asked = null;
    changed(true, select);
  });

  let before = [];
  form.addEventListener('htmx:beforeSwap', () => { before = rows().map((r) => ({ unit: shownIn(r), limited: limits(r).some((f) => f.value.trim() !== '') })); });
  form.addEventListener('htmx:afterSwap', () => {
    const other = rows().filter((r, i) => before[i]?.limited && before[i].unit !== shownIn(r));
    if (other.length) {
      note(msg('script.channels.checkLimits', { channels: other.map((r) => `“${twin(r, r.querySelector('[name$=".label"]')).value}”`).join(', '), was: before[rows().indexOf(other[0])].unit || msg('script.channels.otherUnit'), now: shownIn(other[0]) }));
    }
    before = [];
    units();
  });
  units();

  form.addEventListener('htmx:afterSwap', show);
  document.body.addEventListener('htmx:afterSettle', show);
  show();
})();
