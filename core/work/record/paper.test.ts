/** What is printed: the summary an inspector reads first, what is missing, and the story with its corrections. */
import { LOOK_UNSAID } from '../look';
import { ROUND } from '../../basics/seam';
import { describe, expect, it } from 'vitest';
import { created, fitup, gas, house, id, mark, PERSON, reading, run, RUN, started, stream, T0, weld, WELD, type Say } from './told.fixture';
import { conclusionOf, frontOf, gasOnBefore, missingOf, reportOf, storyOf, worstWelding, type WeldState } from './index';

const reader = {
  ...{ criterion: house, system: 'metric' as const, who: (p: string | null) => (p === PERSON ? 'Somebody (S1)' : 'unknown') },
  ...{ design: { alloyA: '316L', alloyB: '316L', seam: ROUND } as const, when: (iso: string) => iso.slice(11, 19) },
};
const atArc = (ppm: number) => ({ atArc: { reading: reading(ppm), ready: ppm < 50, by: 'monitor', text: 'as read' } });
const arcs: Say[] = [
  started(),
  mark('tack', 100),
  mark('look', 120),
  mark('refill', 180),
  mark('arc-on', 420, atArc(31)),
  mark('arc-off', 540),
  mark('hold', 541),
];
const ended = (over: object): Say => [
  'run.ended',
  { how: 'done', countOut: 2, welding: [{ weld: WELD, highest: 140, over: 42, ...over }] },
  660,
];
const all = { from: 12, to: 12 };
const bright = ['id-bead', 'id-haz', 'od-bead', 'od-haz'].map((zone) => ({ zone, arc: all, grade: { by: 'band', band: 'bright' } }));
const look: Say = ['look.recorded', { ...LOOK_UNSAID, insideBy: 'borescope', tints: bright, defects: [], insideReachable: true }, 900];
const rows = (s: WeldState) => Object.fromEntries(frontOf(s, reader).map((r) => [r.label, r.text.join('; ')]));

describe('the front of a record', () => {
  it('says who, what, in which oxygen, for how long, and how it ended', () => {
    const s = weld([fitup(), gas(), look], [run(...arcs, ended({}))]);
    expect(rows(s)).toMatchObject({
      Welder: 'Somebody (S1); DEMO-1 revision 1',
      Heats: 'DEMO-1 and DEMO-1; no filler',
      Gas: 'purge DEMO-1, argon; torch DEMO-1, argon',
      'Oxygen at arc on': expect.stringContaining('31 ppm at the vent at arc on') as string,
      'Highest with the arc on': '140 ppm',
      'Time over the limit': '42 s over 50 ppm',
      // From the refill after the look, not from the start of the purge.
      'Gas on before the arc': '4:00 min',
    });
  });
  it('gas that was not on is none; a dam that was open is said', () => {
    const open = run(started(), mark('look', 120), mark('arc-on', 200, atArc(9000)), mark('arc-off', 210));
    expect(gasOnBefore(open, { on: T0 + 200_000 })).toBeNull();
    expect(rows(weld([fitup(), gas()], [open]))['Gas on before the arc']).toBe('a dam was open');
    const bottle = run(started(), mark('bottle', 300), mark('arc-on', 330, atArc(40)));
    expect(gasOnBefore(bottle, { on: T0 + 330_000 })).toBe(30);
    expect(
      rows(weld([fitup(), gas()], [run(started({ backing: 'none', device: null }), mark('arc-on', 300), mark('arc-off', 400))])),
    ).toMatchObject({
      'Gas on before the arc': 'no inside purge',
      'Highest with the arc on': 'no inside purge',
    });
  });
  it('the highest is the worst of all purges of this weld, and not of another', () => {
    const s = weld([fitup(), gas()], [run(...arcs, ended({ weld: id(77), highest: 9000 }))]);
    expect(worstWelding(s)).toBeNull();
    expect(frontOf(s, reader).find((r) => r.label === 'Highest with the arc on')).toMatchObject({ lacks: true });
  });
});

describe('what is missing', () => {
  const whole = (over: Say[] = []) =>
    weld(
      [fitup({ papers: { heatA: null, heatB: null, filler: null, flux: null, wps: null } }), gas(), look, ...over],
      [run(...arcs, ended({}))],
    );
  it('is named: the joint that was not measured, the look at the tacks, the verdict', () => {
    const no = missingOf(whole()).join(' ');
    for (const text of ['Signatures', 'measured at the vent', 'the look at the tacks showed', 'The verdict']) expect(no).toContain(text);
    expect(no).not.toContain('not seen');
  });
  it('goes as it is given', () => {
    const told = run(
      started({ place: 'joint' }),
      mark('tack', 100),
      mark('look', 120),
      mark('looked', 130, { look: 'bright' }),
      mark('refill', 180),
      mark('arc-on', 420, atArc(31)),
      mark('arc-off', 540),
      ended({}),
    );
    const no = missingOf(weld([fitup(), gas(), look], [told])).join(' ');
    for (const text of ['measured at the vent', 'the look at the tacks']) expect(no).not.toContain(text);
    const blind: Say = [
      'look.recorded',
      { ...LOOK_UNSAID, insideBy: 'blind', tints: bright.slice(2), defects: [], insideReachable: true },
      900,
    ];
    expect(missingOf(weld([fitup(), gas(), blind], [told])).join(' ')).toContain('Inside, HAZ: 100 % not seen');
  });
});

