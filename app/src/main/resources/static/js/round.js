// A round on a phone: outcomes are noted without leaving the page, with what has to be asked asked here; without a network they
// are kept on the phone and sent when there is one again.
import { csrf } from './csrf.js';

const round = document.querySelector('[data-round]');
const known = JSON.parse(round.dataset.known);
const tasks = () => [...round.querySelectorAll('details.task')];
const formOf = (task) => task.querySelector('form[data-keep]');
const said = (form, name) => form.elements[name]?.value?.trim() ?? '';

// ----- what is known of a serial that is typed, with or without its prefix
function knownSerial(typed) {
  const serial = typed.trim().toUpperCase();
  if (known[serial] || !/^\d{3,}$/.test(serial)) return serial;
  const ending = Object.keys(known).filter((s) => s.endsWith(serial));
  return ending.length === 1 ? ending[0] : serial;
}

function showAsked(form) {
  const logger = known[knownSerial(said(form, 'serial'))], wiring = form.querySelector('[data-wiring]'), elsewhere = form.querySelector('[data-elsewhere]');
  const misfit = form.querySelector('[data-misfit]'), otherwise = logger?.misfit?.[form.dataset.spot];
  if (misfit) { misfit.hidden = !otherwise; misfit.textContent = otherwise ? `◇ ${otherwise}` : ''; }
  if (!wiring) return;
  wiring.hidden = !logger?.notWired;
  wiring.disabled = wiring.hidden;
  wiring.querySelector('legend').textContent = msg('script.round.notWired', { channels: logger?.notWired ?? '' });
  elsewhere.textContent = logger?.at && logger.at !== form.dataset.where ? msg('script.round.movedFrom', { at: logger.at }) : msg('script.round.moved');
}

// What would be refused is said at once, network or none.
function wrong(form, outcome) {
  if (outcome === 'NOT_DONE') return said(form, 'note') ? '' : msg('script.round.why');
  if (!form.elements.serial) return '';
  const serial = knownSerial(said(form, 'serial')), logger = known[serial];
  if (!serial) return msg('script.round.serial');
  if (serial === form.dataset.goes) return msg('script.round.goes', { serial });
  if (logger?.at && logger.at !== form.dataset.where && !form.elements.moved.checked) return msg('script.round.elsewhere', { serial, at: logger.at });
  if (logger?.notWired && !said(form, 'wired')) return msg('script.round.wired', { serial });
  if (form.elements.other && !said(form, 'other')) return msg('script.round.other');
  return '';
}

function showWrong(form, text) {
  const word = form.querySelector('.wrong-word');
  word.textContent = text;
  word.hidden = !text;
  form.querySelectorAll('button').forEach((b) => { b.disabled = false; });
}

// ----- what is kept, shown at its task and counted
function fill(form, fields) {
  const given = new Map(fields);
  [...form.elements].filter((f) => f.name && f.type !== 'hidden' && f.tagName === 'INPUT').forEach((f) => {
    if (f.type === 'checkbox' || f.type === 'radio') f.checked = given.get(f.name) === f.value;
    else if (given.has(f.name)) f.value = given.get(f.name);
  });
  showAsked(form);
}

function mark(task, outcome) {
  const kept = Boolean(outcome && !outcome.refused);
  task.classList.toggle('kept', kept);
  task.querySelector('[data-kept]').hidden = !kept;
  if (!outcome) return;
  const form = formOf(task);
  if (task.dataset.shown !== String(outcome.id)) fill(form, outcome.fields);
  task.dataset.shown = outcome.id;
  if (outcome.refused) { task.open = true; showWrong(form, refusal(outcome)); }
}

const refusal = (o) => (o.refused === 'GONE' ? msg('script.round.gone') : o.refused);

function showNote(kept) {
  const own = kept.filter((o) => o.by === round.dataset.me), others = kept.filter((o) => o.by !== round.dataset.me);
  const here = tasks().map((t) => formOf(t).action), elsewhere = own.filter((o) => !here.includes(o.url));
  const note = document.getElementById('kept'), lines = [], waiting = own.filter((o) => !o.refused).length;
  if (round.dataset.keptAt) lines.push(msg('script.round.offline', { time: new Date(Number(round.dataset.keptAt)).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }) }));
  if (waiting) lines.push(msg('script.round.waiting', { n: waiting }));
  if (others.length) lines.push(msg('script.round.others', { n: others.length, by: [...new Set(others.map((o) => o.by))].join(', ') }));
  note.replaceChildren(...lines.flatMap((l, i) => (i ? [document.createElement('br'), l] : [l])));
  if (signedOut && waiting) {
    const link = document.createElement('a');
    link.href = location.pathname;
    link.textContent = msg('script.round.signIn');
    note.append(' ', link);
  }
  elsewhere.filter((o) => o.refused).forEach((o) => {
    const link = document.createElement('a');
    link.href = o.url.replace(/\/tasks\/\d+$/, '/work');
    link.textContent = msg('script.round.correct');
    if (note.firstChild) note.append(document.createElement('br'));
    note.append(msg('script.round.refused', { what: o.what, why: refusal(o) }), ' ');
    if (link.pathname !== location.pathname) { note.append(link); return; }
    const leave = document.createElement('button');
    leave.className = 'chip';
    leave.textContent = msg('script.round.leave');
    leave.addEventListener('click', async () => { await outcomes.remove(o.id); show(); });
    note.append(leave);
  });
  note.hidden = !note.firstChild;
}

