/** What is told of a purge while it runs: marks, answered alarms, a logger's file, its end, and its raw readings put away. */
import { z } from 'zod';
import type { Arc } from '../../basics/seam';
import { define, seamOf, version, type Line, type Reader } from '../event';
import { one, three } from '../shapes';
import { arcName } from './tape';

export const markSchema = z.enum([
  'tack',
  'look',
  'refill',
  'bottle',
  'grind',
  'dam-out',
  'pass',
  'closing',
  'arc-on',
  'arc-off',
  'hold',
  'tape-off',
  'tape-on',
  'move',
  'looked',
]);
export type MarkName = z.infer<typeof markSchema>;
export const markNames: Record<MarkName, string> = {
  tack: 'Tack',
  look: 'Open to look',
  refill: 'Closed, refill',
  bottle: 'Bottle changed',
  grind: 'Grinding',
  'dam-out': 'Dam out',
  pass: 'Next pass',
  closing: 'Closing',
  'arc-on': 'Arc on',
  'arc-off': 'Arc off',
  hold: 'Hold',
  'tape-off': 'Tape off',
  'tape-on': 'Tape back on',
  move: 'Next weld',
  looked: 'Tacks inside',
};

/** What the inside of the tacks showed. */
export type TackLook = z.infer<typeof three.tackLook>;
export const tackLookNames: Record<TackLook, string> = {
  bright: 'Bright',
  gold: 'Gold',
  'blue-grey': 'Blue or grey',
};
/** Common practice, no source. */
export const tackLookWords: Record<TackLook, string> = {
  bright: 'the gas is good',
  gold: 'a little air: goes only where the criterion allows it',
  'blue-grey': 'gas is lost or blown through the gap there: find it before the next tack',
};

/** The reading in force when the arc was struck, and what the gate said then. */
export type AtArc = {
  reading: { ppm: number; at: string; ageSeconds: number; quality: string } | null;
  ready: boolean;
  by: 'monitor' | 'clock';
  text: string;
};
export type Source = { id: string; label: string; kind: z.infer<typeof one.deviceKind> };
export type Marked = {
  mark: MarkName;
  weld: string | null;
  /** the part of the clock it speaks of: tape that came off or went on */
  arc?: Arc | undefined;
  /** the screen it was made on, so that two that marked the same thing are told apart from one that marked it twice */
  screen?: string | undefined;
  /** what the look at the tacks showed; its place is `arc`, all round where none is given */
  look?: TackLook | undefined;
  /** by the server: amps the clamp saw */
  clampAmps?: number | undefined;
  /** by the server: the device that made it */
  source?: Source | undefined;
  /** by the server, at arc on and at a tack */
  atArc?: AtArc | undefined;
};

const reading = z.object({ ppm: z.number(), at: z.iso.datetime(), ageSeconds: z.number(), quality: z.string() });

export const runMarked = define<Marked>()({
  stream: 'run',
  decision: false,
  versions: [
    version(
      z.object({ mark: one.mark, weld: one.id.nullable(), arc: one.arc.optional(), screen: z.string().max(40).optional() }),
      (b) => b,
    ),
    version(
      z
        .object({
          mark: three.mark,
          weld: one.id.nullable(),
          arc: one.arc.optional(),
          screen: z.string().max(40).optional(),
          look: three.tackLook.optional(),
        })
        .refine((b) => (b.mark === 'looked') === (b.look !== undefined), 'Say what the tacks showed: bright, gold, blue or grey.'),
      (b): Marked => b,
    ),
  ],
  added: z.object({
    clampAmps: three.amps.optional(),
    source: one.named.extend({ kind: one.deviceKind }).optional(),
    atArc: z.object({ reading: reading.nullable(), ready: z.boolean(), by: z.enum(['monitor', 'clock']), text: z.string() }).optional(),
  }),
});

/** What a purge calls for until someone answers. */
export type AlarmKind = 'over' | 'lost' | 'frozen' | 'drifting' | 'saturated' | 'dry' | 'happened';
export const alarmNames: Record<AlarmKind, string> = {
  over: 'Over the limit while welding',
  lost: 'No reading',
  frozen: 'Monitor frozen',
  drifting: 'Reading drifts',
  saturated: 'Monitor at the top of its scale',
  dry: 'Gas runs out',
  happened: 'Something happened',
};
/** `upTo`: what had been seen of it when it was answered. */
export type Answered = { alarm: AlarmKind; upTo: string };
export const runAnswered = define<Answered>()({
  stream: 'run',
  decision: false,
  versions: [
    version(
      z.object({ alarm: z.enum(['over', 'lost', 'frozen', 'drifting', 'saturated', 'dry']), upTo: z.iso.datetime() }),
      (b): Answered => b,
    ),
    version(
      z.object({ alarm: z.enum(['over', 'lost', 'frozen', 'drifting', 'saturated', 'dry', 'happened']), upTo: z.iso.datetime() }),
      (b): Answered => b,
    ),
  ],
});

const sha256 = z.string().regex(/^[0-9a-f]{64}$/);

