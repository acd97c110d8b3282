/** The form of a scheme: what is read back is what stood in it, in either system of units; a measured limit as it is typed. */
import { describe, expect, it } from 'vitest';
import { readForm, writeForm } from '../../basics/fields';
import { compareCriteria, current, editedSchema, type Criterion } from '../../models/criteria';
import { allowedField, criterionEdited, criterionForm, criterionGroups, criterionKnown } from '.';

const over = (c: Criterion, typed: Record<string, string | boolean> = {}, system: 'inch' | 'metric' = 'metric') => {
  const known = criterionKnown(c);
  const before = writeForm(criterionForm, known as never, system);
  const now = { ...before, ...typed };
  const read = readForm(criterionForm, now, system, []);
  if (!read.ok) return { errors: read.errors };
  // A field that was not touched keeps its figure, as the page does it.
  const kept = Object.fromEntries(Object.entries(known).filter(([name]) => now[name] === before[name]));
  return { edited: criterionEdited(c, { ...read.values, ...kept }, c.zones, c.after) };
};

describe('the form of a scheme', () => {
  const both = current.flatMap((c) => [{ id: c.id, system: 'metric' as const, c }, { id: c.id, system: 'inch' as const, c }]); // prettier-ignore
  it.each(both)('$id as it stands comes back the same, $system', ({ system, c }) => {
    const { edited } = over(c, {}, system);
    expect(editedSchema.safeParse(edited).error?.issues).toBeUndefined();
    expect(compareCriteria(c, { ...c, ...edited } as Criterion)).toEqual([]);
  });
  it('names every field in one group', () => {
    const grouped = Object.values<readonly string[]>(criterionGroups).flat();
    expect([...grouped, 'title', 'about'].sort()).toEqual(Object.keys(criterionForm).sort());
  });
  it.each([
    ['startPpm', '80', 'purge/start'],
    ['startPpm', '80 ppm', 'purge/start'],
    ['m/concavity/inside', '0.2 mm + 10 %, 1 mm at most', 'measure/concavity/inside'],
    ['ra', '63 µin', 'finish/ra'],
    ['inside', '20 %', 'inside/share'],
    ['d/spatter', 'refer', 'defect/spatter'],
    ['f/tape', 'accept', 'fact/tape'],
    ['rewelds', '', 'rewelds'],
    ['passivation', 'when-cleaned', 'passivation'],
  ])('%s typed as %s changes that limit', (name, typed, at) => {
    const c = current[0] as Criterion;
    const { edited } = over(c, { [name]: typed });
    expect(compareCriteria(c, { ...c, finish: undefined, rewelds: undefined, ...edited } as Criterion).map((x) => x.at)).toContain(at);
  });
  it.each([
    ['startPpm', 'abc'],
    ['startPpm', '-4'],
    ['weldPpm', '1e9'],
    ['hold', ''],
    ['m/undercut/inside', 'little'],
    ['m/undercut/inside', '120 %'],
    ['m/undercut/inside', '3 m'],
    ['m/convexity/outside', '10 %, much at most'],
    ['rewelds', '2.5'],
    ['title', ''],
    ['ra', '3 mm'],
  ])('%s typed as "%s" is said at the field', (name, typed) => {
    expect(Object.keys(over(current[0] as Criterion, { [name]: typed }).errors ?? {})).toEqual([name]);
  });
});

it('a measured limit is written as it is read', () => {
  const field = allowedField('x');
  for (const t of ['10 %', '0.38 mm', 'none', '', '0.2 mm + 10 %, 1 mm at most']) {
    const read = field.read(t, 'metric');
    expect(read.ok && field.write(read.value, 'metric')).toBe(t);
  }
  expect(field.read('15 % of the wall', 'inch')).toEqual({ ok: true, value: { fixed: 0, share: 0.15, most: null } });
});
