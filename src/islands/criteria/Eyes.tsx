/** How eyes differ from each other, from the pictures as read, and from the numbers of a printed guide: over many welds, shown to whoever it is about first. */
import { bandNames } from '../../../core/models/tint';
import type { EyeOf, EyeRow, TintHere } from '../../../core/work/tint';

export function Eyes({ here, me, onOpen }: { here: TintHere; me: string | null; onOpen: () => void }) {
  const mine = here.eyes.find((e) => e.mine);
  const others = here.eyes.filter((e) => !e.mine);
  return (
    <section className="space-y-4">
      <h2 className="text-xl font-semibold">Eyes</h2>
      <p className="max-w-3xl">
        Where two said something of the same place without having it from each other. Nobody is marked right: a picture is a suggestion, an
        eye sees what a camera does not. Yours is shown to you first; others see it once you have opened it.
      </p>
      {here.agreement.length > 0 ? (
        <ul>
          {here.agreement.map((a) => (
            <li key={a.what}>
              {a.what}: the same word <strong className="font-figure">{a.same}</strong>, its neighbour{' '}
              <strong className="font-figure">{a.next}</strong>, further apart <strong className="font-figure">{a.apart}</strong>
            </li>
          ))}
        </ul>
      ) : (
        <p>No two have been heard of one place yet.</p>
      )}
      {me === null && <p>Say who you are at the top right to see your own.</p>}
      {me !== null && !mine && <p>Of yours there is nothing to compare yet.</p>}
      {mine && !mine.opened && (
        <p className="flex flex-wrap items-center gap-3">
          <button type="button" className="btn min-h-12" onClick={onOpen}>
            Open mine: {mine.heard} {mine.heard === 1 ? 'place' : 'places'}
          </button>
          <span className="text-sm">From then on others are shown it too.</span>
        </p>
      )}
      {mine?.opened && <Eye of={mine} title="Yours" />}
      {others.map((e) =>
        e.opened ? (
          <Eye key={e.person} of={e} title={e.name} />
        ) : (
          <p key={e.person}>
            {e.name}: {e.heard} {e.heard === 1 ? 'place' : 'places'}, shown once they have opened it.
          </p>
        ),
      )}
      {here.guides.length > 0 && (
        <div>
          <h3 className="text-lg font-semibold">Numbers of a printed guide, and the words for the same places</h3>
          <ul>
            {here.guides.map((g) => (
              <li key={`${g.guide} ${g.number}`}>
                {g.guide}, number <strong className="font-figure">{g.number}</strong>:{' '}
                {g.words.map((w) => `${bandNames[w.band].toLowerCase()} ${w.times}`).join(', ')}
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

function Eye({ of, title }: { of: EyeOf; title: string }) {
  return (
    <div className="border-t-2 border-base-content pt-2">
      <h3 className="text-lg font-semibold">{title}</h3>
      <div className="grid gap-x-8 gap-y-3 md:grid-cols-2">
        <Rows rows={of.eyes} other="Another eye" of={title} />
        <Rows rows={of.grader} other="The picture as read" of={title} />
      </div>
    </div>
  );
}

function Rows({ rows, other, of }: { rows: readonly EyeRow[]; other: string; of: string }) {
  if (rows.length === 0) return <p className="text-sm">{other}: nothing to compare.</p>;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`${of}, against ${other.toLowerCase()}`}>
      <table className="table table-sm">
        <thead>
          <tr className="text-base-content">
            <th>Said</th>
            <th>{other}: the same</th>
            <th>less colour</th>
            <th>more colour</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.said}>
              <th>{bandNames[r.said]}</th>
              <td className="font-figure">{r.same}</td>
              <td className="font-figure">{r.thinner}</td>
              <td className="font-figure">{r.thicker}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
