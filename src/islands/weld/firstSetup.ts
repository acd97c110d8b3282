/** The set-up a weld's purge starts from: as planned, as the spool was last kept, or as a new one begins; with the gas of its lot. */
import type { GasLot } from '../../../core/work/gas';
import type { WeldState } from '../../../core/work/record';
import { setupForWeld, startingSetup, type Setup } from '../../../core/models/setup';
import type { Shop } from './context';

export function firstSetup(
  state: Pick<WeldState, 'plan' | 'id' | 'design'>,
  { savedSetup, spoolDone }: Pick<Shop, 'savedSetup' | 'spoolDone'>,
  lot: Pick<GasLot, 'gas' | 'supplyPpm'> | null,
): Setup {
  const base =
    state.plan?.setup ??
    (savedSetup ? setupForWeld(savedSetup.setup, savedSetup.joints, state.id, spoolDone) : startingSetup(state.design.size, lot?.gas));
  return lot ? { ...base, gas: lot.gas, supplyPpm: lot.supplyPpm } : base;
}
