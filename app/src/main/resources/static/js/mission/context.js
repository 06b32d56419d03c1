// What all parts of the mission's chart stand on: its place on the page, what the page says of the record, colours and words.
import { written } from '../chart/numbers.js';

export const box = document.getElementById('chart');
export const data = box ? JSON.parse(box.dataset.chart) : { channels: [] };
export const whole = { from: data.from, to: Math.max(data.to, data.from + 1000) };
/** What is in view; changed by show() in mission.js only. */
export const view = { ...whole };

// of a few lines the names stand in the margin; of many, in a list beside
const few = data.channels.filter((c) => c.shown && !c.house && !c.scans).length <= 8;
export const NAMED = few && window.innerWidth > 700;
export const LEFT = 58, RIGHT = NAMED ? 104 : 12, RIBBON = 34;
export const units = [...new Set(data.channels.map((c) => c.unit))];

export const css = (name) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
export const clamp = (v, a, b) => Math.min(Math.max(v, a), b);
export const numbers = written({ maximumFractionDigits: 2 });

/** Asks the server for something of this mission, in the unit and on the clock that are shown. */
export async function ask(what, parameters) {
  const query = new URLSearchParams({ ...parameters, t: data.t, clock: data.clock });
  const answer = await fetch(`/missions/${data.mission}/${what}?${query}`, { headers: { Accept: 'application/json' } });
  if (!answer.ok) throw new Error(msg('script.mission.notRead', { status: answer.status }));
  return answer.json();
}

/** Smallest and largest value a column between two instants. */
export const points = (from, to, width) => ask('window', { from: Math.floor(from), to: Math.ceil(to), width });
