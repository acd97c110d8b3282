/** The torch as it is planned over a seam: what it heats, what it covers, what stays bare, and what is wrong with it, each at its place. */
import { figure, input, type Figure } from '../../basics/figure';
import { alloys, isTitanium, type AlloyId } from '../../basics/materials';
import { show, type System } from '../../basics/units';
import {
  constantsOf,
  heatOf,
  interpassTime,
  limitOf,
  lossOf,
  meanOver,
  peakBeside,
  penetrating,
  poolOf,
  postFlow,
  postPurge,
  tailOf,
  type Heat,
} from '../heat';
import { coverOf, cupBore, type Correction, type Cover, type Torch } from './cover';
import { flowWindow, stickOut } from './cups';
import { shieldOf, travelMost, type Shielding, type Trailing } from './trailing';

/** What is wanted of the metal: nothing to be seen, light straw allowed (titanium: the lenient schools), or colour. */
export type Aim = 'bright' | 'straw' | 'colour';

/** The seam it stands over. */
export type Over = {
  alloy: AlloyId;
  wall: number;
  /** m; null where the seam does not go round a tube */
  od: number | null;
  /** m, of the seam */
  seam: number;
  /** opened and filled: the pass need not melt the wall */
  opened: boolean;
};
export type TorchPlan = {
  cup: number;
  lens: boolean;
  screen: boolean;
  electrode: number;
  stickOut: number;
  flow: number;
  /** mean, A */
  amps: number;
  travel: number;
  /** degrees, gas blown ahead */
  tilt: number;
  trailing: Trailing | null;
  aim: Aim;
};

/** How long a hand holds its arc, m. A judgement. */
export const ARC_HELD = 1.5e-3;
/** Where the metal counts as cold enough to loosen a clamp or lift the work, °C. A judgement; it is no leave to touch. */
export const COLD = 50;

/** °C from which the thin face of a ferrule is taken to move. A judgement. */
const WARPS = 350;

export const torchOver = (p: TorchPlan, over: Over): Torch => ({
  ...{ cup: p.cup, lens: p.lens, screens: p.lens && p.screen ? 1 : 0, gap: p.stickOut + ARC_HELD, flow: p.flow, tilt: p.tilt },
  od: over.od,
});
export const limitFor = (alloy: AlloyId, aim: Aim): number => limitOf(alloy, aim === 'straw');

/** What is wrong, with the field it lies in and the way out. */
export type Fault = { at: keyof TorchPlan; level: 'stop' | 'mind'; text: string };

/** A plan that can be reckoned with: nothing of it nought. Else the fault. */
export function unfit(p: TorchPlan, over: Over, system: System): Fault | null {
  const q = (m: number) => show(m, 'length', system);
  if (!(p.travel > 0)) return { at: 'travel', level: 'stop', text: 'The torch must move: a travel of nought melts through.' };
  if (!(p.amps > 0)) return { at: 'amps', level: 'stop', text: 'Without current there is no weld.' };
  if (!(p.flow > 0)) return { at: 'flow', level: 'stop', text: 'Without torch gas everything colours.' };
  if (!(p.stickOut > 0)) return { at: 'stickOut', level: 'stop', text: 'The cup lies on the work: give it some stick-out.' };
  if (p.trailing && p.trailing.length > over.seam)
    return { at: 'trailing', level: 'stop', text: `The shield is longer than the seam, ${q(over.seam)}: take a shorter one.` };
  return null;
}

export type Planned = {
  heat: Heat;
  cover: Cover;
  shielding: Shielding;
  faults: Fault[];
  /** hot metal leaves the gas */
  bare: boolean;
  /** seconds the hottest bare place stays above the limit */
  bareFor: number;
  limit: number;
};

