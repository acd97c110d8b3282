/** Dwell asked from outside. A967 baths and paste by guides, both from memory; what must not be is common practice, no source. */
import { describe, expect, it } from 'vitest';
import { alloySchema, alloys } from '../../basics/materials';
import { ask } from '.';
import type { DwellAnswer } from './dwell';

const answer = (product: string, alloy: string, metal: number, more: object = {}): DwellAnswer => {
  const asked = ask('dwell', { product, alloy, metal, ...more });
  if (!asked.ok) throw new Error(asked.error.text);
  return asked.answer as DwellAnswer;
};

describe('dwell', () => {
  it.each([
    ['paste', '304L', 20, 20, 45],
    ['paste', '316L', 20, 30, 60],
    ['paste', '2205', 20, 60, 120],
    ['gel', '316L', 25, 20, 45],
    ['Nitric 2', '316L', 25, 30, null],
    ['Nitric 3', '316L', 55, 20, null],
    ['Citric 1', '316L', 65, 4, null],
    ['Citric 3', '304L', 30, 20, null],
  ])('%s on %s at %d °C: from %d min', (product, alloy, metal, least, most) =>
    expect(answer(product, alloy, metal).dwell).toEqual({ least: 60 * least, most: most === null ? null : 60 * most }),
  );
  it('where it must not be there is none, and it is said why', () => {
    for (const [product, alloy, metal] of [
      ['paste', 'Ti-2', 20],
      ['gel', '409', 20],
      ['paste', '316L', 60],
      ['paste', '316L', 2],
      ['Nitric 2', 'Ti-2', 25],
    ] as const) {
      const a = answer(product, alloy, metal);
      expect(a.dwell).toBeNull();
      expect(a.against[0]?.level).toBe('never');
      expect(a.notes.join()).toMatch(/must not be put on/);
    }
  });
  it('no acid goes on titanium, whichever; on every metal it is the sheet that leads', () => {
    for (const alloy of alloySchema.options)
      for (const product of ['paste', 'gel', 'Nitric 2', 'Citric 2']) {
        const a = answer(product, alloy, product === 'Citric 2' ? 55 : 25);
        if (alloys[alloy].family === 'titanium') expect(a.dwell).toBeNull();
        expect(a.notes[0]).toMatch(/sheet leads/);
        expect(JSON.stringify(a)).not.toMatch(/\bsafe\b/i);
      }
  });
  it('tests that leave poison are not for what touches food; copper sulfate never for 400-series', () => {
    const ids = (a: DwellAnswer) => a.tests.map((t) => t.id);
    expect(ids(answer('paste', '316L', 20))).toContain('ferroxyl');
    expect(ids(answer('paste', '316L', 20, { foodContact: true }))).toEqual(['water-immersion', 'humidity', 'salt-spray', 'damp-cloth']);
    expect(ids(answer('Nitric 4', '410', 50))).not.toContain('copper-sulfate');
  });
  it('what cannot be asked is refused by its field', () => {
    expect(ask('dwell', { product: 'brew', alloy: '316L', metal: 20 })).toMatchObject({ ok: false, error: { at: 'product' } });
    expect(ask('dwell', { product: 'paste', alloy: '316L', metal: 20, colour: 'red' })).toMatchObject({ ok: false });
  });
});
