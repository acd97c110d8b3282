/** The figure that mattered: one line for a stage that is done. */
import { outcomeNames } from '../../models/criteria';
import { clock, inSystem, show, type System, timed } from '../../basics/units';
import { cleanLine } from '../clean';
import { fitupLine } from '../fitup';
import { gasLine } from '../gas';
import { passivateLine } from '../passivate';
import type { Stage } from '../stages';
import { torchLine } from '../torch';
import { differences } from '../welded';
import { openDeviations } from './deviations';
import { openDwells } from './dwells';
import { dams, type WeldState } from './state';

/** Oxygen at the arc, as the record says it: of several arcs the worst, and what it rose to while welding. */
export function arcOxygen(s: WeldState): string {
  const struck = s.arcs.flatMap((a) => a.atArc ?? []);
  const worst = struck.reduce<(typeof struck)[number] | null>((w, a) => {
    const rank = (x: typeof a) => (x.reading?.ppm ?? 0) + (x.ready ? 0 : 1e6);
    return w === null || rank(a) > rank(w) ? a : w;
  }, null);
  if (!worst) return 'oxygen at arc on not known';
  const place = s.runs.at(-1)?.started.place ?? 'vent';
  const early = worst.ready ? '' : ', before ready';
  const band = s.runs.at(-1)?.started.band;
  const clocked = band ? `by clock, model ${clock(band.low)} to ${timed(band.high)}, oxygen not measured` : 'by clock, oxygen not measured';
  const over = s.runs.flatMap((r) => (r.ended?.welding ?? []).filter((w) => w.weld === s.id && w.over > 0)).map((w) => w.highest);
  const rose = over.length ? `; up to ${Math.round(Math.max(...over))} ppm with the arc on` : '';
  return worst.reading ? `${Math.round(worst.reading.ppm)} ppm at the ${place} at arc on${early}${rose}` : `${clocked}${early}${rose}`;
}

/** The wrong paper of a step, as long as it is neither set right nor referred. */
const wrongPaper = (s: WeldState, step: 'fitup' | 'gas'): string | undefined => {
  const open = openDeviations(s).find((d) => d.step === step);
  return open && `■ Wrong paper. ${open.text}`;
};

/** What lies outside the WPS, as long as nobody has dealt with it. */
const outside = (s: WeldState, step: 'setup' | 'weld', system: System): string | undefined => {
  const open = openDeviations(s).find((d) => d.step === step);
  return open && inSystem(`■ Outside the WPS. ${open.text}`, system);
};

export function stageLine(s: WeldState, stage: Stage, system: System): string {
  switch (stage) {
    case 'fitup':
      return wrongPaper(s, 'fitup') ?? (s.fitup ? fitupLine(s.fitup, s.design.seam, system) : '');
    case 'gas':
      return wrongPaper(s, 'gas') ?? (s.gas ? gasLine(s.gas, system) : '');
    case 'setup':
      return outside(s, 'setup', system) ?? (s.setup ? torchLine(s.setup, system) : '');
    case 'purge':
      return s.arcs.length ? arcOxygen(s) : '';
    case 'weld': {
      const seconds = s.arcs.reduce((n, a) => n + (a.off === null ? 0 : a.off - a.on), 0) / 1000;
      const [other, ...more] = s.welded ? differences(s.welded, s.setup, s.design, system) : [];
      const arc = `Arc ${timed(seconds)} in ${s.arcs.length} ${s.arcs.length === 1 ? 'run' : 'runs'}${s.rewelds ? `, R${s.rewelds}` : ''}`;
      return (
        outside(s, 'weld', system) ?? (other ? `${arc}; not as the sheet: ${other}${more.length ? ` and ${more.length} more` : ''}` : arc)
      );
    }
    case 'look':
      return s.verdict ? outcomeNames[s.verdict.outcome] : '';
    case 'clean':
      return cleanLine(s.cleans, s.skipped.clean, system);
    case 'passivate':
      return passivateLine(s.bath, s.rinse, s.skipped.passivate);
    case 'record': {
      const d = dams(s);
      return s.closed ? `Closed, unsigned. ${d.in} in, ${d.out ?? '?'} out` : '';
    }
  }
}

/** Was a test begun that has no result yet? */
export const testRuns = (s: WeldState): boolean => s.rinse !== null && s.rinse.test !== 'none' && s.rinse.testPassed === null;

/** What the weld waits for, in a welder's words. */
export function waitsFor(s: WeldState): string {
  if (s.out) return s.due ? 'Cut out. Close the record' : 'Cut out';
  const running = s.runs.find((r) => r.endedAt === null);
  const inHand = running?.at === s.id;
  switch (s.due) {
    case null:
      return 'Done';
    case 'fitup':
      return s.rewelds ? `Fit-up for R${s.rewelds}` : 'Fit-up';
    case 'gas':
      return 'Gas check';
    case 'setup':
      return 'Torch set-up';
    case 'purge':
      return running ? (inHand ? 'Purge running' : 'Its turn on the purge') : 'Purge';
    case 'weld':
      return running ? (running.phase === 'holding' ? 'Gas held' : 'Welding') : 'Weld';
    case 'look':
      return s.verdict?.outcome === 'refer' ? 'The engineer' : s.look ? 'Verdict' : 'Look';
    case 'clean':
      return openDwells(s).length ? 'Dwell, then rinse' : 'Cleaning';
    case 'passivate':
      return s.bath && !s.rinse ? 'Dwell, then rinse' : testRuns(s) ? 'Its test' : 'Passivation';
    case 'record':
      return openDeviations(s).length ? 'A deviation to settle' : 'Closing the record';
  }
}

/** The same in as few words as a length of the rail holds: the worst, where there is one. */
export function railLine(s: WeldState, stage: Stage, system: System): string {
  const worst = (text: string) => `■ ${text}`;
  switch (stage) {
    case 'fitup':
      return wrongPaper(s, 'fitup')
        ? worst('wrong paper')
        : s.fitup
          ? `${show(s.fitup.gapWide.value, 'length', system)} at ${s.fitup.gapWide.at}`
          : '';
    case 'gas':
      return wrongPaper(s, 'gas')
        ? worst('wrong paper')
        : s.gas
          ? s.need && s.need.choice !== 'purge'
            ? 'no purge'
            : s.gas.purge.label
          : '';
    case 'setup':
      return outside(s, 'setup', system) ? worst('outside WPS') : s.setup ? `cup ${s.setup.cup}, ${Math.round(s.setup.amps)} A` : '';
    case 'purge': {
      const struck = s.arcs.flatMap((a) => a.atArc ?? []);
      const read = struck.flatMap((a) => (a.reading ? [a.reading.ppm] : []));
      const early = struck.some((a) => !a.ready);
      const most = read.length ? show(Math.max(...read), 'oxygen', system) : 'by clock';
      return s.arcs.length === 0 ? '' : early ? worst(`early, ${most}`) : `${most} at arc`;
    }
    case 'weld':
      return outside(s, 'weld', system)
        ? worst('outside WPS')
        : `arc ${clock(s.arcs.reduce((n, a) => n + (a.off === null ? 0 : a.off - a.on), 0) / 1000)}${s.rewelds ? `, R${s.rewelds}` : ''}`;
    default:
      return stageLine(s, stage, system);
  }
}
