/** What hangs by the torch in this shop, and what its cover tests say of it. */
import { isTitanium, type AlloyId } from '../../basics/materials';
import { correctionOf, ratioOf, type Correction, type Owned, type TorchPlan } from '../../models/shield';
import { checksOf, itemsOf, type Check, type CheckOf, type ItemOf, type RegisterItem } from '../registers';

type Cup = Pick<TorchPlan, 'cup' | 'lens' | 'screen'>;
const usable = <T extends { retired?: unknown }>(all: readonly T[]): T[] => all.filter((i) => !i.retired);

/** Cups and shields that can be picked. A cup with screens is two: bare, and with one laid on. */
export function ownedOf(registers: readonly RegisterItem[]): Owned {
  return {
    cups: usable(itemsOf(registers, 'cup')).flatMap(({ label, body: { cup, lens, screens } }) => [
      { label, cup, lens, screen: false },
      ...(screens > 0 ? [{ label, cup, lens, screen: true }] : []),
    ]),
    shields: usable(itemsOf(registers, 'shield')).map(({ label, body: { length, width } }) => ({ label, length, width })),
  };
}

/** The cup of the shelf that is meant; null where none such is owned. */
export const cupItem = (registers: readonly RegisterItem[], c: Cup): ItemOf<'cup'> | null =>
  usable(itemsOf(registers, 'cup')).find(({ body }) => body.cup === c.cup && body.lens === c.lens && (!c.screen || body.screens > 0)) ??
  null;
/** The shield of the shelf that is meant, to a millimetre. */
export const shieldItem = (registers: readonly RegisterItem[], t: TorchPlan['trailing']): ItemOf<'shield'> | null =>
  (t &&
    usable(itemsOf(registers, 'shield')).find(
      ({ body }) => Math.abs(body.length - t.length) < 1e-3 && Math.abs(body.width - t.width) < 1e-3,
    )) ??
  null;

const metalOf = (alloy: AlloyId) => (isTitanium(alloy) ? ('titanium' as const) : ('stainless' as const));

/** The tests of all cups alike, as they are worn: with or without the screen. */
export const testsOf = (registers: readonly RegisterItem[], checks: readonly Check[], c: Cup): CheckOf<'cup'>[] => {
  const alike = itemsOf(registers, 'cup').filter(({ body }) => body.cup === c.cup && body.lens === c.lens);
  return alike.flatMap((item) => checksOf(checks, 'cup', item.id)).filter((t) => t.body.screen === c.screen);
};

/** What the shop's tests make of a cup on this metal; null where it was never tested. */
export function cupCorrection(registers: readonly RegisterItem[], checks: readonly Check[], c: Cup, alloy: AlloyId): Correction | null {
  const as = { cup: c.cup, lens: c.lens, screens: c.screen ? 1 : 0 };
  return correctionOf(
    testsOf(registers, checks, c).map((t) => ({ ratio: ratioOf(as, t.body), metal: t.body.metal })),
    metalOf(alloy),
  );
}

/** What one test of a shield says: how much of its width stayed silver. */
const shieldRatio = (t: CheckOf<'shield'>['body'], width: number): number | null => (t.ringSeen && t.silver > 0 ? t.silver / width : null);

/** The tests of the shield of the shelf that is meant. */
export function shieldTests(registers: readonly RegisterItem[], checks: readonly Check[], t: TorchPlan['trailing']): CheckOf<'shield'>[] {
  const item = shieldItem(registers, t);
  return item ? checksOf(checks, 'shield', item.id) : [];
}

/** What the shop's tests make of a shield on this metal, never more than its face; null where it was never tested. */
export function shieldCorrection(
  registers: readonly RegisterItem[],
  checks: readonly Check[],
  t: TorchPlan['trailing'],
  alloy: AlloyId,
): Correction | null {
  const ratios = shieldTests(registers, checks, t).map(({ body }) => ({ ratio: shieldRatio(body, t?.width ?? 1), metal: body.metal }));
  const found = correctionOf(ratios, metalOf(alloy));
  return found && { factor: Math.min(1, found.factor), low: Math.min(1, found.low), high: Math.min(1, found.high) };
}

/** The plan with its shield as it was tested: covering as much of its face as stayed silver. */
export function asTested(registers: readonly RegisterItem[], checks: readonly Check[], p: TorchPlan, alloy: AlloyId): TorchPlan {
  const by = shieldCorrection(registers, checks, p.trailing, alloy)?.factor ?? 1;
  return by === 1 || !p.trailing ? p : { ...p, trailing: { length: p.trailing.length * by, width: p.trailing.width * by } };
}

/** What a cover test asks. */
export { coverTestForm, coverTestKnown, coverTestSaid } from './coverTestForm';
