// A line keeps its look whatever else is shown: least and greatest look like their mean, a second table like the first.
import { css, data } from './context.js';

const DASHES = [[], [7, 3], [2, 3], [9, 3, 2, 3]], COLOURS = 8;
const base = (label) => label.replace(/ (least|greatest)(?=,|$)/, '').replace(/, every .*$/, '');
const looks = [...new Set(data.channels.map((c) => base(c.channel)))];

export function look(label) {
  const k = Math.max(0, looks.indexOf(base(label)));
  return { colour: css(`--series-${(k % COLOURS) + 1}`), dash: DASHES[Math.floor(k / COLOURS) % DASHES.length] };
}
