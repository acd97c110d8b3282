/** Every pair of a metal and a product at every place, put on by the form: what must not go on is stopped, and nothing else is. */
import { describe, expect, it } from 'vitest';
import { alloys, alloySchema, type AlloyId } from '../../basics/materials';
import { ROUND } from '../../basics/seam';
import { readForm, readSoFar, writeForm } from '../../basics/fields';
import type { Situation } from '../../models/cleaning';
import { newest, readSaid } from '../event';
import { itemsOf, type RegisterItem } from '../registers';
import { dwellBegun, dwellForm, dwellMethod, dwellSaid, dwellSpeaks } from './index';

const id = (n: number) => `0197f000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const kinds = ['paste', 'gel', 'pickle', 'nitric', 'citric', 'neutraliser', 'electrolyte'] as const;
const registers: RegisterItem[] = [false, true].flatMap((hydrofluoric, h) =>
  kinds.map((kind, k) => ({
    ...{ kind: 'product' as const, id: id(10 * h + k + 1), label: `${kind}${hydrofluoric ? ' HF' : ''}` },
    body: { kind, lot: '1', dwellSeconds: 1800, hydrofluoric, mostCelsius: null, contents: '', sheet: null },
  })),
);
const people = [{ id: id(90), name: 'Second Person' }];
const about = { seam: ROUND, system: 'metric' as const, stretches: [], least: null };
const form = dwellForm(registers, people, about);
const typed = (product: string, side: string, celsius = '20 °C', over: object = {}) => ({
  ...writeForm(form, {}, 'metric'),
  ...{ product, side, stretch: 'all', celsius, told: '', current: 'ac', amps: '60', pad: 'whole' },
  ...{ second: id(90), gelUntil: '2026-12-31', gloves: 'butyl', overSleeve: true, wash: true, faceShield: true },
  ...{ done: false, because: '', ...over },
});
const who = (metals: AlloyId[]) => ({ metals, today: '2026-03-03', who: 'First Person' });
const on = (a: AlloyId, b: AlloyId, insideReachable = true): Situation => ({
  ...{ alloys: [a, b], foodContact: true, insideReachable, tintRemains: true, acidOn: false, passivated: false },
});
const offered = itemsOf(registers, 'product').filter((p) => dwellMethod(p.body) !== null);

/** What must not be, as A380, the guides and hydrofluoric acid have it (from memory), written apart from the table that the form goes by. */
function forbidden(metals: AlloyId[], kind: string, hydrofluoric: boolean, inside: boolean, reachable: boolean, celsius: number): boolean {
  const families = metals.map((m) => alloys[m].family);
  const pickles = kind !== 'electrolyte';
  if (inside && !reachable) return true;
  if (!pickles) return hydrofluoric;
  if (families.some((f) => f === 'titanium' || f === 'carbon')) return true;
  if (kind !== 'pickle' && families.some((f) => f === 'ferritic' || f === 'martensitic')) return true;
  return celsius >= 50 || (kind !== 'pickle' && (celsius > 40 || celsius < 5));
}

describe('metals, products, places', () => {
  it('offers what is put on to clean: no bath that passivates, no neutraliser', () =>
    expect(offered.map((p) => p.label)).toEqual(['paste', 'pickle', 'electrolyte', 'paste HF', 'gel HF', 'pickle HF', 'electrolyte HF']));

  it.each(alloySchema.options)('on %s, alone and beside every other metal, in and out, cold and hot', (a) => {
    const wrong: string[] = [];
    let seen = 0;
    for (const b of alloySchema.options)
      for (const { id: product, body, label } of offered)
        for (const side of ['outside', 'inside', 'both'])
          for (const reachable of [true, false])
            for (const celsius of [2, 20, 45, 60]) {
              const read = readForm(form, typed(product, side, `${celsius} °C`), 'metric');
              if (!read.ok) throw new Error(JSON.stringify(read.errors));
              const metals = [...new Set([a, b])];
              const never = dwellSpeaks(read.values, on(a, b, reachable), who(metals)).filter((x) => x.level === 'never');
              seen++;
              if (never.length > 0 !== forbidden(metals, body.kind, body.hydrofluoric, side !== 'outside', reachable, celsius))
                wrong.push(`${label} on ${metals.join(' and ')}, ${side}, ${celsius} °C: ${never.map((x) => x.id).join(' ') || 'nothing'}`);
            }
    expect(wrong).toEqual([]);
    expect(seen).toBeGreaterThan(1000);
  });
});

describe('an electrolytic pad', () => {
  const electrolyte = offered.find((p) => p.label === 'electrolyte')?.id ?? '';
  const clean = on('316L', '316L');
  const said = (over: object = {}) => {
    const read = readForm(form, typed(electrolyte, 'outside', '20 °C', over), 'metric');
    return read.ok ? dwellSaid(read.values, clean, who(['316L']), about) : null;
  };
  it('is asked what feeds it and how the pad is; the amps are left out where no meter shows them', () => {
    expect(said()).toMatchObject({ method: 'electrolytic', current: { kind: 'ac', amps: 60, pad: 'whole' }, ready: null });
    expect(said({ amps: '' })).toMatchObject({ current: { amps: null } });
    expect(readForm(form, typed(electrolyte, 'outside', '20 °C', { current: '' }), 'metric')).toMatchObject({ ok: false });
    expect(readForm(form, typed(electrolyte, 'outside', '20 °C', { pad: '' }), 'metric')).toMatchObject({ ok: false });
    expect(readForm(form, typed(electrolyte, 'outside', '20 °C', { amps: '9000' }), 'metric')).toMatchObject({ ok: false });
  });
  it('worn through it is stopped', () => {
    const read = readSoFar(form, typed(electrolyte, 'outside', '20 °C', { pad: 'worn' }), 'metric');
    expect(dwellSpeaks(read, clean, who(['316L'])).find((b) => b.level === 'never')?.text).toMatch(/arcs and burns pits/);
  });
  it('goes with the event, and current with nothing else', () => {
    const version = newest(dwellBegun);
    expect(readSaid(dwellBegun, version, said())).toMatchObject({ ok: true });
    expect(readSaid(dwellBegun, version, { ...said(), current: null })).toMatchObject({ ok: false });
    expect(readSaid(dwellBegun, version, { ...said(), method: 'paste' })).toMatchObject({ ok: false });
    const { current: _, ...before } = said() ?? { current: null };
    expect(readSaid(dwellBegun, 1, before)).toMatchObject({ ok: true });
  });
});
