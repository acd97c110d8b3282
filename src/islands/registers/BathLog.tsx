/** A bath: what it is now by its log, what is to be added, its log, and what hung in it. */
import { useCallback, useEffect, useState } from 'react';
import { bathEntryNames, toAdd } from '../../../core/models/bath';
import { show, type System } from '../../../core/basics/units';
import { bathLogForm, dayText, type CheckOf, type ItemOf } from '../../../core/work/registers';
import { bathWords } from '../../../core/work/tank';
import { TakeBack } from '../gas/check';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { Cautions, RefusalNote } from '../kit/notes';
import { newId, request, serverTime, type Refusal } from '../post';

type Log = { log: CheckOf<'bath'>[]; uses: { weld: string; number: string; at: number }[] };
type Props = { item: ItemOf<'bath'>; system: System; onChanged: () => Promise<void> };

export function BathLog({ item, system, onChanged }: Props) {
  const [is, setIs] = useState<Log | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const look = useCallback(async () => {
    const sent = await request<Log>('GET', `/api/baths/${item.id}`);
    if (sent.ok) setIs(sent.value);
    setRefusal(sent.ok ? null : sent.refusal);
  }, [item.id]);
  useEffect(() => void look(), [look]);
  const changed = async () => {
    await Promise.all([look(), onChanged()]);
  };
  const { body, bath } = item;
  const middle = (body.percent[0] + body.percent[1]) / 2;
  const more =
    bath?.phase === 'in-use' && bath.percent !== null && bath.percent < body.percent[0] ? toAdd(body, bath.percent, middle) : null;
  const [last] = is?.log ?? [];
  return (
    <div className="space-y-2">
      <p className="text-lg font-semibold" data-testid="bath-now">
        {bathWords(item, serverTime(), system)}
      </p>
      {more && (
        <p className="font-semibold">
          Add{' '}
          {more.of === 'm3'
            ? `${show(more.amount, 'volume', system)} of acid as bought`
            : `${more.amount.toFixed(1)} kg of dry citric acid`}{' '}
          to come to {middle} %: a balance, measure after it.
        </p>
      )}
      {bath?.left != null && <p>At the pace so far its iron comes to the limit in about {bath.left} more pieces.</p>}
      <Cautions
        texts={[
          'Acid into water, never the reverse. A dumped bath is acid waste with chromium and nickel in it: never to the drain, local law decides.',
        ]}
      />
      <Form
        row
        again
        of={bathLogForm}
        system={system}
        label="Put it in the log"
        className="grid grid-cols-2 items-start gap-2 md:grid-cols-6"
        onRecord={async ({ what, percent, iron, celsius, note }) => {
          const sent = await request('POST', '/api/checks', {
            ...{ id: newId(), item: item.id, kind: 'bath' },
            body: { what, percent, iron, celsius, note },
          });
          if (!sent.ok) return sent.refusal;
          await changed();
          return null;
        }}
      >
        {Object.keys(bathLogForm).map((name) => (
          <Field key={name} name={name} />
        ))}
      </Form>
      <RefusalNote refusal={refusal} />
      {is && is.log.length > 0 && (
        <table className="table-sm table max-w-4xl">
          <caption className="text-left font-semibold">Its log</caption>
          <thead>
            <tr>
              {['When', 'What', 'Strength', 'Iron', 'Temperature', 'Note'].map((h) => (
                <th key={h} scope="col">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {is.log.slice(0, 20).map((e) => (
              <tr key={e.id}>
                <td className="whitespace-nowrap">{dayText(new Date(e.when).toISOString().slice(0, 10))}</td>
                <td>{bathEntryNames[e.body.what]}</td>
                <td className="font-figure">{e.body.percent === null ? '' : `${e.body.percent} %`}</td>
                <td className="font-figure">{e.body.iron === null ? '' : `${e.body.iron} g/L`}</td>
                <td className="font-figure">{e.body.celsius === null ? '' : show(e.body.celsius, 'temperature', system)}</td>
                <td>{e.body.note}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {last && <TakeBack key={last.id} id={last.id} what="the last entry" system={system} onBack={() => void changed()} />}
      {is && is.uses.length > 0 && (
        <p className="text-sm">
          Hung in it, the newest first:{' '}
          {is.uses.slice(0, 20).map((u, i) => (
            <span key={`${u.weld}${u.at}`}>
              {i > 0 && ', '}
              <a className="link" href={`/welds/${u.weld}`}>
                {u.number}
              </a>
            </span>
          ))}
          .
        </p>
      )}
    </div>
  );
}
