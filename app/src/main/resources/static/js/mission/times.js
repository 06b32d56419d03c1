// Instants in words: on the site's clock, in UTC, or since the record's start.
import { marksFrom, since } from '../chart/elapsed.js';
import { data, whole } from './context.js';
import { options } from './options.js';
import { typedTime } from '../typed-time.js';

export const zone = () => (options.time === 'utc' ? 'UTC' : data.zone);
const elapsed = () => options.time === 'elapsed';
const formats = new Map();

function format(locale, fields) {
  const key = `${zone()} ${JSON.stringify(fields)}`;
  if (!formats.has(key)) formats.set(key, new Intl.DateTimeFormat(locale, { timeZone: zone(), ...fields }));
  return formats.get(key);
}

/** For people: “Thu 8 Jan 12:20:00 CET”. */
export const moment = (t) => (elapsed() ? since(t - whole.from)
  : format(document.documentElement.lang === 'en' ? 'en-GB' : document.documentElement.lang, { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', second: '2-digit', timeZoneName: 'short' }).format(t));

/** For tables: “2026-01-08 12:20:00 CET”. */
export const stamp = (t) => (elapsed() ? since(t - whole.from)
  : `${format('sv-SE', { dateStyle: 'short', timeStyle: 'medium' }).format(t)} ${abbreviation(t)}`);

const abbreviation = (t) => format(document.documentElement.lang === 'en' ? 'en-GB' : document.documentElement.lang, { timeZoneName: 'short' }).formatToParts(t).find((p) => p.type === 'timeZoneName').value;

/** As a field for date and time has it, always on the site's clock. */
export const local = (t) => new Intl.DateTimeFormat('sv-SE', { timeZone: data.zone, dateStyle: 'short', timeStyle: 'medium' }).format(t);

/** As if it were UTC; NaN for what is no day. */
function utc(text) {
  const parts = typedTime(text);
  return parts ? Date.UTC(...parts) : NaN;
}

/** The instant of such a field: that of the site's clock, in an hour that comes twice the first. */
export function instant(text) {
  const plain = utc(text);
  if (Number.isNaN(plain)) return null;
  const reads = (t) => utc(local(t));
  return [plain - 15 * 3600000, plain + 15 * 3600000].map((near) => plain - (reads(near) - near)).sort((a, b) => a - b)
    .find((t) => reads(t) === plain) ?? plain - (reads(plain) - plain);
}

/** Where an axis has its marks, in s; null where the calendar says so. */
export const splits = (from, to, most) => (elapsed() ? marksFrom(whole.from / 1000, from, to, most) : null);

/** What stands at them: the time, and below it the day where that changes. */
export function labels(marks, step) {
  if (elapsed()) return marks.map((s) => since(s * 1000 - whole.from).replace(/:00$/, ''));
  const day = format(document.documentElement.lang === 'en' ? 'en-GB' : document.documentElement.lang, { day: 'numeric', month: 'short' });
  const time = format(document.documentElement.lang === 'en' ? 'en-GB' : document.documentElement.lang, { hour: '2-digit', minute: '2-digit', ...(step < 60 ? { second: '2-digit' } : {}) });
  let before = '';
  return marks.map((s) => {
    const d = day.format(s * 1000), t = time.format(s * 1000), label = step >= 86400 ? d : d !== before ? `${t}\n${d}` : t;
    before = d;
    return label;
  });
}
