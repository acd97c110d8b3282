/** What tools have touched, over welds: written beside the record, read before the next touch, kept right by corrections. */
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDeviations } from '../core/work/record';
import { addRegisterItem, wholeRegister } from './registers';
import { addStripPicture, stripPicture } from './strips';
import { weldRecord } from './record/stored';
import { enter, makeWorld, say, work, type World } from '../tests/database';
import { toolPasts, touchedBefore } from './tools';
import { rebuild } from './tools/rebuild';

let w: World;
let n = 0;
beforeAll(async () => void (w = await makeWorld()));
afterAll(() => w.end());

async function weldOf(alloy: '316L' | 'mild' | 'Ti-2'): Promise<string> {
  const { design } = work();
  const { welds } = await enter(w, { spool: `T-${++n}`, design: { ...design, alloyA: alloy, alloyB: alloy } });
  return welds[0] ?? '';
}
const brush = { what: 'Hand brush', metal: 'stainless' as const, grit: null, kind: 'hand-brush' as const, ratedRpm: null };
async function tool(label: string) {
  const item = { kind: 'tool' as const, label, body: { ...brush, ra: null, takes: null, bore: null, wear: null, lies: '' } };
  const { id } = await addRegisterItem(w.sql, item);
  return { id, label, tool: brush };
}
const touches = (weld: string, t: Awaited<ReturnType<typeof tool>>) => say(w, weld, 'tool.touched', { tool: t });
const open = async (weld: string) => openDeviations((await weldRecord(w.sql, weld))?.state as never).map((d) => d.id);

describe('a tool stays with its metal', () => {
  it('used once on carbon steel it is carbon steel’s: the next stainless weld it touches has a deviation, whatever its mark', async () => {
    const [t, before, steel, after] = [await tool('Brush 1'), await weldOf('316L'), await weldOf('mild'), await weldOf('316L')];
    await touches(before, t);
    expect(await open(before)).toEqual([]);
    // Marked for stainless on mild steel: wrong already.
    await touches(steel, t);
    expect(await open(steel)).toEqual(['touched']);
    await touches(after, t);
    expect(await open(after)).toEqual(['touched']);
    expect((await toolPasts(w.sql)).get(t.id)).toMatchObject({
      times: 3,
      families: expect.arrayContaining(['austenitic', 'carbon']) as string[],
    });
    expect((await wholeRegister(w.sql)).find((i) => i.id === t.id)?.past?.families).toContain('carbon');
    // The weld before it stands as it was judged then.
    expect(await open(before)).toEqual([]);
  });
  it('a touch that is taken back has not been: neither in its past nor against the weld', async () => {
    const [t, steel, after] = [await tool('Brush 2'), await weldOf('mild'), await weldOf('316L')];
    const wrong = await touches(steel, t);
    const back = { corrects: wrong.id ?? '', reason: 'It was another brush', version: 1, body: null };
    expect(await say(w, steel, 'weld.corrected', back, { seen: wrong.seq ?? null })).toMatchObject({ status: 201 });
    expect((await toolPasts(w.sql)).get(t.id)).toBeUndefined();
    await touches(after, t);
    expect(await open(after)).toEqual([]);
    expect(await touchedBefore(w.sql, t.id, Date.now() + 1000, uuid())).toEqual(['austenitic']);
  });
  it('rebuilt from the events it is the same', async () => {
    const before = await w.sql`select event, tool, weld, at, families from tool_touch order by event`;
    await w.owner`delete from tool_touch`;
    await rebuild(w.owner);
    expect(await w.sql`select event, tool, weld, at, families from tool_touch order by event`).toEqual(before);
  });
});

it('a picture of a strip is kept once under its id, another under the same is refused', async () => {
  const [id, bytes] = [uuid(), Buffer.from([1, 2, 3])];
  expect(await addStripPicture(w.sql, id, bytes, w.person, new Date())).toBe(true);
  expect(await addStripPicture(w.sql, id, bytes, w.person, new Date())).toBe(true);
  expect(await addStripPicture(w.sql, id, Buffer.from([9]), w.person, new Date())).toBe(false);
  expect(Buffer.from((await stripPicture(w.sql, id)) ?? [])).toEqual(bytes);
  expect(await stripPicture(w.sql, uuid())).toBeNull();
});
