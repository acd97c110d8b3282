/** Takes a scheme off the shelf with a reason, or puts it back. Welds under it keep it. */
import { useState } from 'react';
import { words } from '../../../core/basics/fields';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { RefusalNote } from '../kit/notes';
import { request, type Refusal } from '../post';

const form = { why: words('Why', { least: 3, most: 200, says: 'Say in a few words why.' }) };

export function Retire({ id, retired }: { id: string; retired: boolean }) {
  const [open, setOpen] = useState(false);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const send = async (why: string | null): Promise<Refusal | null> => {
    const sent = await request('POST', '/api/criteria/retired', { id, why });
    if (sent.ok) location.reload();
    return sent.ok ? null : sent.refusal;
  };
  if (retired)
    return (
      <>
        <button type="button" className="btn min-h-12" onClick={() => void send(null).then(setRefusal)}>
          Offer it again
        </button>
        <RefusalNote refusal={refusal} />
      </>
    );
  return open ? (
    <Form row of={form} system="metric" label="Retire it" onRecord={({ why }) => send(why)} className="w-full max-w-xl">
      <Field name="why" className="grow" />
    </Form>
  ) : (
    <button type="button" className="btn btn-ghost min-h-12" onClick={() => setOpen(true)}>
      Retire it
    </button>
  );
}
