/** How a purge begins, and what is watched while it runs. */
import { ROUND } from '../../basics/seam';
import { describe, expect, it } from 'vitest';
import { readForm, writeForm } from '../../basics/fields';
import { findSize, type Size } from '../../basics/sizes';
import { shipped, type Criterion } from '../../models/criteria';
import { clockGate, readyBy, type Plan } from '../../models/purge';
import { startingSetup, totalFlow, withVent } from '../../models/setup';
import type { DeviceRow } from '../devices';
import { newest, readSaid } from '../event';
import { begun, begunUnpurged, flowOff, gasToEnd, pumpWords, runStarted, shorterWait, sinceGasOn, startForm } from './index';

const two = findSize('inch-tube', '2') as Size;
const setup = startingSetup(two);
const criterion = shipped.find((c) => c.id === 'House-MP') as Criterion;
const id = (n: number) => `0197f000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const device: DeviceRow = {
  ...{
    id: id(1),
    kind: 'oxygen-monitor',
    name: 'Monitor',
    place: 'vent',
    station: 'bay 2',
    resolution: 1,
    noise: 1.5,
    top: 250_000,
    t90: null,
  },
  ...{ revoked: false, busy: false, lastSeen: null, refused: 0, cell: 'zirconia', sampleFlow: 1e-5, calibratedOn: null },
};
const plan: Plan = {
  ...{ model: 'test', limitPpm: 50, figures: [], rules: [] },
  joint: { value: 60, low: 45, high: 90 },
  vent: { value: 40, low: 30, high: 60 },
};
const wish = {
  ...{ spool: id(2), welds: [id(3)], setup, plan, criterion, checked: true, listens: [], cylinder: null, countIn: 2, because: '' },
  ...{ waits: readyBy(criterion.purge, true), device, place: 'vent' as const },
};
const taken = (b: unknown) => readSaid(runStarted, newest(runStarted), JSON.parse(JSON.stringify(b)));

describe('a purge that begins', () => {
  it('is taken by the record as it stands, with a monitor and without', () => {
    expect(taken(begun(wish))).toMatchObject({ ok: true });
    // A second monitor listens with the place and the quickness of its card; what is no monitor has neither.
    const beside = { ...device, id: id(7), name: 'Second', place: 'joint', t90: 9 };
    const pedal = { ...device, id: id(8), name: 'Pedal', kind: 'foot-switch' as const, place: '' };
    const both = taken(begun({ ...wish, listens: [beside, pedal] }));
    expect(both).toMatchObject({ ok: true, said: { device: { declared: { resolution: 1, noise: 1.5, top: 250_000 } } } });
    expect(both.ok && both.said).toMatchObject({
      listens: [
        { id: id(7), kind: 'oxygen-monitor', place: 'joint', declared: { t90: 9 } },
        { id: id(8), label: 'Pedal', kind: 'foot-switch' },
      ],
    });
    const clock = { ...wish, device: null, waits: readyBy(criterion.purge, false) };
    expect(taken(begun(clock))).toMatchObject({ ok: true });
    expect(begun(clock)).toMatchObject({ device: null, station: '' });
  });
  it('waits for the joint as much longer as the plan says, measured at the vent alone', () => {
    expect(begun(wish).jointLag).toBe(20);
    expect(begun({ ...wish, place: 'joint' }).jointLag).toBe(0);
  });
  it('has no band where the plan has none', () => {
    expect(begun(wish).band).toEqual({ low: 45, value: 60, high: 90 });
    expect(begun({ ...wish, plan: { ...plan, joint: { value: null, low: null, high: null } } }).band).toBeNull();
  });
  it('by the clock may wait less than the trade’s rule only with a reason, and never less than the model', () => {
    const waits = { by: 'clock' as const, hold: 0 };
    const { seconds, model } = clockGate(setup, plan);
    const less = shorterWait(setup, plan, waits);
    if (seconds === null || model === null) throw new Error('no clock');
    expect(less).toEqual(model < seconds ? { rule: seconds, model } : null);
    const by = (because: string) => begun({ ...wish, device: null, waits, because });
    expect(by('')).toMatchObject({ planned: seconds, shorter: null });
    if (less) expect(by('seen clear')).toMatchObject({ planned: model, shorter: 'seen clear' });
    // With a monitor the clock is not what it waits for.
    expect(shorterWait(setup, plan, readyBy(criterion.purge, true))).toBeNull();
  });
  it('without gas carries its arcs alone', () => {
    const design = {
      size: two,
      alloyA: '316L',
      alloyB: '316L',
      joint: 'square-butt',
      seam: ROUND,
      looking: '',
      insideReachable: true,
    } as const;
    const none = begunUnpurged(id(2), id(3), 'none', { ...design, criterion: { id: 'House-MP', version: 1 } }, criterion);
    expect(taken(none)).toMatchObject({ ok: true });
    expect(none).toMatchObject({ backing: 'none', planned: null, countIn: 0 });
  });
});

describe('its form', () => {
  it('names the vents where there are several, and wants the count', () => {
    const two_ = withVent(setup)?.setup.vents ?? [];
    const one = startForm(setup.vents, [], []);
    const several = startForm(two_, [{ id: id(4), number: 'W-8' }], [device]);
    const options = (f: typeof one) => (f.place.shape.kind === 'choice' ? f.place.shape.options.map((o) => o.label) : []);
    expect([options(one), options(several)]).toEqual([
      ['the vent', 'the joint', 'the inlet'],
      ['vent 1', 'vent 2', 'the joint', 'the inlet'],
    ]);
    const read = readForm(one, writeForm(one, {}, 'metric'), 'metric');
    expect(read.ok ? [] : Object.keys(read.errors)).toEqual(['countIn']);
    expect(readForm(one, { ...writeForm(one, {}, 'metric'), countIn: '2.5' }, 'metric').ok).toBe(false);
    expect(readForm(one, { ...writeForm(one, {}, 'metric'), countIn: '2' }, 'metric')).toMatchObject({
      ok: true,
      values: { countIn: 2, also: [] },
    });
  });
});

describe('while it runs', () => {
  it('gas to the end is once round at 100 mm/min and the hold (common practice, no source): 2 in at 8 L/min and 60 s, 20.8 L', () => {
    // pi x 50.8 mm / 100 mm/min = 1.596 min; (1.596 + 1) min x 8 L/min
    expect(gasToEnd(8e-3 / 60, two, 60) * 1000).toBeCloseTo(20.77, 1);
  });
  it('a flow a fifth off is said, either way', () => {
    expect([0.79, 0.81, 1, 1.19, 1.21].map((x) => flowOff(x * 1e-4, 1e-4))).toEqual([true, false, false, false, true]);
  });
  it('a pump that takes nearly all that the vent passes is said', () => {
    const flow = totalFlow(setup);
    expect(pumpWords({ name: 'M', sampleFlow: 0.5 * flow }, flow)).toBeNull();
    expect(pumpWords({ name: 'M', sampleFlow: 0.9 * flow }, flow)).toContain('it would suck air in');
  });
  it('a mark’s time is minutes and seconds since gas on, and has been', () => {
    const field = sinceGasOn('Happened at', 0, 600_000);
    expect(['4:05', '245', '1:02:30', '', 'soon', '10:01', '4:75'].map((t) => field.read(t, 'metric'))).toEqual([
      { ok: true, value: 245 },
      { ok: true, value: 245 },
      { ok: false, error: 'That is still to come.' },
      { ok: false, error: 'Type minutes and seconds since gas on, such as 4:05.' },
      { ok: false, error: 'Type minutes and seconds since gas on, such as 4:05.' },
      { ok: false, error: 'That is still to come.' },
      { ok: true, value: 315 },
    ]);
    expect(field.write(245, 'metric')).toBe('4:05');
  });
});
