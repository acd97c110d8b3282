import { describe, expect, it } from 'vitest';
import { inSystem } from './sentence';

describe('a sentence in the units of its reader', () => {
  it.each([
    ['Three minutes at 6 to 8 L/min, short 2 to 3 in spool', 'Three minutes at 13 to 17 CFH, short 2 to 3 in spool'],
    ['By-hand rule holds to 3 mm', 'By-hand rule holds to 0.12 in'],
    ['the ring to 250 °C, good to a factor of two', 'the ring to 482 °F, good to a factor of two'],
    ['Nitric 4 (45 to 55 %, 49 to 54 °C) is its row', 'Nitric 4 (45 to 55 %, 120 to 129 °F) is its row'],
    ['Reynolds number in the bore 600 (and 0.3 m/s), 1100', 'Reynolds number in the bore 600 (and 0.98 ft/s), 1100'],
    ['passes at 100 mm/min and hold', 'passes at 3.9 in/min and hold'],
    ['1.65 mm of wall, 316L and 304L', '0.065 in of wall, 316L and 304L'],
    ['The metal is -20 °C.', 'The metal is -4 °F.'],
    ['12.7 mm or 25.4 mm', '1/2 in or 1 in'],
  ])('metric to inch: %s', (text, is) => expect(inSystem(text, 'inch')).toBe(is));
  it.each([
    ['gap over 1/4 in', 'gap over 6.35 mm'],
    ['15 to 20 CFH', '7.1 to 9.4 L/min'],
    ['Below 122 °F', 'Below 50 °C'],
    ['open it to 1-1/2 in', 'open it to 38.1 mm'],
    ['0.2 inH2O', '50 Pa'],
  ])('inch to metric: %s', (text, is) => expect(inSystem(text, 'metric')).toBe(is));
  it('leaves names of sizes, counts, and what is in the reader’s units already', () => {
    for (const text of [
      '2 in tube: 300 mm',
      '40 x 1 mm tube, 0.065 in',
      'Closed, unsigned. 2 in, 2 out',
      'W-7 in 3 runs',
      'NPS 6 Sch 10S',
      '50 ppm in 60 s',
    ])
      expect(inSystem(text, text.includes('300') || text.includes('2 out') ? 'metric' : 'inch')).toBe(text);
    expect(inSystem('2 in tube: 1/2 in', 'metric')).toBe('2 in tube: 12.7 mm');
    expect(inSystem('at 8 L/min', 'metric')).toBe('at 8 L/min');
  });
  it('said twice it is the same', () => {
    for (const text of ['6 to 8 L/min at 3 mm and 250 °C', '15 CFH, 1/4 in, 122 °F'])
      for (const system of ['inch', 'metric'] as const) {
        const once = inSystem(text, system);
        expect(inSystem(once, system)).toBe(once);
      }
  });
});