/** @param ring false leaves out what takes longest, while somebody drags */
export function planTorch(p: TorchPlan, over: Over, correction: Correction | null, system: System, ring = true): Planned {
  const { alloy, wall, od } = over;
  const limit = limitFor(alloy, p.aim);
  const heat = heatOf({ alloy, wall, od, travel: p.travel, by: { current: p.amps }, arcLength: ARC_HELD, limit }, { through: false, ring });
  const torch = torchOver(p, over);
  const cover = coverOf(torch, correction);
  const shielding = shieldOf({ alloy, wall, travel: p.travel, heat, cover, correction, trailing: p.trailing });
  const { value, at } = shielding.hottest;
  // Aside of the cover metal is bare for as long as it is hot; behind it from when the gas has gone by.
  const reach = cover.behind + (p.trailing?.length ?? 0);
  const bareFor =
    value <= limit ? 0 : Math.max(0, heat.tail.time - (at.aside > 0 && at.behind < reach * 0.98 ? at.behind : reach) / p.travel);
  return { heat, cover, shielding, limit, bareFor, bare: value > limit, faults: faultsOf(p, over, heat, system) };
}

function faultsOf(p: TorchPlan, { alloy, wall, od, opened }: Over, heat: Heat, system: System): Fault[] {
  const q = (m: number) => show(m, 'length', system);
  const flow = (m3: number) => show(m3, 'flow', system);
  const faults: Fault[] = [];
  const window = flowWindow(p.cup, p.lens, p.screen);
  if (p.flow < 0.98 * window.low)
    faults.push({
      at: 'flow',
      level: 'mind',
      text: `Too little gas for a no. ${p.cup}: ${flow(window.low)} and more. Too little leaves colour.`,
    });
  if (p.flow > 1.02 * window.high)
    faults.push({
      at: 'flow',
      level: 'mind',
      text: `Too much gas for a no. ${p.cup}: the stream breaks up above ${flow(window.high)}, pushes the puddle and draws in air.`,
    });
  const longest = stickOut(p.cup, p.lens, p.electrode, p.screen).value;
  if (longest === null)
    faults.push({ at: 'cup', level: 'mind', text: `A no. ${p.cup} cup wants a lens: plain, its gas breaks up on the way.` });
  else if (p.stickOut > longest * 1.001)
    faults.push({
      at: 'stickOut',
      level: 'mind',
      text: `${q(p.stickOut)} is too far out: no. ${p.cup} covers to ${q(longest)} (rule, a judgement). Shorten it${p.lens ? '' : ', or put a lens in'}.`,
    });
  if (od !== null && cupBore(p.cup) > od * Math.sin(Math.PI / 3))
    faults.push({
      at: 'cup',
      level: 'mind',
      text: `A no. ${p.cup} is wider than this tube curves: its gas runs off either side. The cover is a guess here.`,
    });
  if (heat.pool.back === 0 && !opened) {
    const needed = penetrating({ alloy, wall, travel: p.travel, arcLength: ARC_HELD, start: 20 }, 0).current;
    faults.push({
      at: 'amps',
      level: 'mind',
      text: `${Math.round(p.amps)} A does not melt through ${q(wall)} at this travel: about ${Math.ceil(needed)} A would.`,
    });
  }
  if (heat.pool.back > 4 * wall)
    faults.push({
      at: 'amps',
      level: 'mind',
      text: `${Math.round(p.amps)} A at this travel melts ${q(heat.pool.back)} wide at the back: it falls through. Less current, or faster.`,
    });
  return faults;
}

const MODEL = 'Heat and cover of docs/physics.md; a model estimate, never compared with a measured weld';

/**
 * What the plan comes to, as figures that explain themselves.
 * @param passes that go in while the purge stands @param ferrule how far the face of a ferrule is from the seam, m; null where none is near
 */
