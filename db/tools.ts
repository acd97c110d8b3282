/** What tools have touched, over all welds: beside the record, written from it. */
import { alloys, type AlloyFamily } from '../core/basics/materials';
import type { WeldState } from '../core/work/record';
import type { ToolPast } from '../core/work/registers';
import type { Db, Tx } from './sql';

/** Every touch of a weld, anew: what was taken back is gone with it. */
export async function writeTouches(tx: Tx, s: WeldState): Promise<void> {
  const families = [...new Set([s.design.alloyA, s.design.alloyB].map((a) => alloys[a].family))];
  const rows = [...s.cleans, ...s.touches].flatMap((e) =>
    e.tool ? [{ event: e.event, tool: e.tool.id, weld: s.id, at: new Date(e.at), families }] : [],
  );
  await tx`delete from tool_touch where weld = ${s.id} ${rows.length ? tx`and event not in ${tx(rows.map((r) => r.event))}` : tx``}`;
  for (const r of rows)
    await tx`insert into tool_touch ${tx(r)} on conflict (event, tool) do update set at = excluded.at, families = excluded.families`;
}

type Row = { tool: string; families: AlloyFamily[]; times: number; first: Date; last: Date };
/** The past of every tool that has one. */
export async function toolPasts(db: Db): Promise<Map<string, ToolPast>> {
  const rows = await db<Row[]>`
    select t.tool, array_agg(distinct f.f) as families, count(distinct t.event)::int as times, min(t.at) as first, max(t.at) as last
    from tool_touch t cross join unnest(t.families) as f(f) group by t.tool`;
  return new Map(
    rows.map(({ tool, families, times, first, last }) => [tool, { families, times, first: first.getTime(), last: last.getTime() }]),
  );
}

/** Families of metal a tool had touched before a moment, ms, leaving one event out. */
export async function touchedBefore(db: Db, tool: string, at: number, event: string): Promise<AlloyFamily[]> {
  const rows = await db<{ f: AlloyFamily }[]>`
    select distinct f.f from tool_touch t cross join unnest(t.families) as f(f)
    where t.tool = ${tool} and t.at <= ${new Date(at)} and t.event <> ${event} order by 1`;
  return rows.map((r) => r.f);
}
