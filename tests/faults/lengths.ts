/** Reads texts far longer than anybody types, in every shape that has ever made a pattern go back and forth; says before each what it reads. */
import { quantitySchema } from '../../core/basics/figure';
import { inSystem, parseNumber, parseQuantity } from '../../core/basics/units';
import { findSize, parseSize, type Size } from '../../core/basics/sizes';
import { parseList } from '../../core/basics/spool';
import { readLogger } from '../../core/work/devices';
import { weldNumbers } from '../../core/work/jobs';
import { sinceGasOn } from '../../core/work/run';
import { loggerRows } from '../../src/csv/loggerRows';

const LONG = Number(process.argv[2] ?? 40_000);
const pieces = [
  ' ',
  '1',
  '1 ',
  '1,',
  '1.',
  '1.000,',
  '1e',
  '1/',
  '1-',
  '-',
  '1\n',
  '\t',
  'a',
  '"',
  '""',
  '(',
  '1:',
  '1x',
  '1 x ',
  '1/1 ',
  'NPS ',
  '0',
  '٣',
  'é',
];
const shapes = pieces.flatMap((p) => {
  const many = p.repeat(Math.ceil(LONG / p.length));
  return [many, `${many}!`, `1${many}x`, `1 mm${many}`, `2${many}in`];
});
const tube = findSize('inch-tube', '2') as Size;
const logger = (cell: string) => [
  ['time', 'O2 ppm'],
  ['2026-03-01 08:00:00', '20'],
  [cell, cell],
  ['2026-03-01 08:00:01', cell],
  [cell, '21'],
];
const w = { zone: 0, start: Date.UTC(2026, 2, 1) };
const parsers: Record<string, (text: string) => unknown> = {
  parseNumber,
  parseQuantity: (t) => quantitySchema.options.map((q) => parseQuantity(t, q, 'metric')),
  parseSize: (t) => [parseSize(t, null), parseSize(t, 'pipe')],
  parseList: (t) => [parseList(t, 'metric', null, tube), parseList(`2 in tube: ${t}`, 'inch', null, tube)],
  inSystem: (t) => [inSystem(t, 'inch'), inSystem(t, 'metric')],
  weldNumbers: (t) => weldNumbers(t, 3),
  sinceGasOn: (t) => sinceGasOn('When', 0, 1e12).read(t, 'metric'),
  'a cell of a logger file': (t) => readLogger(logger(t), w),
  'a whole logger file': (t) => [readLogger(loggerRows(t), w), readLogger(loggerRows(`time,ppm\n2026-03-01 08:00:00,20\n${t}`), w)],
};
for (const [name, parse] of Object.entries(parsers)) {
  console.log(name);
  for (const shape of shapes) {
    console.log(' ', JSON.stringify(shape.slice(0, 12)), '...', JSON.stringify(shape.slice(-3)));
    parse(shape);
  }
}
console.log('done');
