/** The front of a printed record: what an inspector reads first, and what is missing, before the drawings and the story. */
import { duration, show, timed } from '../../basics/units';
import { gasNames } from '../../basics/gases';
import { unseenShare, zoneNames, zoneSchema } from '../../models/criteria';
import { cleanMethodNames, testNames } from '../../models/cleaning';
import { meets } from '../../models/sensor';
import type { Reader } from '../event';
import { insideByNames, type Look } from '../look';
import { dwellFromNames } from '../passivate';
import { isTied } from '../pictures';
import type { ArcSpan, RunState } from '../run';
import { wpsName } from '../sheet';
import { torchLine } from '../torch';
import { asTheSheet, differences } from '../welded';
import { openDeviations } from './deviations';
import { bathClock, wasOn } from './dwells';
import { arcOxygen, testRuns } from './lines';
import { dams, type WeldState } from './state';

/** `lacks`: nobody said or measured it. */
export type FrontRow = { label: string; text: string[]; lacks?: boolean };

/** How long gas had been on, unbroken, when an arc was struck, s; null with a dam open. */
export function gasOnBefore(run: RunState, arc: Pick<ArcSpan, 'on'>): number | null {
  const since = run.marks
    .filter((m) => m.twice === null && m.at < arc.on)
    .reduce<number | null>((from, { mark, at }) => {
      if (mark === 'look' || mark === 'grind' || mark === 'dam-out') return null;
      return mark === 'refill' || (mark === 'bottle' && from !== null) ? at : from;
    }, run.startedAt);
  return since === null ? null : (arc.on - since) / 1000;
}

/** A mark of a clamp counts for an arc struck so near to it, ms: a hand may have told the arc first. */
const SAME_ARC = 2000;
/** Amps a clamp saw as the arcs of this weld burned, the middle one; null without a clamp. */
export function clampSeen(s: Pick<WeldState, 'runs' | 'arcs'>): number | null {
  const seen = s.runs
    .flatMap((r) => r.marks)
    .flatMap((m) => (m.clampAmps && s.arcs.some((a) => Math.abs(a.on - m.at) < SAME_ARC) ? [m.clampAmps] : []))
    .sort((a, b) => a - b);
  return seen[Math.floor(seen.length / 2)] ?? null;
}

/** How the inside was seen, with the borescope's number. */
const seenWords = ({ insideBy, scope }: Look): string =>
  `${insideBy === 'not-seen' ? 'not seen' : `seen ${insideByNames[insideBy]}`}${scope ? ` ${scope}` : ''}`;

/** How much of a set-up lies outside its WPS. */
const outsideWords = (s: WeldState): string => {
  const out = s.deviations.filter((d) => d.step === 'setup').length;
  return out ? `${out} outside the WPS, see the deviations` : s.setup?.procedure ? 'inside the WPS' : '';
};

const runOf = (s: WeldState, arc: ArcSpan): RunState | undefined => s.runs.find((r) => r.arcs.includes(arc));

/** Oxygen with the arc on, over all purges of this weld: the highest, ppm, and the time over the limit, s; null where nothing measured it. */
export function worstWelding(s: WeldState): { highest: number; over: number; limit: number } | null {
  const found = s.runs.flatMap((r) => (r.ended?.welding ?? []).filter((w) => w.weld === s.id).map((w) => ({ ...w, run: r })));
  if (!found.length) return null;
  return {
    highest: Math.max(...found.map((w) => w.highest)),
    over: found.reduce((n, w) => n + w.over, 0),
    limit: Math.min(...found.map((w) => w.run.started.rules.weldPpm)),
  };
}

/** What a reader of the record would look for and not find. */
export function missingOf(s: WeldState): string[] {
  const no: string[] = ['Signatures: there is no sign-in yet.'];
  const say = (when: boolean, text: string) => void (when && no.push(text));
  const purged = s.runs.filter((r) => r.started.backing === 'purge');
  const count = dams(s);
  say(!s.fitup, 'The fit-up.');
  say(s.fitup !== null && s.fitup.papers === undefined, 'What the registers said of its heats and its WPS.');
  say(!s.gas, 'The gas check.');
  say(
    s.gas !== null && s.gas.monitor !== null && (s.gas.air === null || s.gas.bottle === null),
    'The check of the oxygen monitor in this shift.',
  );
  say(!s.arcs.length, 'The arc.');
  say(s.arcs.length > 0 && s.welded === null, 'Whether it was welded as its sheet says.');
  say(purged.length > 0 && s.arcs.some((a) => a.atArc?.reading == null), 'Oxygen when the arc was struck.');
  say(purged.length > 0 && purged.every((r) => r.started.place === 'vent'), 'Oxygen at the joint: it was measured at the vent.');
  say(
    purged.some((r) => r.marks.some((m) => m.mark === 'look') && r.tacks > 0 && !r.marks.some((m) => m.mark === 'looked')),
    'What the look at the tacks showed.',
  );
  if (s.look)
    for (const zone of zoneSchema.options) {
      const open = unseenShare(s.look.tints, zone);
      say(open > 0, `${zoneNames[zone]}: ${Math.round(100 * open)} % not seen.`);
      say(
        s.look.tints.some((t) => t.zone === zone && t.grade.by === 'brushed'),
        `${zoneNames[zone]}: its colour as welded. It was brushed before anybody looked.`,
      );
    }
  else say(s.arcs.length > 0, 'The look.');
  say(s.look !== null && !s.verdict, 'The verdict.');
  say(testRuns(s), `The result of its test: ${s.rinse ? testNames[s.rinse.test] : ''}.`);
  say(s.rinse?.test === 'none', 'A test of the passivation: none was chosen.');
  say(count.out === null && count.in > 0, 'The count of dams, tapes and diffusers that came out.');
  for (const d of openDeviations(s)) no.push(`A settled answer to: ${d.text}`);
  return no;
}

