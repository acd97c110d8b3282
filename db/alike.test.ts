/** What a weld takes over from the last one alike, and anything found by a few letters. On a real PostgreSQL. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { SaidOf } from '../core/work/record';
import { enter, fittedUp, makeWorld, say, work, type World } from '../tests/database';
import { carriedFor } from './alike';
import { fittedBy } from './board';
import { find } from './find';
import { weldRecord } from './record/stored';
import { addRegisterItem } from './registers';

let w: World;
beforeAll(async () => {
  w = await makeWorld();
});
afterAll(() => w.end());

const named = (label: string) => ({ id: uuid(), label });
const fitup = (over: Partial<SaidOf<'fitup.recorded'>> = {}) => fittedUp(w, over);
const lot = { ...named('AR-1'), gas: 'argon' as const, lot: '1', supplyPpm: 3 };
const gas: SaidOf<'gas.recorded'> = {
  ...{ purge: lot, torch: lot, monitor: null, air: 208_000, bottle: 4, cylinder: null, meter: null, price: null },
  typed: { air: { text: '20.8 %', step: 1000 }, bottle: { text: '4 ppm', step: 1 } },
};
const torch: SaidOf<'setup.recorded'> = {
  ...{ cup: 10, lens: true, screen: false, electrode: 2.4e-3, stickOut: 0.0127, flow: 2e-4, amps: 55, postFlow: 8, figures: [] },
  ...{ travel: 2e-3, tilt: 10, trailing: null, aim: 'straw' },
  ...{ tungsten: null, grind: null, pulse: null, sheet: null, reason: '' },
};
/** A weld that has come to its purge. */
async function prepared(weld: string, over: Partial<SaidOf<'fitup.recorded'>> = {}) {
  await say(w, weld, 'fitup.recorded', fitup(over));
  await say(w, weld, 'gas.recorded', gas);
  await say(w, weld, 'setup.recorded', torch);
}
const carried = async (weld: string) => {
  const record = await weldRecord(w.sql, weld);
  return record && carriedFor(w.sql, record.state);
};

describe('what is carried to the next weld alike', () => {
  it('is papers, gas as it was picked and torch; nothing that was measured, seen or counted', async () => {
    const { welds } = await enter(w, { job: 'Alike', spool: 'AL-1', count: 2 });
    const [first = '', second = ''] = welds;
    expect(await carried(second)).toBeNull();
    await prepared(first);
    const c = await carried(second);
    expect(c).toMatchObject({ number: 'W-1', sameSpool: true, papers: { wps: { label: 'WPS-1' } }, torch: { cup: 10, amps: 55 } });
    expect(c?.gas?.picked).toMatchObject({ purge: lot.id, torch: lot.id, monitor: 'none' });
    // Gap 0.1 and 0.3 mm, high-low 0.25 mm, 20.8 % in air and 4 ppm in bottle gas stay where they were measured.
    expect(JSON.stringify(c)).not.toMatch(/gap|highLow|0\.0003|0\.00025|208000|20\.8|4 ppm|tint|look|count/);
  });
  it('another spool of the line knows the WPS but no heats are its own; another metal, joint or line knows nothing', async () => {
    const design = work().design;
    const { welds } = await enter(w, { job: 'Alike', spool: 'AL-2' });
    expect(await carried(welds[0] ?? '')).toMatchObject({ number: 'W-1', sameSpool: false });
    for (const [spool, over] of [
      ['AL-3', { alloyA: '304L' as const }],
      ['AL-4', { joint: 'open-root' as const }],
    ] as const) {
      const other = await enter(w, { job: 'Alike', spool, design: { ...design, ...over } });
      expect(await carried(other.welds[0] ?? ''), spool).toBeNull();
    }
    const elsewhere = await enter(w, { job: 'Alike', line: 'Another line', spool: 'AL-5' });
    expect(await carried(elsewhere.welds[0] ?? '')).toBeNull();
  });
  it('stands on the Board of who fitted it up, and of nobody else', async () => {
    expect((await fittedBy(w.sql, w.person)).map((x) => [x.spool, x.number, x.due])).toEqual([['AL-1', 'W-1', 'purge']]);
    expect(await fittedBy(w.sql, uuid())).toEqual([]);
  });
});

describe('found by a few letters', () => {
  it('what begins so comes first; a weld, a spool, a register item, a person; signs of SQL are letters', async () => {
    await enter(w, { job: 'Found', spool: 'ZQ-1', firstNumber: 'XZQ-7' });
    await addRegisterItem(w.sql, { id: uuid(), kind: 'tool', label: 'Brush ZQ', body: { metal: 'stainless', dedicated: null } } as never);
    const found = async (q: string) => (await find(w.sql, q)).map((f) => [f.kind, f.label]);
    expect(await found('zq')).toEqual([
      ['spool', 'ZQ-1'],
      ['weld', 'XZQ-7'],
      ['tool', 'Brush ZQ'],
    ]);
    expect(await found('test p')).toEqual([['person', 'Test Person']]);
    for (const q of ['%', '_', '\\', "'; drop table weld; --"]) expect(await found(q)).toEqual([]);
  });
});
