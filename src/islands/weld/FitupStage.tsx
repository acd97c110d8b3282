/** Fit-up: gap with its clock positions, high-low, heats, filler, WPS, welder. */
import { useEffect, useRef } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { gapAdvice, highLow, ovality, startingAmps, tackCount } from '../../../core/models/heat';
import { fitupPaperFaults, type HeatPaper } from '../../../core/models/papers';
import { fillerFor } from '../../../core/basics/materials';
import { itemsOf, type ItemOf } from '../../../core/work/registers';
import { bore } from '../../../core/basics/sizes';
import { parseQuantity, show } from '../../../core/basics/units';
import { CheckField, HourField, PickField, QuantityField, required, si } from '../kit/fields';
import { Beside } from '../kit/Beside';
import { Figures } from '../kit/FigureView';
import { Advices, Missing } from '../kit/notes';
import { StageForm } from '../kit/StageForm';
import { useWeld } from './context';
import { PaperNotes, paperRefusal } from './Papers';

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
  odMost: string;
  odLeast: string;
  flux: string;
  /** the wrong paper is on the pipe all the same */
  so: boolean;
};

export function FitupStage() {
  const { state, registers, people, person, system, record } = useWeld();
  const { size, alloyA, alloyB } = state.design;
  const heats = itemsOf(registers, 'heat');
  const wpss = itemsOf(registers, 'wps');
  const f = state.fitup;
  const tubes = heats.filter((h) => h.body.what === 'tube' || h.body.what === 'fitting');
  const fluxes = heats.filter((h) => h.body.what === 'flux');
  const option = (i: { id: string; label: string }) => ({ value: i.id, label: i.label });
  const len = (m: number) => show(m, 'length', system);
  const defaults: Values = {
    narrow: f ? len(f.gapNarrow.value) : '',
    narrowAt: f ? String(f.gapNarrow.at) : '',
    wide: f ? len(f.gapWide.value) : '',
    wideAt: f ? String(f.gapWide.at) : '',
    highLow: f ? len(f.highLow) : '',
    heatA: f?.heatA.id ?? '',
    heatB: f?.heatB.id ?? '',
    useFiller: f ? f.filler !== null : state.design.joint === 'open-root',
    filler: f?.filler?.heat.id ?? '',
    rod: f?.filler ? len(f.filler.diameter) : '',
    wps: f?.wps.id ?? (wpss.length === 1 ? (wpss[0]?.id ?? '') : ''),
    welder: f?.welder ?? person?.id ?? '',
    odMost: f?.ovality ? len(f.ovality.most) : '',
    odLeast: f?.ovality ? len(f.ovality.least) : '',
    flux: f?.flux?.id ?? '',
    so: false,
  };

  const named = (list: readonly { id: string; label: string }[], id: string) => {
    const found = list.find((x) => x.id === id);
    return { id, label: found?.label ?? '' };
  };
  const paper = (list: readonly ItemOf<'heat'>[], id: string): HeatPaper | null => {
    const h = list.find((x) => x.id === id);
    return h ? { alloy: h.body.alloy, what: h.body.what, sulphur: h.body.sulphur, filler: h.body.filler ?? null } : null;
  };
  /** what the registers say of what is picked so far */
  const faultsOf = (v: Values) => {
    const metals = wpss.find((w) => w.id === v.wps)?.body.metals ?? [];
    return fitupPaperFaults(
      {
        heatA: paper(heats, v.heatA),
        heatB: paper(heats, v.heatB),
        filler: v.useFiller ? paper(heats, v.filler) : null,
        flux: paper(heats, v.flux),
        wps: metals.length ? { metals } : null,
      },
      state.design,
      !v.useFiller,
    );
  };
  const save = async (v: Values) => {
    const refused = paperRefusal(faultsOf(v), v.so);
    if (refused) return refused;
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
        ovality: v.odMost && v.odLeast ? { most: si(v.odMost, 'length', system), least: si(v.odLeast, 'length', system) } : null,
        flux: v.flux ? named(heats, v.flux) : null,
      },
    });
  };
  /** What the rules say of what is typed so far. */
  const reading = (v: Values) => {
    const q = (text: string) => {
      const p = parseQuantity(text, 'length', system);
      return p.ok ? p.value : null;
    };
    const [narrow, wide, off, most, least] = [q(v.narrow), q(v.wide), q(v.highLow), q(v.odMost), q(v.odLeast)];
    return {
      advice:
        narrow !== null && wide !== null && wide >= narrow && v.narrowAt && v.wideAt
          ? gapAdvice({ narrow, narrowAt: Number(v.narrowAt), wide, wideAt: Number(v.wideAt) }, size.wall, !v.useFiller, system, size.od)
          : [],
      figures: [
        startingAmps(size.wall),
        ...(off === null ? [] : [highLow(off, size.wall)]),
        ...(most !== null && least !== null && most >= least ? [ovality(most, least, size)] : []),
      ],
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
                check={(x, form) => {
                  const w = parseQuantity(String(form['wide'] ?? ''), 'length', system);
                  return w.ok && w.value < x ? 'Wider than the widest. Change one of the two.' : null;
                }}
                deps={['wide']}
                max={{ value: bore(size), message: 'The gap is wider than the tube. Check the unit.' }}
              />
              <HourField name="narrowAt" label="Narrowest at" />
              <QuantityField
                name="wide"
                label="Widest gap"
                quantity="length"
                system={system}
                deps={['narrow']}
                max={{ value: bore(size), message: 'The gap is wider than the tube. Check the unit.' }}
              />
              <HourField name="wideAt" label="Widest at" />
              <QuantityField
                name="highLow"
                label="High-low"
                quantity="length"
                system={system}
                max={{
                  value: size.wall,
                  message: `More than the wall of ${show(size.wall, 'length', system)}: the ends do not meet. Fit it again.`,
                }}
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
            <details className="text-sm" open={f?.ovality != null || f?.flux != null}>
              <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">
                Out of round{fluxes.length > 0 && ', root flux'} ›
              </summary>
              <div className="grid grid-cols-2 gap-x-3 md:grid-cols-4">
                <QuantityField name="odMost" label="Largest diameter" quantity="length" system={system} optional />
                <QuantityField
                  name="odLeast"
                  label="Smallest diameter"
                  quantity="length"
                  system={system}
                  optional
                  check={(x, form) => {
                    const m = parseQuantity(String(form['odMost'] ?? ''), 'length', system);
                    return m.ok && m.value < x ? 'Larger than the largest. Change one of the two.' : null;
                  }}
                />
                {fluxes.length > 0 && <PickField name="flux" label="Root flux" options={fluxes.map(option)} empty="none" />}
              </div>
            </details>
            <PaperNotes faults={faultsOf(v)} />
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
    if (narrowAt && wideAt)
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
