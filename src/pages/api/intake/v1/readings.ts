import { now } from '../../../../../db/clock';
import { intake } from '../../../../../db/record/readings';
import { db } from '../../../../server/db';
import { deviceRoute } from '../../../../server/route';

/** Readings of oxygen monitors and flow meters: docs/protocol.md. */
export const POST = deviceRoute((device, sent) => intake(db(), now, device, sent));
