/** What the clock school says of a case, beside the model. Common practice, no source, unless one is named. */
import { bore } from '../../basics/sizes';
import type { Prediction } from './predict';
import { curveAt } from './band';
import { totalFlow, type Setup } from '../setup';

export type Thumb = { rule: string; source: string; seconds: number; /** what the model says of the joint then, ppm */ ppm: number };

const PRACTICE = 'Common practice, no source';

/** The rules of thumb that speak of this set-up. */
export function rulesOfThumb(setup: Setup, p: Prediction): Thumb[] {
  const flow = totalFlow(setup);
  const joint = setup.parts.find((x) => x.id === setup.joint);
  if (!joint || flow <= 0) return [];
  const volume = p.mesh.total;
  const lpm = flow * 60_000;
  const d = bore(joint.size);
  const length = volume / ((Math.PI / 4) * d ** 2);
  const out: [string, string, number][] = [
    ['2.5 to 3 pipe volumes (taken at 3)', 'DVS 0937, from memory: plug flow', (3 * volume) / flow],
    ['5 to 10 volume changes (taken at 7)', 'US purging guides, from memory', (7 * volume) / flow],
  ];
  const tube = d > 0.04 && d < 0.08;
  if (tube && lpm >= 5 && lpm <= 10)
    out.push(
      length < 0.75
        ? ['Three minutes at 6 to 8 L/min, short 2 to 3 in spool', PRACTICE, 180]
        : ['Five minutes at 6 to 8 L/min, a spool twice as long', PRACTICE, 300],
    );
  if (d > 0.18 && d < 0.23 && lpm > 12 && lpm < 22) out.push(['15 minutes at 35 CFH on 8 in pipe', PRACTICE, 900]);
  if (d > 0.6 && setup.inlets.length >= 2) out.push(['15 to 20 minutes with two hoses on 30 in pipe (taken at 18)', PRACTICE, 1080]);
  return out.map(([rule, source, seconds]) => ({ rule, source, seconds, ppm: curveAt(p.joint, seconds) }));
}
