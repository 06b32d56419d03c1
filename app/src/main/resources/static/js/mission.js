// The mission chart: one plot a unit with a common time axis, limits as bands, excursions in a ribbon above, gaps as gaps,
// an overview strip below. Points come from the server at the zoom in view, as smallest and largest value a column.
'use strict';

(function () {
  const box = document.getElementById('chart');
  if (!box) return;
  const data = JSON.parse(box.dataset.chart);
  const whole = { from: data.from, to: Math.max(data.to, data.from + 1000) };
  let view = { ...whole };
  let plots = [];
  let wanted = null, fetching = false;
  let timer = null;
  const LEFT = 54, RIGHT = 10, RIBBON = 36;

  const css = (name) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
  const numbers = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 2 });
  const moment = new Intl.DateTimeFormat('en-GB', { timeZone: data.zone, weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', second: '2-digit', timeZoneName: 'short' });
  const clamp = (v, a, b) => Math.min(Math.max(v, a), b);

  async function points(from, to, width) {
    const url = `/missions/${data.mission}/window?from=${Math.floor(from)}&to=${Math.ceil(to)}&width=${width}&t=${data.t}&clock=${data.clock}`;
    const answer = await fetch(url, { headers: { Accept: 'application/json' } });
    if (!answer.ok) throw new Error(`The chart's points could not be read (${answer.status}).`);
    return answer.json();
  }

  const units = [...new Set(data.channels.map((c) => c.unit))];

  // A line keeps its look whatever else is shown: least and greatest look like their mean, a second table like the first.
  const DASHES = [[], [7, 3], [2, 3], [9, 3, 2, 3]], COLOURS = 8;
  const base = (label) => label.replace(/ (least|greatest)(?=,|$)/, '').replace(/, every .*$/, '');
  const looks = [...new Set(data.channels.map((c) => base(c.channel)))];
  const look = (label) => { const k = looks.indexOf(base(label)); return { colour: css(`--series-${(k % COLOURS) + 1}`), dash: DASHES[Math.floor(k / COLOURS) % DASHES.length] }; };

  // Only units of which something is drawn have a plot; where nothing is, the first keeps its place.
  function plotted(lines) {
    const there = units.filter((u) => lines.some((l) => l.unit === u));
    return there.length ? there : units.slice(0, 1);
  }
  function heights(n) {
    const room = Math.max(300, Math.min(560, innerHeight - box.getBoundingClientRect().top - scrollY - 110));
    const first = n > 1 ? Math.round(room * 0.58) : room;
    return Array.from({ length: n }, (u, i) => (i === 0 ? first : Math.round((room - first) / (n - 1))));
  }

  function limitsOf(unit) { return data.channels.filter((c) => c.unit === unit && (c.low !== '' || c.high !== '') && !chosen.hidden.has(c.number)); }

  // Each limit once, with whose it is where it is not everybody's.
  function limitLines(unit) {
    const own = limitsOf(unit), lines = new Map();
    const everybody = data.channels.filter((c) => c.unit === unit && c.shown && !chosen.hidden.has(c.number)).length;
    own.forEach((c) => [['high', c.high], ['low', c.low]].forEach(([side, v]) => {
      if (v === '') return;
      const key = `${side} ${v}`;
      lines.set(key, { side, v, of: [...(lines.get(key)?.of ?? []), c.channel] });
    }));
    return [...lines.values()].map((l) => ({ ...l, text: `limit ${numbers.format(l.v)} ${unit}${l.of.length >= everybody ? '' : ` (${l.of.length > 3 ? `${l.of.length} lines` : l.of.join(', ')})`}` }));
  }

  function range(unit, lines) {
    let lo = Infinity, hi = -Infinity;
    lines.forEach((l) => l.min.forEach((v, i) => { if (v !== null) { lo = Math.min(lo, v); hi = Math.max(hi, l.max[i]); } }));
    limitsOf(unit).forEach((c) => { if (c.low !== '') { lo = Math.min(lo, c.low); } if (c.high !== '') { hi = Math.max(hi, c.high); } });
    if (lo > hi) return [0, 1];
    const room = Math.max((hi - lo) * 0.07, 0.2);
    return [lo - room, hi + room];
  }

  // Limits under the values.
  function drawLimits(unit) {
    return (u) => {
      const { ctx, bbox } = u, d = devicePixelRatio, end = bbox.top + bbox.height;
      ctx.save();
      ctx.fillStyle = css('--spruce-soft');
      const bands = new Set(limitsOf(unit).map((c) => `${c.high}|${c.low}`));
      ctx.globalAlpha = 0.55 / Math.max(1, bands.size);
      bands.forEach((band) => {
        const [high, low] = band.split('|');
        const top = high === '' ? bbox.top : clamp(u.valToPos(Number(high), 'y', true), bbox.top, end);
        ctx.fillRect(bbox.left, top, bbox.width, (low === '' ? end : clamp(u.valToPos(Number(low), 'y', true), bbox.top, end)) - top);
      });
      ctx.globalAlpha = 1;
      ctx.strokeStyle = ctx.fillStyle = css('--spruce');
      ctx.lineWidth = d;
      limitLines(unit).forEach((l) => {
        const y = u.valToPos(l.v, 'y', true);
        if (y < bbox.top || y > end) return;
        ctx.beginPath(); ctx.moveTo(bbox.left, y); ctx.lineTo(bbox.left + bbox.width, y); ctx.stroke();
      });
      ctx.restore();
    };
  }

  // Their labels over the values, so that they can be read.
  function labelLimits(unit) {
    return (u) => {
      const { ctx, bbox } = u, d = devicePixelRatio, end = bbox.top + bbox.height;
      ctx.save();
      ctx.font = `${12 * d}px Next`;
      ctx.textAlign = 'right';
      // beyond its line where there is room and no other label, else on its other side, else further left
      const taken = [];
      limitLines(unit).sort((a, b) => b.v - a.v).forEach((l) => {
        const y = u.valToPos(l.v, 'y', true), width = ctx.measureText(l.text).width;
        if (y < bbox.top || y > end) return;
        const sides = (l.side === 'high' ? [y - 5 * d, y + 14 * d] : [y + 14 * d, y - 5 * d]).filter((at) => at - 11 * d >= bbox.top && at <= end);
        const free = (at, right) => taken.every((t) => Math.abs(t.at - at) >= 13 * d || t.left > right + 8 * d || right - width > t.right + 8 * d);
        let right = bbox.left + bbox.width - 4 * d, at = sides.find((s) => free(s, right));
        while (at === undefined && sides.length && right - width > bbox.left) {
          right -= 20 * d;
          at = sides.find((s) => free(s, right));
        }
        if (at === undefined) return;
        taken.push({ at, left: right - width, right });
        ctx.globalAlpha = 0.85; ctx.fillStyle = css('--page');
        ctx.fillRect(right - width - 3 * d, at - 11 * d, width + 6 * d, 14 * d);
        ctx.globalAlpha = 1; ctx.fillStyle = css('--spruce');
        ctx.fillText(l.text, right, at);
      });
      ctx.restore();
    };
  }

  // Smallest to largest value a column; what is beyond a limit in the colour of its side. What holds until it changes is drawn in steps.
  function drawLines(unit, lines, groups) {
    return (u) => {
      const { ctx, bbox } = u;
      ctx.save();
      ctx.beginPath(); ctx.rect(bbox.left, bbox.top, bbox.width, bbox.height); ctx.clip();
      lines.forEach((line) => {
        const limit = data.channels[line.channel] || {}, style = look(line.label);
        const strokes = [[style.colour, limit.scans ? 1 : 1.5, null]];
        if (limit.high !== '' && limit.high !== undefined) strokes.push([css('--ember'), 2.6, ['above', u.valToPos(limit.high, 'y', true)]]);
        if (limit.low !== '' && limit.low !== undefined) strokes.push([css('--glacier'), 2.6, ['below', u.valToPos(limit.low, 'y', true)]]);
        const path = new Path2D(), group = groups[line.group];
        let pen = null;
        line.min.forEach((lo, i) => {
          if (lo === null) { pen = null; return; }
          const x = u.valToPos(group.t[i] / 1000, 'x', true), y0 = u.valToPos(lo, 'y', true), y1 = u.valToPos(line.max[i], 'y', true);
          if (pen !== null && group.steps) path.lineTo(x, pen);
          if (pen !== null) path.lineTo(x, y0); else path.moveTo(x, y0);
          path.lineTo(x, y1 === y0 ? y0 + 0.01 : y1);
          pen = y1;
        });
        if (pen !== null && group.steps) path.lineTo(u.valToPos(group.end / 1000, 'x', true), pen);
        strokes.forEach(([colour, width, side]) => {
          ctx.save();
          if (side) {
            ctx.beginPath();
            if (side[0] === 'above') ctx.rect(bbox.left, bbox.top, bbox.width, Math.max(0, side[1] - bbox.top));
            else ctx.rect(bbox.left, side[1], bbox.width, Math.max(0, bbox.top + bbox.height - side[1]));
            ctx.clip();
          }
          ctx.strokeStyle = colour; ctx.lineWidth = width * devicePixelRatio; ctx.lineJoin = 'round';
          ctx.setLineDash(style.dash.map((n) => n * devicePixelRatio));
          ctx.stroke(path);
          ctx.restore();
        });
      });
      ctx.restore();
    };
  }

  // What is not judged lies under a veil, with its edge drawn.
  function drawOutside(u) {
    const { ctx, bbox } = u, d = devicePixelRatio;
    ctx.save();
    (data.outside || []).forEach(([from, to]) => {
      if (to <= view.from || from >= view.to) return;
      const a = clamp(u.valToPos(from / 1000, 'x', true), bbox.left, bbox.left + bbox.width);
      const b = clamp(u.valToPos(to / 1000, 'x', true), bbox.left, bbox.left + bbox.width);
      ctx.globalAlpha = 0.72;
      ctx.fillStyle = css('--page');
      ctx.fillRect(a, bbox.top, b - a, bbox.height);
      ctx.globalAlpha = 1;
      ctx.strokeStyle = css('--ink-2'); ctx.lineWidth = d; ctx.setLineDash([2 * d, 3 * d]);
      [a, b].forEach((x) => { if (x > bbox.left && x < bbox.left + bbox.width) { ctx.beginPath(); ctx.moveTo(x, bbox.top); ctx.lineTo(x, bbox.top + bbox.height); ctx.stroke(); } });
    });
    ctx.restore();
  }

  // Excursions and gaps in a ribbon of their own above the first plot.
  function drawRibbon(u) {
    const { ctx, bbox } = u, d = devicePixelRatio, top = bbox.top - RIBBON * d, height = 10 * d, y = top + 13 * d;
    const place = (from, to) => {
      const a = clamp(u.valToPos(from / 1000, 'x', true), bbox.left, bbox.left + bbox.width);
      const b = clamp(u.valToPos(to / 1000, 'x', true), bbox.left, bbox.left + bbox.width);
      return to < view.from || from > view.to ? null : [a, Math.max(b - a, 3 * d)];
    };
    ctx.save();
    ctx.fillStyle = css('--line-2');
    ctx.fillRect(bbox.left, y, bbox.width, height);
    ctx.fillStyle = css('--ink-2'); ctx.font = `${12 * d}px Next`; ctx.textAlign = 'right';
    ctx.fillText('out', bbox.left - 8 * d, y + 9 * d);
    data.gaps.forEach(([from, to]) => {
      const at = place(from, to); if (!at) return;
      ctx.fillStyle = ctx.strokeStyle = css('--straw');
      ctx.fillRect(at[0], y, at[1], height);
      const m = at[0] + at[1] / 2;
      ctx.lineWidth = 1.5 * d; ctx.beginPath(); ctx.moveTo(m, y - 12 * d); ctx.lineTo(m + 5 * d, y - 7 * d); ctx.lineTo(m, y - 2 * d); ctx.lineTo(m - 5 * d, y - 7 * d); ctx.closePath(); ctx.stroke();
    });
    data.excursions.forEach((e) => {
      const at = place(e.from, e.to); if (!at) return;
      // above in the upper half, below in the lower, so that neither hides the other
      ctx.fillStyle = css(e.above ? '--ember' : '--glacier');
      ctx.fillRect(at[0], e.above ? y : y + height / 2, at[1], height / 2);
      const m = at[0] + at[1] / 2, tip = e.above ? y - 9 * d : y + height + 9 * d, base = e.above ? y - 1 * d : y + height + 1 * d;
      ctx.beginPath(); ctx.moveTo(m, tip); ctx.lineTo(m + 5 * d, base); ctx.lineTo(m - 5 * d, base); ctx.closePath(); ctx.fill();
    });
    ctx.restore();
  }

  // What of the record is drawn: of several tables the first and all changes, of scans the mean, until more is asked for; and of
  // those what is not hidden.
  const chosen = { tables: new Set([0]), spread: false, hidden: new Set() };
  const listed = (got) => got.lines.filter((l) => (got.groups[l.group].steps || chosen.tables.has(l.group)) && (chosen.spread || !data.channels[l.channel]?.scans));
  const drawn = (got) => listed(got).filter((l) => !chosen.hidden.has(l.channel));

  // Names with their looks; a press hides or shows a line.
  function legend(got) {
    const place = document.getElementById('legend'), lines = listed(got), focused = document.activeElement?.dataset?.line;
    place.hidden = lines.length < 2;
    place.replaceChildren(...lines.map((l) => {
      const b = document.createElement('button'), on = !chosen.hidden.has(l.channel), style = look(l.label);
      b.type = 'button';
      b.dataset.line = l.channel;
      b.setAttribute('aria-pressed', on);
      const mark = document.createElementNS('http://www.w3.org/2000/svg', 'svg'), line = document.createElementNS('http://www.w3.org/2000/svg', 'line');
      mark.setAttribute('viewBox', '0 0 22 8'); mark.setAttribute('aria-hidden', 'true');
      Object.entries({ x1: 0, x2: 22, y1: 4, y2: 4, stroke: style.colour, 'stroke-width': 2.4, 'stroke-dasharray': style.dash.join(' ') }).forEach(([k, v]) => line.setAttribute(k, v));
      mark.append(line);
      b.append(mark, `${l.label}${l.unit && units.length > 1 ? ` ${l.unit}` : ''}`);
      b.addEventListener('click', () => { if (!chosen.hidden.delete(l.channel)) chosen.hidden.add(l.channel); redraw(); });
      return b;
    }));
    if (lines.length > 6) {
      [['none', () => lines.forEach((l) => chosen.hidden.add(l.channel))], ['all', () => chosen.hidden.clear()]].forEach(([text, act]) => {
        const b = document.createElement('button');
        b.type = 'button'; b.className = 'chip'; b.textContent = text; b.dataset.line = text;
        b.addEventListener('click', () => { act(); redraw(); });
        place.prepend(b);
      });
    }
    if (focused) place.querySelector(`[data-line="${focused}"]`)?.focus();
  }
  function redraw() { if (last) { build(last); clearTimeout(timer); timer = setTimeout(figures, 250); } }
  function choices() {
    const even = data.tables.map((t, i) => ({ ...t, i })).filter((t) => !t.events);
    const spread = data.channels.some((c) => c.scans);
    if (even.length < 2 && !spread) return;
    const row = document.createElement('p');
    row.className = 'drawn';
    const chip = (text, on, flip) => {
      const b = document.createElement('button');
      b.type = 'button'; b.className = 'chip'; b.textContent = text;
      const paint = () => { b.classList.toggle('on', on()); b.setAttribute('aria-pressed', on()); };
      b.addEventListener('click', () => { flip(); paint(); redraw(); });
      paint();
      row.append(b);
    };
    if (even.length > 1) even.forEach((t) => chip(t.title, () => chosen.tables.has(t.i), () => { if (!chosen.tables.delete(t.i)) chosen.tables.add(t.i); }));
    if (spread) chip('least and greatest', () => chosen.spread, () => { chosen.spread = !chosen.spread; });
    document.getElementById('legend').before(row);
  }
  let last = null;

  function build(got) {
    last = got;
    legend(got);
    const points = { groups: got.groups, lines: drawn(got) };
    plots.forEach((p) => p.destroy());
    plots = [];
    const shown = plotted(points.lines), high = heights(shown.length);
    shown.forEach((unit, i) => {
      const lines = points.lines.filter((l) => l.unit === unit);
      const xs = [view.from / 1000, view.to / 1000];
      const [lo, hi] = range(unit, lines);
      const lowest = i === shown.length - 1;
      const options = {
        width: box.clientWidth, height: high[i],
        padding: [i === 0 ? RIBBON + 4 : 14, RIGHT, lowest ? 0 : 6, 0],
        legend: { show: false },
        tzDate: (s) => uPlot.tzDate(new Date(s * 1000), data.zone),
        cursor: { sync: { key: 'mission', setSeries: false }, drag: { x: true, y: false, setScale: false }, points: { show: false }, bind: { mousedown: (u, t, h) => (e) => { if (!e.shiftKey) h(e); return null; }, dblclick: () => () => { all(); return null; } } },
        scales: { x: { time: true, min: view.from / 1000, max: view.to / 1000 }, y: { range: () => [lo, hi] } },
        axes: [
          { show: true, space: 74, size: lowest ? 44 : 4, stroke: css('--ink-2'), grid: { stroke: css('--line-2'), width: 1 }, ticks: { show: lowest, stroke: css('--line') }, font: '13px Next', values: lowest ? (u, splits, ax, space, incr) => labels(splits, incr) : (u, s) => s.map(() => null) },
          { size: LEFT, stroke: css('--ink-2'), grid: { show: false }, ticks: { show: false }, font: '13px Next', values: (u, splits) => splits.map((v, k) => (k === splits.length - 1 ? `${numbers.format(v)} ${unit}` : numbers.format(v))) },
        ],
        series: [{}, ...lines.map(() => ({ show: true, paths: () => null, points: { show: false } }))],
        hooks: {
          drawAxes: [drawLimits(unit)],
          draw: [drawLines(unit, lines, points.groups), drawOutside, labelLimits(unit), ...(i === 0 ? [drawRibbon] : [])],
          setCursor: [(u) => under(u, points)],
          setSelect: [(u) => { if (u.select.width > 4) show(u.posToVal(u.select.left, 'x') * 1000, u.posToVal(u.select.left + u.select.width, 'x') * 1000); u.setSelect({ width: 0, height: 0 }, false); }],
        },
      };
      plots.push(new uPlot(options, [xs, ...lines.map(() => [null, null])], box));
    });
    overview();
  }

  function labels(splits, step) {
    const day = new Intl.DateTimeFormat('en-GB', { timeZone: data.zone, day: 'numeric', month: 'short' });
    const time = new Intl.DateTimeFormat('en-GB', { timeZone: data.zone, hour: '2-digit', minute: '2-digit', ...(step < 60 ? { second: '2-digit' } : {}) });
    let before = '';
    return splits.map((s) => {
      const d = day.format(s * 1000), t = time.format(s * 1000);
      const label = step >= 86400 ? d : d !== before ? `${t}\n${d}` : t;
      before = d;
      return label;
    });
  }

  function under(u, points) {
    const out = document.getElementById('under');
    if (u.cursor.left === null || u.cursor.left === undefined || u.cursor.left < 0) { out.textContent = ''; return; }
    const t = u.posToVal(u.cursor.left, 'x') * 1000, at = points.groups.map((g) => columnAt(g, t));
    const there = points.lines.filter((l) => at[l.group] >= 0), more = there.length > 6 ? ` · and ${there.length - 6} more` : '';
    const values = there.slice(0, 6).map((l) => { const i = at[l.group], raw = points.groups[l.group].raw; return (l.min[i] === null ? `${l.label} ◇` : raw || l.min[i] === l.max[i] ? `${l.label} ${numbers.format(l.max[i])} ${l.unit}` : `${l.label} ${numbers.format(l.min[i])} … ${numbers.format(l.max[i])} ${l.unit}`); });
    const first = at[0] >= 0 && !points.groups[0].steps ? points.groups[0].t[at[0]] : t;
    out.textContent = `${moment.format(first)}  ${values.join(' · ')}${more}`;
  }

  // The column that an instant lies in; of samples the nearest, of steps the one that holds; -1 outside.
  function columnAt(group, t) {
    const ts = group.t;
    if (!ts.length || t > group.end || t < ts[0] - (ts.length > 1 ? ts[1] - ts[0] : 0)) return -1;
    let low = 0, high = ts.length - 1;
    while (low < high) { const mid = (low + high + 1) >> 1; if (ts[mid] <= t) low = mid; else high = mid - 1; }
    return !group.steps && low + 1 < ts.length && ts[low + 1] - t < t - ts[low] ? low + 1 : low;
  }

  // The whole record in small; a click or drag moves the view there.
  let small = null;
  let strip = null;
  async function overview() {
    if (!strip) {
      strip = document.createElement('canvas');
      strip.className = 'overview';
      strip.setAttribute('aria-hidden', 'true');
      box.after(strip);
      const move = (e) => {
        const r = strip.getBoundingClientRect();
        const t = whole.from + (whole.to - whole.from) * clamp((e.clientX - r.left - LEFT) / (r.width - LEFT - RIGHT), 0, 1);
        const half = (view.to - view.from) / 2;
        show(t - half, t + half);
      };
      strip.addEventListener('pointerdown', (e) => { strip.setPointerCapture(e.pointerId); move(e); });
      strip.addEventListener('pointermove', (e) => { if (e.buttons) move(e); });
    }
    small = small || await points(whole.from, whole.to, 600);
    const d = devicePixelRatio, w = strip.clientWidth * d, h = 40 * d, ctx = strip.getContext('2d');
    strip.width = w; strip.height = h;
    const x = (t) => LEFT * d + (w - (LEFT + RIGHT) * d) * (t - whole.from) / (whole.to - whole.from);
    const line = small.lines[0];
    if (!line) return;
    const lo = Math.min(...line.min.filter((v) => v !== null)), hi = Math.max(...line.max.filter((v) => v !== null));
    const y = (v) => h - 5 * d - (h - 10 * d) * (v - lo) / Math.max(hi - lo, 0.1);
    ctx.fillStyle = css('--sheet'); ctx.strokeStyle = css('--line');
    ctx.fillRect(x(whole.from), 0, x(whole.to) - x(whole.from), h);
    ctx.strokeStyle = css('--ink-3'); ctx.beginPath();
    let pen = false;
    line.min.forEach((v, i) => { if (v === null) { pen = false; return; } const px = x(small.groups[line.group].t[i]); if (pen) ctx.lineTo(px, y(v)); else ctx.moveTo(px, y(v)); ctx.lineTo(px, y(line.max[i])); pen = true; });
    ctx.stroke();
    ctx.strokeStyle = css('--spruce'); ctx.lineWidth = 2 * d;
    ctx.strokeRect(x(view.from), d, Math.max(x(view.to) - x(view.from), 4 * d), h - 2 * d);
  }

  async function show(from, to) {
    const length = clamp(to - from, 10000, whole.to - whole.from);
    const start = clamp((from + to) / 2 - length / 2, whole.from, whole.to - length);
    view = { from: start, to: start + length };
    wanted = view;
    document.querySelectorAll('[data-span]').forEach((b) => b.classList.toggle('on', b.dataset.span === 'all' ? length === whole.to - whole.from : Math.abs(length - b.dataset.span) < 1000));
    if (fetching) return;
    // one request at a time, and after it the newest view that was asked for meanwhile: a drag sends no more than are answered
    fetching = true;
    try {
      while (wanted) {
        const { from: f, to: t } = wanted;
        wanted = null;
        build(await points(f, t, Math.max(200, box.clientWidth - LEFT - RIGHT)));
      }
    } catch (e) {
      document.getElementById('under').textContent = e.message;
    } finally {
      fetching = false;
    }
    clearTimeout(timer);
    timer = setTimeout(figures, 250);
  }
  function all() { show(whole.from, whole.to); }
  // The figures of what is shown at first came with the page and are only put back.
  const figuresOfAll = document.getElementById('figures-box').innerHTML;
  const shownAtFirst = data.channels.filter((c) => c.shown).map((c) => c.number).join();
  function figures() {
    const channels = last ? drawn(last).map((l) => l.channel).sort((a, b) => a - b).join() : shownAtFirst;
    if (view.from === whole.from && view.to === whole.to && channels === shownAtFirst) { document.getElementById('figures-box').innerHTML = figuresOfAll; return; }
    htmx.ajax('GET', `/missions/${data.mission}/figures?from=${Math.floor(view.from)}&to=${Math.ceil(view.to)}&channels=${channels || -1}&t=${data.t}&clock=${data.clock}`, { target: '#figures-box', swap: 'innerHTML' });
  }

  document.querySelectorAll('[data-span]').forEach((b) => b.addEventListener('click', () => {
    if (b.dataset.span === 'all') { all(); return; }
    const mid = (view.from + view.to) / 2, half = Number(b.dataset.span) / 2;
    show(mid - half, mid + half);
  }));
  document.querySelectorAll('.excursion').forEach((b) => b.addEventListener('click', () => {
    const from = Number(b.dataset.from), to = Number(b.dataset.to), room = Math.max((to - from) * 0.75, 1800000);
    // what is to be looked at is not left hidden
    data.channels.filter((c) => c.channel === b.dataset.channel).forEach((c) => chosen.hidden.delete(c.number));
    show(from - room, to + room);
    box.scrollIntoView({ block: 'nearest' });
  }));
  box.addEventListener('keydown', (e) => {
    const length = view.to - view.from, mid = (view.from + view.to) / 2;
    const to = { ArrowLeft: [view.from - length / 4, view.to - length / 4], ArrowRight: [view.from + length / 4, view.to + length / 4], '+': [mid - length / 4, mid + length / 4], '=': [mid - length / 4, mid + length / 4], '-': [mid - length, mid + length], 0: [whole.from, whole.to] }[e.key];
    if (to) { e.preventDefault(); show(...to); }
  });
  box.addEventListener('wheel', (e) => {
    if (!e.ctrlKey && !e.shiftKey) return;
    e.preventDefault();
    const r = box.getBoundingClientRect(), share = clamp((e.clientX - r.left - LEFT) / (r.width - LEFT - RIGHT), 0, 1);
    const at = view.from + (view.to - view.from) * share, factor = e.deltaY > 0 ? 1.3 : 1 / 1.3;
    show(at - (at - view.from) * factor, at + (view.to - at) * factor);
  }, { passive: false });
  let grip = null;
  box.addEventListener('pointerdown', (e) => { if (e.shiftKey) { grip = { x: e.clientX, ...view }; box.setPointerCapture(e.pointerId); } });
  box.addEventListener('pointermove', (e) => { if (grip) { const by = (grip.to - grip.from) * (grip.x - e.clientX) / (box.clientWidth - LEFT - RIGHT); show(grip.from + by, grip.to + by); } });
  box.addEventListener('pointerup', () => { grip = null; });
  document.addEventListener('pelerin:theme', () => show(view.from, view.to));
  let width = box.clientWidth;
  new ResizeObserver(() => { if (box.clientWidth !== width) { width = box.clientWidth; show(view.from, view.to); } }).observe(box);
  // Forms that ask for a time take the range that is shown.
  const local = (t) => new Intl.DateTimeFormat('sv-SE', { timeZone: data.zone, dateStyle: 'short', timeStyle: 'medium' }).format(t).replace(' ', 'T');
  document.querySelectorAll('[data-range-fill]').forEach((button) => button.addEventListener('click', () => {
    button.form.querySelector('[data-range=from]').value = local(view.from);
    button.form.querySelector('[data-range=to]').value = local(view.to);
  }));
  choices();
  document.fonts.ready.then(all);
})();

// A known name is put behind those that are there.
document.addEventListener('click', (e) => {
  const name = e.target.closest('.known button');
  if (!name) return;
  const field = document.getElementById(name.parentElement.dataset.into), text = name.textContent.trim();
  const there = field.value.split(',').map((n) => n.trim()).filter(Boolean);
  if (!there.includes(text)) field.value = [...there, text].join(', ');
  field.focus();
});
