/** Set-up of the torch, before the first tack: cup, stick-out, flow, amps, post-flow, each beside its rule. */
import { useEffect } from 'react';
import { format, show, type System } from '../../../core/basics/units';
import { startingAmps } from '../../../core/models/heat';
import { cupFlow, stickOut as longestOf } from '../../../core/models/shield';
import { TorchView } from '../../draw/TorchView';
import { boreOfCup, torchFigures, torchForm, torchKnown, torchSaid, tungstenTyped } from '../../../core/work/torch';
import { itemsOf } from '../../../core/work/registers';
import { Field } from '../kit/Field';
import { Form, type View } from '../kit/Form';
import { useShop, useWeld } from './context';
import { useDesk, useSaidOnDrawing, type Torch } from './desk';
import { WeldPlan } from './Drawings';
import { Title } from './StagePage';
import { DraftFigures } from './DraftFigures';
import type { StageView } from './stageView';

function SetupStage() {
  const { state, record } = useWeld();
  const { registers, carried, system } = useShop();
  const { design, setup: s } = state;
  const wps = itemsOf(registers, 'wps').find((w) => w.id === state.fitup?.wps.id);
  const range = wps?.body.amps;
  const known = torchKnown(s ?? carried?.torch ?? null, design);
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
            <DrawTorch view={view} />
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
            {wps && state.fitup && wps.body.revision !== state.fitup.wps.revision && (
              <p className="text-sm font-semibold">
                □ {wps.label} is at revision {wps.body.revision} now; this weld was fitted up to revision {state.fitup.wps.revision}. Ask
                which counts.
              </p>
            )}
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

/** Puts the torch on the drawing and the rules below it while it is typed; takes what is set on the drawing into the fields. */
function DrawTorch({ view: { read, set } }: { view: View<typeof torchForm> }) {
  const { state } = useWeld();
  const { act } = useDesk();
  const { cup, lens = false, screen = false, stickOut, electrode, flow, amps, postFlow } = read;
  useEffect(() => {
    if (cup === undefined) return;
    const torch = { cup: Number(cup), lens, screen: lens && screen, stickOut, electrode, flow, amps, postFlow };
    act({ do: 'draw', draft: { torch, figures: torchFigures({ cup, lens, screen, electrode, amps }, state.design) } });
  }, [act, state.design, cup, lens, screen, stickOut, electrode, flow, amps, postFlow]);
  useSaidOnDrawing((name, text) => {
    if (name === 'cup' || name === 'stickOut') set(name, text);
  });
  return null;
}

/** The torch in hand: as it is typed, else as it is recorded, else as the rules would set it. */
function useTorch(): Torch {
  const { state } = useWeld();
  const { torch } = useDesk().desk.draft;
  const { carried } = useShop();
  if (torch) return torch;
  const { cup = '12', lens = true, screen = false, ...rest } = torchKnown(state.setup ?? carried?.torch ?? null, state.design);
  return { cup: Number(cup), lens, screen, ...rest };
}

const rangeOf = ({ low, high }: { low?: number | null; high?: number | null }, of: 'flow' | 'current', system: System): string =>
  low == null || high == null ? '' : `${format(low, of, system).number} to ${show(high, of, system)}`;

/** The seam from above with the cup on it, and the torch cut through: both take cup and stick-out from a drag. */
function SetupDrawing() {
  const { state } = useWeld();
  const { system } = useShop();
  const { act } = useDesk();
  const t = useTorch();
  const amps = startingAmps(state.design.size.wall);
  return (
    <div className="grid gap-2 sm:grid-cols-[2fr_3fr] lg:absolute lg:inset-0 lg:grid-cols-[2fr_3fr]">
      <div className="relative order-last min-h-56 sm:order-none lg:min-h-0">
        <WeldPlan />
      </div>
      <TorchView
        {...{ cup: t.cup, lens: t.lens, screen: t.screen, system }}
        stickOut={t.stickOut ?? null}
        electrode={t.electrode ?? null}
        words={{
          ...(t.flow !== undefined && { flow: show(t.flow, 'flow', system) }),
          flowRange: `${rangeOf(cupFlow(t.cup, t.lens, t.screen), 'flow', system)} by the cup`,
          ...(t.amps !== undefined && { amps: `${Math.round(t.amps)} A` }),
          ampsRange: amps.value === null ? 'amps from the WPS' : `${rangeOf(amps, 'current', system)} to start with`,
          ...(t.postFlow !== undefined && { after: `gas ${show(t.postFlow, 'time', system)} after the arc` }),
        }}
        onStickOut={(m) => act({ do: 'say', name: 'stickOut', text: show(m, 'length', system) })}
        onCup={(n) => act({ do: 'say', name: 'cup', text: String(n) })}
        className="h-full max-h-[75vh] w-full lg:max-h-none"
      />
    </div>
  );
}

/** Is the torch within what its cup covers? Said first, with the reason. */
function SetupHead() {
  const { state } = useWeld();
  const { system } = useShop();
  const { cup, lens, screen, stickOut, electrode, flow } = useTorch();
  const longest = longestOf(cup, lens, electrode ?? 2.4e-3, screen).value;
  const q = (m: number) => show(m, 'length', system);
  const range = cupFlow(cup, lens, screen);
  const many = lens ? ` or put ${screen ? 'a wider cup' : 'a screen'} on` : ' or put a lens in';
  if (longest === null)
    return <Title level="mind" title={`A no. ${cup} cup wants a lens.`} reason="Plain, its gas breaks up before it reaches the work." />;
  if (stickOut !== undefined && stickOut > longest * 1.001)
    return (
      <Title
        level="mind"
        title={`${q(stickOut)} is too far out for this cup.`}
        reason={`No. ${cup} covers to ${q(longest)} (rule, a judgement): shorten it${many}. Prove the cover on scrap.`}
      />
    );
  if (flow !== undefined && range.low != null && range.high != null && (flow < 0.98 * range.low || flow > 1.02 * range.high))
    return (
      <Title
        level="mind"
        title={flow < range.low ? 'Too little gas for this cup.' : 'Too much gas for this cup.'}
        reason={`No. ${cup} runs on ${rangeOf(range, 'flow', system)} (rule, a judgement): ${flow < range.low ? 'too little leaves colour' : 'too much pushes the puddle and draws in air'}.`}
      />
    );
  return (
    <Title
      level="none"
      title={`Cup ${cup}${lens ? ', lens' : ''}, ${stickOut === undefined ? 'stick-out not given' : `${q(stickOut)} out`}.`}
      reason={state.setup ? 'As it was set.' : 'By the rules of the cup and the wall. The WPS is the limit.'}
    />
  );
}

export const setup: StageView = { view: 'plan', Head: SetupHead, Drawing: SetupDrawing, Form: SetupStage, Below: DraftFigures };
