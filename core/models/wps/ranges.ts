/**
 * What a welding procedure allows: a range for each thing that is set, a list for each that is chosen. What lies outside is a named
 * deviation; where the procedure counts it as essential, nobody but a named person may let it pass.
 */
import type { Quantity } from '../../basics/figure';
import { spanText, type Span } from '../../basics/fields';
import { gasNames, type Gas } from '../../basics/gases';
import { show, type System } from '../../basics/units';
import { backingNames, type Backing } from '../need';
import { processNames, type Process } from '../passes';

/** What lies between two ends. Cups in sixteenths of an inch of bore. */
export const spanRows = {
  amps: { label: 'Amps', of: 'current' },
  volts: { label: 'Volts', of: 'voltage' },
  travel: { label: 'Travel', of: 'speed' },
  heat: { label: 'Heat input', of: 'heat' },
  interpass: { label: 'Interpass', of: 'temperature' },
  flow: { label: 'Torch flow', of: 'flow' },
  purgeFlow: { label: 'Purge flow', of: 'flow' },
  cup: { label: 'Cup', of: 'count' },
  thickness: { label: 'Wall qualified', of: 'length' },
  od: { label: 'Diameter qualified', of: 'length' },
} as const satisfies Record<string, { label: string; of: Quantity }>;
export type SpanId = keyof typeof spanRows;

/** Positions by ASME IX QW-461 and ISO 6947 (from memory). */
export const positionNames = {
  '1G': 'Turned, or flat (1G, PA)',
  '2G': 'Axis upright (2G, PC)',
  '3G': 'Upright seam (3G, PF)',
  '4G': 'Overhead seam (4G, PE)',
  '5G': 'Axis level, fixed (5G, PH)',
  '6G': 'Inclined, fixed (6G, H-L045)',
} as const;
export type Position = keyof typeof positionNames;

export const listRows = {
  process: { label: 'Process', names: processNames as Record<string, string> },
  gas: { label: 'Torch gas', names: gasNames as Record<string, string> },
  filler: { label: 'Filler', names: null },
  position: { label: 'Position', names: positionNames as Record<string, string> },
  backing: { label: 'Inside', names: backingNames as Record<string, string> },
} as const;
export type ListId = keyof typeof listRows;
export type RowId = SpanId | ListId;
export const rowIds = [...Object.keys(spanRows), ...Object.keys(listRows)] as RowId[];
export const rowLabel = (id: RowId): string => (id in spanRows ? spanRows[id as SpanId] : listRows[id as ListId]).label;

/** A procedure's ranges; what is not there it does not say. No filler is named `none`. */
export type Ranges = Partial<Record<SpanId, Span>> & {
  process?: readonly Process[];
  gas?: readonly Gas[];
  filler?: readonly string[];
  position?: readonly Position[];
  backing?: readonly Backing[];
};
export const NO_FILLER = 'none';

/**
 * Essential for TIG unless a procedure says otherwise: process, wall, filler, composition of the torch gas (ASME IX QW-256, from memory;
 * check your edition). Amps, volts, travel and position are not, but where toughness is tested.
 */
export const usuallyEssential: readonly RowId[] = ['process', 'thickness', 'filler', 'gas'];

/** One thing that is set or was done: on a pass, where it belongs to one. */
export type Value = { of: SpanId; value: number; at: string | null } | { of: ListId; value: string; at: string | null };

export type Verdict = {
  id: string;
  of: RowId;
  label: string;
  at: string | null;
  /** as a welder reads it */
  value: string;
  range: string;
  inside: boolean;
  essential: boolean;
  /** where it lies between two ends, of a range that has both: 0 at the low, 1 at the high end */
  share: number | null;
};

/** A hair over the end is the end: what was typed in inches is no exact metre. */
const SLACK = 1e-3;

/** How each value lies to the range the procedure gives it, outside first; what it says nothing of is left out. */
export function against(ranges: Ranges, essential: readonly RowId[], values: readonly Value[], system: System): Verdict[] {
  const out = values.flatMap((v): Verdict[] => {
    const base = {
      id: v.at === null ? v.of : `${v.of}-${v.at}`,
      of: v.of,
      label: rowLabel(v.of),
      at: v.at,
      essential: essential.includes(v.of),
    };
    if (v.of in spanRows) {
      const id = v.of as SpanId;
      const range = ranges[id];
      if (!range || typeof v.value !== 'number') return [];
      const { of } = spanRows[id];
      const { low, high } = range;
      const below = low !== null && v.value < low - SLACK * Math.abs(low);
      const above = high !== null && v.value > high + SLACK * Math.abs(high);
      return [
        {
          ...base,
          ...{ value: show(v.value, of, system), range: spanText(range, of, system), inside: !below && !above },
          share: low !== null && high !== null && high > low ? (v.value - low) / (high - low) : null,
        },
      ];
    }
    const id = v.of as ListId;
    const list: readonly string[] | undefined = ranges[id];
    if (!list || list.length === 0) return [];
    const { names } = listRows[id];
    const named = (x: string) => (id === 'filler' && x === NO_FILLER ? 'no filler' : (names?.[x] ?? x));
    return [
      { ...base, value: named(String(v.value)), range: list.map(named).join(', '), inside: list.includes(String(v.value)), share: null },
    ];
  });
  return out.sort((a, b) => Number(a.inside) - Number(b.inside) || Number(b.essential) - Number(a.essential));
}

/** An outside value as a sentence. @param wps its number and revision */
export const outsideText = (v: Verdict, wps: string): string =>
  `${v.label}${v.at === null ? '' : `, ${v.at}`}: ${v.value}; ${wps} gives ${v.range}.${v.essential ? ' An essential variable.' : ''}`;
