import { fetchFile } from "../../api/client";

const cacheName = "phonaris-app"; // as in serviceWorker.js
const page = "/index.html";

/**
 * Keeps this page with its scripts, styles and fonts in the browser, so that it opens again while the server is gone: a service worker
 * (public/serviceWorker.js) then answers in the server's place.
 */
export async function keepApp() {
  try {
    await navigator.serviceWorker?.register("/serviceWorker.js");
    const index = await fetchFile("/");
    const [cache, text] = [await caches.open(cacheName), await index.text()];
    const known = await cache.match(page);
    // Another version of the app has other files.
    if (known && (await known.text()) !== text) for (const old of await cache.keys()) await cache.delete(old);
    await cache.put(page, new Response(text, { headers: index.headers }));
    const used = performance.getEntriesByType("resource").map((entry) => new URL(entry.name));
    for (const { origin, pathname } of used)
      if (origin === location.origin && pathname.startsWith("/assets/") && !(await cache.match(pathname)))
        await cache.add(pathname);
  } catch {
    // The server may be gone already, or the browser may not allow it: then the page only opens with the server.
  }
}
