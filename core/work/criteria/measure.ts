/** A measured limit as it is typed: "10 %", "0.38 mm", "0.2 mm + 10 %, 1 mm at most", "none"; empty where nothing is said. */
import type { Field, Read } from '../../basics/fields';
import { parseQuantity, show, type System } from '../../basics/units';
import type { Measure } from '../../models/criteria';

export type Allowed = Pick<Measure, 'fixed' | 'share' | 'most'>;

const percent = (share: number): string => `${Number((100 * share).toFixed(2))} %`;

function readAllowed(typed: string, system: System): Read<Allowed | null> {
  const t = typed.trim();
  if (t === '') return { ok: true, value: null };
  if (/^(none|no|0)$/i.test(t)) return { ok: true, value: { fixed: 0, share: 0, most: null } };
  const [sum = '', ...ends] = t.split(/,|;/);
  const is: Allowed = { fixed: 0, share: 0, most: null };
  for (const part of sum.split(/\+|\band\b/i)) {
    const p = part.replace(/of the wall/i, '').trim();
    const read = parseQuantity(p, p.includes('%') ? 'fraction' : 'length', system);
    if (!read.ok) return read;
    if (p.includes('%') && read.value > 1) return { ok: false, error: 'More than the whole wall. Check it.' };
    if (!p.includes('%') && read.value > 0.02) return { ok: false, error: 'More than any tube allows. Check the unit.' };
    is[p.includes('%') ? 'share' : 'fixed'] += read.value;
  }
  for (const end of ends) {
    const read = parseQuantity(end.replace(/at most|most|max\.?/i, '').trim(), 'length', system);
    if (!read.ok) return read;
    if (!(read.value > 0) || read.value > 0.05) return { ok: false, error: 'The most it may be is a length above nought, such as 1 mm.' };
    is.most = read.value;
  }
  return { ok: true, value: is };
}

export const allowedField = (label: string): Field<Allowed | null> => ({
  label,
  hint: 'such as 10 %; none; empty: not said',
  shape: { kind: 'text', list: [], lines: 1, most: 60 },
  read: (typed, system) => readAllowed(typeof typed === 'string' ? typed : '', system),
  write: (value, system) => {
    if (value === null) return '';
    const parts = [value.fixed > 0 && show(value.fixed, 'length', system), value.share > 0 && percent(value.share)].filter(Boolean);
    return parts.length === 0 ? 'none' : parts.join(' + ') + (value.most === null ? '' : `, ${show(value.most, 'length', system)} at most`);
  },
});
