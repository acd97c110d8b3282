import { alikeOf, filesOf } from '../../../../../db/files';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

/** What has come of the files of a weld, and which of its pictures are on other welds too. */
export const GET = route({}, async ({ id }) => {
  const [files, alike] = await Promise.all([filesOf(db(), id), alikeOf(db(), id)]);
  return { files: files.map(({ id, role, whole, refused, pieces, have }) => ({ id, role, whole, refused, pieces, have })), alike };
});
