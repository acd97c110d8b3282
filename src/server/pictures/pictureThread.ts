/** A picture that has come is looked at in a thread of its own: is it one, and a small one for lists and paper. */
import { parentPort } from 'node:worker_threads';
import { PictureRefused, previewOf } from './decode';
import type { PictureQuestion } from './looking';

parentPort?.on('message', ({ job, bytes }: PictureQuestion & { job: number }) => {
  previewOf(Buffer.from(bytes)).then(
    (preview) => parentPort?.postMessage({ job, ok: true, preview: new Uint8Array(preview) }),
    (e: unknown) => {
      const text = e instanceof PictureRefused ? e.message : null;
      if (text === null) console.error('picture', e);
      parentPort?.postMessage({ job, ok: false, text: text ?? 'The picture could not be read on our side.', ours: text === null });
    },
  );
});
