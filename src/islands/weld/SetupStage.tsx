/** Set-up of the torch, before the first tack: cup, stick-out, flow, amps, post-flow, each beside its rule. */
import { useEffect } from 'react';
import { postFlow, startingAmps } from '../../../core/models/heat';
import { isTitanium } from '../../../core/basics/materials';
import { itemsOf } from '../../../core/work/registers';
import { cupFlow, cups, startingCup, stickOut } from '../../../core/models/shield';
import { parseQuantity, show } from '../../../core/basics/units';
import { CheckField, PickField, QuantityField, si } from '../kit/fields';
import { Beside } from '../kit/Beside';
import { Figures } from '../kit/FigureView';
import { StageForm } from '../kit/StageForm';
import { useWeld } from './context';

type Values = {
  cup: string;
  lens: boolean;
  screen: boolean;
  electrode: string;
  stickOut: string;
  flow: string;
  amps: string;
  postFlow: string;
};

function DrawCup({ cup, lens }: { cup: number; lens: boolean }) {
  const { setDraft } = useWeld();
  useEffect(() => setDraft({ cup: { n: cup, lens } }), [cup, lens, setDraft]);
  return null;
}

/** A tungsten as the trade names it in inches: the nearest 32nd. */
const fractionOf = (m: number): string => show((Math.round((m / 0.0254) * 32) / 32) * 0.0254, 'length', 'inch');

export function SetupStage() {
  const { state, registers, system, record } = useWeld();
  const { size, alloyA } = state.design;
  const s = state.setup;
  const n = s?.cup ?? startingCup(size.od, isTitanium(alloyA));
  const amps = startingAmps(size.wall);
  const wps = itemsOf(registers, 'wps').find((w) => w.id === state.fitup?.wps.id);
  const electrode = s?.electrode ?? 2.4e-3;
  const defaults: Values = {
    cup: String(n),
    lens: s?.lens ?? true,
    screen: s?.screen ?? false,
    electrode: system === 'inch' ? fractionOf(electrode) : show(electrode, 'length', system),
    stickOut: show(s?.stickOut ?? Math.min(0.0127, stickOut(n, true, electrode).value ?? 0.006), 'length', system),
    flow: show(s?.flow ?? cupFlow(n, true).value ?? 1e-4, 'flow', system),
    amps: s ? show(s.amps, 'current', system) : amps.value ? `${Math.round(amps.value)} A` : '',
    postFlow: s ? `${Math.round(s.postFlow)} s` : amps.value ? `${Math.round(postFlow(amps.value).value ?? 8)} s` : '',
  };
  const figuresOf = (v: Values) => {
    const a = parseQuantity(v.amps, 'current', system);
    const e = parseQuantity(v.electrode, 'length', system);
    return [
      cupFlow(Number(v.cup), v.lens, v.screen),
      stickOut(Number(v.cup), v.lens, e.ok ? e.value : 2.4e-3, v.screen),
      amps,
      ...(a.ok ? [postFlow(a.value)] : []),
    ];
  };
  const save = (v: Values) =>
    record({
      stream: state.id,
      type: 'setup.recorded',
      body: {
        cup: Number(v.cup),
        lens: v.lens,
        screen: v.lens && v.screen,
        electrode: si(v.electrode, 'length', system),
        stickOut: si(v.stickOut, 'length', system),
        flow: si(v.flow, 'flow', system),
        amps: si(v.amps, 'current', system),
        postFlow: si(v.postFlow, 'time', system),
        figures: figuresOf(v),
      },
    });
  return (
    <StageForm<Values> defaults={defaults} onRecord={save} label={s ? 'Record the set-up again' : 'Record the set-up'}>
      {(form) => {
        const v = form.watch();
        const a = parseQuantity(v.amps, 'current', system);
        const range = wps?.body.amps;
        return (
          <>
            <DrawCup cup={Number(v.cup)} lens={v.lens} />
            <div className="grid grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-4">
              <PickField
                name="cup"
                label="Cup"
                options={cups.map((c) => ({ value: String(c), label: `No. ${c}` }))}
                hint={`${show((Number(v.cup) / 16) * 0.0254, 'length', system)} bore`}
              />
              <div>
                <CheckField name="lens" label="Gas lens" />
                {v.lens && <CheckField name="screen" label="Extra screen" />}
              </div>
              <QuantityField
                name="electrode"
                label="Electrode"
                quantity="length"
                system={system}
                max={{ value: 0.01, message: `More than ${show(0.01, 'length', system)}. Check the unit.` }}
              />
              <QuantityField
                name="stickOut"
                label="Stick-out"
                quantity="length"
                system={system}
                max={{ value: 0.1, message: `More than ${show(0.1, 'length', system)}. Check the unit.` }}
              />
              <QuantityField
                name="flow"
                label="Torch flow"
                quantity="flow"
                system={system}
                max={{ value: 5e-3, message: `More than ${show(5e-3, 'flow', system)}. Check the unit.` }}
              />
              <QuantityField
                name="amps"
                label="Amps"
                quantity="current"
                system={system}
                max={{ value: 500, message: 'More than 500 A. Check it.' }}
              />
              <QuantityField
                name="postFlow"
                label="Post-flow"
                quantity="time"
                system={system}
                max={{ value: 600, message: 'More than 10 min. Check the unit.' }}
              />
            </div>
            {range && a.ok && (a.value < range[0] || a.value > range[1]) && (
              <p className="text-sm font-semibold">
                ■ Deviation: {wps.label} gives {range[0]} to {range[1]} A. The WPS is the limit.
              </p>
            )}
            <Beside>
              <Figures figures={figuresOf(v)} system={system} />
            </Beside>
          </>
        );
      }}
    </StageForm>
  );
}
