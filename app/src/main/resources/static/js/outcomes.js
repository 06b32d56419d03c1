// Outcomes that wait on this phone to be sent. The page and its worker share them; each has a number of its own, so that one
// that is noted while others are being sent is not touched by it.
'use strict';

self.outcomes = (() => {
  const LONGEST_ANSWER = 15000;
  let open = null, sending = null;

  const answered = (request) => new Promise((done, failed) => {
    request.onsuccess = () => done(request.result);
    request.onerror = () => failed(request.error);
  });

  function database() {
    if (!open) {
      const request = indexedDB.open('pelerin-outcomes', 1);
      request.onupgradeneeded = () => request.result.createObjectStore('outcomes', { keyPath: 'id', autoIncrement: true });
      open = answered(request);
      open.catch(() => { open = null; });
    }
    return open;
  }

  async function stored(mode, act) {
    const transaction = (await database()).transaction('outcomes', mode);
    const done = new Promise((ok, failed) => {
      transaction.oncomplete = ok;
      transaction.onabort = () => failed(transaction.error);
    });
    const result = await act(transaction.objectStore('outcomes'));
    await done;
    return result;
  }

  const all = () => stored('readonly', (store) => answered(store.getAll()));
  const remove = (id) => stored('readwrite', (store) => answered(store.delete(id)));

  // One outcome a task: what was noted before, or refused, is replaced.
  const add = (outcome) => stored('readwrite', async (store) => {
    for (const other of await answered(store.getAll())) if (other.url === outcome.url) store.delete(other.id);
    return answered(store.add(outcome));
  });

  // What was taken back meanwhile is not brought back by an answer that comes late.
  const refuse = (id, why) => stored('readwrite', async (store) => {
    const outcome = await answered(store.get(id));
    if (outcome) await answered(store.put({ ...outcome, refused: why }));
  });

  async function send(outcome, token) {
    const body = new URLSearchParams(outcome.fields);
    if (Date.now() - outcome.at > 1500) body.set('ago', Date.now() - outcome.at);
    let answer, text;
    try {
      answer = await fetch(outcome.url, {
        method: 'POST', body, headers: { [outcome.header]: token || outcome.token, 'X-Outcome': 'later' },
        signal: AbortSignal.timeout(LONGEST_ANSWER),
      });
      text = await answer.text();
    } catch (e) { return 'unreachable'; }
    if (answer.ok && text === 'kept') return 'sent';
    if (answer.status === 409) { await refuse(outcome.id, text); return 'refused'; }
    if (answer.status === 404) { await refuse(outcome.id, 'GONE'); return 'refused'; }
    // signed out meanwhile: another page answers, or the token is not good any more
    return answer.ok || answer.status === 401 || answer.status === 403 ? 'signed out' : 'unreachable';
  }

  async function sendEach(by, token) {
    const result = { sent: [], stuck: '' };
    for (const outcome of await all()) {
      if (outcome.refused || by && outcome.by !== by) continue;
      const how = await send(outcome, token);
      if (how === 'sent') {
        await remove(outcome.id);
        result.sent.push(outcome.id);
      } else if (how !== 'refused') {
        result.stuck = how;
        break;
      }
    }
    return result;
  }

  // One sender at a time, over all pages and the worker.
  function sendAll(by, token) {
    const turn = () => navigator.locks ? navigator.locks.request('pelerin-outcomes', () => sendEach(by, token)) : sendEach(by, token);
    sending = (sending || Promise.resolve()).then(turn, turn);
    return sending;
  }

  return { all, add, remove, sendAll };
})();
