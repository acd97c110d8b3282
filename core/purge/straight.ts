/**
 * The plan of a straight body: volume, bounds, a time with its band, pressure, gas, and the rules it breaks.
 * Fittings, dead legs and leaks are not counted here.
 */
import { figure, input, type Figure } from '../figure';
import { density, gasNames, settles } from '../gases';
import { bore, boreArea, type Size } from '../sizes';
import { clock, show, type System } from '../units';
import { mixedVolumes, tanksVolumes } from './bounds';
import type { Body, Dam, Plan, Rule } from './plan';
import { concavePressure, holeArea, orificePressure, ventFor } from './pressure';

/** Below this no time is given without a reading: leaks nobody knows decide there. */
export const LOWEST_TIMED_PPM = 50;
/** Rules that, broken, leave the model without an answer. */
const UNTIMED = new Set(['vent-height', 'bypass']);
const DIFFUSION = 1.9e-5; // m²/s, oxygen in argon at 20 °C, from memory, +-10 %

/** Least distance from the joint, m. Common practice, no source: 15 mm for a heat-resistant bung welded by hand, never under 10; more for what melts. */
export const damDistance: Record<Dam, { least: number; never: number }> = {
  bung: { least: 0.015, never: 0.01 },
  plate: { least: 0.015, never: 0.01 },
  foil: { least: 0.05, never: 0.025 },
  tape: { least: 0.15, never: 0.1 },
  card: { least: 0.15, never: 0.1 },
  foam: { least: 0.15, never: 0.1 },
  'water-soluble': { least: 0.15, never: 0.1 },
};

/** Is an end of the body its high end? Within 3° of level neither is. */
export const highEnd = (tilt: number): 'A' | 'B' | null => (Math.abs(tilt) < 3 ? null : tilt > 0 ? 'A' : 'B');

/** Height of an opening as gravity sees it: by tilt where the body is tilted, else by its place on the end. */
export function heightOf(body: Body, opening: { side: 'A' | 'B'; height: 'low' | 'middle' | 'high' }): 'low' | 'middle' | 'high' {
  const high = highEnd(body.tilt);
  if (high === null) return opening.height;
  return opening.side === high ? 'high' : 'low';
}

/** Does the gas push the air before it: heavy from below on a steep body, light from above? */
function layered(body: Body): boolean {
  const goes = settles(body.gas);
  return (
    Math.abs(body.tilt) >= 45 &&
    goes !== 'neither' &&
    heightOf(body, body.inlet) === (goes === 'down' ? 'low' : 'high') &&
    body.inlet.side !== body.vent.side
  );
}

/**
 * Mixed tanks in series that stand for the body: one tank a jet-stirred stretch. A hose stirs about
 * eight bores, a broad diffuser about five; standing on end the gas lies in a layer (20). Never more
 * than Taylor dispersion allows, 24 pi D L / Q (Taylor 1953, Aris 1956).
 */
export function tanksOf(size: Size, body: Body): number {
  const length = body.damA.distance + body.damB.distance;
  const stirred = layered(body) ? length / 20 : bore(size) * (body.inlet.diffuser ? 5 : 8);
  const taylor = (24 * Math.PI * DIFFUSION * length) / body.flow;
  return Math.max(1, Math.min(length / stirred, taylor, 50));
}

/** The band drawn around a nominal time: a hose 0.7 to 2.0 times, a diffuser or a body on end 0.8 to 1.6 times. */
const bandOf = (body: Body): [number, number] => (body.inlet.diffuser || layered(body) ? [0.8, 1.6] : [0.7, 2]);

