/** Set-up of the torch, before the first tack: cup, stick-out, flow, amps, post-flow, each beside its rule. */
import { useEffect } from 'react';
import { show } from '../../../core/basics/units';
import { boreOfCup, torchFigures, torchForm, torchKnown, torchSaid, tungstenTyped } from '../../../core/work/torch';
import { itemsOf } from '../../../core/work/registers';
import { Field } from '../kit/Field';
import { Form, type View } from '../kit/Form';
import { useShop, useWeld } from './context';
import { useDesk } from './desk';
import { DraftFigures } from './DraftFigures';
import type { StageView } from './stageView';

function SetupStage() {
  const { state, record } = useWeld();
  const { registers, system } = useShop();
  const { design, setup: s } = state;
  const wps = itemsOf(registers, 'wps').find((w) => w.id === state.fitup?.wps.id);
  const range = wps?.body.amps;
  const known = torchKnown(s, design);
  return (
    <Form
      of={torchForm}
      known={known}
      typed={known.electrode === undefined ? {} : tungstenTyped(known.electrode, system)}
      system={system}
      label={s ? 'Record the set-up again' : 'Record the set-up'}
      onRecord={(v) => record({ stream: state.id, type: 'setup.recorded', body: torchSaid(v, design) })}
    >
      {(view) => {
        const { cup, lens, amps } = view.read;
        return (
          <>
            <DrawTorch read={view.read} />
            <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-4">
              <Field name="cup" hint={cup !== undefined && `${show(boreOfCup(cup), 'length', system)} bore`} />
              <div>
                <Field name="lens" />
                {lens && <Field name="screen" />}
              </div>
              <Field name="electrode" />
              <Field name="stickOut" />
              <Field name="flow" />
              <Field name="amps" />
              <Field name="postFlow" />
            </div>
            {range && amps !== undefined && (amps < range[0] || amps > range[1]) && (
              <p className="text-sm font-semibold">
                ■ Deviation: {wps.label} gives {range[0]} to {range[1]} A. The WPS is the limit.
              </p>
            )}
          </>
        );
      }}
    </Form>
  );
}

/** Puts the cup on the Plan view and the rules below it while they are typed. */
function DrawTorch({ read: { cup, lens = false, screen = false, electrode, amps } }: Pick<View<typeof torchForm>, 'read'>) {
  const { state } = useWeld();
  const { act } = useDesk();
  useEffect(() => {
    if (cup === undefined) return;
    const figures = torchFigures({ cup, lens, screen, electrode, amps }, state.design);
    act({ do: 'draw', draft: { cup: { n: Number(cup), lens }, figures } });
  }, [act, state.design, cup, lens, screen, electrode, amps]);
  return null;
}

export const setup: StageView = { view: 'plan', Form: SetupStage, Below: DraftFigures };
