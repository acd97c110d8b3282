/** What the fit-up asks, where each measure ends on this tube, and what the form says of it while it is filled in. */
import { flag, optional, place, quantity, ref, when, type Across, type TypedForm, type Values } from '../../basics/fields';
import type { Figure } from '../../basics/figure';
import { bore, type Size } from '../../basics/sizes';
import { show, type System } from '../../basics/units';
import { gapAdvice, highLow, ovality, startingAmps, type Advice } from '../../models/heat';
import { fitupPaperFaults, type HeatPaper, type PaperFault } from '../../models/papers';
import type { Design } from '../jobs';
import type { Person } from '../people';
import { itemsOf, shelfName, type ItemOf, type RegisterItem } from '../registers';
import type { Fitup } from './body';

/** High-low that is no fit-up any more, share of the wall: the edges pass each other. */
export const HIGH_LOW_MOST = 1;
/** Diameters further off than this are not of this tube, share of its own. Judgement: out of round stays far below. */
const OUT_OF_ROUND_MOST = 0.2;

/** What is measured on the joint. */
export function fitupMeasures(size: Size) {
  const gap = { most: { value: bore(size), says: 'The gap is wider than the tube. Check the unit.' } };
  const od = {
    least: { value: (1 - OUT_OF_ROUND_MOST) * size.od, says: 'The diameters are not of this tube. Check the unit.' },
    most: { value: (1 + OUT_OF_ROUND_MOST) * size.od, says: 'The diameters are not of this tube. Check the unit.' },
  };
  return {
    narrow: quantity('length', 'Narrowest gap', gap),
    wide: quantity('length', 'Widest gap', gap),
    highLow: quantity('length', 'High-low', {
      most: {
        value: HIGH_LOW_MOST * size.wall,
        says: `More than the wall of ${show(size.wall, 'length', 'metric')}: the ends do not meet. Check the unit, or fit it again.`,
      },
    }),
    odMost: quantity('length', 'Largest diameter', od),
    odLeast: quantity('length', 'Smallest diameter', od),
  };
}

export function fitupForm(design: Design, registers: readonly RegisterItem[], people: readonly Person[]) {
  const heats = itemsOf(registers, 'heat');
  const tubes = heats.filter((h) => h.body.what === 'tube' || h.body.what === 'fitting');
  const label = (i: { label: string }) => i.label;
  const { odMost, odLeast, ...gap } = fitupMeasures(design.size);
  return {
    ...gap,
    narrowAt: place('Narrowest at', design.seam),
    wideAt: place('Widest at', design.seam),
    heatA: ref('Heat, end A', tubes, label),
    heatB: ref('Heat, end B', tubes, label),
    wps: ref('WPS', itemsOf(registers, 'wps'), (w) => shelfName(w, `${w.label} rev ${w.body.revision}`)),
    welder: ref('Welder', people, (p) => `${p.name} (${p.stamp})`),
    useFiller: flag('With filler'),
    filler: when(
      (f) => f['useFiller'] === true,
      ref(
        'Filler heat',
        heats.filter((h) => h.body.what === 'filler'),
        label,
      ),
    ),
    rod: when((f) => f['useFiller'] === true, quantity('length', 'Rod', { zero: false, most: 0.01 })),
    odMost: optional(odMost),
    odLeast: optional(odLeast),
    flux: optional(
      ref(
        'Root flux',
        heats.filter((h) => h.body.what === 'flux'),
        label,
        { empty: 'none' },
      ),
    ),
    so: flag('It is so on the pipe: record it as a deviation'),
  };
}
export type FitupForm = ReturnType<typeof fitupForm>;
type Given = Values<FitupForm>;

export const fitupAcross: readonly Across<FitupForm>[] = [
  {
    of: ['narrow', 'wide'],
    at: 'narrow',
    says: (v) => (v.narrow > v.wide ? 'Wider than the widest. Change one of the two.' : null),
  },
  {
    of: ['odMost', 'odLeast'],
    at: 'odLeast',
    says: (v) =>
      v.odMost !== null && v.odLeast !== null && v.odLeast > v.odMost ? 'Larger than the largest. Change one of the two.' : null,
  },
];

/** The papers of the last weld alike: its heats where it is of the same spool, its WPS and filler anyway. */
export type KnownPapers = { papers: Pick<Fitup, 'heatA' | 'heatB' | 'wps' | 'filler'> | null; sameSpool: boolean };

