/**
 * Do the papers belong to this weld? Heats, filler, flux and WPS against the metals of the joint; cylinder and meter against the gas.
 * Papers are what the registers say of an item; null where a register says nothing, and then nothing is judged.
 */
import { gasNames, meterFactor, type Gas, type Meter } from '../../basics/gases';
import { alloys, fillerClass, fillerFor, type AlloyFamily, type AlloyId } from '../../basics/materials';

/** A heat of tube, fitting, filler or root flux. */
export type HeatPaper = {
  alloy: AlloyId;
  what: 'tube' | 'fitting' | 'filler' | 'flux';
  /** weight percent; null when the certificate was not read for it */
  sulphur: number | null;
  /** of a filler, its class by AWS A5: ER316L; null where only the alloy is known */
  filler: string | null;
};
export type FitupPapers = {
  heatA: HeatPaper | null;
  heatB: HeatPaper | null;
  filler: HeatPaper | null;
  flux: HeatPaper | null;
  /** the base metals the WPS is for; null when it does not say */
  wps: { metals: readonly AlloyId[] } | null;
};
export type GasPapers = { cylinder: { gas: Gas } | null; meter: Meter | null };

/** never: the wrong paper, a deviation once it is recorded; mind: told beside it. */
export type PaperFault = { id: string; level: 'never' | 'mind'; text: string };

export type Joined = { alloyA: AlloyId; alloyB: AlloyId };

/** Families that share nothing: what is meant for one ruins the other. */
type Metal = 'stainless or nickel' | 'titanium' | 'carbon steel';
const metalOf = (f: AlloyFamily): Metal => (f === 'titanium' ? 'titanium' : f === 'carbon' ? 'carbon steel' : 'stainless or nickel');

/** Sulphur for tube welded without filler, weight percent: ASME BPE, 316L, from memory; check against your edition. */
export const SULPHUR_WINDOW: readonly [number, number] = [0.005, 0.017];
/** A difference from which the bead is expected to lean, weight percent. Common practice, no source. */
const SULPHUR_APART = 0.008;

const percent = (s: number): string => `${s.toFixed(3)} %`;

function endFault(end: 'A' | 'B', paper: HeatPaper | null, drawn: AlloyId): PaperFault[] {
  if (!paper) return [];
  const id = `heat-${end}`;
  if (paper.what === 'filler' || paper.what === 'flux')
    return [
      { id, level: 'never', text: `The heat picked for end ${end} is ${paper.what === 'flux' ? 'a flux' : 'a filler rod'}, no tube.` },
    ];
  if (paper.alloy === drawn) return [];
  return [
    {
      id,
      level: 'never',
      text: `Heat of end ${end} is ${alloys[paper.alloy].name}; the drawing asks for ${alloys[drawn].name}. Pick the right heat, or stop and ask.`,
    },
  ];
}

function fillerFault(paper: HeatPaper | null, { alloyA, alloyB }: Joined): PaperFault[] {
  if (!paper) return [];
  if (paper.what !== 'filler') return [{ id: 'filler', level: 'never', text: 'The heat picked as filler is no filler rod.' }];
  const rod = paper.filler ?? fillerClass(paper.alloy);
  const named = rod ?? `rod of ${alloys[paper.alloy].name}`;
  const asked = fillerFor(alloyA, alloyB);
  const metals = new Set([alloyA, alloyB].map((a) => metalOf(alloys[a].family)));
  const own = metalOf(alloys[paper.alloy].family);
  // A joint of two metals takes the filler its row names; of one metal, a filler of another ruins it.
  if (!metals.has(own) || (own === 'carbon steel' && metals.size > 1))
    return [
      {
        id: 'filler',
        level: 'never',
        text: `Filler ${named} is of another metal: not on ${alloyA === alloyB ? alloyA : `${alloyA} to ${alloyB}`}.${asked ? ` Take ${asked}.` : ''}`,
      },
    ];
  if (asked === null || (rod !== null && new RegExp(`\\b${rod}\\b`).test(asked))) return [];
  return [{ id: 'filler', level: 'mind', text: `Filler ${named}; the table names ${asked} for this pair. The WPS decides.` }];
}

