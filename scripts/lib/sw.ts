/** Builds the service worker into the built application, with the list of what it keeps from the start. */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { build } from 'vite';

const root = resolve(import.meta.dirname, '../..');

/** @param dist the folder of the build */
export async function serviceWorker(dist: string): Promise<void> {
  const client = join(dist, 'client');
  const assets = (readdirSync(join(client, '_astro'), { recursive: true }) as string[]).filter((f) => /\.(js|css|woff2)$/.test(f));
  // Pages have no hash in their names: they are fetched again when the build is another.
  const build_ = createHash('sha256')
    .update(assets.sort().join())
    .update(readFileSync(join(dist, 'server/entry.mjs')))
    .digest('hex')
    .slice(0, 12);
  const kept = [
    ...assets.map((f) => ({ url: `/_astro/${f}`, revision: null })),
    ...['/cautions', '/first-aid', '/manifest.webmanifest', '/icon.svg'].map((url) => ({ url, revision: build_ })),
  ];

  await build({
    configFile: false,
    root,
    logLevel: 'error',
    define: { __KEPT__: JSON.stringify(kept), 'process.env.NODE_ENV': '"production"' },
    build: {
      outDir: client,
      emptyOutDir: false,
      copyPublicDir: false,
      lib: { entry: join(root, 'src/offline/sw.ts'), formats: ['iife'], name: 'sentrel', fileName: () => 'sw.js' },
    },
  });
}
