/** A tool as a rung of the ladder: kinds under the shop's own names, and what each leaves and takes. */
import type { AlloyId } from '../../basics/materials';
import { wantedMark, wayOf, type Mark, type RungKind } from '../cleaning';
import { raAfter, type RaSpan } from './roughness';

export type Rung = {
  id: string;
  /** the shop's own name for it */
  label: string;
  kind: RungKind;
  metal: Mark;
  /** null: it has none, as a brush has */
  grit: number | null;
  /** Ra it leaves here as the shop has measured it, m; null: by the chart of its grit */
  ra: number | null;
  /** metal it takes in a pass, m; null where nobody measured */
  takes: number | null;
  /** narrowest bore it goes into, m; null: outside only */
  bore: number | null;
  /** turns a minute it is rated for; null where none stands on it */
  ratedRpm: number | null;
  /** somebody found it worn */
  worn?: boolean;
};

/** Ra it leaves, m; null where it leaves what was there, or nobody knows. What is worn leaves the lower end of its chart, half. */
export function leaves(r: Rung): RaSpan | null {
  if (r.ra !== null) return { low: r.ra, high: r.ra };
  const chart = r.grit === null ? null : raAfter(r.grit);
  return chart && r.worn ? { low: chart.low, high: chart.low } : chart;
}

/** A brush or wet way leaves the scratches that were there; whatever has a grit makes its own. */
export const cuts = (r: Rung): boolean => wayOf(r.kind) !== 'wet' && r.grit !== null;

/** The mark a tool for these metals carries, as the chemistry wants it. */
export const markFor = (ids: readonly AlloyId[]): Mark => wantedMark({ alloys: ids });
