import { now } from '../../../../../db/clock';
import { takeSignals } from '../../../../../db/signals';
import { db } from '../../../../server/db';
import { deviceRoute } from '../../../../server/route';

/** Presses of foot switches, arcs of current clamps: docs/protocol.md. */
export const POST = deviceRoute((device, sent) => takeSignals(db(), now, device, sent));
