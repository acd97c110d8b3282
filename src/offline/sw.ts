/**
 * The service worker: scripts, styles, fonts and the cautions are kept at once; every page is kept as it was last seen, and
 * shown again when the network or the server is away. Data are not its matter: records and marks are in IndexedDB (islands/queue).
 */
import { ExpirationPlugin } from 'workbox-expiration';
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching';
import { registerRoute, setCatchHandler } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';

/** Filled in by the build: every file of it, and the pages that must be there from the start. */
declare const __KEPT__: PrecacheEntry[];
declare const self: ServiceWorkerGlobalScope;

const PAGES = 'pages';
const OFFLINE = '/cautions';

precacheAndRoute(__KEPT__);
cleanupOutdatedCaches();

registerRoute(
  ({ request }) => request.mode === 'navigate',
  new NetworkFirst({
    cacheName: PAGES,
    networkTimeoutSeconds: 4,
    plugins: [
      new ExpirationPlugin({ maxEntries: 80 }),
      // A server whose database is away has no page worth showing: the kept one is.
      {
        fetchDidSucceed: ({ response }) =>
          response.status >= 500 ? Promise.reject(new Error(String(response.status))) : Promise.resolve(response),
      },
    ],
  }),
);
setCatchHandler(async ({ request }) =>
  request.mode === 'navigate' ? ((await matchPrecache(OFFLINE)) ?? Response.error()) : Response.error(),
);

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (e) => e.waitUntil(self.clients.claim()));
self.addEventListener('message', (e: ExtendableMessageEvent) => {
  const path = (e.data as { keep?: unknown } | null)?.keep;
  if (typeof path === 'string' && path.startsWith('/'))
    e.waitUntil(
      caches.open(PAGES).then(async (c) => {
        const page = await fetch(path);
        if (page.ok) await c.put(path, page);
      }),
    );
});