/** Two heats that melt unlike: the puddle runs to the side of less sulphur. */
function sulphurFault(a: HeatPaper | null, b: HeatPaper | null, autogenous: boolean): PaperFault[] {
  const [sa, sb] = [a?.sulphur ?? null, b?.sulphur ?? null];
  if (!a || !b || sa === null || sb === null) return [];
  if ([a, b].some((h) => alloys[h.alloy].family !== 'austenitic')) return [];
  const apart = Math.abs(sa - sb) >= SULPHUR_APART || Math.max(sa, sb) >= 3 * Math.min(sa, sb);
  const faults: PaperFault[] = [];
  if (apart)
    faults.push({
      id: 'sulphur',
      level: 'mind',
      text: `Sulphur is far apart: ${percent(sa)} at end A, ${percent(sb)} at end B. The bead leans to end ${sa < sb ? 'A' : 'B'}, the side of less: expect the root to miss the seam there.`,
    });
  const outside = (
    [
      ['A', sa],
      ['B', sb],
    ] as const
  ).filter(([, s]) => s < SULPHUR_WINDOW[0] || s > SULPHUR_WINDOW[1]);
  if (autogenous && outside.length)
    faults.push({
      id: 'sulphur-window',
      level: 'mind',
      text: `Without filler the hygienic code asks for ${SULPHUR_WINDOW[0]} to ${percent(SULPHUR_WINDOW[1])} of sulphur (ASME BPE, from memory): end ${outside.map(([e, s]) => `${e} has ${percent(s)}`).join(', end ')}.`,
    });
  return faults;
}

/** What of the papers of a fit-up does not belong to this joint, the worst first. */
export function fitupPaperFaults(papers: FitupPapers, joint: Joined, autogenous: boolean): PaperFault[] {
  const metals = papers.wps?.metals ?? [];
  const outside = [...new Set([joint.alloyA, joint.alloyB])].filter((a) => !metals.includes(a));
  return [
    ...endFault('A', papers.heatA, joint.alloyA),
    ...endFault('B', papers.heatB, joint.alloyB),
    ...fillerFault(papers.filler, joint),
    ...(papers.flux &&
    (papers.flux.what !== 'flux' ||
      [joint.alloyA, joint.alloyB].some((a) => metalOf(alloys[a].family) !== metalOf(alloys[(papers.flux as HeatPaper).alloy].family)))
      ? [{ id: 'flux', level: 'never' as const, text: `The flux is meant for ${alloys[papers.flux.alloy].name}: not on this joint.` }]
      : []),
    ...(metals.length && outside.length
      ? [
          {
            id: 'wps',
            level: 'never' as const,
            text: `The WPS is for ${metals.map((a) => alloys[a].name).join(', ')}; this joint has ${outside.map((a) => alloys[a].name).join(' and ')}.`,
          },
        ]
      : []),
    ...sulphurFault(papers.heatA, papers.heatB, autogenous),
  ].sort((x, y) => Number(x.level === 'mind') - Number(y.level === 'mind'));
}

/** What of cylinder and meter does not belong to the purge gas, the worst first. */
export function gasPaperFaults({ cylinder, meter }: GasPapers, purge: Gas): PaperFault[] {
  const faults: PaperFault[] = [];
  const name = (g: Gas | 'air') => (g === 'air' ? 'air' : gasNames[g].toLowerCase());
  if (cylinder && cylinder.gas !== purge)
    faults.push({
      id: 'cylinder',
      level: 'never',
      text: `The cylinder holds ${name(cylinder.gas)}, the lot is ${name(purge)}: one of the two is the wrong one.`,
    });
  if (meter && meter.meterKind !== 'electronic' && meter.scaleGas !== purge)
    faults.push({
      id: 'meter',
      level: 'mind',
      text: `The meter is scaled for ${name(meter.scaleGas)}, ${name(purge)} goes through it: true is its reading times ${meterFactor(meter, purge, meter.scalePascal).toFixed(2)}.`,
    });
  return faults;
}
