// A line of smallest and largest values a column as a path on a plot.

/**
 * @param line its least and greatest values, null where nothing was recorded
 * @param group instants of its columns, and whether what it tells holds until the next
 * @param shift taken off instants, in ms
 */
export function path(u, line, group, shift = 0) {
  const out = new Path2D();
  let pen = null;
  line.min.forEach((lo, i) => {
    if (lo === null) { pen = null; return; }
    const x = u.valToPos((group.t[i] - shift) / 1000, 'x', true), y0 = u.valToPos(lo, 'y', true), y1 = u.valToPos(line.max[i], 'y', true);
    if (pen !== null && group.steps) out.lineTo(x, pen);
    if (pen !== null) out.lineTo(x, y0); else out.moveTo(x, y0);
    out.lineTo(x, y1 === y0 ? y0 + 0.01 : y1);
    pen = y1;
  });
  if (pen !== null && group.steps) out.lineTo(u.valToPos((group.end - shift) / 1000, 'x', true), pen);
  return out;
}

/** The column that an instant lies in; of samples the nearest, of steps the one that holds; -1 outside. */
export function columnAt(group, t) {
  const ts = group.t;
  if (!ts.length || t > group.end || t < ts[0] - (ts.length > 1 ? ts[1] - ts[0] : 0)) return -1;
  let low = 0, high = ts.length - 1;
  while (low < high) { const mid = (low + high + 1) >> 1; if (ts[mid] <= t) low = mid; else high = mid - 1; }
  return !group.steps && low + 1 < ts.length && ts[low + 1] - t < t - ts[low] ? low + 1 : low;
}

/** Where each of many samples a column lies: from the least to the greatest, without a break. */
export function band(u, line, group, shift = 0) {
  const out = new Path2D();
  const at = (i) => u.valToPos(((i < group.t.length ? group.t[i] : group.end) - shift) / 1000, 'x', true);
  for (let i = 0; i < line.min.length;) {
    if (line.min[i] === null) { i++; continue; }
    const from = i;
    while (i < line.min.length && line.min[i] !== null) i++;
    out.moveTo(at(from), u.valToPos(line.max[from], 'y', true));
    for (let k = from; k < i; k++) { const y = u.valToPos(line.max[k], 'y', true); out.lineTo(at(k), y); out.lineTo(at(k + 1), y); }
    for (let k = i - 1; k >= from; k--) { const y = u.valToPos(line.min[k], 'y', true); out.lineTo(at(k + 1), y); out.lineTo(at(k), y); }
    out.closePath();
  }
  return out;
}

/** The medians of columns, a line through their middles. */
export function middle(u, line, group, shift = 0) {
  const out = new Path2D();
  let pen = false;
  line.median.forEach((m, i) => {
    if (m === null) { pen = false; return; }
    const x = u.valToPos(((group.t[i] + (i + 1 < group.t.length ? group.t[i + 1] : group.end)) / 2 - shift) / 1000, 'x', true), y = u.valToPos(m, 'y', true);
    if (pen) out.lineTo(x, y); else out.moveTo(x, y);
    pen = true;
  });
  return out;
}

/** The samples themselves, where they stand at least so many pixels apart; null else. */
export function points(u, line, group, apart, radius) {
  const ts = group.t;
  if (!group.raw || group.steps || ts.length < 2 || (u.valToPos(ts[ts.length - 1] / 1000, 'x', true) - u.valToPos(ts[0] / 1000, 'x', true)) / (ts.length - 1) < apart) return null;
  const out = new Path2D();
  line.min.forEach((v, i) => {
    if (v === null) return;
    const x = u.valToPos(ts[i] / 1000, 'x', true), y = u.valToPos(v, 'y', true);
    out.moveTo(x + radius, y); out.arc(x, y, radius, 0, 2 * Math.PI);
  });
  return out;
}
