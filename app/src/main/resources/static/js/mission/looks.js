// A line keeps its look whatever else is shown: least and greatest look like their mean, a second table like the first.
import { css, data } from './context.js';
import { lineOf } from './options.js';

const DASHES = [[], [7, 3], [2, 3], [9, 3, 2, 3]];
export const COLOURS = 8;
const base = (label) => label.replace(/ (least|greatest)(?=,|$)/, '').replace(/, every .*$/, '');
const looks = [...new Set(data.channels.map((c) => base(c.channel)))];

/** Which of the colours: the one that was chosen, else the next in turn. */
export const colourOf = (label) => lineOf(label).colour ?? lineOf(base(label)).colour ?? (Math.max(0, looks.indexOf(base(label))) % COLOURS) + 1;

export function look(label) {
  const k = Math.max(0, looks.indexOf(base(label)));
  return { colour: css(`--series-${colourOf(label)}`), dash: DASHES[Math.floor(k / COLOURS) % DASHES.length] };
}
