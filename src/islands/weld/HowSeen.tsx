/** How the inside was seen, with what and in which light. */
import { insideByNames, lightForm, type InsideBy } from '../../../core/work/look';
import { brushedSides } from '../../../core/work/record';
import { useShop, useWeld } from './context';
import { useLooking } from './desk';

export function HowSeen() {
  const { state } = useWeld();
  const { system } = useShop();
  const { looking, change } = useLooking();
  const { insideBy, scope, lamp, lux } = looking;
  const light = lightForm.lux.read(lux, system);
  const brushed = brushedSides(state);
  const sides = [...(brushed.inside ? ['inside'] : []), ...(brushed.outside ? ['outside'] : [])].join(' and ');
  return (
    <div className="space-y-1">
      <label className="block text-sm font-medium">
        Inside seen by
        <select
          aria-label="Inside seen"
          className="select min-h-12 w-full"
          value={insideBy}
          onChange={(e) => change({ insideBy: e.target.value as InsideBy })}
        >
          {insideBy === '' && <option value="">Pick</option>}
          {Object.entries(insideByNames).map(([by, name]) => (
            <option key={by} value={by}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {insideBy === 'borescope' && (
        <label className="block text-sm font-medium">
          Borescope number
          <input className="input min-h-12 w-full" maxLength={40} value={scope} onChange={(e) => change({ scope: e.target.value })} />
        </label>
      )}
      <label className="flex min-h-11 items-center gap-2 text-sm">
        <input type="checkbox" className="checkbox" checked={looking.reachable} onChange={(e) => change({ reachable: e.target.checked })} />
        inside can be reached, cleaned and seen
      </label>
      <details open={!light.ok || undefined}>
        <summary className="flex min-h-11 cursor-pointer items-center text-sm">
          Light: {[lamp, lux && `${lux} lux`].filter(Boolean).join(', ') || 'not said'} +
        </summary>
        <div className="grid grid-cols-2 gap-2">
          <label className="block text-sm font-medium">
            Lamp
            <input className="input min-h-12 w-full" maxLength={60} value={lamp} onChange={(e) => change({ lamp: e.target.value })} />
          </label>
          <label className="block text-sm font-medium">
            Lux
            <input
              className="input min-h-12 w-full font-figure"
              inputMode="decimal"
              maxLength={12}
              value={lux}
              aria-invalid={!light.ok}
              onChange={(e) => change({ lux: e.target.value })}
            />
          </label>
          {!light.ok && (
            <p role="alert" className="col-span-2 text-sm font-semibold">
              □ {light.error}
            </p>
          )}
        </div>
      </details>
      {sides && (
        <p className="border-l-4 border-base-content pl-2 text-sm">
          □ Cleaned already: {sides}. What is graded there now is no colour as welded: what was graded before stands, and where nobody had
          looked it is “brushed, as-welded colour unknown”.
        </p>
      )}
    </div>
  );
}
