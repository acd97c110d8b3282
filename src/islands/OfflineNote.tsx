/** On a page shown for want of another: says so, what is kept, and which pages can be opened. */
import { useEffect, useState } from 'react';

export default function OfflineNote() {
  const [away, setAway] = useState(false);
  const [pages, setPages] = useState<string[]>([]);
  useEffect(() => {
    // Shown in place of another page, or opened without network.
    const stoodIn = location.pathname !== '/cautions';
    setAway(stoodIn || !navigator.onLine);
    void (async () => {
      if (!('caches' in globalThis)) return;
      const kept = await (await caches.open('pages')).keys();
      setPages(kept.map((r) => new URL(r.url).pathname).filter((p) => p.startsWith('/welds/')));
    })();
  }, []);
  if (!away) return null;
  return (
    <div role="status" className="border-l-8 border-base-content bg-base-200 p-3">
      <p className="text-lg font-semibold">□ Sentrel cannot be reached, and this page was not opened here before.</p>
      <p>Marks made on this device are kept and sent when it answers. {pages.length > 0 ? 'Pages that can be opened without it:' : ''}</p>
      <ul>
        {pages.slice(0, 12).map((p) => (
          <li key={p}>
            <a className="link inline-block min-h-11 py-2" href={p}>
              {p.endsWith('/bench') ? 'Bench' : p.endsWith('/record') ? 'Record' : 'Weld'} {p.split('/')[2]?.slice(-6)}
            </a>
          </li>
        ))}
      </ul>
    </div>
  );
}
