/** What is entered by hand becomes an item the register takes, and what cannot be read is said at its field: nothing is made up for it. */
import { describe, expect, it } from 'vitest';
import { readForm, writeForm, type Table, type TypedForm, type Values } from '../../basics/fields';
import {
  cylinderCheckForm,
  cylinderKnown,
  cylinderSaid,
  entered,
  entryForm,
  meterCheckForm,
  monitorCheckForm,
  priceForm,
  pricesKnown,
  pricesSaid,
  registerSchema,
  type Entered,
} from './index';

type Known = Partial<Values<Table>>;
const filled = (kind: Entered, typed: TypedForm) => {
  const { fields, known, item } = entryForm(kind, 'metric');
  const read = readForm(fields, { ...writeForm(fields, known as Known, 'metric'), ...typed }, 'metric');
  return read.ok ? { ok: true as const, item: registerSchema.safeParse(item(read.values)) } : read;
};
const bodies: Record<Entered, TypedForm> = {
  heat: { label: 'H-77', sulphur: '0,012 %' },
  wps: { label: 'W-1', revision: '2', amps: '40 to 75 A', heat: 'to 0.8 kJ/mm', filler: 'ER316L, none', metals: ['316L'] },
  gas: { label: 'G-1', lot: '9', supply: '3 ppm', frost: '-60 °C' },
  tool: { label: 'Brush', what: 'brush', grit: '' },
  product: { label: 'Paste', lot: '4', dwell: '20', hottest: '35' },
  bath: { label: 'B-1', volume: '200 L', weakest: '20', strongest: '25', warm: '21 to 32 °C', iron: '20', every: '7' },
  cylinder: { label: 'C-1', station: 'bay 3' },
  meter: { label: 'M-1', scale: '2 bar' },
  cup: { label: 'Cup 12', cup: '12', lens: true, screens: '1' },
  shield: { label: 'S-1', length: '76 mm', width: '25 mm', stages: '1' },
};

describe.each(Object.keys(entered) as Entered[])('a %s', (kind) => {
  it('filled in is an item the register takes', () => {
    const made = filled(kind, bodies[kind]);
    expect(made.ok && made.item.success, JSON.stringify(made)).toBe(true);
  });
  it('wants its name', () =>
    expect(filled(kind, { ...bodies[kind], label: ' ' })).toEqual({ ok: false, errors: { label: 'Enter it as marked.' } }));
});

describe('what cannot be read', () => {
  it.each([
    ['heat', { sulphur: '12' }, { sulphur: 'A share such as 0.009.' }],
    ['gas', { supply: 'pure' }, { supply: 'Type ppm from the certificate, such as 3.' }],
    ['gas', { frost: '-200 °C' }, { frost: 'Drier than any gas that is sold. Check the unit.' }],
    ['tool', { grit: 'fine' }, { grit: 'A whole number, such as 120.' }],
    ['product', { hottest: '95' }, { hottest: 'No sheet allows it so hot. Check the unit.' }],
    [
      'cylinder',
      { container: 'own', water: '50 L', rated: 'full' },
      { rated: '"full" is not a gauge pressure. Type a number, such as 150 bar or 2200 psi.' },
    ],
    ['cylinder', { container: 'own', water: '0 L', rated: '200 bar' }, { water: 'Must be more than zero.' }],
  ] as [Entered, TypedForm, Record<string, string>][])('of a %s (%o) is said at its field', (kind, typed, errors) =>
    expect(filled(kind, { ...bodies[kind], ...typed })).toEqual({ ok: false, errors }),
  );
});

describe('units', () => {
  const bodyOf = (kind: Entered, typed: TypedForm) => {
    const made = filled(kind, { ...bodies[kind], ...typed });
    return made.ok && made.item.success ? (made.item.data.body as Record<string, unknown>) : null;
  };
  it('a scale is kept in absolute pressure, a dwell in seconds, a cylinder in m³ and Pa', () => {
    expect(bodyOf('meter', { scale: '2 bar' })?.['scalePascal']).toBe(301_325);
    expect(bodyOf('meter', { scale: '0' })?.['scalePascal']).toBe(101_325);
    expect(bodyOf('product', {})).toMatchObject({ dwellSeconds: 1200, mostCelsius: 35 });
    expect(bodyOf('cylinder', { container: '50-200' })).toMatchObject({ water: 0.05, rated: 2e7, form: 'cylinder' });
    const own = bodyOf('cylinder', { container: 'own', form: 'cylinder', water: '49 L', rated: '2640 psi' });
    // NIST SP 811: 1 psi = 6894.757 Pa.
    expect([own?.['water'], own?.['rated']]).toEqual([0.049, expect.closeTo(2640 * 6894.757, 0)]);
  });
  it('a WPS without both ends of its amps gives none; a heat without sulphur says nothing of it', () => {
    expect(bodyOf('wps', { amps: 'to 75 A' })?.['amps']).toBeNull();
    expect(bodyOf('wps', {})?.['amps']).toEqual([40, 75]);
    expect(bodyOf('heat', { sulphur: '' })?.['sulphur']).toBeNull();
  });
});

describe('a check', () => {
  it('of a gas cylinder is its gauge, of a liquid vessel its level', () => {
    const gas = cylinderCheckForm({ form: 'cylinder' }, 'inch');
    const read = readForm(gas, { ...writeForm(gas, cylinderKnown, 'inch'), reads: '2200 psi' }, 'inch');
    if (!read.ok) throw new Error(JSON.stringify(read.errors));
    expect(cylinderSaid({ form: 'cylinder' }, read.values)).toMatchObject({
      level: null,
      changed: false,
      pascal: expect.closeTo(2200 * 6894.757, 0) as number,
    });
    const liquid = cylinderCheckForm({ form: 'liquid' }, 'metric');
    const level = readForm(liquid, { ...writeForm(liquid, cylinderKnown, 'metric'), reads: '60' }, 'metric');
    if (!level.ok) throw new Error(JSON.stringify(level.errors));
    expect(cylinderSaid({ form: 'liquid' }, level.values)).toEqual({ pascal: 0, level: 0.6, celsius: 20, changed: false });
    expect(readForm(liquid, { ...writeForm(liquid, cylinderKnown, 'metric'), reads: '160' }, 'metric')).toMatchObject({ ok: false });
  });
  it('of a monitor takes no 209 %, of a meter no flow of nothing', () => {
    expect(readForm(monitorCheckForm, { air: '209', bottle: '4' }, 'metric')).toEqual({
      ok: false,
      errors: { air: 'More than 25 %: air holds 20.9 %. Check the unit.' },
    });
    const meter = meterCheckForm([]);
    expect(readForm(meter, { ...writeForm(meter, { at: 'torch' }, 'metric'), reading: '0', checkReading: '8' }, 'metric')).toEqual({
      ok: false,
      errors: { reading: 'Must be more than zero.' },
    });
  });
});

describe('prices', () => {
  it('by 100 ft³ and by m³ are one price; what is left empty has none', () => {
    const table = priceForm('inch');
    const read = readForm(table, { ...writeForm(table, pricesKnown(null, 'inch'), 'inch'), argon: '28.32' }, 'inch');
    if (!read.ok) throw new Error(JSON.stringify(read.errors));
    const said = pricesSaid(read.values, 'inch');
    expect(said.currency).toBe('EUR');
    // 100 ft³ are 2.8316846592 m³ (NIST SP 811).
    expect(said.perM3).toEqual({ argon: expect.closeTo(28.32 / 2.8316846592, 9) as number });
    expect(pricesKnown(said, 'inch')).toMatchObject({ argon: 28.32 });
  });
});
