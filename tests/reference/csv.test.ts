/** CSV out against RFC 4180 as a general library reads it (Papa Parse), and a logger's table through the same library in. */
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { readLogger } from '../../core/work/devices';
import { cell } from '../../core/work/run';
import { loggerRows } from '../../src/csv/loggerRows';

describe('CSV by RFC 4180', () => {
  it('what is written is what a reader reads, whatever the text', () =>
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.string({ maxLength: 20 }), { minLength: 2, maxLength: 5 }), { minLength: 1, maxLength: 8 }),
        (rows) => {
          const text = rows.map((r) => r.map(cell).join(',')).join('\r\n');
          const read = Papa.parse<string[]>(text, { delimiter: ',', newline: '\r\n' });
          // Nothing but an apostrophe is ever put before a text, and only before one that a spreadsheet would run (OWASP, CSV injection).
          rows.forEach((row, i) =>
            row.forEach((written, j) => {
              const back = read.data[i]?.[j] ?? '';
              const plainNumber = written !== '' && Number.isFinite(Number(written));
              const runs = ['=', '+', '-', '@', '\t', '\r'].includes(written.charAt(0)) && !plainNumber;
              expect(back).toBe(runs ? `'${written}` : written);
            }),
          );
        },
      ),
      { examples: [[[['+.', '-.', '+1', '-0.5', '+1e5', '\t1', '=1']]]] },
    ));
  it('a logger’s file with quotes, semicolons, a byte-order mark and lines of its own is read through', () => {
    const text =
      '\uFEFF"Logger; K-12"\r\n"Time";"O2 [%]"\r\n"2026-03-01 08:00:00";"20,9"\r\n"2026-03-01 08:00:02";"4,5"\r\n"2026-03-01 08:00:04";""\r\n';
    const table = readLogger(loggerRows(text), { zone: 0, start: Date.parse('2026-03-01T08:00:00Z') });
    expect(table).toMatchObject({ ok: true, read: { unit: 'percent', unitGuessed: false, readings: [{ ppm: 209_000 }, { ppm: 45_000 }] } });
    expect(table.ok && table.read.dropped.map((d) => d.line)).toContain(5);
  });
});
