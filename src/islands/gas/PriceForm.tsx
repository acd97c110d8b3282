/** Prices of gas, entered once. */
import { useState } from 'react';
import { priceForm, pricesKnown, pricesSaid, priceUnit, type Prices } from '../../../core/work/registers';
import type { System } from '../../../core/basics/units';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { request } from '../post';

export function PriceForm({ prices, system }: { prices: Prices | null; system: System }) {
  const table = priceForm(system);
  const unit = priceUnit(system);
  const [kept, setKept] = useState(false);
  return (
    <details>
      <summary className="min-h-12 cursor-pointer list-none border-b-2 border-base-content text-lg font-semibold">What gas costs ›</summary>
      <Form
        row
        again={false}
        of={table}
        known={pricesKnown(prices, system)}
        system={system}
        label="Keep the prices"
        className="mt-1 grid grid-cols-2 items-start gap-2"
        onRecord={async (v) => {
          setKept(false);
          const sent = await request('PUT', '/api/prices', pricesSaid(v, system));
          setKept(sent.ok);
          return sent.ok ? null : sent.refusal;
        }}
      >
        {Object.keys(table).map((name) => (
          <Field key={name} name={name} />
        ))}
      </Form>
      <p className="text-sm text-base-content/80">
        For a {unit.name} {system === 'inch' ? 'as your supplier sells it' : 'at 15 °C and 1 bar'}. Every plan and every record then says
        what its gas costs. {kept && <strong>Kept.</strong>}
      </p>
    </details>
  );
}
