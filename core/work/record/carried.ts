/**
 * What a weld takes over from the last one alike, so that nothing is asked twice: papers, gas, torch. Never what is measured, seen or
 * counted: gap, high-low, tint, oxygen, counts and results are this weld's own.
 */
import type { Fitup } from '../fitup';
import { gasPicks, type GasPicks } from '../gas';
import type { Setup } from '../../models/setup';
import type { Design } from '../jobs';
import type { Sheet } from '../sheet';
import type { TorchSetup } from '../torch';
import type { WeldState } from './weldState';

export type Carried = {
  /** the weld it comes from, as people call it */
  number: string;
  /** it stands on the same spool: the heats of its tubes are this weld's too; of another spool only the WPS is known */
  sameSpool: boolean;
  papers: Pick<Fitup, 'heatA' | 'heatB' | 'wps' | 'filler'> | null;
  gas: GasPicks | null;
  torch: TorchSetup | null;
  /** the hoses its purge was fed through; null when it had none yet */
  hoses: Setup['inlets'][number]['hose'][] | null;
};

/** Alike: the same joint in the same tube and metals, to the same criterion. */
export const isAlike = (a: Design, b: Design): boolean =>
  a.joint === b.joint &&
  a.seam.kind === b.seam.kind &&
  a.alloyA === b.alloyA &&
  a.alloyB === b.alloyB &&
  a.size.od === b.size.od &&
  a.size.wall === b.size.wall &&
  a.criterion.id === b.criterion.id;

/** A coupon is looked at for each: what was seen on the last is nothing for this one. */
const withoutCoupon = (s: Sheet): Sheet => (s.orbital === null ? s : { ...s, orbital: { ...s.orbital, coupon: '' } });

/** @param last an alike weld as it stands now */
export function carriedFrom(last: WeldState, sameSpool: boolean): Carried {
  const { fitup, gas, setup } = last;
  return {
    number: last.number,
    sameSpool,
    papers: fitup && { heatA: fitup.heatA, heatB: fitup.heatB, wps: fitup.wps, filler: fitup.filler },
    gas: gas && gasPicks(gas),
    hoses: last.runs.at(-1)?.started.setup.inlets.map((i) => i.hose) ?? null,
    torch: setup && {
      ...{ cup: setup.cup, lens: setup.lens, screen: setup.screen, electrode: setup.electrode, stickOut: setup.stickOut },
      ...{ flow: setup.flow, amps: setup.amps, postFlow: setup.postFlow, figures: setup.figures },
      ...{ travel: setup.travel, tilt: setup.tilt, trailing: setup.trailing, aim: setup.aim },
      ...{ tungsten: setup.tungsten, grind: setup.grind, pulse: setup.pulse, reason: setup.reason },
      sheet: setup.sheet && withoutCoupon(setup.sheet),
    },
  };
}