/** What it begins with: what was recorded, else what is known of the last weld alike. What is measured is never known. */
export const fitupKnown = (f: Fitup | null, design: Design, before: KnownPapers | null = null): Partial<Given> => ({
  narrow: f?.gapNarrow.value,
  narrowAt: f?.gapNarrow.at,
  wide: f?.gapWide.value,
  wideAt: f?.gapWide.at,
  highLow: f?.highLow,
  useFiller: f ? f.filler !== null : before?.papers ? before.papers.filler !== null : design.joint === 'open-root',
  rod: (f ?? before?.papers)?.filler?.diameter,
  odMost: f?.ovality?.most,
  odLeast: f?.ovality?.least,
});

/**
 * Which items it begins with, by id.
 * @param wpss those at hand: one alone is taken @param hand who holds the screen
 */
export function fitupPicked(
  f: Fitup | null,
  wpss: readonly { id: string }[],
  hand: { id: string } | null,
  before: KnownPapers | null = null,
): Record<string, string> {
  const known = f ?? before?.papers ?? null;
  const heats = f ?? (before?.sameSpool ? before.papers : null);
  return {
    heatA: heats?.heatA.id ?? '',
    heatB: heats?.heatB.id ?? '',
    filler: known?.filler?.heat.id ?? '',
    wps: known?.wps.id ?? (wpss.length === 1 ? (wpss[0]?.id ?? '') : ''),
    welder: f?.welder ?? hand?.id ?? '',
    flux: f?.flux?.id ?? '',
  };
}

/** A square butt with nothing to measure, as it is told by one press: its ends meet all round and are flush. */
export const TIGHT: TypedForm = { narrow: '0', wide: '0', highLow: '0' };

const paper = (h: ItemOf<'heat'> | null | undefined): HeatPaper | null =>
  h ? { alloy: h.body.alloy, what: h.body.what, sulphur: h.body.sulphur, filler: h.body.filler ?? null } : null;

/** What the registers say of what is picked so far. */
export function fitupFaultsOf(v: Partial<Given>, design: Design): PaperFault[] {
  const metals = v.wps?.body.metals ?? [];
  return fitupPaperFaults(
    {
      heatA: paper(v.heatA),
      heatB: paper(v.heatB),
      filler: v.useFiller ? paper(v.filler) : null,
      flux: paper(v.flux),
      wps: metals.length ? { metals } : null,
    },
    design,
    !v.useFiller,
  );
}

/** What the rules say of what is measured so far. */
export function fitupReading(
  v: Partial<Given>,
  { size, seam }: Pick<Design, 'size' | 'seam'>,
  system: System,
): { figures: Figure[]; advice: Advice[] } {
  const { narrow, narrowAt, wide, wideAt, odMost, odLeast } = v;
  return {
    advice:
      narrow !== undefined && wide !== undefined && narrowAt !== undefined && wideAt !== undefined && wide >= narrow
        ? gapAdvice({ narrow, narrowAt, wide, wideAt }, { ...size, seam }, !v.useFiller, system)
        : [],
    figures: [
      startingAmps(size.wall),
      ...(v.highLow === undefined ? [] : [highLow(v.highLow, size.wall)]),
      ...(odMost != null && odLeast != null && odMost >= odLeast ? [ovality(odMost, odLeast, size)] : []),
    ],
  };
}

const named = ({ id, label }: { id: string; label: string }) => ({ id, label });

/** The form as the event says it. */
export const fitupSaid = (v: Given, design: Design, system: System): Omit<Fitup, 'papers'> => ({
  gapNarrow: { value: v.narrow, at: v.narrowAt },
  gapWide: { value: v.wide, at: v.wideAt },
  highLow: v.highLow,
  heatA: named(v.heatA),
  heatB: named(v.heatB),
  filler: v.filler && v.rod !== null ? { heat: named(v.filler), diameter: v.rod } : null,
  wps: { ...named(v.wps), revision: v.wps.body.revision },
  welder: v.welder.id,
  ...fitupReading(v, design, system),
  ovality: v.odMost !== null && v.odLeast !== null ? { most: v.odMost, least: v.odLeast } : null,
  flux: v.flux && named(v.flux),
});
