// Time since an instant, in words and along an axis.
const two = (n) => String(n).padStart(2, '0');

/** “2 d 03:15:00”. */
export function since(ms) {
  const s = Math.round(Math.abs(ms) / 1000), days = Math.floor(s / 86400);
  return `${ms < 0 && s ? '−' : ''}${days ? `${days}\u00a0d ` : ''}${two(Math.floor(s / 3600) % 24)}:${two(Math.floor(s / 60) % 60)}:${two(s % 60)}`;
}

const STEPS = [1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600, 7200, 10800, 21600, 43200, 86400, 172800, 432000, 604800, 1209600, 2592000, 7776000, 31536000];

/** Round times from an origin on, at most so many; all in s. */
export function marksFrom(origin, from, to, most) {
  const step = STEPS.find((s) => (to - from) / s <= most) ?? STEPS.at(-1), out = [];
  for (let k = Math.ceil((from - origin) / step); origin + k * step <= to; k++) out.push(origin + k * step);
  return out;
}
