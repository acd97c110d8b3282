/** A weld against its WPS: what of its set-up, and of what was done, lies outside; each a deviation until somebody has dealt with it. */
import { wpsName, wpsVerdicts, type Said, type WpsThen } from '../sheet';
import { doneOf, weldedSaid } from '../welded';
import { outsideText, type Verdict } from '../../models/wps';
import { totalFlow } from '../../models/setup';
import type { Deviation } from '../release';
import type { WeldState } from './weldState';

type Torch = NonNullable<WeldState['setup']>;

/** What the WPS can speak of, of a weld as it is set up. */
export function setUp(s: WeldState, b: Pick<Torch, 'amps' | 'travel' | 'flow' | 'cup' | 'sheet'>): Said {
  const f = s.fitup;
  const run = s.runs.at(-1);
  const purge = run?.started.setup ?? s.plan?.setup;
  const backing = run?.started.backing ?? s.need?.choice ?? null;
  return {
    ...{ amps: b.amps, travel: b.travel, flow: b.flow, cup: b.cup, sheet: b.sheet },
    torchGas: s.gas?.torch.gas ?? null,
    backing,
    purgeFlow: purge && (backing === null || backing === 'purge') ? totalFlow(purge) : null,
    filler: f === null ? undefined : f.filler === null ? false : (f.papers?.filler ?? null),
  };
}

/**
 * The reason something outside has already: leaving the purge out was decided with one, by whoever decided it. An essential variable
 * wants a decision of its own.
 */
export const reasonKnown = (
  v: Pick<Verdict, 'of' | 'essential'>,
  need: Pick<NonNullable<WeldState['need']>, 'reason'> | null,
): string | null => (v.of === 'backing' && !v.essential && need ? need.reason : null);

const deviation = (entry: string, step: Deviation['step'], v: Verdict, wps: WpsThen, reason: string): Deviation => ({
  ...{ entry, step, id: `wps-${v.id}`, mends: ['again'], essential: v.essential },
  text: `${outsideText(v, wpsName(wps))}${reason === '' ? '' : ` Said of it: ${reason.replace(/[.\s]+$/, '')}.`}`,
  // Outside where it is not essential it takes a reason; where it is, a named person.
  settled: !v.essential && reason !== '' ? 'Named, with its reason.' : null,
});

/** Adds what lies outside of the WPS as the weld stands. */
export function takeWps(s: WeldState): void {
  const { setup, fitup, welded } = s;
  const wps = setup?.procedure;
  if (setup && fitup && wps === null && fitup.at > setup.at)
    s.deviations.push({
      ...{ entry: setup.event, step: 'setup', id: 'wps-none', mends: ['again'], settled: null },
      text: `Set up before ${wpsName(fitup.wps)} was named: record the set-up again.`,
    });
  if (setup && wps) {
    if (fitup && fitup.wps.id !== wps.id)
      s.deviations.push({
        ...{ entry: setup.event, step: 'setup', id: 'wps-other', mends: ['again'], settled: null },
        text: `Set up by ${wpsName(wps)}, fitted up by ${wpsName(fitup.wps)}: record the set-up again.`,
      });
    for (const v of wpsVerdicts(wps, setUp(s, setup), s.design, 'metric'))
      if (!v.inside) s.deviations.push(deviation(setup.event, 'setup', v, wps, reasonKnown(v, s.need) ?? setup.reason));
  }
  if (setup && wps && welded)
    for (const v of weldedSaid(welded, doneOf(welded, setup), wps, setUp(s, doneOf(welded, setup)), s.design))
      s.deviations.push(deviation(welded.event, 'weld', v, wps, welded.reason));
}
