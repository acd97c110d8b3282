/** scripts/ask as another program uses it: one JSON object in, exactly one out, an exit code that says which. */
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import Ajv2020 from 'ajv/dist/2020';
import { describe, expect, it } from 'vitest';
import { startingSetup } from '../../core/models/setup';
import { tanksVolumes } from '../../core/models/network';
import { bore, findSize, type Size } from '../../core/basics/sizes';
import { ask, askJsonSchemas, subjects } from '../../core/work/ask';
import type { PurgeAnswer } from '../../core/work/ask';

const run = (args: string[], input: string) => {
  const r = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/ask.ts', ...args], { input, encoding: 'utf8' });
  return { code: r.status, out: r.stdout, json: r.stdout.startsWith('{') ? (JSON.parse(r.stdout) as Record<string, unknown>) : null };
};
const purge = (q: object) => {
  const asked = ask('purge', q);
  if (!asked.ok) throw new Error(`${asked.error.at}: ${asked.error.text}`);
  return asked.answer as PurgeAnswer;
};
const wrong = (q: object) => {
  const asked = ask('purge', q);
  return asked.ok ? null : asked.error;
};
const straight = { list: '2 in tube: 400, weld, 400', series: 'inch-tube', flow: 8e-3 / 60, limit: 50 };

describe('the command', () => {
  it('answers its own example, and says what it can be asked', () => {
    const { code, out, json } = run(['purge'], JSON.stringify(subjects['purge']?.example));
    expect([code, out.trim().split('\n').length]).toEqual([0, 1]);
    const check = new Ajv2020({ strict: false }).compile(askJsonSchemas()['purge']?.answer as object);
    expect(check(json), JSON.stringify(check.errors)).toBe(true);
    expect(run(['--help'], '').out).toContain('scripts/ask purge');
  });
  it.each([
    [['purge'], 'not json', 'question'],
    [['purge'], '', 'question'],
    [['purge'], '[]', 'question'],
    [['weld'], '{}', 'subject'],
    [[], '{}', 'subject'],
    [['purge', 'heat'], '{}', 'subject'],
    [['purge'], '{"limit":50,"colour":1}', 'colour'],
    [['purge'], '{"list":"2 in tube: 400, weld, 400","series":"inch-tube"}', 'limit'],
  ])('%j with %s says what is wrong at %s, and ends with 2', (args, input, at) => {
    const { code, json } = run(args, input);
    expect([code, (json?.['error'] as { at: string }).at]).toEqual([2, at]);
    expect((json?.['error'] as { text: string }).text.length).toBeGreaterThan(10);
  });
  it('has its schemas published as they are', () =>
    expect(JSON.parse(readFileSync('public/schemas/ask-1.json', 'utf8'))).toEqual(JSON.parse(JSON.stringify(askJsonSchemas()))));
});

describe('a purge asked from outside', () => {
  it('lies between a plug and a single mixed tank, and its gas is flow times time', () => {
    const a = purge(straight);
    const size = findSize('inch-tube', '2') as Size;
    expect(a.volume / ((Math.PI / 4) * bore(size) ** 2)).toBeCloseTo(0.74, 2); // 2 x 400 mm less the two bungs, 30 mm in
    const change = a.volume / straight.flow;
    expect(a.joint?.value).toBeGreaterThan(change * 0.5);
    expect(a.joint?.value).toBeLessThan(tanksVolumes(1, 50, 3) * change);
    expect(a.joint?.low).toBeLessThan(a.joint?.high ?? Infinity);
    expect(a.joint?.high ?? Infinity).toBeGreaterThanOrEqual(a.joint?.value ?? 0);
    expect(a.gas?.value).toBeCloseTo((a.joint?.value ?? 0) * straight.flow, 9);
    expect(a.reach).toBeGreaterThan(0.5);
    expect(a.closing?.steps.at(-1)?.open).toBe(0);
  });
  it('a positive tilt lifts the far end, where the vent is: quicker than level, and the other way slower', () => {
    const at = (tilt: number) => purge({ ...straight, tilt }).vent?.value ?? NaN;
    expect(at(10)).toBeLessThan(0.8 * at(0));
    expect(at(-10)).toBeGreaterThan(1.2 * at(0));
  });
  it('takes what a set-up says: a low vent is a rule broken, dams nearer are quicker, helium is told the other way round', () => {
    expect(purge({ ...straight, vent: { height: 'low' } }).rules.some((r) => r.id === 'vent-height' && r.level === 'stop')).toBe(true);
    expect(purge({ ...straight, dams: { distance: 0.1 } }).volume).toBeLessThan(purge(straight).volume / 3);
    expect(purge({ ...straight, gas: 'helium' }).rules.filter((r) => r.level === 'stop')).toEqual([]);
    expect(purge({ ...straight, gas: 'helium', vent: { height: 'high' } }).rules.some((r) => r.id === 'vent-height')).toBe(true);
  });
  it('gives no time where nobody can: below 50 ppm without a reading, and says why', () => {
    const a = purge({ ...straight, limit: 20 });
    expect([a.joint, a.reach, a.gas]).toEqual([null, null, null]);
    expect(a.notes.join(' ')).toContain('No time is given below 50 ppm');
  });
  it('takes a set-up as any record keeps it, also of the first day', () => {
    const kept = (commit: string) =>
      (
        JSON.parse(readFileSync(`tests/fixtures/past/${commit}.json`, 'utf8')) as {
          events: { type: string; body: { setup?: object; body?: object } }[];
        }
      ).events
        .filter((e) => e.type === 'purge.planned')
        .map((e) => e.body.setup ?? e.body.body);
    for (const commit of ['ddd30a6', '7834a50', 'e920828', '5974433', '1bc638b'])
      expect(purge({ setup: kept(commit)[0], limit: 500 }).joint?.value, commit).toBeGreaterThan(1);
    const [body] = kept('36c6f33');
    expect(wrong({ setup: body, limit: 500 })?.at).toBe('list');
    expect(purge({ setup: body, list: '3 in tube: 400, weld, 400', series: 'inch-tube', limit: 500 }).joint?.value).toBeGreaterThan(1);
    const setup = startingSetup(findSize('inch-tube', '3') as Size);
    expect(purge({ setup, limit: 100 }).volume).toBeGreaterThan(0);
  });
  it.each([
    [{ limit: 50 }, 'list'],
    [{ limit: 50, list: '2 in tube: 400, weld, 400' }, 'series'],
    [{ ...straight, list: '400, weld, 400' }, 'list'],
    [{ ...straight, list: '2 in tube: 400, weld, bend up, 400' }, 'list'],
    [{ ...straight, series: 'tube' }, 'series'],
    [{ ...straight, limit: 0 }, 'limit'],
    [{ ...straight, limit: '50' }, 'limit'],
    [{ ...straight, flow: -1 }, 'flow'],
    [{ ...straight, vent: { bore: 0.006, wide: true } }, 'vent.wide'],
    [{ ...straight, dams: { distance: 2 } }, 'dams'],
    [{ ...straight, list: '2 in tube: 400, weld, elbow up, 400', dams: { distance: 0.1 } }, 'dams'],
    [{ limit: 50, setup: { parts: [] } }, 'setup.joint'],
    [{ limit: 50, setup: startingSetup(findSize('inch-tube', '2') as Size), flow: 1e-4 }, 'flow'],
  ])('cannot be asked as %j: %s', (q, at) => expect(wrong(q)?.at).toBe(at));
});
