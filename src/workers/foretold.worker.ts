/** Tint foretold off the page's own thread: of one weld, and of many that were looked at. */
import * as Comlink from 'comlink';
import type { AlloyId } from '../../core/basics/materials';
import { foretellInside, foretellOutside, type Foretold, type JointGas, type Learnt, type Nm, type Pass } from '../../core/models/foretold';
import { breathe } from './breathe';

export type WeldQuestion = { alloy: AlloyId; inside: { pass: Pass; gas: JointGas } | null; leaves: Nm | null; learnt: Learnt };
export type WeldForetold = { inside: Foretold | null; outside: Foretold | null };
export type CaseQuestion = { weld: string; pass: Pass; gas: JointGas };

const api = {
  weld: ({ alloy, inside, leaves, learnt }: WeldQuestion): WeldForetold => ({
    inside: inside && foretellInside(inside.pass, inside.gas, learnt),
    outside: leaves && foretellOutside(alloy, leaves),
  }),
  /** Each weld by the model and the coupons of its metal, never by a correction: that is what the correction comes from. */
  async cases(
    list: readonly CaseQuestion[],
    coupons: Partial<Record<AlloyId, Learnt>>,
    tell: (done: number) => void,
  ): Promise<(Foretold | null)[]> {
    const told: (Foretold | null)[] = [];
    for (const [i, c] of list.entries()) {
      if (i % 10 === 9) {
        tell(i);
        await breathe();
      }
      told.push(foretellInside(c.pass, c.gas, { coupons: coupons[c.pass.alloy]?.coupons ?? [] }));
    }
    return told;
  },
};
export type ForetoldWorker = typeof api;
Comlink.expose(api);
