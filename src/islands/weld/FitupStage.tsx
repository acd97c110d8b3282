/** Fit-up: gap with its clock positions, high-low, heats, filler, WPS, welder. */
import { useEffect, useRef } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { gapAdvice, highLow, startingAmps, tackCount } from '../../../core/models/heat';
import { fillerFor } from '../../../core/basics/materials';
import { itemsOf } from '../../../core/work/registers';
import { bore } from '../../../core/basics/sizes';
import { parseQuantity, show } from '../../../core/basics/units';
import { CheckField, HourField, PickField, QuantityField, required, si } from '../kit/fields';
import { Beside } from '../kit/Beside';
import { Figures } from '../kit/FigureView';
import { Advices, Missing } from '../kit/notes';
import { StageForm } from '../kit/StageForm';
import { useWeld } from './context';

type Values = {
  narrow: string;
  narrowAt: string;
  wide: string;
  wideAt: string;
  highLow: string;
  heatA: string;
  heatB: string;
  useFiller: boolean;
  filler: string;
  rod: string;
  wps: string;
  welder: string;
};

export function FitupStage() {
  const { state, registers, people, person, system, record } = useWeld();
  const { size, alloyA, alloyB } = state.design;
  const heats = itemsOf(registers, 'heat');
  const wpss = itemsOf(registers, 'wps');
  const f = state.fitup;
  const tubes = heats.filter((h) => h.body.what !== 'filler');
  const option = (i: { id: string; label: string }) => ({ value: i.id, label: i.label });
  const len = (m: number) => show(m, 'length', system);
  const defaults: Values = {
    narrow: f ? len(f.gapNarrow.value) : '',
    narrowAt: String(f?.gapNarrow.at ?? 12),
    wide: f ? len(f.gapWide.value) : '',
    wideAt: String(f?.gapWide.at ?? 6),
    highLow: f ? len(f.highLow) : '',
    heatA: f?.heatA.id ?? '',
    heatB: f?.heatB.id ?? '',
    useFiller: f ? f.filler !== null : state.design.joint === 'open-root',
    filler: f?.filler?.heat.id ?? '',
    rod: f?.filler ? len(f.filler.diameter) : '',
    wps: f?.wps.id ?? (wpss.length === 1 ? (wpss[0]?.id ?? '') : ''),
    welder: f?.welder ?? person?.id ?? '',
  };

  const named = (list: readonly { id: string; label: string }[], id: string) => {
    const found = list.find((x) => x.id === id);
    return { id, label: found?.label ?? '' };
  };
  const save = async (v: Values) => {
    const read = reading(v);
    const gap = {
      narrow: si(v.narrow, 'length', system),
      narrowAt: Number(v.narrowAt),
      wide: si(v.wide, 'length', system),
      wideAt: Number(v.wideAt),
    };
    const wps = wpss.find((w) => w.id === v.wps);
    return record({
      stream: state.id,
      type: 'fitup.recorded',
      body: {
        gapNarrow: { value: gap.narrow, at: gap.narrowAt },
        gapWide: { value: gap.wide, at: gap.wideAt },
        highLow: si(v.highLow, 'length', system),
        heatA: named(heats, v.heatA),
        heatB: named(heats, v.heatB),
        filler: v.useFiller ? { heat: named(heats, v.filler), diameter: si(v.rod, 'length', system) } : null,
        wps: { ...named(wpss, v.wps), revision: wps?.body.revision ?? '' },
        welder: v.welder,
        figures: read.figures,
        advice: read.advice,
      },
    });
  };
  /** What the rules say of what is typed so far. */
  const reading = (v: Values) => {
    const q = (text: string) => {
      const p = parseQuantity(text, 'length', system);
      return p.ok ? p.value : null;
    };
    const [narrow, wide, off] = [q(v.narrow), q(v.wide), q(v.highLow)];
    return {
      advice:
        narrow !== null && wide !== null && wide >= narrow
          ? gapAdvice({ narrow, narrowAt: Number(v.narrowAt), wide, wideAt: Number(v.wideAt) }, size.wall, !v.useFiller, system)
          : [],
      figures: [startingAmps(size.wall), ...(off === null ? [] : [highLow(off, size.wall)])],
    };
  };

  return (
    <StageForm<Values> defaults={defaults} onRecord={save} label={f ? 'Record the fit-up again' : 'Record the fit-up'}>
      {(form) => {
        const v = form.watch();
        const read = reading(v);
        const filler = fillerFor(alloyA, alloyB);
        return (
          <>
            <Missing what={[tubes.length === 0 && 'heats', wpss.length === 0 && 'WPS']} />
            <DrawGap form={form} />
            <div className="grid grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-4">
              <QuantityField
                name="narrow"
                label="Narrowest gap"
                quantity="length"
                system={system}
                max={{ value: bore(size), message: 'The gap is wider than the tube. Check the unit.' }}
              />
              <HourField name="narrowAt" label="Narrowest at" />
              <QuantityField
                name="wide"
                label="Widest gap"
                quantity="length"
                system={system}
                max={{ value: bore(size), message: 'The gap is wider than the tube. Check the unit.' }}
              />
              <HourField name="wideAt" label="Widest at" />
              <QuantityField
                name="highLow"
                label="High-low"
                quantity="length"
                system={system}
                max={{ value: size.od / 2, message: 'More than half the tube. Check the unit.' }}
              />
              <PickField name="heatA" label="Heat, end A" options={tubes.map(option)} empty="Pick" rules={required} />
              <PickField name="heatB" label="Heat, end B" options={tubes.map(option)} empty="Pick" rules={required} />
              <PickField
                name="wps"
                label="WPS"
                options={wpss.map((w) => ({ value: w.id, label: `${w.label} rev ${w.body.revision}` }))}
                empty="Pick"
                rules={required}
              />
              <PickField
                name="welder"
                label="Welder"
                options={people.map((p) => ({ value: p.id, label: `${p.name} (${p.stamp})` }))}
                empty="Pick"
                rules={required}
              />
              <CheckField name="useFiller" label="With filler" />
              {v.useFiller && (
                <>
                  <PickField
                    name="filler"
                    label={`Filler heat${filler ? ` (${filler})` : ''}`}
                    options={heats.filter((h) => h.body.what === 'filler').map(option)}
                    empty="Pick"
                    rules={required}
                  />
                  <QuantityField name="rod" label="Rod" quantity="length" system={system} />
                </>
              )}
            </div>
            <Advices
              advice={[
                ...read.advice,
                { school: 'Tacks', text: tackCount(size.od).text, source: 'Common practice, no source' },
                ...(filler
                  ? [{ school: 'Filler', text: `${filler} for ${alloyA} to ${alloyB}`, source: 'AWS A5 annexes, from memory' }]
                  : []),
              ]}
            />
            <Beside>
              <Figures figures={read.figures} system={system} />
            </Beside>
          </>
        );
      }}
    </StageForm>
  );
}

/** Puts the gap on the End view while it is typed, and takes its clock positions from presses there: narrowest, then widest. */
function DrawGap({ form }: { form: UseFormReturn<Values> }) {
  const { setDraft, onHour } = useWeld();
  const [narrow, narrowAt, wide, wideAt] = form.watch(['narrow', 'narrowAt', 'wide', 'wideAt']);
  const next = useRef<'narrowAt' | 'wideAt'>('narrowAt');
  useEffect(() => {
    setDraft({ gap: { narrowAt: Number(narrowAt), wideAt: Number(wideAt), ...(narrow && { narrow }), ...(wide && { wide }) } });
  }, [narrow, narrowAt, wide, wideAt, setDraft]);
  useEffect(() => {
    onHour.current = (hour) => {
      form.setValue(next.current, String(hour));
      next.current = next.current === 'narrowAt' ? 'wideAt' : 'narrowAt';
    };
    return () => {
      onHour.current = null;
    };
  }, [form, onHour]);
  return <p className="text-xs text-base-content/80">Press the clock: first the narrowest, then the widest.</p>;
}
