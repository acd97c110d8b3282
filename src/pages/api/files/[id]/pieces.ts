import { fileOf, piecesHad } from '../../../../../db/files';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

/** How much of a file has come, for whoever goes on sending it. */
export const GET = route({ gone: 'The entry of this picture has not been saved yet.' }, async ({ id }) => {
  const file = await fileOf(db(), id);
  if (!file) return null;
  return { whole: file.whole, refused: file.refused, pieces: file.pieces, have: file.whole ? [] : await piecesHad(db(), id) };
});
