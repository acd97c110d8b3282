/** What the set-up of the torch asks, and what it begins with by the rules until it is set. */
import { choice, flag, number, optional, quantity, when, within, type TypedForm, type Values } from '../../basics/fields';
import type { Figure } from '../../basics/figure';
import { isTitanium, type AlloyId } from '../../basics/materials';
import { show, showRough, type System } from '../../basics/units';
import { LEAST_POST_FLOW, passesUnderPurge, postFlow, startingAmps, TURN_SPEED, turnOf } from '../../models/heat';
import {
  cupBore,
  cupFlow,
  cups,
  figuresOf,
  planTorch,
  startingCup,
  stickOut,
  unfit,
  usualAim,
  type Aim,
  type Correction,
  type Over,
  type TorchPlan,
} from '../../models/shield';
import { meanOf, peakOf, type Pulse } from '../../models/passes';
import { isOpened, type Design } from '../jobs';
import type { TorchSetup, Tungsten } from './body';

export const torchMeasures = {
  electrode: quantity('length', 'Electrode', { zero: false, most: 0.01 }),
  stickOut: quantity('length', 'Stick-out', { most: 0.1 }),
  flow: quantity('flow', 'Torch flow', { zero: false, most: 5e-3 }),
  amps: quantity('current', 'Amps', { zero: false, most: { value: 500, says: 'More than 500 A. Check it.' } }),
  postFlow: quantity('time', 'Post-flow', { most: { value: 600, says: 'More than 10 min. Check the unit.' } }),
  travel: quantity('speed', 'Travel', { zero: false, most: { value: 0.05, says: 'Faster than any hand or head. Check the unit.' } }),
};
const shieldMeasures = {
  shieldLength: quantity('length', 'Shield, length', { zero: false, most: { value: 1, says: 'Longer than 1 m. Check the unit.' } }),
  shieldWidth: quantity('length', 'Shield, width', { zero: false, most: { value: 0.3, says: 'Wider than 300 mm. Check the unit.' } }),
  shieldFlow: quantity('flow', 'Shield gas', { zero: false, most: 5e-3 }),
};
export const aimNames: Record<Aim, string> = {
  bright: 'Free of colour',
  straw: 'Light straw',
  colour: 'Colour wanted',
};
/** The same limits for the event. */
export const torchWithin = {
  electrode: within(torchMeasures.electrode),
  flow: within(torchMeasures.flow),
  amps: within(torchMeasures.amps),
  postFlow: within(torchMeasures.postFlow),
  travel: within(torchMeasures.travel),
  shieldLength: within(shieldMeasures.shieldLength),
  shieldWidth: within(shieldMeasures.shieldWidth),
  shieldFlow: within(shieldMeasures.shieldFlow),
};

export const tungstenNames: Record<Tungsten, string> = {
  lanthanated: 'Lanthanated',
  ceriated: 'Ceriated',
  'rare-earth': 'Rare-earth mix',
  zirconiated: 'Zirconiated',
  pure: 'Pure',
  thoriated: 'Thoriated',
};
const pulsed = (f: TypedForm) => f['pulsed'] === true;
const percent = (label: string) => number(label, { least: 1, most: 100, unit: '%', says: 'A share of 1 to 100 %.' });
const shielded = (f: TypedForm) => f['shield'] === true;

export const torchForm = {
  cup: choice('Cup', Object.fromEntries(cups.map((c) => [String(c), `No. ${c}`])), { empty: null }),
  lens: flag('Gas lens'),
  screen: flag('Extra screen'),
  ...torchMeasures,
  tungsten: optional(choice<Tungsten>('Tungsten', tungstenNames, { empty: 'not said' })),
  grind: optional(number('Point, degrees', { least: 5, most: 180, says: 'The whole angle of its point, such as 30.' })),
  pulsed: flag('Pulsed'),
  ampsAre: when(pulsed, choice<'mean' | 'peak'>('Amps above are', { mean: 'the mean', peak: 'the peak' }, { empty: null })),
  background: when(pulsed, percent('Background, %')),
  on: when(pulsed, percent('Time at peak, %')),
  rate: when(pulsed, number('Pulses a second', { least: 0.05, most: 2000, says: 'A rate such as 1.5.' })),
  tilt: number('Lean, degrees', { least: -45, most: 45, says: 'Degrees from upright, such as 10; at most 45.', hint: 'gas blown ahead' }),
  aim: choice<Aim>('Outside wanted', aimNames, { empty: null }),
  shield: flag('Trailing shield'),
  shieldLength: when(shielded, shieldMeasures.shieldLength),
  shieldWidth: when(shielded, shieldMeasures.shieldWidth),
  shieldFlow: when(shielded, shieldMeasures.shieldFlow),
};
export type TorchGiven = Values<typeof torchForm>;
type Given = TorchGiven;

