/** The sheet against the WPS: what is set, pass by pass, and what of it lies outside. */
import type { Gas } from '../../basics/gases';
import { fillerClass } from '../../basics/materials';
import type { Backing } from '../../models/need';
import { heatByModel, passNames, type PassId } from '../../models/passes';
import type { HeatPaper } from '../../models/papers';
import { ARC_HELD } from '../../models/shield';
import { against, NO_FILLER, type Position, type Ranges, type RowId, type Value, type Verdict } from '../../models/wps';
import type { System } from '../../basics/units';
import type { Design } from '../jobs';
import type { Held, Lies, Sheet } from './body';

/** A WPS as it stood when something was set up, or welded, by it. */
export type WpsThen = { id: string; label: string; revision: string; ranges: Ranges; essential: readonly RowId[] };
export const wpsName = (w: Pick<WpsThen, 'label' | 'revision'>): string => `${w.label} revision ${w.revision}`;

/** The welding position of a joint by how it is held and lies. */
export function positionOf({ seam }: Pick<Design, 'seam'>, held: Held, lies: Lies): Position {
  if (seam.kind === 'straight') return lies === 'upright' ? '3G' : lies === 'overhead' ? '4G' : '1G';
  if (lies === 'inclined') return '6G';
  if (lies === 'upright') return '2G';
  return held === 'fixed' ? '5G' : '1G';
}

/** What of a set-up a WPS can speak of; what nobody said is left out. */
export type Said = {
  amps: number;
  travel: number | null;
  flow: number;
  cup: number;
  sheet: Sheet | null;
  torchGas: Gas | null;
  backing: Backing | null;
  purgeFlow: number | null;
  /** the rod of the fit-up: its papers, null where nothing is known of it; false without filler; undefined before the fit-up */
  filler: HeatPaper | null | false | undefined;
};

const rodName = (h: HeatPaper): string | null => h.filler ?? fillerClass(h.alloy);

export function valuesOf(s: Said, design: Pick<Design, 'size' | 'seam'>): Value[] {
  const out: Value[] = [];
  const one = (v: Value | false | null) => void (v && out.push(v));
  const passes = s.sheet?.passes ?? [];
  const several = passes.length > 1;
  const at = (p: PassId) => (several ? passNames[p].toLowerCase() : null);
  for (const p of passes.length ? passes : [{ pass: 'root' as const, process: null, amps: null, interpass: null }]) {
    const amps = p.pass === 'root' ? s.amps : p.amps;
    one(amps !== null && { of: 'amps', value: amps, at: at(p.pass) });
    // Heat by the volts of the arc itself: a machine reads 2 to 4 V more over its leads.
    one(p.pass === 'root' && s.travel !== null && { of: 'heat', value: heatByModel(s.amps, s.travel, ARC_HELD), at: at(p.pass) });
    one(p.process !== null && { of: 'process', value: p.process, at: at(p.pass) });
    one(p.interpass !== null && { of: 'interpass', value: p.interpass, at: at(p.pass) });
  }
  one(s.travel !== null && { of: 'travel', value: s.travel, at: null });
  one({ of: 'flow', value: s.flow, at: null });
  one({ of: 'cup', value: s.cup, at: null });
  one({ of: 'thickness', value: design.size.wall, at: null });
  one(design.seam.kind !== 'straight' && { of: 'od', value: design.size.od, at: null });
  one(s.purgeFlow !== null && { of: 'purgeFlow', value: s.purgeFlow, at: null });
  one(s.torchGas !== null && { of: 'gas', value: s.torchGas, at: null });
  one(s.backing !== null && { of: 'backing', value: s.backing, at: null });
  one(s.sheet !== null && { of: 'position', value: positionOf(design, s.sheet.held, s.sheet.lies), at: null });
  if (s.filler === false) one({ of: 'filler', value: NO_FILLER, at: null });
  else if (s.filler) {
    const rod = rodName(s.filler);
    one(rod !== null && { of: 'filler', value: rod, at: null });
  }
  return out;
}

/** How a set-up lies to its WPS, outside first. */
export const wpsVerdicts = (
  w: Pick<WpsThen, 'ranges' | 'essential'>,
  s: Said,
  design: Pick<Design, 'size' | 'seam'>,
  system: System,
): Verdict[] => against(w.ranges, w.essential, valuesOf(s, design), system);

/** Words that give no reason, without what stands between their letters. */
const EMPTY = new Set(
  'ok okay yes no fine good asis na none nil same agreed accepted approved allgood isok itsok itisok noreason test'.split(' '),
);
/** Is this no reason: nothing, or a word that only waves it through? */
export const isNoReason = (text: string): boolean => {
  const bare = text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');
  return bare.length < 3 || EMPTY.has(bare);
};
export const NO_REASON = 'Say why, and who decided: “ok” is no reason.';