export function figuresOf(p: TorchPlan, over: Over, planned: Planned, passes: number, ferrule: number | null = null): Figure[] {
  const { heat, cover, shielding, limit } = planned;
  const metal = [
    input('Alloy', null, over.alloy),
    input('Wall', 'length', over.wall),
    input('Amps', 'current', p.amps),
    input('Travel', 'speed', p.travel),
  ];
  const model = (f: Pick<Figure, 'id' | 'label' | 'quantity' | 'value' | 'formula'> & Partial<Figure>): Figure =>
    figure({ kind: 'model', source: MODEL, inputs: metal, ...f });
  const out: Figure[] = [
    model({
      ...{ id: 'hottest', label: 'Hottest bare metal', quantity: 'temperature' },
      ...{ value: shielding.hottest.value, low: shielding.hottest.low, high: shielding.hottest.high },
      formula: 'The field that travels with the arc, on the edge of what cup and shield cover',
      inputs: [...metal, input('Cup', 'count', p.cup), input('Stick-out', 'length', p.stickOut), input('Torch flow', 'flow', p.flow)],
      note: 'Model estimate, unproved here; run the cover test.',
    }),
    model({
      ...{ id: 'hot-length', label: `Hot above ${Math.round(limit)} °C behind the arc`, quantity: 'length', ...heat.lengthAbove },
      formula: 'Travel times the time above: (H/d)²/(4 pi k rho c dT²) in thin wall, less what the faces lose',
    }),
    model({
      ...{ id: 'hot-width', label: 'Hot to either side', quantity: 'length', ...heat.halfWidthAbove },
      formula: 'Widest place of the same field',
    }),
    model({
      ...{ id: 'cover', label: 'Kept under 500 ppm by the cup', quantity: 'length', value: 2 * cover.aside },
      ...{ low: 1.6 * cover.aside, high: 2.4 * cover.aside },
      formula: 'Where the air has come in as deep as the layer of gas on the work is thick',
      inputs: [input('Cup', 'count', p.cup), input('Stick-out', 'length', p.stickOut), input('Torch flow', 'flow', p.flow)],
      note: 'Calm air. A cup never tested in this shop: hold the arc on scrap and see where it stays silver.',
    }),
    model({
      ...{ id: 'heat-input', label: 'Net heat, kJ for each mm of seam', quantity: 'count', value: heat.input / 1e6 },
      formula: 'Volts times amps times 0.70 over travel; volts of the arc itself, within one',
    }),
    model({
      ...{ id: 'crater', label: 'Crater no longer colours after', quantity: 'time', ...heat.crater },
      formula: 'Half the seam feeds it and no arc comes after: t e^(2bt) = t0/4',
      note: `By the rule 1 s for each 10 A: ${Math.round(postFlow(p.amps).value ?? 0)} s. That keeps the tungsten; hold the rod's end in the gas as well.`,
    }),
  ];
  if (heat.ring)
    out.push(
      model({
        ...{ id: 'ring', label: 'Whole ring no longer colours inside after', quantity: 'time', ...heat.ring.below },
        formula: 'Field of a full turn with its own heat coming round, arc off: hottest place of the ring',
        note: `By the rule of the trade the purge is held ${Math.round(postPurge(over.wall).value ?? 0)} s.`,
      }),
      model({
        ...{ id: 'end-power', label: 'Power at the end of the turn', quantity: 'fraction', value: heat.ring.endPower },
        formula: 'What keeps the pool as it began, less its own heat that comes round',
        note: `It comes round to metal ${Math.round(heat.ring.preheatAtClosing)} K above the start.`,
      }),
      figure({
        ...{ id: 'turn', label: 'One turn takes', quantity: 'time', value: heat.ring.turn / p.travel, kind: 'rule' },
        ...{ formula: 'Length of the seam over travel', source: 'Geometry', inputs: metal },
      }),
    );
  const interpass = alloys[over.alloy].interpass;
  const seam = { alloy: over.alloy, wall: over.wall, travel: p.travel };
  if (passes > 1)
    out.push(
      model({
        ...{ id: 'interpass', label: `Wait between passes, until ${interpass} °C`, quantity: 'time' },
        value: interpassTime(
          seam,
          Array.from({ length: passes - 1 }, () => heat.input),
          Array.from({ length: passes - 1 }, (_, i) => (passes - 2 - i) * 300),
          interpass,
        ),
        formula: '1 = sum of sqrt(t0/t) e^(-bt) over the passes that are in, five minutes apart',
        note: 'Over by 10 to 20 % on a ring. Measure before the next pass.',
      }),
    );
  const cold = tailOf({ ...seam, heat: heat.input, limit: COLD, loss: lossOf(COLD) });
  out.push(
    model({
      ...{ id: 'cold', label: `Below ${COLD} °C, for clamp and plate`, quantity: 'time', value: cold.time },
      ...{ low: cold.time * 0.6, high: cold.time * 1.5 },
      formula: 'The same line of heat, cooling from both faces',
      note: 'Clamps and plates draw heat off: sooner with them. Whether it can be touched is only ever measured.',
    }),
  );
  if (ferrule !== null) {
    const { k, rc } = meanOver(over.alloy, 400);
    const beside = { a: k / rc, b: lossOf(200) / (rc * over.wall), melts: constantsOf(over.alloy).melts };
    const peak = (times: number) => peakBeside({ ...beside, heat: (times * passes * heat.input) / (over.wall * rc) }, ferrule);
    out.push(
      model({
        ...{
          id: 'ferrule',
          label: 'Face of the ferrule gets to',
          quantity: 'temperature',
          value: peak(1),
          low: peak(0.75),
          high: peak(1.3),
        },
        formula: 'A ring of heat that spreads along the tube; highest where 4ab t² + 2a t = x²',
        inputs: [...metal, input('Face from the seam', 'length', ferrule)],
        note: 'A heavier flange stays cooler than a tube of this wall. A warped face no longer seals: clamp it to its mate or a heat sink.',
        caution: peak(1) > WARPS ? 'Hot enough to warp: put its mate or a heat sink on before welding.' : '',
      }),
    );
  }
  if (planned.bare || p.trailing)
    out.push(
      model({
        ...{ id: 'shield-length', label: 'Trailing shield, length it takes', quantity: 'length', ...shielding.lengthNeeded },
        formula: 'Hot length less what the cup covers behind the arc, and a tenth',
      }),
      model({
        ...{ id: 'shield-width', label: 'Trailing shield, width it takes', quantity: 'length', ...shielding.widthNeeded },
        formula: 'Twice the hot half-width, and a tenth',
        note: 'Shields fail on their width first.',
      }),
      model({
        ...{
          id: 'shield-flow',
          label: 'Gas for the trailing shield',
          quantity: 'flow',
          value: (shielding.trailingFlow.low + shielding.trailingFlow.high) / 2,
        },
        ...{ low: shielding.trailingFlow.low, high: shielding.trailingFlow.high },
        formula: `0.05 to 0.15 m/s over its face, through ${shielding.stages === 2 ? 'two diffuser stages' : 'a diffuser'}`,
        source: 'A judgement; 20 to 40 CFH is common practice, no source',
      }),
    );
  return out;
}