/** The tungsten most have in the torch, m (2.4 mm, 3/32 in). Common practice, no source. */
const USUAL_TUNGSTEN = 2.4e-3;
/** Stick-out to begin with, m (1/2 in), where the cup covers as much. Common practice, no source. */
const USUAL_STICK_OUT = 0.0127;

/** How a hand leans its torch, degrees. Common practice, no source: 10 to 15. */
const USUAL_LEAN = 10;
/** A trailing shield to begin with, m, and gas over its face. Common practice, no source: 3 by 1 in. */
const USUAL_SHIELD = { shieldLength: 0.0762, shieldWidth: 0.0254, shieldFlow: 2e-4 };

/** A pulse to begin with once it is wanted: a third of the time at peak, a third of it between. Common practice, no source. */
const USUAL_PULSE = { pulsed: false, ampsAre: 'mean' as const, background: 33, on: 33, rate: 1 };

/** The seam of a design, as the torch stands over it. Of two metals that of end A. */
export function overOf({ size, seam, joint, alloyA }: Pick<Design, 'size' | 'seam' | 'joint' | 'alloyA'>): Over {
  const flat = seam.kind === 'straight';
  return {
    alloy: alloyA,
    wall: size.wall,
    od: flat ? null : size.od,
    seam: flat ? seam.length : turnOf(size.od, size.wall),
    opened: isOpened(joint),
  };
}

/** As it was set, or as the rules would set it: a plan, not something seen. What no rule gives is left to who sets it. */
export function torchKnown(s: TorchSetup | null, { size, alloyA }: Pick<Design, 'size' | 'alloyA'>): Partial<Given> {
  if (s) {
    const { trailing, travel, aim, cup, pulse, ...rest } = s;
    return {
      ...rest,
      cup: String(cup),
      aim: aim ?? usualAim(alloyA),
      travel: travel ?? TURN_SPEED,
      shield: trailing !== null,
      ...(pulse
        ? { pulsed: true, ampsAre: 'mean' as const, background: 100 * pulse.background, on: 100 * pulse.on, rate: pulse.rate }
        : USUAL_PULSE),
      ...(trailing ? { shieldLength: trailing.length, shieldWidth: trailing.width, shieldFlow: trailing.flow } : USUAL_SHIELD),
    };
  }
  const cup = startingCup(size.od, isTitanium(alloyA));
  const amps = startingAmps(size.wall).value;
  return {
    cup: String(cup),
    lens: true,
    screen: false,
    electrode: USUAL_TUNGSTEN,
    stickOut: Math.min(USUAL_STICK_OUT, stickOut(cup, true, USUAL_TUNGSTEN).value ?? USUAL_STICK_OUT),
    flow: cupFlow(cup, true).value ?? undefined,
    travel: TURN_SPEED,
    tilt: USUAL_LEAN,
    aim: usualAim(alloyA),
    shield: isTitanium(alloyA),
    tungsten: null,
    grind: null,
    ...USUAL_PULSE,
    ...USUAL_SHIELD,
    ...(amps !== null && { amps: Math.round(amps), postFlow: Math.round(postFlow(amps).value ?? LEAST_POST_FLOW) }),
  };
}

/** m³ the torch draws on a weld: while the arc is on, and after every pass, its shield with it. Until it is set, as the rules would set it. */
export function torchDraws(s: TorchSetup | null, design: Pick<Design, 'size' | 'alloyA'>, weldSeconds: number, passes: number): number {
  const { flow = 0, postFlow: after = LEAST_POST_FLOW } = torchKnown(s, design);
  return (flow + (s?.trailing?.flow ?? 0)) * (weldSeconds + passes * after);
}

/** A tungsten or a rod as the trade names it: in inches by the nearest 32nd. */
export const rodText = (m: number, system: System): string =>
  show(system === 'inch' ? (Math.round((m / 0.0254) * 32) / 32) * 0.0254 : m, 'length', system);
const tungstenTyped = (m: number, system: System): TypedForm => (system === 'inch' ? { electrode: rodText(m, system) } : {});

