/** Prices of gas, entered once. */
import { useState } from 'react';
import { gasNames } from '../../../core/basics/gases';
import { issuesOf } from '../../../core/work/event';
import { pricesSchema, type Prices } from '../../../core/work/registers';
import type { System } from '../../../core/basics/units';
import { RefusalNote } from '../kit/notes';
import { request, type Refusal } from '../post';
import { Typed } from './check';

const priced = ['argon', 'helium', 'nitrogen', 'argon-2h2', 'argon-5h2'] as const;

/** Gas is priced a m³, or a hundred cubic feet for who reads in inches. */
const UNIT = { metric: { of: 1, name: 'm³' }, inch: { of: 100 * 0.3048 ** 3, name: '100 ft³' } } as const;

export function PriceForm({ prices, system }: { prices: Prices | null; system: System }) {
  const unit = UNIT[system];
  const [currency, setCurrency] = useState(prices?.currency ?? 'EUR');
  const [perM3, setPerM3] = useState<Record<string, string>>(
    Object.fromEntries(
      priced.map((g) => [g, prices?.perM3[g] === undefined ? '' : String(Number(((prices.perM3[g] ?? 0) * unit.of).toFixed(4)))]),
    ),
  );
  const [said, setSaid] = useState<{ refusal: Refusal | null; kept: boolean }>({ refusal: null, kept: false });
  const save = async () => {
    const numbers = Object.entries(perM3).filter(([, t]) => t.trim() !== '');
    const body = { currency, perM3: Object.fromEntries(numbers.map(([g, t]) => [g, Number(t.replace(',', '.')) / unit.of])) };
    const read = pricesSchema.safeParse(body);
    if (!read.success) {
      setSaid({
        refusal: {
          error: 'A price is a plain number, such as 9.50. Nothing was kept.',
          reasons: issuesOf(read.error),
          status: 422,
        },
        kept: false,
      });
      return;
    }
    const sent = await request('PUT', '/api/prices', read.data);
    setSaid({ refusal: sent.ok ? null : sent.refusal, kept: sent.ok });
  };
  return (
    <div className="mt-4">
      <h2 className="border-b-2 border-base-content text-lg font-semibold">Prices</h2>
      <div className="mt-1 grid grid-cols-3 items-end gap-2">
        <Typed label="Money" value={currency} onValue={setCurrency} />
        {priced.map((g) => (
          <Typed key={g} label={`${gasNames[g]}, a ${unit.name}`} value={perM3[g] ?? ''} onValue={(v) => setPerM3({ ...perM3, [g]: v })} />
        ))}
        <button type="button" className="btn min-h-12" onClick={() => void save()}>
          Keep the prices
        </button>
      </div>
      <p className="text-sm text-base-content/80">
        For a {unit.name} {system === 'inch' ? 'as your supplier sells it' : 'at 15 °C and 1 bar'}. Every plan and every record then says
        what its gas costs. {said.kept && <strong>Kept.</strong>}
      </p>
      <RefusalNote refusal={said.refusal} />
    </div>
  );
}
