/** Words that no welder says, once on a screen and not to come back; and names of code. Texts of the sources are read as they stand. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { fitupRecorded } from '../../core/work/fitup';
import { readSaid } from '../../core/work/event';

const never: readonly [RegExp, string][] = [
  [/moved as a plug/i, 'the gas pushed the air out and nothing mixed'],
  [/seldom reached/i, 'hardly ever gets there'],
  [/empty for use/i, 'runs out, nothing more can be drawn'],
  [/leave it out/i, 'skip this step'],
  [/one sigma/i, 'how much it flickers'],
  [/\bsafe\b(?!ty)/i, 'what was measured'],
  [/\bHF\b/, 'hydrofluoric, written out'],
  [/\bimpossible\b/i, 'model estimate, unproved here'],
];
/** Where texts of an interface for programs stand, or old ones are recognised by their words. */
const aside = ['core/work/ask/', 'core/work/shapes/fill.ts'];

const files = ['core', 'src', 'db'].flatMap((root) =>
  readdirSync(root, { recursive: true, encoding: 'utf8' })
    .map((f) => join(root, f))
    .filter((f) => /\.(ts|tsx|astro)$/.test(f) && !/\.test\.ts$/.test(f) && !aside.some((a) => f.startsWith(a))),
);
/** The texts of a source: strings, templates and what stands between tags; comments are not shown to anybody. */
const texts = (source: string): string =>
  source
    .replace(/\/\*[\s\S]*?\*\//g, '')
    .replace(/(^|\s)\/\/.*$/gm, '')
    .replace(/import [^;]*;/g, '');

describe('words on a screen', () => {
  it('looks at the sources there are', () => expect(files.length).toBeGreaterThan(150));
  it.each(never)('%s is not said', (word) => {
    expect(files.filter((f) => word.test(texts(readFileSync(f, 'utf8'))))).toEqual([]);
  });
  it('a refusal says the field as a person would, and never as code', () => {
    const narrow = { value: 2e-4, at: 12 };
    const said = readSaid(fitupRecorded, 2, { gapNarrow: narrow, gapWide: { value: 1e-4, at: 6 } });
    const reasons = said.ok ? [] : said.reasons;
    expect(reasons.length).toBeGreaterThan(0);
    for (const r of reasons) expect(r).not.toMatch(/[a-z][A-Z]|\w\.\w/);
  });
});
