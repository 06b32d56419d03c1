// Other limits, tried: a line that is dragged or a number that is typed is judged by the server's judge, one question at a time, and what it
// finds is drawn in the place of what is in force, until it is dropped or kept.
import { box, data } from './context.js';
import { at } from './plots.js';
import { shownNumber, typedNumber } from '../typed.js';

const REACH = 7;

/** @param redraw draws the chart anew, with what the limits found */
export function trying({ redraw }) {
  const menu = document.getElementById('what-if');
  if (!menu || !data.rules.length) return;
  const form = menu.querySelector('form'), verdict = document.getElementById('what-if-verdict'), keep = menu.querySelector('[data-keep]');
  const inForce = { excursions: data.excursions, channels: data.channels.map((c) => ({ low: c.low, high: c.high })) };
  let wanted = false, asking = false;

  const fields = (rule) => [...form.querySelectorAll('[data-rule]')].find((r) => r.dataset.rule === rule);
  const value = (row, side) => row.querySelector(`[name=${side}]`);
  const numberOf = (text) => { const v = typedNumber(text); return Number.isNaN(v) ? '' : v; };

  // the lines as they are typed: of several rules on a channel the tightest
  function lines() {
    data.channels.forEach((c, i) => {
      const of = [...form.querySelectorAll('[data-rule]')].filter((r) => r.dataset.channel === c.channel);
      const sides = (side) => of.map((r) => numberOf(value(r, side).value)).filter((v) => v !== '');
      if (!of.length) { Object.assign(c, inForce.channels[i]); return; }
      Object.assign(c, { low: sides('low').length ? Math.max(...sides('low')) : '', high: sides('high').length ? Math.min(...sides('high')) : '' });
    });
  }

  async function judge() {
    wanted = true;
    if (asking) return;
    asking = true;
    try {
      while (wanted) {
        wanted = false;
        const query = new URLSearchParams(new FormData(form));
        query.delete('_csrf');
        const answer = await fetch(`/missions/${data.mission}/what-if?${query}`, { headers: { Accept: 'application/json' } });
        if (!answer.ok) throw new Error(msg('script.whatif.failed', { status: answer.status }));
        const found = await answer.json();
        if (menu.open) tell(found);
      }
    } catch (e) {
      verdict.textContent = e.message;
    } finally {
      asking = false;
    }
  }

  function tell(found) {
    form.querySelectorAll('[data-rule]').forEach((r) => {
      const word = r.querySelector('.wrong-word'), wrong = found.errors[r.dataset.rule] ?? '';
      word.textContent = wrong;
      word.hidden = !wrong;
    });
    verdict.hidden = false;
    if (Object.keys(found.errors).length) { verdict.textContent = ''; keep.hidden = true; return; }
    const strong = document.createElement('b');
    strong.textContent = found.strong;
    strong.className = `side-${found.tone}`;
    verdict.replaceChildren(found.changed ? msg('script.whatif.with') : msg('script.whatif.now'), found.lead, strong, found.rest);
    keep.hidden = !found.changed;
    data.excursions = found.excursions;
    redraw();
  }

  function changed() { lines(); redraw(); judge(); }
  form.addEventListener('input', changed);
  menu.addEventListener('toggle', () => { if (menu.open) judge(); else drop(); });
  menu.querySelector('[data-drop]').addEventListener('click', () => { menu.open = false; });
  function drop() {
    form.reset();
    wanted = false;
    data.excursions = inForce.excursions;
    data.channels.forEach((c, i) => Object.assign(c, inForce.channels[i]));
    verdict.hidden = true;
    keep.hidden = true;
    redraw();
  }
  form.addEventListener('submit', (e) => { if (!e.submitter?.matches('[data-keep]')) { e.preventDefault(); changed(); } });

  // ----- dragging a line; while it is tried only, so that nobody moves one by a slip
  let held = null;
  function near(e) {
    const where = at(e);
    if (!where) return null;
    const all = data.rules.filter((r) => r.unit === where.unit).flatMap((r) => ['low', 'high'].map((side) => ({ rule: r.id, side, v: numberOf(value(fields(r.id), side).value) })));
    const closest = all.filter((l) => l.v !== '').map((l) => ({ ...l, far: Math.abs(where.y(l.v) - where.top) })).sort((a, b) => a.far - b.far)[0];
    return closest && closest.far <= REACH ? closest : null;
  }
  box.addEventListener('pointermove', (e) => {
    if (!menu.open) { box.style.cursor = ''; return; }
    if (!held) { box.style.cursor = near(e) ? 'ns-resize' : ''; return; }
    const where = at(e);
    if (!where) return;
    value(fields(held.rule), held.side).value = shownNumber(Number(where.value.toFixed(where.decimals)));
    changed();
  });
  // before the chart takes the press for a zoom or a cursor
  ['pointerdown', 'mousedown'].forEach((kind) => box.addEventListener(kind, (e) => {
    if (!menu.open || e.shiftKey) return;
    if (kind === 'pointerdown') { held = near(e); if (held) box.setPointerCapture(e.pointerId); }
    if (held) { e.stopPropagation(); e.preventDefault(); }
  }, true));
  box.addEventListener('pointerup', (e) => { if (held) { held = null; e.stopPropagation(); } }, true);
}
