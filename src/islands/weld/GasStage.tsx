/** Gas: lots for purge and torch, and the monitor's check in air and in bottle gas. */
import { checkMonitor } from '../../../core/devices';
import { gasNames } from '../../../core/gases';
import { itemsOf, type ItemOf } from '../../../core/registers';
import { parseQuantity, show } from '../../../core/units';
import { PickField, QuantityField, required, siOrNull } from '../kit/fields';
import { Missing } from '../kit/notes';
import { StageForm } from '../kit/StageForm';
import { useWeld } from './context';

type Values = { purge: string; torch: string; monitor: string; air: string; bottle: string };

const lotOf = (g: ItemOf<'gas'> | undefined) => ({
  id: g?.id ?? '',
  label: g?.label ?? '',
  gas: g?.body.gas ?? ('argon' as const),
  lot: g?.body.lot ?? '',
  supplyPpm: g?.body.supplyPpm ?? 0,
});

export function GasStage() {
  const { state, registers, devices, system, record } = useWeld();
  const gases = itemsOf(registers, 'gas');
  const g = state.gas;
  const option = (i: ItemOf<'gas'>) => ({ value: i.id, label: `${i.label}, ${gasNames[i.body.gas].toLowerCase()} ${i.body.grade}` });
  const defaults: Values = {
    purge: g?.purge.id ?? '',
    torch: g?.torch.id ?? '',
    monitor: g ? (g.monitor?.id ?? 'none') : '',
    air: g?.air == null ? '' : show(g.air, 'oxygen', system),
    bottle: g?.bottle == null ? '' : show(g.bottle, 'oxygen', system),
  };
  const save = (v: Values) => {
    const device = devices.find((d) => d.id === v.monitor);
    return record({
      stream: state.id,
      type: 'gas.recorded',
      body: {
        purge: lotOf(gases.find((x) => x.id === v.purge)),
        torch: lotOf(gases.find((x) => x.id === v.torch)),
        monitor: device ? { id: device.id, label: device.name } : null,
        air: device ? siOrNull(v.air, 'oxygen', system) : null,
        bottle: device ? siOrNull(v.bottle, 'oxygen', system) : null,
      },
    });
  };
  return (
    <StageForm<Values> defaults={defaults} onRecord={save} label={g ? 'Record the gas again' : 'Record the gas'}>
      {(form) => {
        const v = form.watch();
        const value = (text: string) => {
          const p = parseQuantity(text, 'oxygen', system);
          return p.ok ? p.value : null;
        };
        const check = checkMonitor(value(v.air), value(v.bottle), gases.find((x) => x.id === v.purge)?.body.supplyPpm ?? 0);
        return (
          <>
            <Missing what={[gases.length === 0 && 'gas lots']} />
            <div className="grid grid-cols-2 gap-x-3 gap-y-1">
              <PickField
                name="purge"
                label="Purge gas"
                options={gases.filter((x) => x.body.use !== 'torch').map(option)}
                empty="Pick the lot"
                rules={required}
              />
              <PickField
                name="torch"
                label="Torch gas"
                options={gases.filter((x) => x.body.use !== 'purge').map(option)}
                empty="Pick the lot"
                rules={required}
              />
              <PickField
                name="monitor"
                label="Oxygen monitor"
                options={[
                  ...devices.filter((d) => !d.revoked).map((d) => ({ value: d.id, label: d.name })),
                  { value: 'none', label: 'None: by the clock' },
                ]}
                empty="Pick"
                rules={required}
              />
              <span />
              {v.monitor !== 'none' && (
                <>
                  <QuantityField name="air" label="Reads in air" quantity="oxygen" system={system} optional hint="Should be 20.9 %" />
                  <QuantityField name="bottle" label="Reads in bottle gas" quantity="oxygen" system={system} optional />
                </>
              )}
            </div>
            <p className="text-sm" role="status">
              {v.monitor === 'none' ? 'Without a monitor the record says: by clock, oxygen not measured.' : check.text}
            </p>
          </>
        );
      }}
    </StageForm>
  );
}
