/** Remaining time against what came, over the shop's purges; and what they teach, the old beside it, taken over and undone by one press each. */
import { useState } from 'react';
import { sayingNames, type Offer, type Saying, type ShopScore } from '../../../core/work/run';
import { leakFloor } from '../../../core/models/network';
import type { Prior } from '../../../core/models/remaining';
import { show, type System } from '../../../core/basics/units';
import { RefusalNote } from '../kit/notes';
import { newId, request, type Refusal } from '../post';

/** A flow most know, m³/s: 8 L/min. */
const USUAL = 8 / 60_000;
const order: Saying[] = ['half', 'gas-on', 'arc-on'];

export function Foretelling({ first, system }: { first: ShopScore; system: System }) {
  const [{ score, offers }, setSeen] = useState(first);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);
  const post = async (url: string, body: object) => {
    setBusy(true);
    const sent = await request<ShopScore>('POST', url, body);
    setBusy(false);
    setRefusal(sent.ok ? null : sent.refusal);
    if (sent.ok) setSeen(sent.value);
  };
  const { half } = score.by;
  return (
    <section aria-labelledby="foretold" data-testid="foretelling">
      <h2 id="foretold" className="border-b-2 border-base-content text-lg font-semibold">
        Remaining time, foretold and come
      </h2>
      {half.of === 0 ? (
        <p className="py-2 text-sm">
          No purge that was measured has ended here yet. Each one is held against what was said of it, some seconds after it has ended.
        </p>
      ) : (
        <>
          <p className="py-1">
            <span className="font-figure text-3xl font-bold">
              {half.held} of {half.of}
            </span>{' '}
            came to the limit within the range that was said at half time
          </p>
          <p className="text-sm">
            {order
              .slice(1)
              .filter((k) => score.by[k].of > 0)
              .map((k) => `${sayingNames[k]}: ${score.by[k].held} of ${score.by[k].of}.`)
              .join(' ')}{' '}
            {score.purges} purges measured, {score.reached} came to their limit.{' '}
            {score.wont.right + score.wont.wrong > 0 &&
              `"Will not reach" was said of ${score.wont.right + score.wont.wrong}, rightly of ${score.wont.right}. `}
            Eight in ten is what a range means: far fewer, and the model does not fit this shop; all of them, and it could be narrower.
          </p>
        </>
      )}
      {offers.map((o) => (
        <OfferOf
          key={String(o.unchecked)}
          offer={o}
          system={system}
          busy={busy}
          onTake={() => void post('/api/remaining', { id: newId(), unchecked: o.unchecked })}
          onUndo={(id) => void post(`/api/remaining/${id}/undo`, {})}
        />
      ))}
      <RefusalNote refusal={refusal} />
    </section>
  );
}

const kindOf = (unchecked: boolean) => (unchecked ? 'with elbows, tees, reducers or jackets' : 'of straight tube');
const within = (mean: number, sd: number) => `${Math.exp(mean - 1.2816 * sd).toFixed(2)} to ${Math.exp(mean + 1.2816 * sd).toFixed(2)}`;

function OfferOf({
  offer: o,
  system,
  busy,
  onTake,
  onUndo,
}: {
  offer: Offer;
  system: System;
  busy: boolean;
  onTake: () => void;
  onUndo: (id: string) => void;
}) {
  if (o.purges === 0 && !o.inForce) return null;
  const now = o.inForce?.body ?? o.shipped;
  const columns: [string, Prior][] = [
    ['as shipped', o.shipped],
    ...(o.inForce ? [[`own, from ${o.inForce.purges}: in force`, o.inForce.body] as [string, Prior]] : []),
    ...(o.learnt ? [[`own, from ${o.purges}`, o.learnt] as [string, Prior]] : []),
  ];
  const rows: [string, (p: Prior) => string][] = [
    ['true time over the model’s', (p) => within(-p.pace.mean, o.unchecked ? p.pace.unchecked : p.pace.sd)],
    [`what leaks leave at ${show(USUAL, 'flow', system)}, typical`, (p) => show(leakFloor(p.leak.tight.median, USUAL), 'oxygen', system)],
    ['something wrong', (p) => `${Math.round(100 * p.leak.share)} of 100`],
  ];
  return (
    <div className="mt-2 border-t border-base-300 pt-2 text-sm" role="group" aria-label={`Set-ups ${kindOf(o.unchecked)}`}>
      <p className="font-semibold">
        {`Set-ups ${kindOf(o.unchecked)}: ${o.purges} ${o.purges === 1 ? 'purge' : 'purges'}, foretold ${o.inForce ? `by the shop’s own ${o.inForce.purges}` : 'as shipped'}`}
      </p>
      {columns.length > 1 ? (
        <table className="my-1 w-full max-w-2xl">
          <thead>
            <tr>
              <th />
              {columns.map(([name, p]) => (
                <th key={name} scope="col" className={`px-2 text-left ${p === now ? 'font-bold' : 'font-normal'}`}>
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(([name, of]) => (
              <tr key={name}>
                <th scope="row" className="pr-2 text-left font-normal">
                  {name}
                </th>
                {columns.map(([key, p]) => (
                  <td key={key} className={`px-2 font-figure ${p === now ? 'font-bold' : ''}`}>
                    {of(p)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        o.purges < o.enough && <p>From {o.enough} purges on their own pace and leak can be taken over here.</p>
      )}
      {o.learnt && (
        <button type="button" className="btn mr-2 min-h-12 border-base-content" disabled={busy} onClick={onTake}>
          Foretell by the shop’s own, {kindOf(o.unchecked)}
        </button>
      )}
      {o.inForce && (
        <button type="button" className="btn min-h-12" disabled={busy} onClick={() => o.inForce && onUndo(o.inForce.id)}>
          Undo: back to what was before
        </button>
      )}
      {columns.length > 1 && <p>A flow meter that reads wrong is in the pace: oxygen alone cannot tell the two apart.</p>}
    </div>
  );
}