function rulesOf(size: Size, body: Body, pressure: number, most: number, system: System): Rule[] {
  const rules: Rule[] = [];
  const say = (id: string, level: Rule['level'], at: Rule['at'], text: string) => rules.push({ id, level, at, text });
  const len = (m: number) => show(m, 'length', system);

  for (const at of ['damA', 'damB'] as const) {
    const { kind, distance } = body[at];
    const { least, never } = damDistance[kind];
    const end = at.slice(-1);
    if (distance < never)
      say(
        `${at}-never`,
        'stop',
        at,
        `Dam ${end} is ${len(distance)} from the joint: a ${kind} dam never goes nearer than ${len(never)}. Move it to ${len(least)}.`,
      );
    else if (distance < least)
      say(
        `${at}-near`,
        'mind',
        at,
        `Dam ${end} is ${len(distance)} from the joint. Common practice keeps a ${kind} dam ${len(least)} away when welding by hand.`,
      );
  }

  const goes = settles(body.gas);
  const name = gasNames[body.gas];
  const [wanted, wrong] = goes === 'up' ? (['low', 'high'] as const) : (['high', 'low'] as const);
  if (goes !== 'neither') {
    if (heightOf(body, body.vent) === wrong)
      say(
        'vent-height',
        'stop',
        'vent',
        `${name} ${goes === 'down' ? 'lies low' : 'rises'}: vent at the ${wanted} point. A vent at the ${wrong} point reads clean while the ${goes === 'down' ? 'top' : 'bottom'} still holds air.`,
      );
    else if (heightOf(body, body.vent) === 'middle')
      say('vent-middle', 'mind', 'vent', `Move the vent to the ${wanted} point: half the bore beyond it clears last.`);
    if (heightOf(body, body.inlet) === wanted)
      say(
        'inlet-height',
        'mind',
        'inlet',
        `Feed ${name.toLowerCase()} at the ${wrong} point. Fed from the ${wanted} point it stirs the air in.`,
      );
  }
  if (body.inlet.side === body.vent.side)
    say(
      'bypass',
      'stop',
      'inlet',
      'Inlet and vent are at the same end: the gas leaves without passing the joint. Move one to the other end.',
    );

  if (pressure > most)
    say(
      'vent-small',
      'stop',
      'vent',
      `Vent of ${len(body.vent.bore)} holds ${show(pressure, 'pressure', system)} inside: pressure will push the root in. Open it to ${len(Math.ceil(ventFor(body.flow, most / 2, body.gas) * 2000) / 2000)} or drop the flow.`,
    );
  if (body.vent.bore < body.inlet.bore)
    say('vent-inlet', 'mind', 'vent', 'The vent is smaller than the inlet. Common practice gives it at least the same area.');
  if (body.vent.bore >= bore(size))
    say('vent-wide', 'stop', 'vent', `The vent of ${len(body.vent.bore)} is as wide as the bore: that is an open end, not a vent.`);
  if (body.inlet.bore >= bore(size))
    say('inlet-wide', 'stop', 'inlet', `The inlet of ${len(body.inlet.bore)} does not fit the bore of ${len(bore(size))}.`);
  return rules;
}

/**
 * Plans the purge of a straight body.
 * @param limitPpm oxygen at which the criterion allows the arc
 * @param system units for the words of the rules
 * @returns figures in a fixed order (volume, time, mixed, plug, pressure, gas) and the rules broken
 */
