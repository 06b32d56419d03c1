// Notes that people pin to an instant or a stretch, with the list of all that happened; taken back at once, or later.
import { csrf } from '../csrf.js';
import { data } from './context.js';
import { between, cursors } from './cursors.js';
import { notes } from './marks.js';
import { moment } from './times.js';

const send = async (address, fields) => {
  const answer = await fetch(address, { method: 'POST', body: new URLSearchParams(fields), headers: { [csrf.dataset.header]: csrf.content, Accept: 'application/json' } });
  if (!answer.ok) throw new Error((await answer.json().catch(() => null))?.detail || msg('script.notes.notSaved', { status: answer.status }));
  return answer.json();
};

export function noting({ repaint, look }) {
  const list = document.getElementById('happened'), form = document.getElementById('pin-note');
  if (!list) return null;

  function fill(undo) {
    const rows = [...(data.events ?? []).map((e) => ({ from: e.at, to: e.at, what: `${e.sign} ${e.what}` })),
      ...notes.map((n) => ({ from: n.from, to: n.to, what: `✎ ${n.text}`, by: n.later ? msg('script.notes.later', { by: n.by, at: moment(n.made) }) : n.by, id: n.id }))].sort((a, b) => a.from - b.from);
    document.getElementById('happened-none').hidden = rows.length > 0;
    list.replaceChildren(...rows.map((r) => {
      const li = document.createElement('li'), go = document.createElement('button');
      go.type = 'button'; go.className = 'link';
      go.textContent = r.from === r.to ? moment(r.from) : msg('script.notes.span', { from: moment(r.from), to: moment(r.to) });
      go.addEventListener('click', () => look(r.from, r.to));
      li.append(go, ` ${r.what}${r.by ? ` (${r.by})` : ''} `);
      if (r.id && form) {
        const away = document.createElement('button');
        away.type = 'button'; away.className = 'chip no-print'; away.textContent = msg('script.notes.remove');
        away.addEventListener('click', () => settle(`/missions/${data.mission}/notes/${r.id}/remove`, {}, r));
        li.append(away);
      }
      return li;
    }));
    const said = document.getElementById('noted');
    said.replaceChildren();
    if (undo) {
      const back = document.createElement('button');
      back.type = 'button'; back.className = 'chip'; back.textContent = msg('script.notes.undo');
      back.addEventListener('click', () => settle(`/missions/${data.mission}/notes/${undo.id}/restore`, {}));
      said.append(msg('script.notes.removed'), ' ', back);
    }
  }

  async function settle(address, fields, undo) {
    try {
      notes.splice(0, notes.length, ...await send(address, fields));
      fill(undo);
      repaint();
      return true;
    } catch (e) {
      document.getElementById('noted').textContent = e.message;
      return false;
    }
  }

  form?.addEventListener('submit', async (e) => {
    e.preventDefault();
    if (!cursors.length) { document.getElementById('noted').textContent = msg('script.notes.first'); return; }
    const [from, to] = between() ?? [cursors[0], cursors[0]];
    if (await settle(`/missions/${data.mission}/notes`, { from, to, clock: data.clock, text: form.elements.text.value })) form.reset();
  });
  fill();
  return () => fill();
}
