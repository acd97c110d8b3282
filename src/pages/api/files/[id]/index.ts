import { z } from 'zod';
import { fileOf, pieceOf, previewOf } from '../../../../../db/files';
import { db } from '../../../../server/db';
import { error } from '../../../../server/answer';
import { route } from '../../../../server/route';

const query = z.object({ small: z.literal('1').optional(), save: z.literal('1').optional() });
const gone = 'There is no such picture.';

/** A file as it is kept; `small=1` a small one for lists and paper, `save=1` for saving. */
export const GET = route({ gone, query }, async ({ id, query: { small, save } }) => {
  const file = await fileOf(db(), id);
  if (!file) return null;
  if (!file.whole) return error(404, file.refused ?? 'This picture is still on the device it was taken with.');
  // What stands under an id never changes.
  const headers = { 'cache-control': 'private, max-age=31536000, immutable', etag: `"${file.hash}${small ? '-small' : ''}"` };
  if (small) {
    const preview = await previewOf(db(), id);
    return preview && new Response(new Uint8Array(preview), { headers: { ...headers, 'content-type': 'image/jpeg' } });
  }
  let n = 0;
  const pieces = new ReadableStream<Uint8Array>({
    async pull(out) {
      const piece = n < file.pieces ? await pieceOf(db(), id, n++) : null;
      if (piece) out.enqueue(new Uint8Array(piece));
      else out.close();
    },
  });
  const name = encodeURIComponent(file.name);
  return new Response(pieces, {
    headers: {
      ...headers,
      'content-type': file.type,
      'content-length': String(file.bytes),
      'content-disposition': `${save || file.role === 'original' ? 'attachment' : 'inline'}; filename*=UTF-8''${name}`,
    },
  });
});
