/** What the page about tint stands on: what teaches the model, what it can be held against, and how eyes differ, as far as the asker may see it. */
import type { TintEntry } from './entries';
import { agreement, guideWords, rowsOf, type EyePair, type EyeRow } from './eyes';
import type { TintCase } from './case';

export type SeenCase = TintCase & { weld: string; number: string; dewPoint: number | null };
/** One person's eye; its rows are empty until they opened it themselves. */
export type EyeOf = { person: string; name: string; mine: boolean; opened: boolean; heard: number; eyes: EyeRow[]; grader: EyeRow[] };
export type TintHere = {
  entries: TintEntry[];
  cases: SeenCase[];
  eyes: EyeOf[];
  agreement: ReturnType<typeof agreement>;
  guides: ReturnType<typeof guideWords>;
};

const times = (rows: readonly EyeRow[]): number => rows.reduce((n, r) => n + r.same + r.thinner + r.thicker, 0);

type Known = {
  entries: TintEntry[];
  cases: SeenCase[];
  pairs: readonly EyePair[];
  /** ids of people who opened their own */
  opened: readonly string[];
  people: readonly { id: string; name: string; stamp: string }[];
};

/** @param asker whose own eye stands first, and is shown to nobody before they open it */
export function tintHere({ entries, cases, pairs, opened, people }: Known, asker: string | null): TintHere {
  const eyes = people.flatMap(({ id, name, stamp }): EyeOf[] => {
    const [own, grader] = [rowsOf(pairs, id, 'eyes'), rowsOf(pairs, id, 'grader')];
    const heard = times(own) + times(grader);
    if (heard === 0) return [];
    const shown = opened.includes(id);
    return [
      {
        ...{ person: id, name: `${name} (${stamp})`, mine: id === asker, opened: shown, heard },
        ...(shown ? { eyes: own, grader } : { eyes: [], grader: [] }),
      },
    ];
  });
  eyes.sort((a, b) => Number(b.mine) - Number(a.mine));
  return { entries, cases, eyes, agreement: agreement(pairs), guides: guideWords(pairs) };
}
