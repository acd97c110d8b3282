/** The sheet in hand: as it is typed, else as it is recorded or carried over, else by the rules; with what follows from it. */
import { useMemo } from 'react';
import { besideJoint, tightOf, type Beside } from '../../../core/models/assembly';
import { tackPlaces, type PassId, type Share } from '../../../core/models/passes';
import { procedureOf, itemsOf } from '../../../core/work/registers';
import { reasonKnown, setUp } from '../../../core/work/record';
import { legsOfSheet, sheetByRule, wpsVerdicts, type Sheet } from '../../../core/work/sheet';
import type { Verdict } from '../../../core/models/wps';
import { useShop, useWeld } from './context';
import { useDesk, type Torch } from './desk';
import { usePlanning } from './planning';

/** What the joint is known to be, beside its drawing. */
export function useFirstSheet(): Sheet {
  const { state } = useWeld();
  const { carried } = useShop();
  const { setup: spool } = usePlanning();
  const { fitup: f, setup: s, design } = state;
  return useMemo(
    () =>
      s?.sheet ??
      carried?.torch?.sheet ??
      sheetByRule(design, {
        tilt: spool.tilt,
        gap: f && { narrow: f.gapNarrow.value, narrowAt: f.gapNarrow.at, wide: f.gapWide.value },
      }),
    [s, carried, design, spool.tilt, f],
  );
}

export type InSheet = {
  sheet: Sheet;
  pass: PassId;
  /** of a pass, mean; null where nobody said */
  amps: (p: PassId) => number | null;
  legs: Share[];
  tacks: number[];
  beside: Beside[];
  tight: Beside[];
};

export function useSheet(torch: Pick<Torch, 'plan'>): InSheet {
  const { state } = useWeld();
  const { desk } = useDesk();
  const first = useFirstSheet();
  const { setup: spool } = usePlanning();
  const { design } = state;
  const sheet = desk.draft.sheet ?? first;
  const pass = sheet.passes.find((p) => p.pass === desk.draft.pass)?.pass ?? 'root';
  const { plan = null } = torch;
  const root = plan?.amps ?? null;
  const own = sheet.passes.find((p) => p.pass === pass)?.amps ?? null;
  const amps = pass === 'root' ? root : own;
  const travel = plan?.travel ?? null;
  const legs = useMemo(() => legsOfSheet(sheet, { amps, travel }, design), [sheet, amps, travel, design]);
  const beside = useMemo(() => (spool.joint === null ? [] : besideJoint(spool.parts, spool.joint, design.looking)), [spool, design]);
  return {
    ...{ sheet, pass, legs, beside },
    amps: (p) => (p === 'root' ? root : (sheet.passes.find((x) => x.pass === p)?.amps ?? null)),
    tacks: tackPlaces(sheet.tacks.count, sheet.start, design.seam),
    tight: tightOf(beside),
  };
}

/** How the set-up in hand lies to its WPS; null where no WPS is named yet, or it is in no register. */
export function useWps(torch: Torch): { name: string; verdicts: Verdict[]; unsaid: Verdict[] } | null {
  const { state } = useWeld();
  const { registers, system } = useShop();
  const { sheet } = useSheet(torch);
  const named = state.fitup?.wps;
  const wps = itemsOf(registers, 'wps').find((w) => w.id === named?.id);
  const { amps, travel, flow, cup } = {
    amps: torch.plan?.amps ?? torch.amps,
    travel: torch.travel ?? null,
    flow: torch.flow,
    cup: torch.cup,
  };
  return useMemo(() => {
    if (!wps || amps === undefined || flow === undefined) return null;
    const p = procedureOf(wps);
    const said = setUp(state, { amps, travel, flow, cup, sheet });
    const verdicts = wpsVerdicts(p, said, state.design, system);
    // What lies outside and has no reason of its own yet.
    const unsaid = verdicts.filter((v) => !v.inside && reasonKnown(v, state.need) === null);
    return { name: `${p.label} revision ${p.revision}`, verdicts, unsaid };
  }, [wps, amps, travel, flow, cup, sheet, state, system]);
}
