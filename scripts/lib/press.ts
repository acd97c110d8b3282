/** Presses the files of a build once, as small as they go, so that no request waits for it. */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

/** Below this the header is the larger part, bytes. */
const LEAST = 1024;

/** @param dist the folder of the build; the service worker has to be in it already */
export function press(dist: string): void {
  const client = join(dist, 'client');
  for (const name of readdirSync(client, { recursive: true }) as string[]) {
    if (!/\.(js|css|json|svg|webmanifest)$/.test(name)) continue;
    const file = join(client, name);
    const bytes = readFileSync(file);
    if (bytes.byteLength < LEAST) continue;
    writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
    const best = { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.byteLength };
    writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params: best }));
  }
}
