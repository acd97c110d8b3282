/** The record of a weld with its pictures as one archive: record.json, the files, and their SHA-256 as `sha256sum -c` reads them. */
import { strToU8, Zip, ZipPassThrough } from 'fflate';
import { createHash } from 'node:crypto';
import type { WeldRecordFile } from '../../core/work/record';
import { pieceOf, type FileRow } from '../../db/files';
import { db } from './db';

const ends: Record<string, string> = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' };
const plain = (name: string): string =>
  name
    .replace(/\.\w+$/, '')
    .replace(/[^\w-]+/g, '_')
    .slice(0, 60);
/** Where a file lies in the archive: two of one name are two. */
const pathOf = (f: FileRow): string =>
  `pictures/${plain(f.name)}-${f.role === 'original' ? 'original-' : ''}${f.id.slice(-8)}.${ends[f.type] ?? 'bin'}`;

/** Written as it is read: an archive is never whole in memory. Pictures are pressed already and are stored as they are. */
export function archiveOf(record: WeldRecordFile, files: readonly FileRow[]): ReadableStream<Uint8Array> {
  const here = files.filter((f) => f.whole);
  const text = JSON.stringify(record, null, 1);
  const sums = [`${createHash('sha256').update(text).digest('hex')}  record.json`, ...here.map((f) => `${f.hash}  ${pathOf(f)}`)].join(
    '\n',
  );
  let stop = false;
  return new ReadableStream<Uint8Array>({
    async start(out) {
      const zip = new Zip((error, chunk, last) => {
        if (error) return out.error(error);
        if (chunk.length) out.enqueue(chunk);
        if (last) out.close();
      });
      const put = (name: string): ZipPassThrough => {
        const entry = new ZipPassThrough(name);
        zip.add(entry);
        return entry;
      };
      put('record.json').push(strToU8(text), true);
      put('SHA256SUMS').push(strToU8(`${sums}\n`), true);
      for (const f of here) {
        const entry = put(pathOf(f));
        for (let n = 0; n < f.pieces && !stop; n++) {
          // No faster than it is read.
          while ((out.desiredSize ?? 1) < -8 && !stop) await new Promise((go) => setTimeout(go, 20));
          entry.push((await pieceOf(db(), f.id, n)) ?? new Uint8Array(), n === f.pieces - 1);
        }
        if (stop) return zip.terminate();
      }
      zip.end();
    },
    cancel() {
      stop = true;
    },
  });
}
