import type { APIRoute } from 'astro';
import { now } from '../../../../../db/clock';
import { intake } from '../../../../../db/record/readings';
import { db } from '../../../../server/db';
import { fromDevice } from '../../../../server/device';

/** Readings of oxygen monitors and flow meters: docs/protocol.md. */
export const POST: APIRoute = ({ request }) => fromDevice(request, (device, sent) => intake(db(), now, device, sent));