describe('the story', () => {
  const wrong = fitup({ highLow: 2e-4 });
  const correct = (corrects: string, body: object | null, at: number, more: object = {}): Say => [
    'weld.corrected',
    { corrects, reason: 'read again', version: 2, body, ...more },
    at,
  ];
  const events = stream(WELD, [
    created,
    wrong,
    gas(),
    correct(id(101), fitup({ highLow: 1e-4 })[1] as object, 300),
    correct(id(101), fitup({ highLow: 5e-5 })[1] as object, 400),
  ]);
  const state = weld([wrong], []);
  it('prints old beside new, of every correction what stood before it', () => {
    const { told } = storyOf({ events, runEvents: {}, state }, reader);
    const changes = told.flatMap((t) => (t.changes ? [t.changes] : []));
    expect(changes.map((c) => [c.was.join(), c.is.join()].map((x) => /high-low ([\d.]+ mm)/.exec(x)?.[1]))).toEqual([
      ['0.2 mm', '0.1 mm'],
      ['0.1 mm', '0.05 mm'],
    ]);
    expect(told.find((t) => t.id === id(101))?.since).toBe('corrected');
  });
  it('prints the old time of a mark beside the new, and what was taken back', () => {
    const at = new Date(T0 + 500_000).toISOString();
    const runEvents = {
      [RUN]: stream(RUN, [
        ...arcs,
        ['run.corrected', { corrects: id(606), reason: 'later', version: 2, body: { mark: 'hold', weld: WELD }, happenedAt: at }, 700],
        ['run.corrected', { corrects: id(601), reason: 'no tack', version: 2, body: null }, 710],
      ]),
    };
    const { told } = storyOf({ events: [], runEvents, state }, reader);
    const [time, back] = told.flatMap((t) => (t.changes ? [t.changes] : []));
    expect([time?.was, time?.is]).toEqual([['at 08:09:01'], ['at 08:08:20']]);
    expect(back?.is).toEqual(['taken back']);
    expect(told.find((t) => t.id === id(601))?.since).toBe('taken back');
  });
  it('leaves out what was marked for other welds, and counts it; an entry that cannot be read is counted too', () => {
    const other = mark('tack', 110, { weld: id(88) });
    const broken = stream(RUN, [...arcs, other]).map((e) => (e.seq === 2 ? { ...e, body: { mark: 'fly' } } : e));
    const { others, unread, told } = storyOf({ events: [], runEvents: { [RUN]: broken }, state }, reader);
    expect([others[RUN], unread]).toEqual([1, 1]);
    expect(told.some((t) => t.title === 'Tack')).toBe(false);
  });
});

describe('the report', () => {
  const events = stream(WELD, [created, fitup(), gas(), look]);
  const runEvents = { [RUN]: stream(RUN, [...arcs, ended({})]) };
  const whens = { ...reader, when: (iso: string) => iso.slice(0, 19).replace('T', ' ') };
  const parts = reportOf(storyOf({ events, runEvents, state: weld([fitup(), gas(), look], [run(...arcs)]) }, whens).told, whens);
  it('goes by stage in the order of time; a purge is the weld’s own from its first arc', () => {
    const of = (name: string) =>
      parts.filter((p) => p.name === name).flatMap((p) => p.paragraphs.flatMap((x) => x.sentences.map((t) => t.title)));
    expect(parts[0]?.stage).toBeNull();
    expect(of('Weld')).toEqual(['Arc on', 'Arc off', 'Hold', 'Purge done']);
    expect(parts.flatMap((p) => (p.stage === 'purge' ? p.paragraphs : [])).flatMap((p) => p.sentences.map((t) => t.title))).toContain(
      'Tack',
    );
    expect(parts.flatMap((p) => p.paragraphs.flatMap((x) => x.sentences))).toHaveLength(events.length + (runEvents[RUN]?.length ?? 0));
  });
  it('says each entry as a sentence with its time, and once who said what is together', () => {
    const [paragraph] = parts.find((p) => p.stage === 'weld')?.paragraphs ?? [];
    expect(paragraph).toMatchObject({ by: 'Somebody (S1)', day: new Date(T0).toISOString().slice(0, 10) });
    expect(paragraph?.sentences[0]).toMatchObject({ lead: 'Arc on at 08:07:00' });
    expect(paragraph?.sentences[0]?.text).toMatch(/^31 ppm.*[^.]$/);
    expect(parts.find((p) => p.stage === 'fitup')?.paragraphs[0]?.sentences[0]?.lead).toMatch(/^At \d\d:\d\d:\d\d$/);
  });
  it('a stage gone through again is a part of its own', () => {
    const twice = stream(WELD, [created, look, gas({}, 950), [look[0], look[1], 1000]]);
    const { told } = storyOf({ events: twice, runEvents: {}, state: weld([look], []) }, whens);
    expect(reportOf(told, whens).map((p) => p.name)).toEqual(['Entered', 'Look', 'Gas', 'Look, again']);
  });
  it('begins with what it all comes to', () => {
    const open = conclusionOf(weld([fitup(), gas(), look], [run(...arcs, ended({}))]));
    expect(open.word).toBe('Open: torch set-up');
    expect(open.sentences.join(' ')).toContain('dams, tapes and diffusers in, 2 out.');
  });
});
