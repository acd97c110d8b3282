import { describe, expect, it } from 'vitest';
import { readForm, writeForm } from '../../basics/fields';
import { shipped } from '../../models/criteria';
import { newWorkSchema, weldNumbers, workAcross, workForm, workSaid } from './index';

it('numbers welds alike on from the first, keeping its zeros', () => {
  expect(weldNumbers('W-7', 3)).toEqual(['W-7', 'W-8', 'W-9']);
  expect(weldNumbers('SK009', 2)).toEqual(['SK009', 'SK010']);
  expect(weldNumbers('Closing', 1)).toEqual(['Closing']);
  expect(weldNumbers('Closing', 2)).toEqual(['Closing-1', 'Closing-2']);
});

describe('the form of new work', () => {
  const table = workForm(shipped, ['A job']);
  const typed = {
    ...writeForm(table, { alloyA: '316L', alloyB: '316L', schedule: '10S', count: 3, looking: 'from A to B', reachable: true }, 'inch'),
    ...{ job: 'A job', line: 'L', spool: 'S-1', series: 'inch-tube', size: '2', criterion: 'House-MP', first: 'W-7' },
  };
  const read = (over: Record<string, string>) => readForm(table, { ...typed, ...over }, 'inch', workAcross('inch'));
  it('makes work the server takes: by series, by schedule, of one’s own size', () => {
    const overs: Record<string, string>[] = [
      {},
      { series: 'pipe', size: '6', schedule: '40S' },
      { series: 'pipe', size: '6 10S' },
      { size: '1.5 in x 16 ga' },
    ];
    const sizes = overs.map((over) => {
      const r = read(over);
      if (!r.ok) throw new Error(JSON.stringify(r.errors));
      const work = newWorkSchema.parse(workSaid(r.values));
      expect(work).toMatchObject({ count: 3, firstNumber: 'W-7', service: expect.any(String) as string });
      return [work.design.size.series, work.design.size.nominal, work.design.size.schedule];
    });
    expect(sizes).toEqual([
      ['inch-tube', '2', null],
      ['pipe', '6', '40S'],
      ['pipe', '6', '10S'],
      ['inch-tube', expect.any(String), null],
    ]);
  });
  it('a bare size without its series is said with what it could be', () => {
    const r = read({ series: '', size: '10' });
    expect(r.ok ? {} : r.errors).toMatchObject({
      series: 'Choose one.',
      size: expect.stringMatching(/A bare "10" could be.*10.75 in OD/) as string,
    });
  });
  it('a criterion that is not for these metals is refused', () =>
    expect(read({ alloyA: 'Ti-2', alloyB: 'Ti-2' })).toEqual({
      ok: false,
      errors: { criterion: 'It is not for these metals. Choose another.' },
    }));
});
