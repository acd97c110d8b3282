/** The bath of the shop that a piece hangs in: which may be picked, what its log says against it, in words. */
import type { Breach } from '../../models/cleaning';
import type { Bath, BathNow } from '../../models/bath';
import { optional, ref } from '../../basics/fields';
import { show, type System } from '../../basics/units';
import { itemsOf, type ItemOf, type RegisterItem } from '../registers';

export type TankFault = 'other' | 'empty' | 'late' | BathNow['out'][number];
/** The bath as an entry names it, with what spoke against it as its log stood. */
export type Tank = { id: string; label: string; out: TankFault[] };
type Item = ItemOf<'bath'>;

/** The baths that stand in the register, for what hangs in one. */
export const tankField = (registers: readonly RegisterItem[]) =>
  optional(ref('Bath of the shop', itemsOf(registers, 'bath'), (b) => b.label, { empty: 'none of the register' }));

/** @param holds what is asked of it */
export function tankOf(item: Item | null | undefined, holds: Bath['holds']): Tank | null {
  if (!item) return null;
  const { bath } = item;
  const out: TankFault[] =
    item.body.holds !== holds
      ? ['other']
      : !bath || bath.phase === 'empty'
        ? ['empty']
        : [...bath.out, ...(bath.late ? ['late' as const] : [])];
  return { id: item.id, label: item.label, out };
}

const says: Record<TankFault, (label: string) => string> = {
  other: (l) => `${l} holds another acid than this.`,
  empty: (l) => `${l} is empty by its log: it was dumped, or nobody made it up.`,
  weak: (l) => `${l} is weaker than its limit, as it was measured last: add acid, measure, or say why.`,
  strong: (l) => `${l} is stronger than its limit, as it was measured last: add water, measure, or say why.`,
  cold: (l) => `${l} is colder than its limit, as it was measured last: warm it, measure, or say why.`,
  hot: (l) => `${l} is hotter than its limit, as it was measured last: let it cool, measure, or say why.`,
  iron: (l) => `${l} holds more iron than its limit: it works no more as it should. Dump it, or say why.`,
  late: (l) => `Nobody has measured ${l} for longer than it may be: measure it, or say why.`,
};
/** What speaks against hanging it there. */
export const tankSpeaks = (t: Tank | null | undefined): Breach[] =>
  (t?.out ?? []).map((f) => ({
    ...{ id: `tank-${f}`, text: says[f](t?.label ?? ''), mends: ['iron-test', 'again'] },
    level: f === 'other' || f === 'empty' ? 'never' : 'reason',
  }));

/** How it is now, in a few words: for whoever picks it. @param now ms */
export function bathWords({ body, bath }: Item, now: number, system: System): string {
  if (!bath || bath.phase === 'empty') return 'empty: made up by nobody, or dumped';
  const days = bath.measured === null ? 0 : Math.max(0, Math.floor((now - bath.measured) / 86_400_000));
  return [
    bath.percent === null ? '' : `${bath.percent} %`,
    bath.celsius === null ? '' : show(bath.celsius, 'temperature', system),
    bath.iron === null ? '' : `iron ${bath.iron}${body.iron === null ? '' : ` of ${body.iron}`} g/L`,
    `measured ${days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`}`,
    `${bath.uses} ${bath.uses === 1 ? 'piece' : 'pieces'} since it was made up`,
  ]
    .filter(Boolean)
    .join(', ');
}
