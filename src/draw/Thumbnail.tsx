/** A weld in small: Side, Plan, End, always in this order. Drawn by the browser: a Board of them is not the server's work. */
import { memo, useEffect, useState } from 'react';
import type { WeldSummary } from '../../core/work/record';
import { startingSetup } from '../../core/models/setup';
import { PlanView } from './PlanView';
import { SeamView } from './SeamView';
import { SideView } from './SideView';
import { filmsOf } from '../../core/models/tint';

type Props = { weld: string; version: string; summary: WeldSummary };

function Drawn({ summary: s }: Props) {
  const [here, setHere] = useState(false);
  useEffect(() => setHere(true), []);
  return (
    <span className="flex h-16 min-w-56 items-center gap-2">
      {here && (
        <>
          <SideView
            setup={s.purge ?? startingSetup(s.design.size)}
            system="metric"
            mini
            className={`h-14 w-28 min-w-0 grow ${s.purge ? '' : 'opacity-40'}`}
          />
          <PlanView size={s.design.size} seam={s.design.seam} cup={s.cup} welded={s.welded} mini className="h-13 w-13 shrink-0" />
          <SeamView
            seam={s.design.seam}
            od={s.design.size.od}
            film={filmsOf(s.design.alloyA)}
            gap={s.gap}
            tints={s.tints}
            welded={s.welded}
            mini
            className="h-16 w-16 shrink-0"
          />
        </>
      )}
    </span>
  );
}

/** Drawn again only when something happened to the weld. */
export const Thumbnail = memo(Drawn, (a, b) => a.weld === b.weld && a.version === b.version);
