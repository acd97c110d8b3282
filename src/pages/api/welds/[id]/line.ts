import { isStream, lineSeen } from '../../../../../db/record/stored';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

export const GET = route({ gone: 'There is no such weld.' }, async ({ id }) => ((await isStream(db(), id)) ? lineSeen(db(), id) : null));
