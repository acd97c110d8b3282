/** Forty purge set-ups through the model, against what it gave before its files were moved (tests/fixtures/README.md). */
import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { FINE, planPurge, predict } from '../../core/models/purge';
import { setupSchema } from '../../core/models/setup';
import { spacesOf } from '../../core/models/network';
import { differences, listed, matches, plain } from '../fixtures/differences';

const kept = JSON.parse(readFileSync('tests/fixtures/purges.json', 'utf8')) as {
  setup: unknown;
  limit: number;
  plan: unknown;
  times: unknown;
  fat: unknown;
}[];

it.each(kept.map((k, i) => [i + 1, k] as const))('set-up %i', (_, k) => {
  const setup = setupSchema.parse(k.setup);
  const planned = planPurge(setup, k.limit, 'metric', 5);
  if (!planned.ok) throw new Error(planned.faults.join());
  const { times, fat } = predict(setup, spacesOf(setup), k.limit, FINE);
  const found = differences(plain({ plan: k.plan, times: k.times, fat: k.fat }), plain({ plan: planned.plan, times, fat }));
  expect(found.filter((d) => !listed.some((l) => matches(l.path, d.path)))).toEqual([]);
});
