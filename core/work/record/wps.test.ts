/** A weld against its WPS: what lies outside is named, what is essential waits for a named person, and nothing is waved through. */
import { LOOK_UNSAID } from '../look';
import { describe, expect, it } from 'vitest';
import { ROUND } from '../../basics/seam';
import { judge, type Tint } from '../../models/criteria';
import type { Ranges, RowId } from '../../models/wps';
import { sheetByRule } from '../sheet';
import { clampSeen, openDeviations, refusals, weldFindings, stageLine, frontOf, missingOf } from './index';
import { fitup, gas, house, id, mark, named, run, started, tube, weld, type Say } from './told.fixture';

const sheet = sheetByRule({ size: tube, seam: ROUND, joint: 'square-butt' }, { tilt: 0, gap: null });
const allowed: Ranges = {
  ...{ amps: { low: 40, high: 75 }, flow: { low: 1e-4, high: 3e-4 }, thickness: { low: 1e-3, high: 2e-3 } },
  ...{ filler: ['none'], process: ['tig'], position: ['5G'] },
};
const wps = (over: Partial<{ ranges: Ranges; essential: RowId[]; id: string }> = {}) => ({
  ...{ ...named, revision: '1', ranges: allowed, essential: ['process', 'thickness', 'filler', 'gas'] as RowId[] },
  ...over,
});
const setup = (over: object = {}, at = 30): Say => [
  'setup.recorded',
  {
    ...{ cup: 12, lens: true, screen: false, electrode: 2.4e-3, stickOut: 0.0127, flow: 2e-4, amps: 45, postFlow: 8, figures: [] },
    ...{ travel: 1.7e-3, tilt: 10, trailing: null, aim: 'straw', tungsten: null, grind: null, pulse: null, sheet, reason: '' },
    procedure: wps(),
    ...over,
  },
  at,
];
const none = { amps: null, volts: null, travel: null, flow: null, cup: null, way: null, passes: [], stops: [], reason: '', words: '' };
const done = (over: object = {}, at = 400): Say => ['welded.recorded', { ...none, ...over }, at];
const settled = (entry: string, what: string, reason: string): Say => ['deviation.settled', { entry, id: what, reason }, 500];
const entry = (n: number) => id(100 + n);
const before: Say[] = [fitup(), gas()];
const one = () => run(started(), mark('arc-on', 100), mark('arc-off', 300), ['run.ended', { how: 'done', countOut: 2 }, 380]);
const outside = (says: Say[]) => openDeviations(weld(says, [])).map((d) => d.id);

describe('a set-up', () => {
  it('inside every range is none', () => expect(outside([...before, setup()])).toEqual([]));
  it('outside where it is not essential: open until it has its reason, and then named with it', () => {
    expect(outside([...before, setup({ amps: 82 })])).toEqual(['wps-amps']);
    const s = weld([...before, setup({ amps: 82, reason: 'Thick end, agreed with the lead.' })], []);
    expect(openDeviations(s)).toEqual([]);
    expect(s.deviations[0]?.text).toBe('Amps: 82 A; DEMO-1 revision 1 gives 40 A to 75 A. Said of it: Thick end, agreed with the lead.');
  });
  it('outside where it is essential stays open whatever reason was typed, and the verdict refers', () => {
    const s = weld(
      [...before, setup({ procedure: wps({ ranges: { ...allowed, thickness: { low: null, high: 1.2e-3 } } }), reason: 'All we had.' })],
      [one()],
    );
    expect(openDeviations(s).map((d) => [d.id, d.essential])).toEqual([['wps-thickness', true]]);
    const bright = (['id-bead', 'id-haz', 'od-bead', 'od-haz'] as const).map((zone): Tint => ({
      zone,
      arc: { from: 12, to: 12 },
      grade: { by: 'band', band: 'bright' },
    }));
    const seen = { tints: bright, defects: [], insideReachable: true, seam: ROUND };
    const findings = weldFindings(s, house).filter((f) => f.fact === 'wps');
    expect(judge(house, seen, findings).outcome).toBe('refer');
    // No scheme can rule it: it is a person's.
    expect(judge({ ...house, facts: { wps: 'accept' } as never }, seen, findings).outcome).toBe('refer');
  });
  it('a named person decided: then it is history; “ok” is no decision', () => {
    const thick = setup({ procedure: wps({ ranges: { ...allowed, thickness: { low: null, high: 1.2e-3 } } }) });
    const open = weld([...before, thick], []);
    const [d] = openDeviations(open);
    if (!d) throw new Error('none open');
    const refuse = (reason: string) => refusals({ type: 'deviation.settled', body: { entry: d.entry, id: d.id, reason } }, open, house);
    expect(refuse('ok')).toEqual(['Say why, and who decided: “ok” is no reason.']);
    expect(refuse('O.K.')).toHaveLength(1);
    expect(refuse('Engineer Marrow: covered by PQR 12')).toEqual([]);
    const s = weld([...before, thick, settled(d.entry, d.id, 'Engineer Marrow: covered by PQR 12')], [one()]);
    expect(openDeviations(s)).toEqual([]);
    expect(weldFindings(s, house).filter((f) => f.fact === 'wps')).toEqual([]);
  });
  it('recorded again inside, nothing stands against it any more', () =>
    expect(outside([...before, setup({ amps: 82 }), setup({}, 40)])).toEqual([]));
  it('by another WPS than the fit-up, or before there was one, is said', () => {
    expect(outside([...before, setup({ procedure: wps({ id: id(77) }) })])).toEqual(['wps-other']);
    expect(outside([setup({ procedure: null }, 5), ...before])).toEqual(['wps-none']);
    // Told by code that asked no WPS: nothing is judged of it.
    const { procedure: _, ...old } = setup()[1] as { procedure: unknown };
    expect(outside([...before, ['setup.recorded', old, 30]])).toEqual([]);
  });
  it('what a WPS can speak of follows the weld: another gas, filler, position', () => {
    const rod = { heat: named, diameter: 1.6e-3 };
    const papers = {
      heatA: null,
      heatB: null,
      flux: null,
      wps: null,
      filler: { alloy: '316L', what: 'filler', sulphur: null, filler: null },
    };
    expect(outside([fitup({ filler: rod, papers }), gas(), setup()])).toEqual(['wps-filler']);
    expect(outside([...before, setup({ sheet: { ...sheet, lies: 'upright' } })])).toEqual(['wps-position']);
  });
});