/** What stands in the form where no hand typed it: round figures, as a hand would set them. @param set it was set before: then as it was */
export function torchTyped(known: Partial<Given>, set: boolean, system: System): TypedForm {
  const tungsten = known.electrode === undefined ? {} : tungstenTyped(known.electrode, system);
  if (set) return tungsten;
  const round = (name: 'flow' | 'shieldFlow' | 'travel', of: 'flow' | 'speed'): TypedForm => {
    const value = known[name];
    return value == null ? {} : { [name]: showRough(value, of, system).replace('in/min', 'ipm') };
  };
  return { ...tungsten, ...round('flow', 'flow'), ...round('shieldFlow', 'flow'), ...round('travel', 'speed') };
}

/** What the rules say of what is typed so far. */
export function torchFigures(v: Partial<Given>, { size }: Pick<Design, 'size'>): Figure[] {
  const cup = Number(v.cup);
  const [lens, screen] = [v.lens === true, v.screen === true];
  return [
    cupFlow(cup, lens, screen),
    stickOut(cup, lens, v.electrode ?? USUAL_TUNGSTEN, screen),
    startingAmps(size.wall),
    ...(meanTyped(v) === undefined ? [] : [postFlow(meanTyped(v) as number)]),
  ];
}

type Pulsed = Partial<Pick<Given, 'amps' | 'pulsed' | 'ampsAre' | 'background' | 'on' | 'rate'>>;
/** The pulse that is typed, its peak and its mean apart; null for steady current, or while something is missing. */
export function pulseTyped({ amps, pulsed: is, ampsAre, background, on, rate }: Pulsed): Pulse | null {
  if (is !== true || amps === undefined || background == null || on == null || rate == null) return null;
  const shares = { background: background / 100, on: on / 100 };
  return { ...shares, rate, peak: ampsAre === 'peak' ? amps : peakOf(amps, shares) };
}
/** What heats: the mean of a pulse, else the amps as typed. */
export function meanTyped(v: Pulsed): number | undefined {
  const pulse = pulseTyped(v);
  return pulse ? meanOf(pulse) : v.pulsed === true && v.ampsAre === 'peak' ? undefined : v.amps;
}

/** The plan that a form makes as far as it is typed; null while something is missing that heat or cover need. */
export function planTyped(v: Partial<Given>, alloy: AlloyId): TorchPlan | null {
  const { cup, lens = false, screen = false, electrode = USUAL_TUNGSTEN, stickOut: out, flow, travel, tilt = 0, aim } = v;
  const amps = meanTyped(v);
  if (cup === undefined || out === undefined || flow === undefined || amps === undefined || travel === undefined) return null;
  if (v.shield === true && (v.shieldLength == null || v.shieldWidth == null)) return null;
  return {
    ...{ cup: Number(cup), lens, screen: lens && screen, electrode, stickOut: out, flow, amps, travel, tilt, aim: aim ?? usualAim(alloy) },
    trailing: v.shield === true ? { length: v.shieldLength as number, width: v.shieldWidth as number } : null,
  };
}

/** Bore of the cup that is picked, m. */
export const boreOfCup = (cup: string): number => cupBore(Number(cup));

/** What the shop's cover tests make of the cup and of the shield, and how far the face of a ferrule is from the seam, m. */
type Known = { correction?: Correction | null; ferrule?: number | null; tested?: (p: TorchPlan) => TorchPlan };
/** The form as the event says it, with the figures it was set by. An extra screen sits upon a lens. */
export function torchSaid(v: Given, design: Design, { correction = null, ferrule = null, tested = (p) => p }: Known = {}): TorchSetup {
  const { shield, shieldLength, shieldWidth, shieldFlow, cup, pulsed: _, ampsAre: __, background: ___, on: ____, rate: _____, ...rest } = v;
  const over = overOf(design);
  const typed = planTyped(v, design.alloyA);
  const plan = typed && tested(typed);
  const sound = plan !== null && unfit(plan, over, 'metric') === null;
  return {
    ...rest,
    amps: meanTyped(v) ?? v.amps,
    pulse: pulseTyped(v),
    sheet: null,
    reason: '',
    cup: Number(cup),
    screen: v.lens && v.screen,
    trailing:
      shield && shieldLength !== null && shieldWidth !== null && shieldFlow !== null
        ? { length: shieldLength, width: shieldWidth, flow: shieldFlow }
        : null,
    figures: [
      ...torchFigures(v, design),
      ...(sound ? figuresOf(plan, over, planTorch(plan, over, correction, 'metric'), passesUnderPurge(design.size.wall), ferrule) : []),
    ],
  };
}
