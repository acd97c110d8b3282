/** What stands on a shelf and is opened to be set right: nothing changes that was not touched. */
import { describe, expect, it } from 'vitest';
import { readForm, writeForm, type Table, type Values } from '../../core/basics/fields';
import { entered, entryForm, entryKnown, registerSchema, type Entered } from '../../core/work/registers';
import { stock } from './stock';

describe('an item opened to be set right, and kept as it stands, is the same item', () => {
  const all = Object.values(stock).filter((i) => i.kind in entered);
  it.each(all.map((i) => [i.label, i] as const))('%s', (_, item) => {
    const kind = item.kind as Entered;
    const { fields, item: made } = entryForm(kind, 'metric');
    const known = entryKnown({ ...item, id: 'x', expires: '2027-03-01' }, 'metric') as Partial<Values<Table>>;
    const read = readForm(fields, writeForm(fields, known, 'metric'), 'metric');
    if (!read.ok) throw new Error(JSON.stringify(read.errors));
    const again = registerSchema.parse(made(read.values));
    expect(again).toMatchObject({
      ...registerSchema.parse(item),
      expires: kind in { heat: 0, tool: 0, cup: 0, shield: 0, bath: 0 } ? null : '2027-03-01',
    });
  });
  it('a kit is kept from a purge, never typed', () => expect(entryKnown({ ...stock.kit, id: 'k' }, 'metric')).toBeNull());
});
