import { alikeOf, filesOf } from '../../../../../db/files';
import { isStream } from '../../../../../db/record/stored';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

/** What has come of the files of a weld, and which of its pictures are on other welds too. */
export const GET = route({ gone: 'There is no such weld.' }, async ({ id }) => {
  const [there, files, alike] = await Promise.all([isStream(db(), id), filesOf(db(), id), alikeOf(db(), id)]);
  if (!there) return null;
  return { files: files.map(({ id, role, whole, refused, pieces, have }) => ({ id, role, whole, refused, pieces, have })), alike };
});
