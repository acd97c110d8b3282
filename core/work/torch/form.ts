/** What the set-up of the torch asks, and what it begins with by the rules until it is set. */
import { choice, flag, quantity, within, type TypedForm, type Values } from '../../basics/fields';
import type { Figure } from '../../basics/figure';
import { isTitanium } from '../../basics/materials';
import { show, type System } from '../../basics/units';
import { LEAST_POST_FLOW, postFlow, startingAmps } from '../../models/heat';
import { cupBore, cupFlow, cups, startingCup, stickOut } from '../../models/shield';
import type { Design } from '../jobs';
import type { TorchSetup } from './body';

export const torchMeasures = {
  electrode: quantity('length', 'Electrode', { zero: false, most: 0.01 }),
  stickOut: quantity('length', 'Stick-out', { most: 0.1 }),
  flow: quantity('flow', 'Torch flow', { zero: false, most: 5e-3 }),
  amps: quantity('current', 'Amps', { zero: false, most: { value: 500, says: 'More than 500 A. Check it.' } }),
  postFlow: quantity('time', 'Post-flow', { most: { value: 600, says: 'More than 10 min. Check the unit.' } }),
};
/** The same limits for the event. */
export const torchWithin = {
  electrode: within(torchMeasures.electrode),
  flow: within(torchMeasures.flow),
  amps: within(torchMeasures.amps),
  postFlow: within(torchMeasures.postFlow),
};

export const torchForm = {
  cup: choice('Cup', Object.fromEntries(cups.map((c) => [String(c), `No. ${c}`])), { empty: null }),
  lens: flag('Gas lens'),
  screen: flag('Extra screen'),
  ...torchMeasures,
};
type Given = Values<typeof torchForm>;

/** The tungsten most have in the torch, m (2.4 mm, 3/32 in). Common practice, no source. */
const USUAL_TUNGSTEN = 2.4e-3;
/** Stick-out to begin with, m (1/2 in), where the cup covers as much. Common practice, no source. */
const USUAL_STICK_OUT = 0.0127;

/** As it was set, or as the rules would set it: a plan, not something seen. What no rule gives is left to who sets it. */
export function torchKnown(s: TorchSetup | null, { size, alloyA }: Design): Partial<Given> {
  if (s) return { ...s, cup: String(s.cup) };
  const cup = startingCup(size.od, isTitanium(alloyA));
  const amps = startingAmps(size.wall).value;
  return {
    cup: String(cup),
    lens: true,
    screen: false,
    electrode: USUAL_TUNGSTEN,
    stickOut: Math.min(USUAL_STICK_OUT, stickOut(cup, true, USUAL_TUNGSTEN).value ?? USUAL_STICK_OUT),
    flow: cupFlow(cup, true).value ?? undefined,
    ...(amps !== null && { amps: Math.round(amps), postFlow: Math.round(postFlow(amps).value ?? LEAST_POST_FLOW) }),
  };
}

/** m³ the torch draws on a weld: while the arc is on, and after every pass. Until it is set, as the rules would set it. */
export function torchDraws(s: TorchSetup | null, design: Design, weldSeconds: number, passes: number): number {
  const { flow = 0, postFlow: after = LEAST_POST_FLOW } = torchKnown(s, design);
  return flow * (weldSeconds + passes * after);
}

/** A tungsten as the trade names it in inches: the nearest 32nd. */
export const tungstenTyped = (m: number, system: System): TypedForm =>
  system === 'inch' ? { electrode: show((Math.round((m / 0.0254) * 32) / 32) * 0.0254, 'length', 'inch') } : {};

/** What the rules say of what is typed so far. */
export function torchFigures(v: Partial<Given>, { size }: Design): Figure[] {
  const cup = Number(v.cup);
  const [lens, screen] = [v.lens === true, v.screen === true];
  return [
    cupFlow(cup, lens, screen),
    stickOut(cup, lens, v.electrode ?? USUAL_TUNGSTEN, screen),
    startingAmps(size.wall),
    ...(v.amps === undefined ? [] : [postFlow(v.amps)]),
  ];
}

/** Bore of the cup that is picked, m. */
export const boreOfCup = (cup: string): number => cupBore(Number(cup));

/** The form as the event says it. An extra screen sits upon a lens. */
export const torchSaid = (v: Given, design: Design): TorchSetup => ({
  ...v,
  cup: Number(v.cup),
  screen: v.lens && v.screen,
  figures: torchFigures(v, design),
});
