import type { APIRoute } from 'astro';
import { now } from '../../../../../db/clock';
import { takeSignals } from '../../../../../db/signals';
import { db } from '../../../../server/db';
import { fromDevice } from '../../../../server/device';

/** Presses of foot switches, arcs of current clamps: docs/protocol.md. */
export const POST: APIRoute = ({ request }) => fromDevice(request, (device, sent) => takeSignals(db(), now, device, sent));
