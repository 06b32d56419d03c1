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
    const all = rows();
    all.slice(all.indexOf(cell.closest('tr')) + 1).forEach((r) => {
      if (!r.querySelector('[disabled]')) set(twin(r, cell), cell);
    });
    changed(cell.classList.contains('sensor'));
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

  form.addEventListener('htmx:afterSwap', show);
  document.body.addEventListener('htmx:afterSettle', show);
  show();
})();
