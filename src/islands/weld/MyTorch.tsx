/** My torch: what hangs on it and how it is held, kept under a name and put on by one choice. The amps belong to the joint. */
import { useState } from 'react';
import { words } from '../../../core/basics/fields';
import { show } from '../../../core/basics/units';
import { itemsOf, registerSchema, type ItemOf } from '../../../core/work/registers';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { LivePick } from '../kit/LiveField';
import { request, type Refusal } from '../post';
import { useShop } from './context';
import { useDesk } from './desk';

const nameForm = { name: words('Keep this as a torch', { least: 1, most: 80, says: 'Give it a name, such as my torch.' }) };

export function MyTorch() {
  const { registers, system } = useShop();
  const { desk, act } = useDesk();
  const [known, setKnown] = useState(() => itemsOf(registers, 'torch').filter((t) => !t.retired));
  const [asking, setAsking] = useState(false);
  const { torch: t } = desk.draft;
  const put = ({ body: b }: ItemOf<'torch'>) => {
    const q = (m: number) => show(m, 'length', system);
    act({
      do: 'say-all',
      texts: {
        ...{ cup: String(b.cup), lens: b.lens, screen: b.screen, electrode: q(b.electrode), stickOut: q(b.stickOut) },
        ...{
          flow: show(b.flow, 'flow', system),
          tilt: String(b.tilt),
          tungsten: b.tungsten ?? '',
          grind: b.grind === null ? '' : String(b.grind),
        },
        shield: b.trailing !== null,
        ...(b.trailing && {
          ...{ shieldLength: q(b.trailing.length), shieldWidth: q(b.trailing.width), shieldFlow: show(b.trailing.flow, 'flow', system) },
        }),
      },
    });
  };
  const keep = async (label: string): Promise<Refusal | null> => {
    const trailing = t?.plan?.trailing ?? null;
    const item = registerSchema.safeParse({
      ...{ kind: 'torch', label },
      body: {
        ...{
          cup: t?.cup,
          lens: t?.lens,
          screen: t?.screen,
          electrode: t?.electrode,
          stickOut: t?.stickOut,
          flow: t?.flow,
          tilt: t?.plan?.tilt ?? 0,
        },
        ...{ tungsten: t?.tungsten ?? null, grind: t?.grind ?? null },
        trailing: trailing && { ...trailing, flow: t?.shieldFlow },
      },
    });
    if (!item.success) return { error: 'Something of the torch is missing or cannot be read.', reasons: [], status: 422 };
    const sent = await request<{ id: string }>('POST', '/api/registers', item.data);
    if (!sent.ok) return sent.refusal;
    setKnown([...known, { ...(item.data as ItemOf<'torch'>), id: sent.value.id }]);
    setAsking(false);
    return null;
  };
  return (
    <section aria-label="My torch" className="border-t-2 border-base-content/40 pt-2">
      {known.length > 0 && (
        <LivePick
          label="Put on a torch"
          value=""
          options={[{ value: '', label: 'take one' }, ...known.map((k) => ({ value: k.id, label: k.label }))]}
          onValue={(id) => {
            const k = known.find((x) => x.id === id);
            if (k) put(k);
          }}
        />
      )}
      {asking ? (
        <Form row of={nameForm} system={system} label="Keep" className="flex items-start gap-2" onRecord={({ name }) => keep(name)}>
          <Field name="name" className="grow" />
        </Form>
      ) : (
        <button type="button" className="btn mt-1 min-h-11 w-full" onClick={() => setAsking(true)}>
          Keep this as my torch
        </button>
      )}
    </section>
  );
}
