/** What takes tint off: kinds of tools as a shop keeps them under names of its own, and what is known of each before it touches. */
import { z } from 'zod';
import type { AlloyFamily, AlloyId } from '../../basics/materials';
import { wantedMark, type Tool } from '../cleaning';
import { raAfter, type RaSpan } from './roughness';

export const rungKindSchema = z.enum([
  'hand-brush',
  'powered-brush',
  'bristle-disc',
  'wheel',
  'pad',
  'flap',
  'felt',
  'electrolytic',
  'paste',
  'gel',
  'bath',
]);
export type RungKind = z.infer<typeof rungKindSchema>;

/** Kinds that stand in a register of tools; what is bought as a product stands in that of products. */
export const toolKindSchema = rungKindSchema.exclude(['paste', 'gel', 'bath']);
export type ToolKind = z.infer<typeof toolKindSchema>;
export const toolKinds: Record<ToolKind, string> = {
  'hand-brush': 'hand brush',
  'powered-brush': 'powered brush',
  'bristle-disc': 'bristle disc',
  wheel: 'non-woven wheel',
  pad: 'pad, by hand',
  flap: 'flap wheel or disc',
  felt: 'felt',
  electrolytic: 'electrolytic brush',
};
/** By hand; turned by a machine; wet, without a scratch of its own. */
const ways: Record<RungKind, 'hand' | 'machine' | 'wet'> = {
  'hand-brush': 'hand',
  'powered-brush': 'machine',
  'bristle-disc': 'machine',
  wheel: 'machine',
  pad: 'hand',
  flap: 'machine',
  felt: 'machine',
  electrolytic: 'wet',
  paste: 'wet',
  gel: 'wet',
  bath: 'wet',
};
export const wayOf = (kind: RungKind): 'hand' | 'machine' | 'wet' => ways[kind];

/** Metal a tool belongs to, as it is marked. */
export type Mark = Tool['metal'];

export type Rung = {
  id: string;
  /** the shop's own name for it */
  label: string;
  kind: RungKind;
  metal: Mark;
  /** null: it has none, as a brush has */
  grit: number | null;
  /** Ra it leaves here as the shop has measured it, m; null: by the chart of its grit */
  ra: number | null;
  /** metal it takes in a pass, m; null where nobody measured */
  takes: number | null;
  /** narrowest bore it goes into, m; null: outside only */
  bore: number | null;
  /** turns a minute it is rated for; null where none stands on it */
  ratedRpm: number | null;
};

/** Ra it leaves, m; null where it leaves what was there, or nobody knows. */
export const leaves = (r: Rung): RaSpan | null => (r.ra !== null ? { low: r.ra, high: r.ra } : r.grit === null ? null : raAfter(r.grit));

/** A brush or wet way leaves the scratches that were there; whatever has a grit makes its own. */
export const cuts = (r: Rung): boolean => wayOf(r.kind) !== 'wet' && r.grit !== null;

/** The mark a tool for these metals carries, as the chemistry wants it. */
export const markFor = (ids: readonly AlloyId[]): Mark => wantedMark({ alloys: ids });
const metalOf = (family: AlloyFamily): Mark => (family === 'titanium' ? 'titanium' : family === 'carbon' ? 'carbon-steel' : 'stainless');

/** A tool as its past leaves it: one that touched mild steel once is mild steel's for good, whatever its mark. */
export function belongsTo(mark: Mark, touched: readonly AlloyFamily[]): Mark {
  if (touched.includes('carbon')) return 'carbon-steel';
  const metals = new Set(touched.map(metalOf));
  // Two metals without iron: it belongs to neither any more.
  return metals.size > 1 || (metals.size === 1 && mark !== 'unmarked' && !metals.has(mark)) ? 'unmarked' : mark;
}

/** Why a tool must not touch these metals; null when it may. */
export function touchRefusal(label: string, mark: Mark, touched: readonly AlloyFamily[], ids: readonly AlloyId[]): string | null {
  const [is, wanted] = [belongsTo(mark, touched), markFor(ids)];
  if (is === wanted) return null;
  if (is === 'carbon-steel')
    return mark === 'carbon-steel'
      ? `${label} is marked for carbon steel: it plants rust. Take one marked for ${wanted}.`
      : `${label} was used on carbon steel: it is carbon steel's for good. Take one marked for ${wanted}.`;
  if (is === 'unmarked')
    return mark === 'unmarked'
      ? `${label} is not marked. Take one marked for ${wanted}.`
      : `${label} has touched another metal. Take one marked for ${wanted}.`;
  return `${label} is marked for ${is}. Take one marked for ${wanted}.`;
}

/** What turns a tool: turns a minute, and whether its arbor came with it. */
export type Spindle = { rpm: number | null; arbor: 'maker' | 'improvised' };

/** Why a tool must not be turned so; empty when it may. The rating stands on the tool, the speed on the machine. */
export function spinRefusals({ label, kind, ratedRpm }: Pick<Rung, 'label' | 'kind' | 'ratedRpm'>, { rpm, arbor }: Spindle): string[] {
  if (wayOf(kind) !== 'machine') return [];
  return [
    ...(rpm === null ? [`How fast does the machine turn? ${label} must be rated for that, or more.`] : []),
    ...(rpm !== null && ratedRpm === null ? [`No speed stands on ${label}: not on a machine until somebody has found it.`] : []),
    ...(rpm !== null && ratedRpm !== null && rpm > ratedRpm
      ? [`The machine turns ${rpm} a minute, ${label} is rated for ${ratedRpm}: it can burst. Take a slower machine or another tool.`]
      : []),
    ...(arbor === 'improvised' ? ['An improvised arbor: it can come off or burst the wheel. Use the one it was made for.'] : []),
  ];
}
