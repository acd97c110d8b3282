/** What was done that must not be, and how it was settled: open ones keep the record from closing. */
import { mendNames, reasonForm, type Deviation } from '../../../core/work/release';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { useWords } from '../kit/reader';
import { useShop, useWeld } from './context';

export function Deviations({ step }: { step?: Deviation['step'] }) {
  const { state } = useWeld();
  const words = useWords();
  const list = state.deviations.filter((d) => step === undefined || d.step === step);
  if (list.length === 0) return null;
  return (
    <ul className="space-y-2" aria-label="Deviations">
      {list.map((d) => (
        <li key={`${d.entry} ${d.id}`} className="border-l-4 border-base-content pl-3">
          <p className="font-semibold">
            {d.settled === null ? <span className="text-error">■ Deviation. </span> : '✓ Deviation, settled. '}
            {words(d.text)}
          </p>
          {d.settled === null ? <Refer deviation={d} /> : <p className="text-sm">{d.settled}</p>}
        </li>
      ))}
    </ul>
  );
}

const referForm = reasonForm('Referred to whom, and what they decided');

function Refer({ deviation }: { deviation: Deviation }) {
  const { state, record } = useWeld();
  const { system } = useShop();
  const ways = deviation.mends.map((m) => mendNames[m]);
  return (
    <>
      <p className="text-sm">
        {ways.length ? `Settled by ${ways.join(', or by ')}; or referred:` : 'Nothing done later settles it: refer it.'}
      </p>
      <Form
        row
        of={referForm}
        system={system}
        label="Record the referral"
        onRecord={({ reason }) =>
          record({ stream: state.id, type: 'deviation.settled', body: { entry: deviation.entry, id: deviation.id, reason } })
        }
      >
        <Field name="reason" className="grow" />
      </Form>
    </>
  );
}
