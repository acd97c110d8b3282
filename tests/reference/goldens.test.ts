/** Forty purge set-ups through the model, against what it gave before its files were moved (tests/fixtures/README.md). */
import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { FINE, planPurge, predict, type Plan } from '../../core/models/purge';
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

/** What the root carries is judged otherwise since (docs/decisions/0022-root.md): its rules, and what the pressure is held against. */
const ROOT = new Set(['vent-small', 'vent-large', 'root-margin']);
const comparable = (p: Plan) => ({
  ...p,
  rules: p.rules.filter((r) => !ROOT.has(r.id)),
  figures: p.figures.map((f) => ({ ...f, inputs: f.inputs.filter((i) => !/^Most before the root|^The root at/.test(i.name)) })),
});

it.each(kept.map((k, i) => [i + 1, k] as const))('set-up %i', (_, k) => {
  const setup = setupSchema.parse(k.setup);
  const planned = planPurge(setup, k.limit, 'metric', 5);
  if (!planned.ok) throw new Error(planned.faults.join());
  const { times, fat } = predict(setup, spacesOf(setup), k.limit, FINE);
  const found = differences(
    plain({ plan: comparable(k.plan as Plan), times: k.times, fat: k.fat }),
    plain({ plan: comparable(planned.plan), times, fat }),
  );
  expect(found.filter((d) => !listed.some((l) => matches(l.path, d.path)))).toEqual([]);
});
