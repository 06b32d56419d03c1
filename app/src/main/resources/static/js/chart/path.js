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
