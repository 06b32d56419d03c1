// Outcomes are sent without leaving the page; without a network they are kept on the phone and sent when there is one again.
'use strict';

const KEPT = 'pelerin-kept-outcomes';
const kept = () => JSON.parse(localStorage.getItem(KEPT) || '[]');
const keep = (all) => { localStorage.setItem(KEPT, JSON.stringify(all)); showKept(); };
const gone = { unreachable: true };

function showKept() {
  const n = kept().length, note = document.getElementById('kept');
  note.hidden = n === 0;
  note.textContent = `${n} ${n === 1 ? 'outcome is' : 'outcomes are'} kept on this phone and will be sent when there is a network.`;
}

async function send(o) {
  const body = new URLSearchParams(o.fields);
  if (Date.now() - o.at > 1500) body.set('ago', Date.now() - o.at);
  let answer;
  try {
    answer = await fetch(o.url, { method: 'POST', body, headers: { [csrf.dataset.header]: csrf.content, 'X-Outcome': 'later' } });
  } catch (e) { return gone; }
  if (answer.status >= 500) return gone;
  const text = await answer.text();
  return answer.ok && text === 'kept' ? {} : { refused: answer.status === 409 ? text : 'It was not taken; sign in again and look whether it is noted.' };
}

document.addEventListener('submit', async (e) => {
  const form = e.target.closest('[data-keep]');
  if (!form) return;
  e.preventDefault();
  const fields = [...new FormData(form)].filter(([k]) => k !== 'outcome');
  fields.push(['outcome', e.submitter?.value || 'DONE']);
  const o = { url: form.action, fields, at: Date.now() };
  const result = await send(o);
  if (result.refused) {
    const wrong = form.querySelector('.wrong-word');
    wrong.textContent = result.refused;
    wrong.hidden = false;
    form.querySelectorAll('button').forEach((b) => { b.disabled = false; });
  } else if (result === gone) {
    keep([...kept(), o]);
    const task = form.closest('details'), next = task.nextElementSibling;
    task.open = false;
    task.classList.add('kept');
    task.querySelector('summary').append(' – kept on this phone');
    if (next?.matches('details')) next.open = true;
  } else {
    location.reload();
  }
});

let sending = false;
async function sendKept() {
  if (sending || kept().length === 0) return;
  sending = true;
  let sent = false;
  while (kept().length) {
    const [o, ...others] = kept(), result = await send(o);
    if (result === gone) break;
    if (result.refused && !confirm(`${result.refused}\n\nLeave this outcome out? Otherwise it is tried again.`)) break;
    keep(others);
    sent = true;
  }
  sending = false;
  if (sent) location.reload();
}
addEventListener('online', sendKept);
setInterval(sendKept, 10000);
showKept();
sendKept();
