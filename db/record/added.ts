/** What the server adds to an event: the oxygen an arc was struck in, the digest of a purge's readings. */
import { reduceRun, type BodyOf } from '../../core/work/record';
import type { Stored } from '../../core/work/event';
import { STALE_AFTER } from '../../core/models/sensor';
import { runNow, type AtArc, type Ended, type Welding } from '../../core/work/run';
import type { FitupPapers, GasPapers, HeatPaper } from '../../core/models/papers';
import { procedureOf, type RegisterItem } from '../../core/work/registers';
import type { WpsThen } from '../../core/work/sheet';
import { itemsById } from '../registers';
import type { Tx } from '../sql';
import { weldRecord } from './stored';
import { readingsDigest, readingsOf, readingsSince } from './readings';

/** The reading in force at a moment, and what the gate said then: of the purge as it stood, not as it stands. */
export async function atArc(tx: Tx, runEvents: readonly Stored[], at: number): Promise<AtArc | null> {
  const run = reduceRun(runEvents, at);
  if (!run) return null;
  const { gate, last } = runNow(run, await readingsOf(tx, run, at), null, at);
  return {
    reading: last && { ppm: last.ppm, at: new Date(last.at).toISOString(), ageSeconds: (at - last.at) / 1000, quality: last.quality },
    ready: gate.ready,
    by: gate.by,
    text: gate.text,
  };
}

/** Of each weld with an arc in it: the highest reading while the arc was on, and how long that was over the limit, s. */
export async function weldingOf(tx: Tx, runEvents: readonly Stored[], end: number): Promise<Welding[]> {
  const run = reduceRun(runEvents);
  const device = run?.started.device?.id;
  if (!run || !device) return [];
  const limit = run.started.rules.weldPpm;
  const out: Welding[] = [];
  for (const weld of run.started.welds) {
    let [highest, over, seen] = [0, 0, false];
    for (const arc of run.arcs.filter((a) => (a.weld ?? run.at) === weld)) {
      const off = arc.off ?? end;
      // The reading in force when it was struck counts too; each holds until the next, but says nothing of a silence.
      const readings = await readingsSince(tx, device, arc.on - STALE_AFTER * 1000, off, 20_000);
      readings.forEach((r, i) => {
        const until = Math.min(readings[i + 1]?.at ?? off, r.at + STALE_AFTER * 1000, off);
        if (until <= arc.on) return;
        seen = true;
        highest = Math.max(highest, r.ppm);
        if (r.ppm > limit) over += (until - Math.max(r.at, arc.on)) / 1000;
      });
    }
    if (seen) out.push({ weld, highest, over });
  }
  return out;
}

/** SHA-256 over the readings of a purge up to its end; null when nothing measured it. */
export async function digestOf(tx: Tx, runEvents: readonly Stored[], end: number): Promise<NonNullable<Ended['digest']> | null> {
  const run = reduceRun(runEvents);
  const device = run?.started.device?.id;
  return run && device ? readingsDigest(tx, device, run.startedAt, end) : null;
}

/** What the WPS of the fit-up allows now; null where there is no fit-up yet, or its WPS is in no register. */
export async function procedureNow(tx: Tx, weld: string): Promise<WpsThen | null> {
  const id = (await weldRecord(tx, weld))?.state.fitup?.wps.id;
  const item = id === undefined ? undefined : (await itemsById(tx, [id])).get(id);
  return item?.kind === 'wps' ? procedureOf(item) : null;
}

const heatPaper = (i: RegisterItem | undefined): HeatPaper | null =>
  i?.kind === 'heat' ? { alloy: i.body.alloy, what: i.body.what, sulphur: i.body.sulphur, filler: i.body.filler ?? null } : null;

/** What the registers say now of the papers an entry names; null for an entry that names none. */
export async function papersOf(tx: Tx, type: string, body: object | null): Promise<FitupPapers | GasPapers | null> {
  if (type === 'fitup.recorded' && body) {
    const { heatA, heatB, filler, flux, wps } = body as BodyOf<'fitup.recorded'>;
    const of = await itemsById(tx, [
      ...new Set([heatA, heatB, wps, ...(filler ? [filler.heat] : []), ...(flux ? [flux] : [])].map((n) => n.id)),
    ]);
    const sheet = of.get(wps.id);
    return {
      heatA: heatPaper(of.get(heatA.id)),
      heatB: heatPaper(of.get(heatB.id)),
      filler: filler && heatPaper(of.get(filler.heat.id)),
      flux: flux && heatPaper(of.get(flux.id)),
      wps: sheet?.kind === 'wps' && sheet.body.metals?.length ? { metals: sheet.body.metals } : null,
    };
  }
  if (type === 'gas.recorded' && body) {
    const { cylinder, meter } = body as BodyOf<'gas.recorded'>;
    const of = await itemsById(
      tx,
      [cylinder, meter].flatMap((n) => (n ? [n.id] : [])),
    );
    const [c, m] = [cylinder && of.get(cylinder.id), meter && of.get(meter.id)];
    return {
      cylinder: c?.kind === 'cylinder' ? { gas: c.body.gas } : null,
      meter: m?.kind === 'meter' ? m.body : null,
    };
  }
  return null;
}
