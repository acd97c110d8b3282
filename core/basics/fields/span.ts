/** From here to there, as a procedure gives it: "40 to 75 A", "to 1.5 kJ/mm", "from 6 mm". */
import type { Quantity } from '../figure';
import { parseQuantity, show, unitOf, type System } from '../units';
import { bad, good, text, type Field } from './field';

/** Ends of a range, SI; null where it has none. */
export type Span = { low: number | null; high: number | null };

/** Two ends and the word between them. A hyphen parts them only with room on both sides: it stands in 1-1/2 too. */
const parted = /^(?:from\s+)?(.+?)(?:\s+(?:to|-|–)\s+|\s*\.\.+\s*)(.+)$/i;

/** A unit typed once, behind the last of two, is that of both. */
const unitOnly = /[\d/]\s*([^\d\s/.,-].*)$/;

/**
 * @param of count: plain whole numbers
 * @returns a field that reads both ends, or one; null when nothing is typed
 */
export function spanOf(of: Quantity, label: string, { hint, most = Infinity }: { hint?: string; most?: number } = {}): Field<Span | null> {
  const one = (typed: string, system: System, unit: string | undefined) => {
    const p = parseQuantity(typed, of, system, undefined, unit ?? unitOf(of, system));
    if (p.ok && p.value > most) return { ok: false as const, error: `More than ${show(most, of, system)}. Check the unit.` };
    return p;
  };
  return {
    label,
    ...(hint !== undefined && { hint }),
    shape: { kind: 'text', list: [], lines: 1, most: 40 },
    read: (typed, system) => {
      const t = text(typed);
      if (t === '') return good(null);
      const [, a = '', b = ''] = parted.exec(t) ?? [];
      const [, end = ''] = /^to\s+(.+)$/i.exec(t) ?? [];
      const [, begin = ''] = /^from\s+(.+)$/i.exec(t) ?? [];
      if (end !== '' && a === '') {
        const p = one(end, system, undefined);
        return p.ok ? good({ low: null, high: p.value }) : bad(p.error);
      }
      if (a === '') {
        if (begin === '') return bad(`Two ends, such as ${spanExample(of, system)}; or "to" or "from" and one.`);
        const p = one(begin, system, undefined);
        return p.ok ? good({ low: p.value, high: null }) : bad(p.error);
      }
      const high = one(b, system, undefined);
      const low = one(a, system, unitOnly.exec(b)?.[1]);
      if (!low.ok) return bad(low.error);
      if (!high.ok) return bad(high.error);
      return low.value > high.value
        ? bad('The first is more than the second. Change one of the two.')
        : good({ low: low.value, high: high.value });
    },
    write: (value, system) => (value === null ? '' : spanText(value, of, system)),
  };
}

/** How one is typed. */
export const spanExample = (of: Quantity, system: System): string =>
  ({
    current: '40 to 75 A',
    voltage: '8 to 12 V',
    length: system === 'inch' ? '1/16 to 3/16 in' : '1.6 to 4.8 mm',
    flow: system === 'inch' ? '15 to 25 CFH' : '7 to 12 L/min',
    speed: system === 'inch' ? '2 to 8 in/min' : '1 to 3 mm/s',
    heat: system === 'inch' ? 'to 20 kJ/in' : 'to 0.8 kJ/mm',
    temperature: system === 'inch' ? 'to 350 °F' : 'to 175 °C',
  })[of as 'current'] ?? '8 to 16';

/** A range as a welder reads it. */
export function spanText({ low, high }: Span, of: Quantity, system: System): string {
  const q = (x: number) => show(x, of, system);
  if (low === null) return high === null ? '' : `to ${q(high)}`;
  if (high === null) return `from ${q(low)}`;
  return `${q(low)} to ${q(high)}`;
}