/** A logger's file laid beside the purge: its readings are kept under the file's own id. */
export type Logged = {
  log: string;
  name: string;
  sha256: string;
  unit: 'ppm' | 'percent';
  readings: number;
  dropped: number;
  from: string;
  to: string;
};
export const runLogged = define<Logged>()({
  stream: 'run',
  decision: false,
  serverOnly: true,
  versions: [
    version(
      z.object({
        log: one.id,
        name: z.string().min(1).max(120),
        sha256,
        unit: z.enum(['ppm', 'percent']),
        readings: z.number().int().min(1),
        dropped: z.number().int().min(0),
        from: z.iso.datetime(),
        to: z.iso.datetime(),
      }),
      (b): Logged => b,
    ),
  ],
});

export type Ended = {
  how: 'done' | 'abandoned';
  /** dams, tape and diffusers that came out; null when not counted yet */
  countOut: number | null;
  /** by the server: SHA-256 over the readings of the purge, and their number */
  digest?: { readings: number; sha256: string } | undefined;
  /** by the server: of each weld, the highest reading with the arc on, ppm, and how long it was over the limit, s */
  welding?: Welding[] | undefined;
};
export type Welding = { weld: string; highest: number; over: number };
export const runEnded = define<Ended>()({
  stream: 'run',
  decision: false,
  versions: [
    version(z.object({ how: z.enum(['done', 'abandoned']), countOut: z.number().int().min(0).max(200).nullable() }), (b): Ended => b),
  ],
  added: z.object({
    digest: z.object({ readings: z.number().int(), sha256: z.string() }).optional(),
    welding: z.array(z.object({ weld: one.id, highest: z.number(), over: z.number().min(0) })).optional(),
  }),
});

/** The raw readings of a purge were put away by the shop's choice: what they were is kept as a digest and a thinned curve. */
export type Retired = {
  readings: number;
  sha256: string;
  /** [seconds since the start, ppm], thinned so that no peak is lost */
  curve: [number, number][];
};
export const runRetired = define<Retired>()({
  stream: 'run',
  decision: false,
  serverOnly: true,
  versions: [
    version(
      z.object({ readings: z.number().int().min(0), sha256, curve: z.array(z.tuple([z.number(), z.number()])).max(2000) }),
      (b): Retired => b,
    ),
  ],
});

export function tellMarked({ mark, arc, source, atArc: a, look, clampAmps }: Marked, reader: Reader): Line {
  const part = arc ? `, ${arcName(arc, seamOf(reader))}` : '';
  const by = source ? [`By ${source.label}${clampAmps === undefined ? '' : `, ${Math.round(clampAmps)} A`}`] : [];
  if (look)
    return {
      title: `${markNames.looked}: ${tackLookNames[look].toLowerCase()}${part}`,
      details: [`${tackLookWords[look][0]?.toUpperCase()}${tackLookWords[look].slice(1)}`, ...by],
    };
  return {
    title: `${markNames[mark]}${part}`,
    details:
      a && mark === 'tack'
        ? [...by, a.reading ? `${Math.round(a.reading.ppm)} ppm` : 'Oxygen not measured']
        : a
          ? [
              ...by,
              a.reading ? `${Math.round(a.reading.ppm)} ppm, reading ${a.reading.ageSeconds.toFixed(0)} s old` : 'Oxygen not measured',
              a.ready ? a.text : `Before ready. ${a.text}`,
            ]
          : by,
  };
}
export const tellAnswered = (b: Answered): Line => ({ title: `Answered: ${alarmNames[b.alarm].toLowerCase()}`, details: [] });
export const tellLogged = (b: Logged): Line => ({
  title: 'Logger file read in',
  details: [`${b.name}: ${b.readings} readings in ${b.unit}, ${b.dropped} lines dropped; SHA-256 ${b.sha256.slice(0, 16)}`],
});
export const tellEnded = (b: Ended): Line => ({
  title: b.how === 'done' ? 'Purge done' : 'Purge abandoned',
  details: [
    b.countOut === null ? 'Dams not counted' : `${b.countOut} dams, tapes and diffusers out`,
    ...(b.welding ?? []).map(
      (w) => `With the arc on up to ${Math.round(w.highest)} ppm${w.over > 0 ? `, over the limit ${Math.round(w.over)} s` : ''}`,
    ),
    ...(b.digest ? [`${b.digest.readings} readings, digest ${b.digest.sha256.slice(0, 16)}`] : []),
  ],
});
export const tellRetired = (b: Retired): Line => ({
  title: 'Raw readings put away',
  details: [`${b.readings} readings, digest ${b.sha256.slice(0, 16)}; a curve of ${b.curve.length} points stays`],
});

export const purgeCautions = [
  'Argon and nitrogen displace air and lie low; helium and hydrogen collect high. Ventilate, wear an oxygen alarm.',
  'Look inside by mirror or borescope, never with the face in the pipe. Inside a vessel or pipe an entry permit is needed.',
  'Never shut the vent: pressure turns a bung into a shot. Stay out of its line.',
];
export const weldCautions = [
  'Welding fume of stainless holds hexavalent chromium; the arc makes ozone. Draw it off at the source.',
  'The metal stays hot: a computed temperature is no licence to touch.',
  'Look at an arc, or photograph it, before its start and stop are brushed: what is brushed has no colour as welded any more.',
];
