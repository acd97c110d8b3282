/**
 * npm run grade:report [FOLDER ...]: the grader's score as markdown, for docs/physics.md. Our own strips and scenes, with films by other
 * constants and seeds than any tuning saw; and folders of pictures with a truth.json beside them. Takes some minutes.
 */
import { basename } from 'node:path';
import { answerBands } from '../core/models/grade';
import { sceneKinds, type SceneKind } from '../core/models/scenes';
import { atTheLimit, casesOf, judged, sceneCase, scoreOf, stripCase, type Told } from '../tests/reference/score';

const words: readonly string[] = answerBands;
const percent = (share: number): string => (100 * share).toFixed(0);

function tables(title: string, rows: readonly Told[]): string {
  const kinds = [...new Set(rows.map((r) => r.kind))];
  const good = rows.filter((r) => !r.hopeless);
  const scored = (name: string, of: readonly Told[]): string => {
    const s = scoreOf(of);
    return `| ${name} | ${s.lines} | ${percent(s.exact)} | ${percent(s.withinOne)} | ${percent(s.line)} | ${(100 * s.wrongOrder).toFixed(1)} | ${percent(s.refusedGood)} | ${percent(s.sure)} | ${percent(s.sureWithinOne)} | ${percent(s.doubted)} |`;
  };
  const hopeless = rows.filter((r) => r.hopeless);
  const limit = atTheLimit(rows);
  const cell = (seen: number, kind: string): string => {
    const told = good.filter((r) => r.truly === seen && r.kind === kind);
    const counts = new Map<string, number>();
    for (const r of told)
      counts.set(r.refused ? 'refused' : (words[r.told] ?? ''), (counts.get(r.refused ? 'refused' : (words[r.told] ?? '')) ?? 0) + 1);
    return [...counts]
      .sort((a, b) => b[1] - a[1])
      .map(([w, n]) => `${w} ${n}`)
      .join(', ');
  };
  return [
    `**${title}**`,
    '',
    '| scene | lines | worst exact % | within one % | line within one % | wrong order % | refused % | sure % | of those within one % | patch doubted % |',
    '|---|---|---|---|---|---|---|---|---|---|',
    ...kinds
      .filter((k) => good.some((r) => r.kind === k))
      .map((k) =>
        scored(
          k,
          good.filter((r) => r.kind === k),
        ),
      ),
    ...(good.some((r) => r.metal === 'titanium')
      ? [
          scored(
            'titanium of all',
            good.filter((r) => r.metal === 'titanium'),
          ),
        ]
      : []),
    scored('all', good),
    '',
    `Hopeless lines refused: ${hopeless.filter((r) => r.refused).length} of ${hopeless.length}. At the limit straw|gold: ${limit.passed} of ${limit.bad} bad lines passed, ${limit.calledPast} of ${limit.good} good ones called past.`,
    '',
    `| seen | ${kinds.join(' | ')} |`,
    `|---|${kinds.map(() => '---|').join('')}`,
    ...words.flatMap((w, i) => (good.some((r) => r.truly === i) ? [`| ${w} | ${kinds.map((k) => cell(i, k)).join(' | ')} |`] : [])),
    '',
  ].join('\n');
}

for (const folder of process.argv.slice(2)) {
  const rows: Told[] = [];
  for (const c of await casesOf(folder)) rows.push(...judged(c));
  console.log(tables(basename(folder), rows));
}
const wrongs = ['patch-clipped', 'patch-tinted', 'no-clean-metal'] as const;
const strips = Array.from({ length: 60 }, (_, i) => judged(stripCase(30_000 + i, true))).flat();
console.log(tables('Sixty strips of our own', strips));
const scenes: Told[] = [];
for (let i = 0; i < 60; i++) scenes.push(...judged(sceneCase(sceneKinds[i % 4] as SceneKind, 31_000 + i, { others: true })));
for (let i = 0; i < 12; i++)
  scenes.push(
    ...judged(sceneCase(sceneKinds[i % 4] as SceneKind, 32_000 + i, { others: true, wrong: wrongs[i % 3] as (typeof wrongs)[number] })),
  );
console.log(tables('Sixty scenes of our own, twelve hopeless ones beside them', scenes));
