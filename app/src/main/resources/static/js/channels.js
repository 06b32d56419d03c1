// The channel table of a plan: which columns are shown, fill down, paste from a spreadsheet, copy a channel to others.
'use strict';

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

  function changed(sensors) {
    const sensor = sensors && form.querySelector('select.sensor');
    (sensor || form).dispatchEvent(new Event(sensor ? 'change' : 'input', { bubbles: true }));
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
    text.replace(/\r/g, '').replace(/\n+$/, '').split('\n').forEach((line, down) => {
      const row = all[first + down];
      if (!row) return;
      const visible = controls(row).filter((c) => c.offsetParent !== null);
      const start = visible.indexOf(twin(row, cell));
      line.split('\t').forEach((value, across) => set(visible[start + across], value));
    });
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
    let n = 0;
    fields.forEach((f) => {
      const v = Number(f.value.replace('−', '-').replace(',', '.'));
      if (f.value.trim() === '' || Number.isNaN(v)) return;
      f.value = String(round((v - was.shift) / was.factor * Number(to.factor) + Number(to.shift)));
      n += 1;
    });
    if (n) note(`${n === 1 ? 'One value' : `${n} values`} converted from ${was.text} to ${pick.selectedOptions[0].text}. Take the unit back to have them as they were.`);
    units();
  }

  form.addEventListener('change', (e) => { if (e.target.matches('.unit-pick')) convert(e.target); if (e.target.name === 'thresholdChannel') units(); }, true);

  let before = [];
  form.addEventListener('htmx:beforeSwap', () => { before = rows().map((r) => ({ unit: shownIn(r), limited: limits(r).some((f) => f.value.trim() !== '') })); });
  form.addEventListener('htmx:afterSwap', () => {
    const other = rows().filter((r, i) => before[i]?.limited && before[i].unit !== shownIn(r));
    if (other.length) {
      note(`Look at the limits of ${other.map((r) => `“${twin(r, r.querySelector('[name$=".label"]')).value}”`).join(', ')} again: they were in ${before[rows().indexOf(other[0])].unit || 'another unit'}, and the sensor now gives ${shownIn(other[0])}.`);
    }
    before = [];
    units();
  });
  units();

  form.addEventListener('htmx:afterSwap', show);
  document.body.addEventListener('htmx:afterSettle', show);
  show();
})();