describe('a purge left out', () => {
  const option = { choice: 'none', result: 'Sugar', gas: 0, seconds: 0, money: null, speaks: 'mind', given: [] };
  const need: Say = ['need.decided', { choice: 'none', reason: 'Exhaust, scale accepted', options: [option] }, 25];
  const purged = (essential: RowId[]) => setup({ procedure: wps({ ranges: { ...allowed, backing: ['purge'] }, essential }) });
  it('was decided with its reason: it is not asked for twice', () => {
    const s = weld([...before, need, purged([])], []);
    expect(s.deviations).toMatchObject([{ id: 'wps-backing', settled: 'Named, with its reason.' }]);
    expect(s.deviations[0]?.text).toContain('Said of it: Exhaust, scale accepted.');
  });
  it('where the WPS counts it as essential wants a decision of its own', () =>
    expect(outside([...before, need, purged(['backing'])])).toEqual(['wps-backing']));
});

describe('the weld as it was done', () => {
  const arcs = one();
  it('as the sheet says it stands in the record, and is missed where nobody said it', () => {
    const reader = { system: 'metric' as const, criterion: house, who: () => 'Ines' };
    const s = weld([...before, setup(), done()], [arcs]);
    expect(frontOf(s, reader).find((r) => r.label === 'Welded')?.text).toEqual(['as the sheet says']);
    expect(missingOf(s)).not.toContain('Whether it was welded as its sheet says.');
    expect(missingOf(weld([...before, setup()], [arcs]))).toContain('Whether it was welded as its sheet says.');
  });
  it('differences stand out beside what the sheet has', () => {
    const s = weld(
      [...before, setup(), done({ amps: 52, reason: 'Burned through at 45 A in overlap.', stops: [{ kind: 'slip', at: 4 }] })],
      [arcs],
    );
    expect(stageLine(s, 'weld', 'metric')).toBe('Arc 3:20 min in 1 run; not as the sheet: 52 A (sheet: 45 A) and 1 more');
    expect(openDeviations(s)).toEqual([]);
  });
  it('outside the WPS is taken, and stays open until it has its reason', () => {
    expect(weld([...before, setup(), done({ amps: 90 })], [arcs]).deviations).toMatchObject([
      { id: 'wps-amps', step: 'weld', settled: null },
    ]);
    const why = weld([...before, setup(), done({ amps: 90, reason: 'Heavy tee, lead agreed.' })], [arcs]);
    expect(openDeviations(why)).toEqual([]);
  });
  it('a clamp is heard as the arc burns; said before any arc it contradicts itself', () => {
    const clamped = run(started(), mark('arc-on', 100, { clampAmps: 47 }), mark('arc-off', 300, { clampAmps: 0 }));
    expect(clampSeen(weld([...before, setup()], [clamped]))).toBe(47);
    expect(clampSeen(weld([...before, setup()], [arcs]))).toBeNull();
    expect(weld([...before, setup(), done()], []).contradictions).toContain('How it was welded was said before there was an arc.');
  });
  it('volts that were measured make the heat that counts', () => {
    // 14 V times 60 A over 1.7 mm/s: 0.494 kJ/mm; by the arc's own volts it was inside.
    const ranges: Ranges = { ...allowed, heat: { low: null, high: 0.45e6 }, volts: { low: 8, high: 12 } };
    const s = weld([...before, setup({ procedure: wps({ ranges }) }), done({ amps: 60, volts: 14 })], [arcs]);
    expect(openDeviations(s).map((d) => d.id)).toEqual(['wps-volts', 'wps-heat']);
    expect(s.deviations.find((d) => d.id === 'wps-heat')?.text).toContain('0.494 kJ/mm');
  });
  it('a re-weld begins anew: what was done on the weld before is history', () => {
    const look: Say = [
      'look.recorded',
      {
        ...LOOK_UNSAID,
        insideBy: 'not-seen',
        tints: [],
        defects: [{ kind: 'crack', side: 'outside', arc: { from: 12, to: 3 } }],
        insideReachable: true,
      },
      410,
    ];
    const verdict: Say = [
      'verdict.given',
      { look: entry(5), criterion: { id: 'House-MP', version: 1 }, outcome: 'reweld', reasons: ['Crack.'] },
      420,
    ];
    const s = weld([...before, setup(), done({ amps: 90 }), look, verdict], [arcs]);
    expect(s.rewelds).toBe(1);
    expect([s.welded, s.deviations]).toEqual([null, []]);
  });
});
