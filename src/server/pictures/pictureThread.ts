/** A picture that has come is looked at in a thread of its own: is it one, and a small one for lists and paper. */
import { parentPort } from 'node:worker_threads';
import { plainPicture } from '../../../core/models/pictures';
import { PictureRefused, previewOf } from './decode';
import type { PictureQuestion } from './looking';

const PLACE = 'What the camera wrote into the picture, its place perhaps, was not taken out. Send it from the page of the weld.';

parentPort?.on('message', ({ job, bytes }: PictureQuestion & { job: number }) => {
  previewOf(Buffer.from(bytes)).then(
    (preview) => {
      // A page takes the place out before it sends; another program may not have.
      const plain = plainPicture(new Uint8Array(bytes)).bytes.length === bytes.length;
      parentPort?.postMessage({
        job,
        ...(plain ? { ok: true, preview: new Uint8Array(preview) } : { ok: false, text: PLACE, ours: false }),
      });
    },
    (e: unknown) => {
      const text = e instanceof PictureRefused ? e.message : null;
      if (text === null) console.error('picture', e);
      parentPort?.postMessage({ job, ok: false, text: text ?? 'The picture could not be read on our side.', ours: text === null });
    },
  );
});
