/** Tools that stay with their metal: kinds of them, the mark they carry, what they have touched, and how fast they may turn. */
import { z } from 'zod';
import { alloys, type AlloyFamily, type AlloyId } from '../../basics/materials';

/** What takes tint off. */
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
/** What takes none off and touches all the same, mostly before the weld. */
export const contactKindSchema = z.enum(['clamp', 'hammer', 'file', 'hole-saw', 'plate', 'bench']);

/** Kinds that stand in a register of tools; what is bought as a product stands in that of products. */
export const toolKindSchema = z.enum([...rungKindSchema.exclude(['paste', 'gel', 'bath']).options, ...contactKindSchema.options]);
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
  clamp: 'clamp',
  hammer: 'hammer',
  file: 'file',
  'hole-saw': 'hole saw',
  plate: 'plate or angle it lies on',
  bench: 'bench',
};
export const takesTintOff = (kind: ToolKind): kind is Exclude<ToolKind, z.infer<typeof contactKindSchema>> =>
  !contactKindSchema.safeParse(kind).success;

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
/** Is it turned by a machine? */
export const isTurned = (kind: ToolKind | null | undefined): boolean =>
  kind === 'hole-saw' || (kind != null && takesTintOff(kind) && ways[kind] === 'machine');

/** A tool as an entry names it; what nobody said of it is null. */
export const toolSchema = z.object({
  what: z.string().max(80),
  /** it belongs to, as it is marked */
  metal: z.enum(['stainless', 'titanium', 'carbon-steel', 'aluminium', 'unmarked']),
  grit: z.number().int().positive().nullable().default(null),
  kind: toolKindSchema.nullable().default(null),
  /** turns a minute that stand on it */
  ratedRpm: z.number().int().positive().max(100_000).nullable().default(null),
});
export type Tool = z.infer<typeof toolSchema>;
export type Mark = Tool['metal'];

/** The mark a tool for these metals carries: iron on titanium or stainless is planted rust. */
export const wantedMark = (s: { alloys: readonly AlloyId[] }): 'titanium' | 'stainless' | 'carbon-steel' =>
  s.alloys.some((a) => alloys[a].family === 'titanium')
    ? 'titanium'
    : s.alloys.every((a) => alloys[a].family === 'carbon')
      ? 'carbon-steel'
      : 'stainless';

const metalOf = (family: AlloyFamily): Mark => (family === 'titanium' ? 'titanium' : family === 'carbon' ? 'carbon-steel' : 'stainless');

/** A tool as its past leaves it: one that touched mild steel once is mild steel's for good, whatever its mark. */
export function belongsTo(mark: Mark, touched: readonly AlloyFamily[]): Mark {
  if (mark === 'carbon-steel' || touched.includes('carbon')) return 'carbon-steel';
  const metals = new Set(touched.map(metalOf));
  // Two metals without iron: it belongs to neither any more.
  return metals.size > 1 || (metals.size === 1 && mark !== 'unmarked' && !metals.has(mark)) ? 'unmarked' : mark;
}

/** Why a tool must not touch these metals; null when it may. */
export function touchRefusal(label: string, mark: Mark, touched: readonly AlloyFamily[], ids: readonly AlloyId[]): string | null {
  const [is, wanted] = [belongsTo(mark, touched), wantedMark({ alloys: ids })];
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
export function spinRefusals(
  { label, kind, ratedRpm }: { label: string; kind: ToolKind | RungKind | null; ratedRpm: number | null },
  { rpm, arbor }: Spindle,
): string[] {
  if (!isTurned(toolKindSchema.safeParse(kind).data)) return [];
  return [
    ...(rpm === null ? [`How fast does the machine turn? ${label} must be rated for that, or more.`] : []),
    ...(rpm !== null && ratedRpm === null ? [`No speed stands on ${label}: not on a machine until somebody has found it.`] : []),
    ...(rpm !== null && ratedRpm !== null && rpm > ratedRpm
      ? [`The machine turns ${rpm} a minute, ${label} is rated for ${ratedRpm}: it can burst. Take a slower machine or another tool.`]
      : []),
    ...(arbor === 'improvised' ? ['An improvised arbor: it can come off or burst the wheel. Use the one it was made for.'] : []),
  ];
}
