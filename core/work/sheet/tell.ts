/** The sheet in words: what a printed record, and a printed sheet, say of it. */
import { placeText, type Seam } from '../../basics/seam';
import { show, type System } from '../../basics/units';
import { leavesSlag, legsOf, legsText, passNames, processNames, tackKindNames, wayName } from '../../models/passes';
import { heldNames, liesOf, sidesNames, strikeNames } from './form';
import type { Orbital, Sheet, SheetPass } from './body';

/** A pass in a line. @param root amps of the torch: those of the first pass */
export function passText(p: SheetPass, root: number, system: System): string {
  const amps = p.pass === 'root' ? root : p.amps;
  return [
    `${passNames[p.pass]}${p.times > 1 ? `, ${p.times} layers` : ''}: ${processNames[p.process]}`,
    amps === null ? 'amps by the WPS' : `${Math.round(amps)} A`,
    p.rod !== null && `${show(p.rod, 'length', system)} rod`,
    p.filler && p.filler.label,
    p.interpass !== null && `not above ${show(p.interpass, 'temperature', system)} before it`,
    leavesSlag(p.process) && 'slag off at every restart',
  ]
    .filter(Boolean)
    .join(', ');
}

/** The order it is welded in, and where it begins. */
export function wayText(s: Sheet, seam: Seam, system: System): string {
  const legs = legsOf(s.way, s.start, seam, s.counter);
  const start = seam.kind === 'straight' ? '' : `, from ${placeText(s.start, seam, system)}`;
  return legs.length === 1
    ? `${wayName(s.way, seam)}${start}${s.counter ? ', the other way round' : ''}`
    : `${wayName(s.way, seam)}: ${legsText(legs, seam, system)}`;
}

/** What goes on before the seam closes, and what comes apart after it; empty where nothing does. */
export const orderText = (s: Sheet): string[] => [
  ...(s.sides === 'one' ? [] : [`Welded ${sidesNames[s.sides].toLowerCase()}`]),
  ...(s.onA.length ? [`On end A before it closes: ${s.onA.join(', ')}`] : []),
  ...(s.onB.length ? [`On end B before it closes: ${s.onB.join(', ')}`] : []),
  ...(s.slips.length ? [`Must still come apart: ${s.slips.join(', ')}`] : []),
  ...(s.clamp === 'none' ? [] : [s.clamp === 'plate' ? 'Clamped to a heavy plate until cold' : 'Bent the other way before, against pull']),
];

export const orbitalText = (o: Orbital): string =>
  `Head ${o.head}, program ${o.program} revision ${o.revision}; ${o.coupon === '' ? 'no coupon named' : `coupon ${o.coupon} looked at first`}`;

export const sheetLines = (s: Sheet, amps: number, seam: Seam, system: System): string[] => [
  `${heldNames[s.held]}, ${(liesOf(seam)[s.lies] ?? s.lies).toLowerCase()}; ${wayText(s, seam, system)}; tie-in ${show(s.tieIn, 'length', system)} back on sound weld; arc: ${strikeNames[s.strike].toLowerCase()}`,
  `${s.tacks.count} tacks, ${tackKindNames[s.tacks.kind].toLowerCase()}`,
  ...(s.passes.length > 1 || s.passes[0]?.process !== 'tig' ? s.passes.map((p) => passText(p, amps, system)) : []),
  ...(s.orbital ? [orbitalText(s.orbital)] : []),
  ...orderText(s),
];
