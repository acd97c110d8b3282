/** What is refused with its reason, because it makes no sense on this weld. Facts of the arc are never refused. */
import { cleaningRefusals, passivationRefusals, rinseDone, testRefusals } from '../../models/cleaning';
import type { Criterion } from '../../models/criteria';
import { judge, outcomeSchema } from '../../models/criteria';
import { gasRefusal } from '../../basics/gases';
import { alloys } from '../../basics/materials';
import { bore } from '../../basics/sizes';
import type { BodyOf, EventType } from './events';
import { dams, situation, type WeldState } from './reduce';

type Proposal = { [T in EventType]: { type: T; body: BodyOf<T> } }[EventType];

/** @returns reasons, empty when nothing speaks against recording this */
export function refusals(p: Proposal, s: WeldState, criterion: Criterion): string[] {
  switch (p.type) {
    case 'fitup.recorded': {
      const d = bore(s.design.size);
      const no: string[] = [];
      if (p.body.gapWide.value >= d) no.push('The gap is wider than the tube. Check the unit.');
      if (p.body.highLow >= s.design.size.od / 2) no.push('The high-low is more than half the tube. Check the unit.');
      return no;
    }
    case 'gas.recorded':
      return [s.design.alloyA, s.design.alloyB]
        .flatMap((a) => {
          const { family, titaniumStabilised } = alloys[a];
          return [p.body.purge.gas, p.body.torch.gas].map((g) => gasRefusal(g, family, titaniumStabilised)).filter((x) => x !== null);
        })
        .filter((x, i, all) => all.indexOf(x) === i);
    case 'verdict.given': {
      if (!s.look || p.body.look !== s.look.event) return ['The look this verdict rests on is no longer the newest. Open the weld again.'];
      if (p.body.criterion.id !== criterion.id || p.body.criterion.version !== criterion.version)
        return ['The criterion of this weld is another. Open the weld again.'];
      const v = judge(criterion, s.look);
      if (v.outcome === 'incomplete') return [`The look is incomplete: ${v.missing.join('; ')}.`];
      // A person may be stricter than the criterion, never milder; only "refer" is for a person to settle.
      const rank = (o: string) => outcomeSchema.options.indexOf(o as never);
      if (v.outcome !== 'refer' && rank(p.body.outcome) < rank(v.outcome))
        return ['A verdict milder than the criterion needs another criterion, not another verdict.'];
      return [];
    }
    case 'clean.recorded':
      return cleaningRefusals({ ...p.body, tool: p.body.tool?.tool ?? null }, situation(s, criterion));
    case 'passivate.started':
      return passivationRefusals(situation(s, criterion));
    case 'passivate.ended':
      return [...testRefusals(p.body.test, criterion.foodContact), ...rinseDone(p.body.feedPh, p.body.runoffPh, p.body.chloridePpm)];
    case 'record.closed': {
      const count = dams(s);
      if (s.due !== 'record') return ['The weld still waits for something before its record.'];
      if (!count.agree)
        return [
          count.out === null
            ? 'The dams that came out were not counted.'
            : `${count.in} dams, tapes and diffusers went in, ${count.out} came out. Find the rest.`,
        ];
      return [];
    }
    default:
      return [];
  }
}
