// How a person has the record drawn: what lies over the lines, how time is told, scales, panels, and each line's name, colour, place and
// whether it is drawn and tabled. Kept in this browser for the mission, and in views that are saved.
import { data } from './context.js';

const KEY = `pelerin-drawn-${data.mission}`;
// which lines are drawn belongs to the spot: whoever hides one there does not want it in the next mission either
const SPOT = data.spot ? `pelerin-lines-of-spot-${data.spot}` : null;
const usual = () => ({ limits: true, excursions: true, notes: true, events: true, time: 'site', panels: 'unit', scales: {}, lines: [] });

export const options = usual();
const watchers = [];

/** Something is to be done whenever anything of this changes. */
export const watch = (act) => watchers.push(act);

/** Takes over what was kept; what it does not say stays usual, and of lines that are not here it says nothing. */
export function take(kept) {
  const known = new Set(data.channels.map((c) => c.channel));
  Object.assign(options, usual(), kept);
  options.lines = (Array.isArray(options.lines) ? options.lines : []).filter((l) => known.has(l.label));
}

export function changed() {
  const kept = { ...options, lines: options.lines.map(({ chart, ...l }) => l) };
  try {
    localStorage.setItem(KEY, JSON.stringify(kept));
    if (SPOT) localStorage.setItem(SPOT, JSON.stringify(Object.fromEntries(options.lines.filter((l) => l.chart !== undefined).map((l) => [l.label, l.chart]))));
  } catch (e) { /* a browser that keeps nothing draws all the same */ }
  watchers.forEach((act) => act());
}

export function forget() {
  try { localStorage.removeItem(KEY); if (SPOT) localStorage.removeItem(SPOT); } catch (e) { /* nothing was kept */ }
  take({});
  watchers.forEach((act) => act());
}

/** What is said of a line; empty for one that is as it comes. */
export const lineOf = (label) => options.lines.find((l) => l.label === label) ?? {};
export const nameOf = (label) => lineOf(label).name || label;

export function say(label, what) {
  const there = options.lines.find((l) => l.label === label);
  if (there) Object.assign(there, what); else options.lines.push({ label, ...what });
}

/** What a logger records of itself is folded away until it is asked for. */
export function hidden(number) {
  const channel = data.channels[number], drawn = lineOf(channel?.channel).chart;
  return drawn === undefined ? channel?.house === true : drawn === false;
}
export const hide = (number, on) => say(data.channels[number].channel, { chart: !on });

/** Whether it is in the table: unless said otherwise, all but what lies around the means of scans. */
export const tabled = (label) => lineOf(label).table ?? !data.channels.find((c) => c.channel === label)?.scans;

/** Labels in the order that was chosen: those that were placed first, the others as they come. */
export function ordered(labels) {
  const place = (label) => { const at = lineOf(label).place; return at === undefined ? labels.length + labels.indexOf(label) : at; };
  return [...labels].sort((a, b) => place(a) - place(b));
}

try {
  take(data.view ?? JSON.parse(localStorage.getItem(KEY) ?? '{}'));
  if (!data.view && SPOT) {
    Object.entries(JSON.parse(localStorage.getItem(SPOT) ?? '{}')).forEach(([label, chart]) => { if (data.channels.some((c) => c.channel === label)) say(label, { chart: chart === true }); });
    // a record of which nothing would be seen is shown whole
    if (data.channels.length && data.channels.every((c) => hidden(c.number))) options.lines.forEach((l) => delete l.chart);
  }
} catch (e) {
  take({});
}