/** The fastest this cover is long enough for, with the bead it makes now, m/s. */
export function fastest(p: TorchPlan, over: Over, planned: Planned): number | null {
  const { alloy, wall } = over;
  const pool = poolOf({ alloy, wall, travel: p.travel, arcLength: ARC_HELD, start: 20 }, p.amps);
  if (pool.back === 0) return null;
  const tailAt = (travel: number) =>
    heatOf({ alloy, wall, od: null, travel, by: { back: pool.back }, arcLength: ARC_HELD, limit: planned.limit }, { ring: false }).tail
      .length;
  return travelMost(tailAt, planned.cover.behind + (p.trailing?.length ?? 0));
}

/** The same as a figure; none where the pass does not melt through, or even the slowest tail is longer than the cover. */
export function fastestFigure(p: TorchPlan, over: Over, planned: Planned): Figure[] {
  const value = fastest(p, over, planned);
  if (value === null) return [];
  return [
    figure({
      ...{ id: 'travel-most', label: 'Fastest this cover is long enough for', quantity: 'speed', value, kind: 'model', source: MODEL },
      formula: 'Travel at which the tail of the same bead is as long as the gas reaches back',
      inputs: [input('Travel', 'speed', p.travel), input('Reaches back', 'length', planned.cover.behind + (p.trailing?.length ?? 0))],
      note: 'Its width is another matter.',
    }),
  ];
}

/** What a criterion's metal is usually wanted like: titanium always bright. */
export const usualAim = (alloy: AlloyId): Aim => (isTitanium(alloy) ? 'bright' : 'straw');
