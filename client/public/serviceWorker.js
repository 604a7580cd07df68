// Opens the page that presents a show while the server is gone. What it answers with was stored by the page (keepApp.ts); everything else
// goes to the server.
const cacheName = "phonaris-app";

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

self.addEventListener("fetch", (event) => {
    const { request } = event;
    const { origin, pathname } = new URL(request.url);
    if (request.method !== "GET" || origin !== self.location.origin) return;
    if (request.mode === "navigate" && /^\/shows\/[^/]+\/present$/.test(pathname)) event.respondWith(page(request));
    else if (pathname.startsWith("/assets/")) event.respondWith(asset(request));
});

async function page(request) {
    try {
        return await fetch(request);
    } catch (error) {
        const stored = await (await caches.open(cacheName)).match("/index.html");
        if (!stored) throw error;
        return stored;
    }
}

// Assets are named after their content.
async function asset(request) {
    const cache = await caches.open(cacheName);
    const stored = await cache.match(request);
    if (stored) return stored;
    const answer = await fetch(request);
    if (answer.ok && (await cache.match("/index.html"))) await cache.put(request, answer.clone());
    return answer;
}