export function planStraight(size: Size, body: Body, limitPpm: number, system: System): Plan {
  const length = body.damA.distance + body.damB.distance;
  const volume = boreArea(size) * length;
  const n = tanksOf(size, body);
  const perVolume = volume / body.flow;
  const mixed = mixedVolumes(limitPpm, body.supplyPpm) * perVolume;
  const nominal = tanksVolumes(n, limitPpm, body.supplyPpm) * perVolume;
  const [low, high] = bandOf(body);
  const pressure = orificePressure(body.flow, holeArea(body.vent.bore), body.gas);
  const most = concavePressure(size.od, size.wall);
  const rules = rulesOf(size, body, pressure, most, system);
  // The tanks know nothing of gas that passes the air by: then no time is better than a wrong one.
  const bypassed = rules.some((r) => UNTIMED.has(r.id));
  const timed = limitPpm >= LOWEST_TIMED_PPM && Number.isFinite(nominal) && !bypassed;

  const inputs = [
    input('Volume', 'volume', volume),
    input('Flow', 'flow', body.flow),
    input('Limit', 'oxygen', limitPpm),
    input('Oxygen in the supply', 'oxygen', body.supplyPpm),
  ];
  const mayNot = limitPpm < 100 ? 'May not reach it: a leak of a thousandth of a litre a minute alone holds 26 ppm at 8 L/min.' : '';
  const time: Figure = figure({
    label: `Time to ${show(limitPpm, 'oxygen', system)} at the vent`,
    quantity: 'time',
    value: timed ? nominal : null,
    low: timed ? nominal * low : null,
    high: timed ? nominal * high : null,
    kind: 'model',
    formula: `Volume changes of ${n.toFixed(1)} mixed tanks in series, times volume over flow. Band ${low} to ${high} times.`,
    source: 'Tanks in series (any reactor text); number of tanks and band fitted to a two-dimensional slice, never to a measured purge',
    inputs: [...inputs, input('Tanks', 'count', n)],
    caution: bypassed
      ? 'No time with this inlet and vent: the vent would read clean while air is left inside.'
      : !Number.isFinite(nominal)
        ? `Cannot reach ${limitPpm} ppm: the supply itself holds ${body.supplyPpm} ppm.`
        : timed
          ? mayNot
          : `No time is given below ${LOWEST_TIMED_PPM} ppm without a reading: leaks decide there. Measure.`,
  });
  const gas = timed ? body.flow * nominal * high : null;
  return {
    model: 'straight-1',
    limitPpm,
    figures: [
      figure({
        label: 'Volume between the dams',
        quantity: 'volume',
        value: volume,
        kind: 'model',
        formula: 'Bore area times the distance between the dams',
        source: 'Geometry. Fittings not counted',
        inputs: [input('Bore', 'length', bore(size)), input('Between the dams', 'length', length)],
      }),
      time,
      figure({
        label: 'If it were fully mixed',
        quantity: 'time',
        value: Number.isFinite(mixed) ? mixed : null,
        kind: 'model',
        formula: 'ln((start - supply)/(limit - supply)) volume changes',
        source: 'NFPA 69; Crowl & Louvar, sweep-through purging',
        inputs,
        note: 'Not a worst case: bypass, a low vent, dead legs and leaks are slower.',
      }),
      figure({
        label: 'If it moved as a plug',
        quantity: 'time',
        value: perVolume,
        kind: 'model',
        formula: 'One volume over flow',
        source: 'Definition',
        inputs: inputs.slice(0, 2),
      }),
      figure({
        label: 'Pressure inside',
        quantity: 'pressure',
        value: pressure,
        kind: 'model',
        formula: 'Half the gas density times (flow over 0.61 times vent area) squared',
        source: 'Sharp-edged orifice, Cd 0.61',
        inputs: [
          input('Flow', 'flow', body.flow),
          input('Vent', 'length', body.vent.bore),
          input('Gas density, kg/m³', null, density(body.gas).toFixed(3)),
          input('Most before the root at 6 turns concave', 'pressure', most),
        ],
        note: 'Joint taped shut, one vent. As the last of the gap closes, all gas leaves by the vent.',
      }),
      figure({
        label: 'Gas to get there',
        quantity: 'volume',
        value: gas,
        low: gas === null ? null : body.flow * nominal * low,
        high: gas,
        kind: 'model',
        formula: 'Flow times the late end of the band',
        source: 'As the time',
        inputs: inputs.slice(1, 2),
        note: gas === null ? 'No time, so no gas figure.' : `${clock(nominal * high)} at this flow; welding and hold come on top.`,
      }),
    ],
    rules,
  };
}

/** A sensible first set-up for a size: bungs well clear of the heat, fed low, vented high at the other end. */
export const startingBody = (size: Size): Body => ({
  damA: { kind: 'bung', distance: Math.max(0.1, Math.round(3 * bore(size) * 100) / 100) },
  damB: { kind: 'bung', distance: Math.max(0.1, Math.round(3 * bore(size) * 100) / 100) },
  inlet: { side: 'A', height: 'low', bore: Math.min(0.006, bore(size) / 2), diffuser: true },
  vent: { side: 'B', height: 'high', bore: Math.min(0.006, bore(size) / 2) },
  tilt: 0,
  flow: 8e-3 / 60,
  gas: 'argon',
  supplyPpm: 3,
});