function showNext() {
  const left = tasks().filter((t) => !t.classList.contains('kept')), next = document.getElementById('next'), first = left[0];
  if (!next) return;
  next.querySelector('[data-noted]').hidden = Boolean(first);
  next.querySelector('[data-next]').hidden = !first;
  if (!first) return;
  next.querySelector('[data-next-what]').textContent = first.dataset.what;
  next.querySelector('[data-next-spot]').textContent = first.dataset.spot;
  next.querySelector('[data-next-site]').textContent = first.dataset.site;
  next.querySelector('[data-to-go]').textContent = msg('script.round.left', { n: left.length });
}

// Whether what this page shows as kept was sent meanwhile, by its worker or another page.
const wasSent = (kept) => tasks().some((t) => t.classList.contains('kept') && !kept.some((o) => String(o.id) === t.dataset.shown));

let signedOut = false;
async function show() {
  const kept = await outcomes.all();
  if (wasSent(kept)) { location.reload(); return; }
  tasks().forEach((task) => mark(task, kept.find((o) => o.url === formOf(task).action)));
  showNote(kept);
  showNext();
}

// ----- noting and sending
document.addEventListener('submit', async (e) => {
  const form = e.target.closest('[data-keep]');
  if (!form) return;
  e.preventDefault();
  const outcome = e.submitter?.value || 'DONE', not = wrong(form, outcome);
  if (not) { setTimeout(() => showWrong(form, not), 0); return; }
  const fields = [...new FormData(form)].filter(([k]) => k !== 'outcome' && k !== '_csrf');
  fields.push(['outcome', outcome]);
  const task = form.closest('details');
  const id = await outcomes.add({
    url: form.action, what: `${task.dataset.spot}, ${task.dataset.site}`, by: round.dataset.me, fields, at: Date.now(),
    header: csrf.dataset.header, token: csrf.content, refused: '',
  });
  task.dataset.shown = id;
  showWrong(form, '');
  await sendKept();
  const kept = (await outcomes.all()).find((o) => o.id === id);
  if (kept?.refused) showWrong(form, kept.refused);
  if (!kept || kept.refused) return;
  task.open = false;
  const next = tasks().find((t) => !t.classList.contains('kept'));
  if (next) next.open = true;
  (await navigator.serviceWorker?.ready)?.sync?.register('outcomes').catch(() => {});
});

document.addEventListener('click', async (e) => {
  const task = e.target.closest('[data-take-back]')?.closest('details');
  if (!task) return;
  await outcomes.remove(Number(task.dataset.shown));
  task.classList.remove('kept');
  await show();
  task.open = true;
});
document.addEventListener('input', (e) => { if (e.target.name === 'serial' && e.target.form?.matches('[data-keep]')) showAsked(e.target.form); });

async function sendKept() {
  const { sent, stuck } = await outcomes.sendAll(round.dataset.me, csrf.content);
  signedOut = stuck === 'signed out';
  await show();
  if (sent.length) location.reload();
}
addEventListener('online', sendKept);
setInterval(async () => {
  if ((await outcomes.all()).some((o) => !o.refused)) sendKept();
  else if (round.dataset.keptAt && !typing()) refresh();
}, 10000);

// A page that was kept makes way for the round as it is, once there is a network, but for nothing that is being typed.
const typing = () => [...round.querySelectorAll('[data-keep] input')].some((f) => f.value !== f.defaultValue || f.checked !== f.defaultChecked);
async function refresh() {
  const answer = await fetch(location.pathname, { method: 'HEAD' }).catch(() => null);
  if (answer?.ok) location.reload();
}
tasks().forEach((task) => showAsked(formOf(task)));
show().then(sendKept);

// ----- the page itself
if (navigator.serviceWorker) {
  navigator.serviceWorker.register('/round-worker.js', { scope: '/rounds/', updateViaCache: 'none' }).then(async () => {
    const worker = (await navigator.serviceWorker.ready).active;
    const parts = performance.getEntriesByType('resource').map((r) => r.name).filter((a) => a.startsWith(location.origin));
    worker.postMessage({ page: location.pathname, parts });
  }).catch(() => {});
  navigator.serviceWorker.addEventListener('message', (e) => { if (e.data === 'held') round.dataset.held = 'true'; });
}
