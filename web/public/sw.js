/**
 * Keeps the pages, and what was looked at of cards, for when the network or the server is away. What is asked for is always asked of the
 * server first; only where that does not answer is the kept answer given, marked as kept. Nothing that changes anything passes here.
 */
/** Both are filled in where the pages are built (vite.config.ts). */
const BUILD = "this-build";
const ASSETS = [/* all pages */];
const PAGES = `cielo-pages-${BUILD}`;
const LOOKED_AT = "cielo-looked-at-1";
/** So many answers of the server are kept, the newest. */
const MOST = 400;
/** Answers that are of their moment alone. */
const OF_NOW = /^\/api\/(health|works|safe|devices|backups)|\/events$/;

self.addEventListener("install", (event) => {
  event.waitUntil(caches.open(PAGES).then((kept) => kept.addAll(["/", ...ASSETS])));
});
self.addEventListener("activate", (event) => {
  const known = [PAGES, LOOKED_AT];
  event.waitUntil(
    caches
      .keys()
      .then((names) =>
        Promise.all(names.filter((name) => !known.includes(name)).map((name) => caches.delete(name))),
      )
      .then(() => self.clients.claim()),
  );
});
/** A new Cielo waits until she says so. */
self.addEventListener("message", (event) => {
  if (event.data === "take over") self.skipWaiting();
});

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== "GET" || origin !== self.location.origin || OF_NOW.test(pathname)) return;
  if (request.mode === "navigate") event.respondWith(serverFirst(request, PAGES, "/"));
  else if (pathname.startsWith("/assets/")) event.respondWith(keptFirst(request));
  else if (pathname.startsWith("/api/")) event.respondWith(serverFirst(request, LOOKED_AT, request));
});

/** What has its contents in its name never changes. */
async function keptFirst(request) {
  const kept = await caches.open(PAGES);
  const known = await kept.match(request);
  if (known) return known;
  const answer = await fetch(request);
  if (answer.ok) await kept.put(request, answer.clone());
  return answer;
}

async function serverFirst(request, where, as) {
  const kept = await caches.open(where);
  try {
    const answer = await fetch(request);
    const type = answer.headers.get("content-type") ?? "";
    if (answer.ok && /json|image|html/.test(type)) {
      await kept.put(as, answer.clone());
      if (where === LOOKED_AT) await thin(kept);
    }
    return answer;
  } catch (error) {
    const known = await kept.match(as);
    if (!known || request.signal.aborted) throw error;
    const headers = new Headers(known.headers);
    headers.set("x-cielo-kept", "yes");
    return new Response(known.body, { status: known.status, headers });
  }
}
async function thin(kept) {
  const keys = await kept.keys();
  await Promise.all(keys.slice(0, Math.max(0, keys.length - MOST)).map((key) => kept.delete(key)));
}
