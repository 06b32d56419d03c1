// Keeps a round's page and what it needs on the phone, so that it can be opened where there is no network, and sends what was
// noted once there is one again, the page closed or not.
'use strict';

importScripts('/js/outcomes.js');

const PAGES = 'pelerin-pages', PARTS = 'pelerin-parts', NO_NETWORK = '/rounds/no-network';
const LONGEST_WAIT = 5000, MOST_PARTS = 80, MOST_PAGES = 20;
const isWork = (path) => /^\/rounds\/\d+\/work$/.test(path);
// their addresses change with what is in them
const isPart = (path) => /^\/(css|js|fonts|webjars)\/|^\/favicon\.svg$/.test(path);

self.addEventListener('install', (e) => { self.skipWaiting(); e.waitUntil(keepNoNetwork()); });
self.addEventListener('activate', (e) => e.waitUntil(self.clients.claim()));

async function keepNoNetwork() {
  const answer = await fetch(NO_NETWORK);
  if (answer.ok && !answer.redirected) await (await caches.open(PARTS)).put(NO_NETWORK, answer);
}

async function limited(name, most) {
  const cache = await caches.open(name), keys = await cache.keys();
  for (const old of keys.slice(0, Math.max(0, keys.length - most))) if (!old.url.endsWith(NO_NETWORK)) await cache.delete(old);
}

async function keep(name, address, answer, most) {
  const cache = await caches.open(name);
  await cache.delete(address);
  await cache.put(address, answer);
  await limited(name, most);
}

async function html(name, address) {
  const held = await (await caches.open(name)).match(address);
  return held && { text: await held.text(), date: held.headers.get('date'), policy: held.headers.get('content-security-policy') };
}

const answerOf = (text, like, status) => new Response(text, { status, headers: {
  'Content-Type': 'text/html;charset=utf-8', 'Cache-Control': 'no-store', 'Content-Security-Policy': like } });

async function withoutNetwork(path) {
  const page = isWork(path) && await html(PAGES, path);
  if (page) return answerOf(page.text.replace('<section', `<section data-kept-at="${Date.parse(page.date) || Date.now()}"`), page.policy, 200);
  const none = await html(PARTS, NO_NETWORK), round = path.match(/^\/rounds\/(\d+)\//);
  if (!none) return Response.error();
  return answerOf(none.text.replaceAll('/rounds/0/work', round ? `/rounds/${round[1]}/work` : '/rounds'), none.policy, 503);
}

// Somebody is asked to sign in again: the session or the account has ended, and what was kept for it goes.
const toSignIn = (answer) => answer.redirected && new URL(answer.url).pathname === '/login';

async function page(e, path) {
  const asked = fetch(e.request);
  const kept = asked.then(async (answer) => {
    // where a navigation is led to is not told; whoever asks again and follows sees it
    if (isWork(path) && answer.type === 'opaqueredirect' && toSignIn(await fetch(path))) await caches.delete(PAGES);
    if (e.request.method === 'GET' && isWork(path) && answer.ok && !answer.redirected) await keep(PAGES, path, answer.clone(), MOST_PAGES);
  }).catch(() => {});
  e.waitUntil(kept);
  const late = new Promise((done) => { setTimeout(done, LONGEST_WAIT); });
  try {
    // a network that does not answer is none; what is sent is waited for
    const answer = e.request.method === 'GET' && isWork(path) && await html(PAGES, path)
      ? await Promise.race([asked, late]) : await asked;
    return answer || withoutNetwork(path);
  } catch (gone) {
    return withoutNetwork(path);
  }
}

async function part(request) {
  const held = await (await caches.open(PARTS)).match(request);
  if (held) return held;
  const answer = await fetch(request);
  if (answer.ok) await keep(PARTS, request, answer.clone(), MOST_PARTS);
  return answer;
}

self.addEventListener('fetch', (e) => {
  const { pathname, origin } = new URL(e.request.url);
  if (origin !== self.location.origin) return;
  if (e.request.mode === 'navigate') e.respondWith(page(e, pathname));
  else if (e.request.method === 'GET' && isPart(pathname)) e.respondWith(part(e.request));
});

// What the page was made of before its worker was there.
self.addEventListener('message', (e) => {
  if (!e.data.parts) return;
  e.waitUntil((async () => {
    for (const address of e.data.parts.filter((a) => isPart(new URL(a, self.location.origin).pathname))) await part(new Request(address)).catch(() => {});
    if (isWork(e.data.page)) {
      const answer = await fetch(e.data.page);
      if (toSignIn(answer)) await caches.delete(PAGES);
      else if (answer.ok && !answer.redirected) await keep(PAGES, e.data.page, answer, MOST_PAGES);
    }
    e.source.postMessage('held');
  })());
});

self.addEventListener('sync', (e) => {
  if (e.tag === 'outcomes') e.waitUntil(outcomes.sendAll().then((result) => { if (result.stuck) throw new Error(result.stuck); }));
});
