/** One scheme: its limits on the scale, each with its source; a copy or a next version made of it on the same drawing, and what that changes. */
import { useMemo, useState } from 'react';
import {
  clauseText,
  compareCriteria,
  isOwn,
  isTemplate,
  limitRows,
  loosenedText,
  shippedOf,
  sourceText,
  type Criterion,
} from '../../../core/models/criteria';
import type { System } from '../../../core/basics/units';
import { listening } from '../kit/listening';
import { ReaderUnits } from '../kit/reader';
import { Changes } from './Changes';
import { Editor } from './Editor';
import { Retire } from './Retire';
import { Zones } from './Zones';

type Props = {
  /** every version, newest first */
  versions: Criterion[];
  /** welds entered under each version */
  use: Record<number, number>;
  retired: string | null;
  system: System;
};

export default listening(CriterionPage);

function CriterionPage({ versions, use, retired, system }: Props) {
  const [shown, setShown] = useState(0);
  const [editing, setEditing] = useState<'copy' | 'next' | null>(null);
  const c = versions[shown] as Criterion;
  const before = versions[shown + 1] ?? null;
  const root = c.from ? shippedOf(c.from) : null;
  const changes = useMemo(() => (before ? compareCriteria(before, c, system) : []), [before, c, system]);
  const loose = useMemo(() => loosenedText(c, system), [c, system]);
  const own = isOwn(c);
  const welds = Object.values(use).reduce((n, x) => n + x, 0);
  if (editing)
    return (
      <ReaderUnits value={system}>
        <Editor from={c} as={editing} root={root ?? (own ? null : c)} system={system} onClose={() => setEditing(null)} />
      </ReaderUnits>
    );
  return (
    <ReaderUnits value={system}>
      <div className="space-y-5">
        <div>
          <h1 className="text-2xl font-semibold">
            {c.id} <span className="font-normal">version {c.version}</span>
          </h1>
          <p className="text-lg">{c.title}</p>
          <p className="max-w-3xl">{c.about}</p>
          <p className="max-w-3xl text-sm">
            {isTemplate(c)
              ? 'A template of low confidence: it decides nothing by itself. Copy it and stand for the copy by name.'
              : own
                ? `${c.made?.name} made this version on ${c.made?.when.slice(0, 10)}: ${c.made?.why.replace(/\.$/, '')}.`
                : 'Ships with Sentrel, and is not the text of a standard: check it against your edition and contract.'}{' '}
            {welds > 0
              ? `${welds} ${welds === 1 ? 'weld was' : 'welds were'} entered under it${use[c.version] !== welds ? `, ${use[c.version] ?? 0} under this version` : ''}.`
              : 'No weld goes by it.'}
          </p>
          {retired !== null && <p className="font-semibold">□ Retired, not offered for new work: {retired}</p>}
          <div className="flex flex-wrap items-center gap-2 pt-2">
            {own && shown === 0 && retired === null && (
              <button type="button" className="btn btn-primary min-h-12" onClick={() => setEditing('next')}>
                Change it: version {c.version + 1}
              </button>
            )}
            <button type="button" className={`btn min-h-12 ${own ? '' : 'btn-primary'}`} onClick={() => setEditing('copy')}>
              Copy it as your own
            </button>
            {versions.length > 1 && (
              <label className="flex items-center gap-2 text-sm">
                Version
                <select
                  aria-label="Version"
                  className="select min-h-12 w-28"
                  value={shown}
                  onChange={(e) => setShown(Number(e.target.value))}
                >
                  {versions.map((v, i) => (
                    <option key={v.version} value={i}>
                      {v.version}
                      {i === 0 ? ', newest' : ''}
                    </option>
                  ))}
                </select>
              </label>
            )}
            <Retire id={c.id} retired={retired !== null} />
          </div>
        </div>
        <Zones c={c} zones={c.zones} after={c.after} />
        {loose.length > 0 && (
          <section>
            <h2 className="text-lg font-semibold">Looser than the shipped scheme</h2>
            <ul className="list-disc pl-5">
              {loose.map((l) => (
                <li key={l}>{l}</li>
              ))}
            </ul>
          </section>
        )}
        {before && (
          <section>
            <h2 className="text-lg font-semibold">Against version {before.version}</h2>
            <Changes changes={changes} none={`Nothing differs from version ${before.version} in what it asks.`} />
          </section>
        )}
        <Limits c={c} system={system} />
      </div>
    </ReaderUnits>
  );
}

/** Every limit in words, with where it comes from and, once somebody looked it up, its clause. */
function Limits({ c, system }: { c: Criterion; system: System }) {
  return (
    <section>
      <h2 className="text-lg font-semibold">Limits and where they come from</h2>
      <dl className="grid max-w-5xl gap-x-4 md:grid-cols-[10rem_minmax(0,1fr)]">
        {limitRows(c, system).map((r) => (
          <div key={r.limit} className="border-t border-base-300 py-1 md:contents">
            <dt className="font-semibold md:border-t md:border-base-300 md:py-1">{r.name}</dt>
            <dd className="md:border-t md:border-base-300 md:py-1">
              {r.says.map((s) => (
                <p key={s}>{s}</p>
              ))}
              <p className="text-sm text-base-content/80">
                {r.source ? sourceText(r.source) : 'Source not said'}
                {r.confirmed ? `. ${clauseText(r.confirmed)}` : '. No clause: nobody has looked it up'}
              </p>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
