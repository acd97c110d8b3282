/** The story of a weld as a report: parts by stage in the order of time, in each what one person said in a day, as sentences. */
import { stageNames, type Stage } from '../stages';
import { outcomeNames } from '../../models/criteria';
import type { Reader } from '../event';
import { waitsFor } from './lines';
import { dams, type WeldState } from './state';
import type { Told } from './story';

export type Sentence = Told & {
  /** how it begins: "Arc on at 05:25:36"; where the title is that of the part, only the time */
  lead: string;
  /** the details as one sentence, without its stop */
  text: string;
};
export type Paragraph = { sentences: Sentence[]; by: string; day: string };
export type Part = { stage: Stage | null; name: string; paragraphs: Paragraph[] };

/** Details as one sentence: each without its own stop, the last left open. */
const sentence = (details: readonly string[]): string => details.map((d) => d.trim().replace(/[.;]$/, '')).join('; ');

/** @param reader whose times they are; `when` gives "2026-11-21 05:25:36" */
export function reportOf(
  told: readonly Told[],
  { who, when = (iso) => iso.slice(0, 19).replace('T', ' ') }: Pick<Reader, 'who' | 'when'>,
): Part[] {
  const parts: Part[] = [];
  for (const t of told) {
    const [day = '', time = ''] = when(t.at).split(' ');
    const by = t.actor ? `${who(t.actor)}${t.identified === 'picked' ? '' : `, ${t.identified}`}` : t.identified;
    let part = parts.at(-1);
    if (part?.stage !== t.stage || part === undefined) {
      const again = parts.some((p) => p.stage === t.stage);
      part = { stage: t.stage, name: t.stage === null ? 'Entered' : `${stageNames[t.stage]}${again ? ', again' : ''}`, paragraphs: [] };
      parts.push(part);
    }
    let paragraph = part.paragraphs.at(-1);
    if (paragraph?.by !== by || paragraph.day !== day) part.paragraphs.push((paragraph = { by, day, sentences: [] }));
    const own = part.name.startsWith(t.title);
    paragraph.sentences.push({ ...t, lead: own ? `At ${time}` : `${t.title} at ${time}`, text: sentence(t.details) });
  }
  return parts;
}

/** What it all comes to: the verdict as a word, then its reasons, how the record stands, and the count. */
export function conclusionOf(s: WeldState): { word: string; sentences: string[] } {
  const count = dams(s);
  const said = [
    ...(s.verdict?.reasons ?? []),
    s.closed
      ? `Closed, unsigned${s.closed.remarks ? `: ${s.closed.remarks}` : ''}`
      : s.verdict && `It waits for: ${waitsFor(s).toLowerCase()}`,
    s.rewelds > 0 && `R${s.rewelds}`,
    count.in > 0 && `${count.in} dams, tapes and diffusers in, ${count.out ?? 'nobody counted'} out`,
  ];
  return {
    word: s.verdict ? outcomeNames[s.verdict.outcome] : `Open: ${waitsFor(s).toLowerCase()}`,
    sentences: said.filter((t): t is string => typeof t === 'string' && t !== '').map((t) => `${sentence([t])}.`),
  };
}
