// Fields for days and times are typed. A calendar opens at the mark in the field, or with Alt and the arrow down; it writes what would be typed.
import { typedTime } from './typed-time.js';

const language = { en: 'en-GB' }[document.documentElement.lang] ?? document.documentElement.lang;
const kinds = { day: 'Y-m-d', moment: 'Y-m-d H:i', second: 'Y-m-d H:i:S' };
const MARK = 30;
let loaded;

function load() {
  loaded ??= new Promise((resolve, reject) => {
    const { script, style } = document.querySelector('meta[name=calendar]').dataset;
    document.querySelector('link[rel=stylesheet]').before(Object.assign(document.createElement('link'), { rel: 'stylesheet', href: style }));
    document.head.append(Object.assign(document.createElement('script'), { src: script, onload: resolve, onerror: reject }));
  });
  return loaded;
}

const names = (options, from, count, step) => Array.from({ length: count }, (_, i) =>
  new Intl.DateTimeFormat(language, { timeZone: 'UTC', ...options }).format(from + i * step));

/** Names of days and months as the page's language has them; the week begins on Monday (ISO 8601). */
function words() {
  const sunday = Date.UTC(2023, 0, 1), day = 86400000, month = Date.UTC(2023, 0, 15), about = 30.4 * day;
  return {
    weekdays: { shorthand: names({ weekday: 'short' }, sunday, 7, day), longhand: names({ weekday: 'long' }, sunday, 7, day) },
    months: { shorthand: names({ month: 'short' }, month, 12, about), longhand: names({ month: 'long' }, month, 12, about) },
    firstDayOfWeek: 1, time_24hr: true, ordinal: () => '',
    yearAriaLabel: msg('script.when.year'), monthAriaLabel: msg('script.when.month'),
    hourAriaLabel: msg('script.when.hour'), minuteAriaLabel: msg('script.when.minute'),
  };
}

async function open(field) {
  await load();
  const kind = field.dataset.when, home = field.closest('dialog') ?? document.body;
  const parts = typedTime(field.value), base = document.createElement('input');
  base.type = 'hidden';
  home.append(base);
  const told = (type) => field.dispatchEvent(new Event(type, { bubbles: true }));
  const calendar = flatpickr(base, {
    locale: words(), appendTo: home, clickOpens: false, disableMobile: true, monthSelectorType: 'static', dateFormat: kinds[kind],
    enableTime: kind !== 'day', enableSeconds: kind === 'second', time_24hr: true, minuteIncrement: 1, defaultDate: parts ? new Date(...parts) : undefined,
    position: (self) => {
      const at = field.getBoundingClientRect(), box = self.calendarContainer, height = box.offsetHeight;
      const below = at.bottom + height + 6 < window.innerHeight || at.top < height;
      Object.assign(box.style, { position: 'fixed', left: `${Math.max(4, Math.min(at.left, window.innerWidth - box.offsetWidth - 4))}px`,
        top: `${Math.max(4, below ? Math.min(at.bottom + 4, window.innerHeight - height - 4) : at.top - height - 4)}px` });
    },
    onChange: (chosen, text) => { if (chosen.length) { field.value = text; told('input'); } },
    onClose: (chosen) => {
      if (chosen.length) told('change');
      field.focus();
      setTimeout(() => { calendar.destroy(); base.remove(); });
    },
  });
  // what the page does with single keys is not meant here
  calendar.calendarContainer.addEventListener('keydown', (e) => { if (e.key !== 'Escape') e.stopPropagation(); });
  calendar.calendarContainer.addEventListener('keydown', (e) => { if (e.key === 'Escape') { e.preventDefault(); e.stopPropagation(); calendar.close(); } }, true);
  calendar.open();
  setTimeout(() => (calendar.selectedDateElem ?? calendar.todayDateElem ?? calendar.days.firstChild).focus(), 20);
}

const picks = (e) => (e.target.dataset?.when in kinds && !e.target.disabled && !e.target.readOnly ? e.target : null);
const onMark = (e, field) => e.offsetX > field.clientWidth - MARK;

document.addEventListener('keydown', (e) => {
  const field = e.altKey && e.key === 'ArrowDown' ? picks(e) : null;
  if (field) { e.preventDefault(); open(field); }
});
document.addEventListener('click', (e) => { const field = picks(e); if (field && onMark(e, field)) open(field); });
document.addEventListener('mousemove', (e) => { const field = picks(e); if (field) field.style.cursor = onMark(e, field) ? 'pointer' : ''; });
