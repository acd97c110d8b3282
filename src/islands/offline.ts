/** Has this browser keep what the bench needs without network: the service worker (src/offline/sw.ts) does the keeping. */
export function keepOffline(): void {
  if (!('serviceWorker' in navigator)) return;
  void navigator.serviceWorker
    .register('/sw.js')
    .then(() => navigator.serviceWorker.ready)
    // The page that is open came before its keeper: it is told to keep this one too.
    .then(({ active }) => active?.postMessage({ keep: location.pathname }))
    .catch(() => undefined);
}
