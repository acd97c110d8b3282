/** The plan of a purge: figures, the rules broken, and the times a run goes by. What a record keeps of it. */
import { figure, input, type Figure } from '../../basics/figure';
import { gasNames } from '../../basics/gases';
import { clock, show, type System } from '../../basics/units';
import type { Band, Span } from './band';
import { LEAK, uncheckedParts } from './band';
import { courseOf, gasOf, type Ready } from './course';
import { leakFloor, mixedVolumes } from '../network';
import { entering, lookAhead, plainBody, type Prediction } from './predict';
import { pressureWindow, rootOf } from '../closing';
import type { Plan } from './planned';
import { insidePressure, judgeSetup, type Judged } from './rules';
import { totalFlow, type Setup } from '../setup';
import { partLabel } from '../setup';
import type { Spaces } from '../network';

/** Below this no time is given without a reading: leaks nobody knows decide there. */
export const LOWEST_TIMED_PPM = 50;

/**
 * Puts the run of the model, its band and the rules together.
 * @param band null while it is still computed: then the figures carry no ends
 * @param ready what the arc will wait for; the model's time alone when left out
 */
export function planOf(
  setup: Setup,
  spaces: Spaces,
  p: Prediction,
  band: Band | null,
  limit: number,
  system: System,
  ready: Ready = { by: 'monitor', hold: 0 },
): { plan: Plan; judged: Judged } {
  const flow = totalFlow(setup);
  const { mesh } = p;
  const supply = entering(setup);
  const pressure = insidePressure(p);
  const judged = judgeSetup(setup, spaces, p, limit, system);
  const perVolume = mesh.total / flow;
  const mixed = mixedVolumes(limit, supply.oxygen) * perVolume;
  const unreachable = supply.oxygen >= limit;
  const why =
    judged.untimed ??
    (unreachable
      ? `Cannot reach ${limit} ppm: what enters holds ${Math.round(supply.oxygen)} ppm.`
      : limit < LOWEST_TIMED_PPM
        ? `No time is given below ${LOWEST_TIMED_PPM} ppm without a reading: leaks decide there. Measure.`
        : null);
  const spread = uncheckedParts(setup).length > 0;
  const inputs = [
    input('Volume', 'volume', mesh.total),
    input('Flow', 'flow', flow),
    input('Limit', 'oxygen', limit),
    input('Oxygen in what enters', 'oxygen', supply.oxygen),
  ];

  const timed = (value: number | null, span: Span | undefined): Plan['joint'] =>
    why !== null ? { value: null, low: null, high: null } : { value, ...holding(value, span) };
  const joint = timed(p.times.joint, band?.joint);
  const vent = timed(p.times.vent, band?.vent);
  const mayNot = (span: Span | undefined): string => {
    const hundredth = (share: number) => Math.round(100 * share);
    const never = hundredth(span?.never ?? 0);
    const late = hundredth(1 - (span?.reached ?? 1) - (span?.never ?? 0));
    return [
      never && `${never} of 100 purges like this never get there: their leaks, which nobody sees, hold the oxygen above the limit.`,
      late && `${late} of 100 take longer than ${clock(lookAhead(perVolume))}.`,
    ]
      .filter(Boolean)
      .join(' ');
  };
  const timeFigure = (id: 'joint' | 'vent', label: string, t: Plan['joint'], span: Span | undefined): Figure =>
    figure({
      id,
      label,
      quantity: 'time',
      ...t,
      kind: 'model',
      formula:
        'Advection and dispersion along the spool, solved in time; mixing by the jet of the inlet, the shear of the flow and the weight of the gas',
      source: 'Network model, docs/physics.md; never compared with a measured purge',
      inputs,
      note: band
        ? `Ends are P10 and P90 of ${band.samples} runs with flow, mixing, slope, bypass and leak drawn from assumed priors${spread ? '; wider here, since elbows, tees, reducers and jackets are unchecked' : ''}. The mark is the run without bypass and leak, and lies within.${id === 'joint' && p.top ? " In a short body the joint's time is that of its 12 o'clock, which clears after the vent." : ''}`
        : '',
      caution: why ?? (p.times.joint === null ? 'The model does not get there in the time it looks ahead.' : mayNot(span)),
    });
  const figures: Figure[] = [
    timeFigure('joint', `Time to ${show(limit, 'oxygen', system)} at the joint`, joint, band?.joint),
    { ...timeFigure('vent', `The same at the vent${setup.vents.length > 1 ? ' measured' : ''}`, vent, band?.vent), caution: '' },
  ];
  const body = plainBody(setup, spaces);
  if (judged.trapped !== null)
    figures.push(
      figure({
        id: 'trapped',
        label: 'Air trapped by this vent stays',
        quantity: 'time',
        value: judged.trapped,
        kind: 'rule',
        formula: 'e-fold of about bore² over 0.57 pi² D, times the logarithm of air over the limit',
        source: 'Fitted to one case of a two-dimensional slice computed for this project; a rule beside the model',
        inputs: [input('Bore', 'length', body?.bore ?? 0)],
      }),
    );
  if (p.times.everywhere !== null || p.last)
    figures.push(
      figure({
        id: 'slowest',
        label: p.last ? `Last to clear: ${partLabel(setup, p.last.part)}` : 'Last to clear',
        quantity: 'time',
        value: why === null ? p.times.everywhere : null,
        kind: 'model',
        formula: 'When the last place of the spool is at the limit',
        source: 'As the time at the joint',
        inputs: p.last ? [input('Most anywhere when the joint is ready', 'oxygen', p.last.ppm)] : [],
        caution: why === null && p.whole && p.times.everywhere === null ? 'Does not clear in six hours.' : '',
      }),
    );
  figures.push(
    figure({
      id: 'mixed',
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
      id: 'plug',
      label: 'If the gas pushed the air out and nothing mixed',
      quantity: 'time',
      value: perVolume,
      kind: 'model',
      formula: 'One volume over flow',
      source: 'Definition',
      inputs: inputs.slice(0, 2),
    }),
    figure({
      id: 'floor',
      label: 'Floor that leaks leave',
      quantity: 'oxygen',
      value: leakFloor(LEAK.median, flow, supply.oxygen),
      low: leakFloor(LEAK.median * Math.exp(-1.2816 * LEAK.spread), flow, supply.oxygen),
      high: leakFloor(LEAK.median * Math.exp(1.2816 * LEAK.spread), flow, supply.oxygen),
      kind: 'model',
      formula: '(supply times flow + air times leak) over (flow + leak)',
      source: 'Mass balance; the leak is an assumed prior, 0.0003 L/min with a log spread of 1.5',
      inputs: [input('Bottle and hose', 'oxygen', supply.oxygen), input('Water by the hose, ppm', null, supply.water.toFixed(1))],
      note: 'The oxygen meter does not see the water.',
    }),
    figure({
      id: 'volume',
      label: 'Volume purged',
      quantity: 'volume',
      value: mesh.total,
      kind: 'model',
      formula: 'Bore area along the centre line, part by part',
      source: 'Geometry',
      inputs: [...mesh.volumes].map(([part, v]) => input(partLabel(setup, part), 'volume', v)),
    }),
    figure({
      id: 'pressure',
      label: 'Pressure inside',
      quantity: 'pressure',
      value: pressure,
      kind: 'model',
      formula: 'What drives the flow out through every vent and leak, each an orifice with a laminar part',
      source: 'Sharp-edged orifice, Cd 0.61; Hagen-Poiseuille',
      inputs: [
        input('Gas', null, gasNames[setup.gas]),
        ...setup.vents.map((v) => input(`Out of vent ${v.id.slice(1)}`, 'flow', openingFlow(p, v.id))),
        ...(setup.inlets.length > 1
          ? setup.inlets.map((i) =>
              input(`Into inlet ${i.id.slice(1)}`, 'flow', p.march.flow.feed[mesh.feeds.findIndex((f) => f.id === i.id)] ?? 0),
            )
          : []),
        ...jointLimit(setup),
      ],
      note: 'Joint taped shut. As the last of the gap closes, all gas leaves by the vent.',
    }),
  );
  const course = courseOf(setup, { joint, vent, figures }, ready);
  const { wait, gas } = course;
  const whole = (s: number | null | undefined): number | null =>
    s === null || s === undefined ? null : flow * (s * (1 + course.looks) + course.weld + course.hold);
  figures.push(
    figure({
      id: 'gas',
      label: 'Gas for this weld',
      quantity: 'volume',
      value: gasOf(course),
      low: whole(wait?.low),
      high: whole(wait?.high),
      kind: 'model',
      formula: 'Flow times: until ready, once more after a look, all passes until the purge may end, the hold',
      source: 'The time as above; looks, passes at 100 mm/min and hold: common practice, no source',
      inputs: gas
        ? [
            ...inputs.slice(1, 2),
            input('Until ready', 'volume', gas.fill),
            input('A look and its refill', 'volume', gas.refills),
            input(`Weld, ${course.passes === 1 ? 'one pass' : `${course.passes} passes`}`, 'volume', gas.weld),
            input('Hold', 'volume', gas.hold),
          ]
        : inputs.slice(1, 2),
      note: wait
        ? `Ready ${ready.by === 'clock' ? 'by the clock' : 'by the monitor'} after ${clock(wait.high ?? wait.value)}. What the torch draws from the same bottle comes on top.`
        : 'No time, so no gas figure.',
    }),
  );
  return { plan: { model: 'network-2', limitPpm: limit, joint, vent, figures, rules: judged.rules }, judged };
}

/** The ends of a range, moved out to hold the nominal: bypass and leak only slow, so nine draws of ten may be slower than none. */
function holding(value: number | null, span: Span | undefined): { low: number | null; high: number | null } {
  const [low, high] = [span?.low ?? null, span?.high ?? null];
  if (value === null) return { low, high };
  return { low: low === null ? null : Math.min(low, value), high: high === null ? null : Math.max(high, value) };
}

const openingFlow = (p: Prediction, id: string): number =>
  p.mesh.openings.reduce((s, o, i) => (o.id === id ? s + (p.march.flow.opening[i] as number) : s), 0);

function jointLimit(setup: Setup): Figure['inputs'] {
  const root = rootOf(setup);
  if (!root) return [];
  const { at, range } = pressureWindow(root, 'least', 0);
  const said = (pascal: number) => input(`The root at ${at} carries, ${pascal === range.low ? 'at least' : 'at most'}`, 'pressure', pascal);
  return [said(range.low), said(range.high)];
}
