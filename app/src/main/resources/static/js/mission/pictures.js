// What is shown, to take away: as a picture of points, as a drawing, as numbers.
import { box, css, data, view } from './context.js';
import { drawn } from './legend.js';
import { look } from './looks.js';
import { nameOf, options } from './options.js';
import { pictures } from './plots.js';
import { moment } from './times.js';

const MARGIN = 12, LINE = 20;

/** What stands over it: of what it is, when, and whose line is whose. */
const title = () => `${document.querySelector('.crumb').innerText.replace(/\s+/g, ' ').trim()} · ${moment(view.from)} to ${moment(view.to)}`;

function away(blob, ending) {
  const a = document.createElement('a');
  a.href = URL.createObjectURL(blob);
  a.download = `mission-${data.mission}.${ending}`;
  a.click();
  setTimeout(() => URL.revokeObjectURL(a.href), 1000);
}

/** The rows that the names of lines take, each name with its left edge. */
function rows(lines, width, measure) {
  const out = [[]];
  let x = MARGIN;
  lines.forEach((l) => {
    const wide = measure(nameOf(l.label)) + 44;
    if (x + wide > width && out.at(-1).length) { out.push([]); x = MARGIN; }
    out.at(-1).push({ line: l, x });
    x += wide;
  });
  return out;
}

function png(lines) {
  const canvases = pictures(), d = devicePixelRatio, width = canvases[0].width, out = document.createElement('canvas'), ctx = out.getContext('2d');
  ctx.font = `${13 * d}px Next`;
  const named = rows(lines, width / d, (t) => ctx.measureText(t).width / d), head = (MARGIN + LINE * (named.length + 1) + 4) * d;
  out.width = width;
  out.height = head + canvases.reduce((h, c) => h + c.height, 0) + MARGIN * d;
  ctx.fillStyle = css('--page'); ctx.fillRect(0, 0, out.width, out.height);
  ctx.font = `${13 * d}px Next`; ctx.fillStyle = css('--ink');
  ctx.fillText(title(), MARGIN * d, (MARGIN + 10) * d);
  named.forEach((row, r) => row.forEach(({ line, x }) => {
    const y = (MARGIN + 6 + LINE * (r + 1)) * d, style = look(line.label);
    ctx.strokeStyle = style.colour; ctx.lineWidth = 2.4 * d; ctx.setLineDash(style.dash.map((n) => n * d));
    ctx.beginPath(); ctx.moveTo(x * d, y); ctx.lineTo((x + 22) * d, y); ctx.stroke();
    ctx.setLineDash([]);
    ctx.fillText(nameOf(line.label), (x + 28) * d, y + 4 * d);
  }));
  let y = head;
  canvases.forEach((c) => { ctx.drawImage(c, 0, y); y += c.height; });
  out.toBlob((blob) => away(blob, 'png'), 'image/png');
}

const query = (more) => new URLSearchParams({ from: Math.floor(view.from), to: Math.ceil(view.to), t: data.t, clock: data.clock, ...more });

async function svg(lines) {
  const answer = await fetch(`/missions/${data.mission}/chart.svg?${query({ channels: lines.map((l) => l.channel).join(), width: box.clientWidth, panels: options.panels, without: ['limits', 'excursions', 'events'].filter((o) => !options[o]).join() })}`);
  if (!answer.ok) throw new Error(msg('script.pictures.failed', { status: answer.status }));
  away(await answer.blob(), 'svg');
}

/** @param got gives what is drawn now */
export function saving(got) {
  document.querySelectorAll('[data-save]').forEach((b) => b.addEventListener('click', async (e) => {
    const lines = got() ? drawn(got()) : [], how = b.dataset.save;
    if (how === 'png') png(lines);
    if (how === 'svg') await svg(lines).catch((wrong) => { document.getElementById('under').textContent = wrong.message; });
    if (how === 'csv' || how === 'recorded') {
      // the lines of one table; those of others have rows of their own
      const group = lines[0]?.group, of = lines.filter((l) => l.group === group);
      b.href = `/missions/${data.mission}/samples.csv?${query({ table: group ?? 0, channels: of.map((l) => l.channel).join(), t: how === 'csv' ? data.t : 'r' })}`;
      if (!of.length) e.preventDefault();
    }
  }));
}
