/** The colour limits of a scheme on the scale, zone by zone, as welded and after cleaning; moved there where it is edited. */
import { useState } from 'react';
import {
  afterCleaning,
  moveLimit,
  outcomeNames,
  outcomeSchema,
  startFrom,
  wordFor,
  zoneNames,
  zonesAlike,
  zoneSchema,
  type Criterion,
  type Outcome,
  type Zone,
} from '../../../core/models/criteria';
import { bandHex, bandSchema, bandsOf, type Band, type Film } from '../../../core/models/tint';
import { ScaleView } from '../../draw/ScaleView';

type Zonal = Criterion['zones'];
type Stage = 'welded' | 'after';
type Props = {
  c: Criterion;
  zones: Zonal;
  after: Zonal | undefined;
  onZones?: (zones: Zonal) => void;
  onAfter?: (after: Zonal) => void;
};

/** What is left out reads as it is judged. */
const spelt = (c: Criterion): Zonal =>
  Object.fromEntries(
    zoneSchema.options.map((z) => [z, Object.fromEntries(bandSchema.options.map((b) => [b, afterCleaning(c, z, b)]))]),
  ) as Zonal;

export function Zones({ c, zones, after, onZones, onAfter }: Props) {
  const [stage, setStage] = useState<Stage>('welded');
  const [zone, setZone] = useState<Zone | 'all'>(zonesAlike(c) ? 'all' : 'id-bead');
  const [picked, setPicked] = useState<Band | null>(null);
  const is = stage === 'welded' ? zones : (after ?? spelt({ ...c, after }));
  const alike = zonesAlike({ zones: is });
  const shown: Zone = zone === 'all' ? 'id-haz' : zone;
  const titanium = c.families.includes('titanium');
  const film: Film = titanium ? 'titanium' : shown.startsWith('id') ? 'steel-id' : 'steel-od';
  const change = stage === 'welded' ? onZones : onAfter;
  const put = (to: (rule: Zonal[Zone]) => Zonal[Zone]) => {
    const of = zone === 'all' ? zoneSchema.options : [zone];
    change?.({ ...is, ...Object.fromEntries(of.map((z) => [z, to(zone === 'all' ? is[shown] : is[z])])) });
  };
  const name = (b: Band) => wordFor(c, b);
  const press = (on: boolean) => `btn min-h-11 rounded-none px-3 ${on ? 'btn-primary' : ''}`;
  return (
    <section className="space-y-2" aria-label="Colour limits">
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        <div role="group" aria-label="Zone" className="flex flex-wrap">
          {(alike || change) && (
            <button type="button" className={press(zone === 'all')} aria-pressed={zone === 'all'} onClick={() => setZone('all')}>
              All zones{alike ? '' : ', as inside HAZ'}
            </button>
          )}
          {zoneSchema.options.map((z) => (
            <button key={z} type="button" className={press(zone === z)} aria-pressed={zone === z} onClick={() => setZone(z)}>
              {zoneNames[z]}
            </button>
          ))}
        </div>
        <div role="group" aria-label="When it is looked at" className="flex">
          <button type="button" className={press(stage === 'welded')} aria-pressed={stage === 'welded'} onClick={() => setStage('welded')}>
            As welded
          </button>
          <button type="button" className={press(stage === 'after')} aria-pressed={stage === 'after'} onClick={() => setStage('after')}>
            After cleaning
          </button>
        </div>
      </div>
      <div className="hidden sm:block">
        <ScaleView
          rule={is[shown]}
          film={film}
          name={name}
          label={zone === 'all' ? 'All zones' : zoneNames[shown]}
          picked={picked}
          {...(change && {
            onMove: (which, before) => put((r) => moveLimit(r, which, before)),
            onPick: (b) => setPicked(picked === b ? null : b),
          })}
        />
      </div>
      <Rows rule={is[shown]} film={film} name={name} {...(change && { onSet: (b: Band, o: Outcome) => put((r) => ({ ...r, [b]: o })) })} />
      {change && (
        <p className="hidden text-sm sm:block">
          {picked ? (
            <span className="flex flex-wrap items-center gap-2" role="group" aria-label={`From ${name(picked)} on`}>
              From {name(picked).toLowerCase()} on:
              {outcomeSchema.options.map((o) => (
                <button
                  key={o}
                  type="button"
                  className="btn min-h-11"
                  aria-pressed={is[shown][picked] === o}
                  onClick={() => put((r) => startFrom(r, picked, o))}
                >
                  {outcomeNames[o]}
                </button>
              ))}
            </span>
          ) : (
            'Drag a limit, or walk it with the arrow keys. Press a colour to say what follows from there on.'
          )}
        </p>
      )}
      <p className="text-sm text-base-content/80">
        Computed colours of the film model, thin to thick; your printed guide and the inspector decide.
      </p>
    </section>
  );
}

/** The same on a narrow screen: a row a word. */
function Rows({
  rule,
  film,
  name,
  onSet,
}: {
  rule: Zonal[Zone];
  film: Film;
  name: (b: Band) => string;
  onSet?: (b: Band, o: Outcome) => void;
}) {
  return (
    <ul className="sm:hidden">
      {bandsOf(film).map((b) => (
        <li key={b} className="grid grid-cols-[3rem_minmax(0,1fr)_10rem] items-center gap-2 border-t border-base-300 py-1 text-sm">
          <svg viewBox="0 0 48 32" className="h-8 w-12" aria-hidden="true">
            <rect width="48" height="32" fill="#777777" />
            <rect x="5" y="5" width="38" height="22" fill={bandHex(film, b)} />
          </svg>
          {name(b)}
          {onSet ? (
            <select
              aria-label={`${name(b)}: what follows`}
              className="select min-h-11"
              value={rule[b] ?? 'refer'}
              onChange={(e) => onSet(b, outcomeSchema.parse(e.target.value))}
            >
              {outcomeSchema.options.map((o) => (
                <option key={o} value={o}>
                  {outcomeNames[o]}
                </option>
              ))}
            </select>
          ) : (
            <span>{outcomeNames[rule[b] ?? 'refer']}</span>
          )}
        </li>
      ))}
    </ul>
  );
}
