/** Two settings of the torch side by side: one is kept, the other is in hand. Fewer amps can mean more heat; a faster weld drags a longer tail. */
import { useState } from 'react';
import type { Figure, Quantity } from '../../../core/basics/figure';
import { show, showRough, type System } from '../../../core/basics/units';
import type { TorchPlan } from '../../../core/models/shield';
import { useShop } from './context';
import { useDesk } from './desk';

type Setting = { plan: TorchPlan; figures: readonly Figure[] };

const rows: readonly [id: string, name: string, of: Quantity][] = [
  ['heat-input', 'net heat', 'count'],
  ['hot-width', 'hot, to a side', 'length'],
  ['hot-length', 'hot, behind', 'length'],
  ['ring', 'ring hot for', 'time'],
  ['hottest', 'bare metal', 'temperature'],
];
const value = ({ figures }: Setting, id: string): number | null => figures.find((f) => f.id === id)?.value ?? null;
const text = (x: number | null, of: Quantity, system: System): string =>
  x === null
    ? '–'
    : of === 'count'
      ? system === 'inch'
        ? `${(x * 25.4).toFixed(1)} kJ/in`
        : `${x.toFixed(2)} kJ/mm`
      : showRough(x, of, system);

export function TwoSettings() {
  const { system } = useShop();
  const { torch, hot } = useDesk().desk.draft;
  const [kept, setKept] = useState<Setting | null>(null);
  const now: Setting | null = torch?.plan && hot?.figures.length ? { plan: torch.plan, figures: hot.figures } : null;
  if (!now && !kept) return null;
  const head = (s: Setting | null) => (s ? `${Math.round(s.plan.amps)} A, ${show(s.plan.travel, 'speed', system)}` : 'in hand');
  return (
    <section aria-label="Two settings" className="border-t-2 border-base-content/40 pt-2 text-sm">
      {kept && (
        <>
          <table className="w-full">
            <thead>
              <tr className="align-bottom">
                <th />
                <th className="pr-2 text-right font-medium">{head(kept)}</th>
                <th className="text-right font-medium">{head(now)}</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(([id, name, of]) => (
                <tr key={id} className="border-t border-base-300">
                  <td>{name}</td>
                  <td className="pr-2 text-right font-figure">{text(value(kept, id), of, system)}</td>
                  <td className="text-right font-figure font-bold">{now ? text(value(now, id), of, system) : ''}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {now && <p className="mt-1">{told(kept, now)}</p>}
        </>
      )}
      <button type="button" className="btn mt-1 min-h-11" disabled={!now && !kept} onClick={() => setKept(kept ? null : now)}>
        {kept ? 'Put the other away' : 'Keep these beside'}
      </button>
    </section>
  );
}

/** What the two teach, where they teach it. */
function told(kept: Setting, now: Setting): string {
  const [fewer, more] = kept.plan.amps <= now.plan.amps ? [kept, now] : [now, kept];
  const [heatFewer, heatMore] = [value(fewer, 'heat-input'), value(more, 'heat-input')];
  const [longFewer, longMore] = [value(fewer, 'hot-length'), value(more, 'hot-length')];
  const said: string[] = [];
  if (heatFewer !== null && heatMore !== null && fewer.plan.amps < more.plan.amps && heatFewer > heatMore)
    said.push('Fewer amps, slower, put in more heat.');
  if (longFewer !== null && longMore !== null && more.plan.travel > fewer.plan.travel && longMore > longFewer)
    said.push('The faster one drags the longer hot tail.');
  return said.join(' ');
}