/** @param reader whose units, and who names the people */
export function frontOf(s: WeldState, reader: Reader): FrontRow[] {
  const q = (v: number, quantity: Parameters<typeof show>[1]) => show(v, quantity, reader.system);
  const row = (label: string, ...text: (string | null | false | undefined)[]): FrontRow => {
    const said = text.filter((t): t is string => typeof t === 'string' && t !== '');
    return said.length ? { label, text: said } : { label, text: ['not recorded'], lacks: true };
  };
  const { fitup: f, gas: g } = s;
  const first = s.arcs[0];
  const firstRun = first && runOf(s, first);
  const on = first && firstRun && firstRun.started.backing === 'purge' ? gasOnBefore(firstRun, first) : undefined;
  const worst = worstWelding(s);
  const step = firstRun?.started.device?.declared?.resolution ?? 0;
  const unpurged = s.runs.length > 0 && s.runs.every((r) => r.started.backing !== 'purge');
  return [
    row('Welder', f && reader.who(f.welder), f && `${f.wps.label} revision ${f.wps.revision}`),
    row(
      'Heats',
      f && `${f.heatA.label} and ${f.heatB.label}`,
      f && (f.filler ? `filler ${f.filler.heat.label}, ${q(f.filler.diameter, 'length')}` : 'no filler'),
    ),
    row(
      'Gas',
      g && `purge ${g.purge.label}, ${gasNames[g.purge.gas].toLowerCase()}`,
      g && `torch ${g.torch.label}, ${gasNames[g.torch.gas].toLowerCase()}`,
    ),
    row('Set by', s.setup?.procedure && wpsName(s.setup.procedure), s.setup && torchLine(s.setup, reader.system), outsideWords(s)),
    row(
      'Welded',
      s.welded && (asTheSheet(s.welded) ? 'as the sheet says' : 'not all as the sheet says'),
      ...(s.welded ? differences(s.welded, s.setup, s.design, reader.system) : []),
      s.welded?.reason,
    ),
    row(
      'Looked at',
      s.look && `${reader.who(s.look.by)}, inside ${seenWords(s.look)}`,
      s.look && [s.look.lamp, s.look.lux === null ? '' : `${s.look.lux} lux`].filter(Boolean).join(', '),
      s.looks.length > 1 && `graded by ${s.looks.length} people${s.look?.blind ? ' apart' : ''}`,
      s.pictures.length > 0 &&
        `${s.pictures.length} ${s.pictures.length === 1 ? 'picture' : 'pictures'}, ${s.pictures.filter(isTied).length} tied to this weld`,
    ),
    row('Oxygen at arc on', unpurged ? 'no inside purge' : s.arcs.length > 0 && arcOxygen(s)),
    row(
      'Highest with the arc on',
      worst &&
        `${Math.round(worst.highest)} ppm${step > 0 && !meets(worst.highest, step, worst.limit) && worst.highest <= worst.limit ? `, read in steps of ${step} ppm` : ''}`,
      unpurged && 'no inside purge',
    ),
    row(
      'Time over the limit',
      worst && (worst.over > 0 ? `${duration(worst.over)} over ${worst.limit} ppm` : `none over ${worst.limit} ppm`),
      unpurged && 'no inside purge',
    ),
    row('Gas on before the arc', on === undefined ? unpurged && 'no inside purge' : on === null ? 'a dam was open' : `${timed(on)}`),
    row(
      'Cleaned',
      ...s.cleans.map(
        (c) =>
          `${cleanMethodNames[c.method]}, ${c.side === 'both' ? 'inside and outside' : c.side}${c.tool ? `, ${c.tool.label}` : ''}${c.product ? `, ${c.product.label}` : ''}; ${c.tintRemains ? 'tint remains' : 'no tint left'}`,
      ),
      s.skipped.clean && `left out: ${s.skipped.clean}`,
      s.done.clean && s.cleans.length === 0 && !s.skipped.clean && 'not asked for',
    ),
    row(
      'Passivated',
      s.bath && `${s.bath.product.label}, ${s.bath.acid} ${s.bath.percent} %, ${timed(s.bath.dwell)} ${dwellFromNames[s.bath.dwellFrom]}`,
      wasInBath(s),
      s.rinse &&
        (s.rinse.test === 'none'
          ? 'no test'
          : `${testNames[s.rinse.test]}: ${s.rinse.testPassed === null ? 'not done' : s.rinse.testPassed ? 'passed' : 'failed'}`),
      s.skipped.passivate && `left out: ${s.skipped.passivate}`,
      s.done.passivate && s.bath === null && !s.skipped.passivate && 'not asked for',
    ),
  ];
}

/** How long the bath was on by its clock, where that is not what was asked for; empty where it is, or nobody marked it. */
function wasInBath(s: WeldState): string {
  const clock = bathClock(s);
  if (!clock || !s.rinse || s.bath?.wetWithin === undefined) return '';
  const { phase, on } = wasOn(clock, s.rinse.at);
  return phase === 'dried' ? 'it dried out' : on < clock.least ? `it was on for ${timed(on)}` : '';
}
