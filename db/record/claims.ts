/**
 * Claims: a monitor measures one purge, a weld is in one purge at a time. A row with a primary key each, taken and freed in the
 * transaction of the event: of two who want the same at the same moment the constraint lets one through.
 */
import type { RunState } from '../../core/work/run';
import type { Tx } from '../sql';

type Claim = { kind: 'device' | 'weld'; subject: string };

/** What a purge that goes on has in hand. */
function claimsOf({ started: { device, listens, welds } }: RunState): Claim[] {
  const devices = [...(device ? [device.id] : []), ...listens.map((d) => d.id)];
  const all: Claim[] = [
    ...[...new Set(devices)].map((subject) => ({ kind: 'device' as const, subject })),
    ...[...new Set(welds)].map((subject) => ({ kind: 'weld' as const, subject })),
  ];
  // Always in the same order, so that two never wait for each other.
  return all.sort((a, b) => (a.subject < b.subject ? -1 : 1));
}

/**
 * Brings the claims of a purge in line with its state: taken while it goes on, freed when it has ended.
 * @returns what another purge has in hand, in words; null when there is nothing
 */
export async function settleClaims(tx: Tx, run: RunState): Promise<string | null> {
  if (run.endedAt !== null) {
    await tx`delete from claim where run = ${run.id}`;
    return null;
  }
  for (const { kind, subject } of claimsOf(run)) {
    await tx`insert into claim (kind, subject, run) values (${kind}, ${subject}, ${run.id}) on conflict do nothing`;
    const [held] = await tx<{ run: string }[]>`select run from claim where kind = ${kind} and subject = ${subject}`;
    if (held?.run === run.id) continue;
    if (kind === 'weld') return 'A purge is already running on one of these welds.';
    const { device, listens } = run.started;
    if (device?.id === subject) return `${device.label} is on another purge that is still running. End that one, or take another monitor.`;
    const label = listens.find((d) => d.id === subject)?.label ?? 'A device';
    return `${label} is on another purge that is still running. End that one, or start without it.`;
  }
  return null;
}
