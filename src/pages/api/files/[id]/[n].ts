import { bytesHash, dropPieces, fileIsWhole, fileOf, putPiece, refuseFile, wholeBytes, type FileRow } from '../../../../../db/files';
import { PIECE } from '../../../../../core/work/pictures';
import { error, json } from '../../../../server/answer';
import { db } from '../../../../server/db';
import { inTime } from '../../../../server/inTime';
import { lookAtPicture } from '../../../../server/pictures/looking';
import { route } from '../../../../server/route';

const gone = 'The entry of this picture has not been saved yet. It is sent first, then the picture.';

/** Takes a piece of a file. With the last of them the whole is checked against its event, and looked at. */
export const PUT = route({ gone, bytes: PIECE, slow: true }, async ({ id, part, bytes }) => {
  const file = await inTime(fileOf(db(), id));
  if (!file) return null;
  const put = await inTime(putPiece(db(), file, /^\d{1,6}$/.test(part) ? Number(part) : -1, bytes));
  if (put.error !== undefined) return error(put.status, put.error);
  return put.complete ? finish(file) : json({ whole: file.whole }, put.status);
});

async function finish(file: FileRow): Promise<Response> {
  const all = await wholeBytes(db(), file);
  if (bytesHash(all) !== file.hash) {
    await inTime(dropPieces(db(), file.id));
    return error(422, 'What came is not the picture that was announced: it was damaged on the way. Send it again.');
  }
  // The file as it came from the camera is kept as it is and shown nowhere.
  if (file.role === 'original') {
    await inTime(fileIsWhole(db(), file, null));
    return json({ whole: true }, 201);
  }
  const looked = await lookAtPicture({ bytes: all });
  if (looked === 'busy' || (!looked.ok && looked.ours))
    return error(503, 'It takes too long to look at this picture now. Its pieces are kept. Try again.');
  if (!looked.ok) {
    await inTime(refuseFile(db(), file, looked.text));
    return error(422, looked.text);
  }
  await inTime(fileIsWhole(db(), file, looked.preview));
  return json({ whole: true }, 201);
}
