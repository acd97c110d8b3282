/** The spool as the page: parts, dams, hoses and vents under the hand, the gas in it at a moment, every figure where it speaks, every fault ringed with its way out. */
import { memo, useCallback, useMemo } from 'react';
import { sideScene, snug, type Box, type Frame, type SideScene } from '../../../core/models/drawing';
import { airLeft, shortly, weighed, type Change, type Plan } from '../../../core/models/purge';
import { partLabel, totalFlow } from '../../../core/models/setup';
import { clock, format, inSystem, show, type System } from '../../../core/basics/units';
import { gasCost, money } from '../../../core/work/registers';
import type { Figure } from '../../../core/basics/figure';
import { Callouts, type Callout } from '../../draw/Callouts';
import { SideView } from '../../draw/SideView';
import { keptClear } from '../../draw/sideWords';
import { useBox, type Room } from '../../draw/useBox';
import { useShop, useWeld } from '../weld/context';
import { usePlanning, usePlanningInHand } from '../weld/planning';

/** Room for words over and under the tube; on a phone the words stand below the drawing. */
export const frameFor = ({ width, height }: Room): Frame => {
  const small = width < 640;
  return {
    width,
    tallest: height,
    x: small ? 96 : Math.max(130, width * 0.15),
    top: small ? 54 : 76,
    bottom: small ? 60 : Math.min(112, height * 0.26),
    thickest: small ? 90 : 118,
    whole: true,
  };
};

/** Where the insets hang over the drawing. */
export const corner = ({ width }: Room, large = false): Box[] => [
  { x: width - (large ? 270 : 210), y: 0, w: large ? 270 : 210, h: large ? 110 : 40 },
];

/** A drawing lower than this, px, has no room for one large figure beside its other words. */
const ROOMY = 330;

export const spanWords = (t: Plan['joint'], settled: boolean): [string, string] => {
  if (t.value === null) return ['no time', ''];
  if (t.low === null) return settled ? ['hardly ever gets there', ''] : [clock(t.value), 'min'];
  return t.high === null ? [`${clock(t.low)} or more`, 'min'] : [`${clock(t.low)} to ${clock(t.high)}`, 'min'];
};

/** A figure on the drawing: what it is, how much; opened, where it comes from. */
export function Stands({
  label,
  figure,
  big = false,
  children,
}: {
  label: string;
  figure?: Figure | undefined;
  big?: boolean;
  children: React.ReactNode;
}) {
  const { system } = useShop();
  const words = (t: string) => inSystem(t, system);
  const inner = (
    <>
      <span className={`block leading-tight ${big ? 'text-base font-semibold' : 'text-sm'}`}>{label}</span>
      <span className={`block font-figure whitespace-nowrap ${big ? 'text-5xl leading-none font-bold' : 'text-xl leading-tight'}`}>
        {children}
      </span>
    </>
  );
  if (!figure) return <div className="bg-base-100/75">{inner}</div>;
  return (
    <details className="relative bg-base-100/75">
      <summary className="cursor-pointer list-none hover:underline" title="Where it comes from">
        {inner}
      </summary>
      <div className="absolute z-20 w-80 border-2 border-base-content bg-base-100 p-3 text-sm">
        <p>{words(figure.formula)}.</p>
        <p className="mt-1 text-base-content/80">Source: {words(figure.source)}.</p>
        {figure.note && <p className="mt-1">{words(figure.note)}</p>}
        {figure.caution && <p className="mt-1 font-medium">□ {words(figure.caution)}</p>}
        <p className="mt-1 text-base-content/80">Model estimate, unproved here.</p>
      </div>
    </details>
  );
}

/** What a change gains, in a few words. */
export function gainWords(c: Change, system: System): string {
  const time = (s: number) => show(s, 'time', system);
  if (c.frees && c.gain === null && c.gainLast === null) return 'then a time can be given';
  if (c.gain !== null && Math.abs(c.gain) >= 0.5) return `${time(Math.abs(c.gain))} ${c.gain > 0 ? 'sooner' : 'later'} at the joint`;
  if (c.gainLast !== null && Math.abs(c.gainLast) > 5)
    return `last place ${time(Math.abs(c.gainLast))} ${c.gainLast > 0 ? 'sooner' : 'later'}`;
  return c.frees ? 'clears a place that would not clear' : 'mends it';
}

export function PurgeScene() {
  const { system } = useShop();
  const p = usePlanningInHand();
  const [box, room] = useBox<HTMLDivElement>();
  const frame = useMemo(() => room && frameFor(room), [room]);
  return (
    <div ref={box} className="absolute inset-0">
      {frame && room && (
        <>
          <SideView
            setup={p.setup}
            system={system}
            rules={p.rules}
            faults={p.faults}
            shown={p.shown}
            picked={p.picked}
            over={p.over}
            onPick={p.pick}
            onChange={p.planner.change}
            onDropped={p.planner.dropped}
            frame={frame}
            className="absolute inset-0 h-full w-full"
          />
          {room.width >= 640 && <Standing room={room} frame={frame} />}
        </>
      )}
    </div>
  );
}

/** What the joint is called, at its flag. */
export const flag = (j: SideScene['joints'][number], scale: number, name: string, more = ''): Callout => ({
  id: `flag-${j.part}`,
  at: {
    x: j.x + (Math.abs(j.dx) > 0.5 ? 0 : -((j.bore * scale) / 2 + 22)),
    y: j.y - (Math.abs(j.dx) > 0.5 ? (j.bore * scale) / 2 + 22 : 0),
  },
  ways: Math.abs(j.dx) > 0.5 ? [-90, -60, -120, 0, 180] : [180, 160, 200],
  off: 2,
  bare: true,
  node: (
    <p className="font-figure text-lg leading-none font-bold whitespace-nowrap">
      {name}
      {more && <span className="text-sm">, {more}</span>}
    </p>
  ),
});

/** "3.6 to 44 ppm": two ends, one unit, no more digits than a model has. */
export function rangeWords(low: number, high: number, quantity: Figure['quantity'], system: System): string {
  const two = (x: number) => Number(x.toPrecision(2));
  const [a, b] = [format(two(low), quantity, system), format(two(high), quantity, system)];
  if (a.unit === b.unit && a.number === b.number) return `${a.number} ${a.unit}`;
  return a.unit === b.unit ? `${a.number} to ${b.number} ${b.unit}` : `${a.number} ${a.unit} to ${b.number} ${b.unit}`;
}

const Standing = memo(function Standing({ room, frame }: { room: Room; frame: Frame }) {
  const { setup, planner } = usePlanning();
  const scene = useMemo(() => sideScene(setup, frame), [setup, frame]);
  const taken = useCallback((): Box[] => [...keptClear(scene, setup, true), ...corner(room)], [scene, setup, room]);
  return <Callouts list={useWords(scene, room.height >= ROOMY)} room={room} taken={taken} still={planner.dragging} />;
});

const NOWHERE: Frame = { ...snug(980, 430, 150, 84), thickest: 110 };

/** On a phone there is no room on the drawing: the same words, the weightiest first, under it. */
export function PurgeWords() {
  const { setup } = usePlanning();
  const scene = useMemo(() => sideScene(setup, NOWHERE), [setup]);
  const words = useWords(scene).filter((c) => !c.id.startsWith('flag'));
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-2 px-4 py-2">
      {words.map((c) => (
        <div key={c.id} data-callout={c.id}>
          {c.node}
        </div>
      ))}
    </div>
  );
}

/** Everything that stands on the drawing, the weightiest first. */
function useWords(scene: SideScene, roomy = true): Callout[] {
  const { system, prices } = useShop();
  const { setup, plan, planner, faults, rules, limit, shown, layer, liesFrom, moment, pick, wrong } = usePlanning();
  const { seen, change } = planner;
  const { state } = useWeld();
  const unread = Object.keys(wrong).length > 0;

  const spot = (at: string) => {
    const dam = scene.dams.find((d) => d.id === at);
    const opening = [...setup.vents, ...setup.inlets].find((o) => o.id === at);
    const r = opening && scene.seat(opening.on, opening.height);
    const [part = '', port] = at.split(':');
    const free = port && scene.free.find((f) => f.part === part && f.port === port);
    return dam ?? (r ? { x: r.x + r.dx * 20, y: r.y + r.dy * 20 } : null) ?? (free || null) ?? scene.middle(part);
  };

  return useMemo((): Callout[] => {
    const out: Callout[] = [];
    const settled = seen.computing !== 'plan' && seen.computing !== 'band';
    const figure = (id: string) => plan?.figures.find((f) => f.id === id);
    const joint = scene.joints.find((j) => j.part === setup.joint);
    const usable = faults.length === 0;
    // What is wrong first: it keeps its place beside its spot.
    const stops = weighed(rules).filter((r) => r.level === 'stop');
    // With nothing wrong, what is first to be minded.
    for (const r of stops.length > 0 ? stops.slice(0, 3) : weighed(rules).slice(0, 1)) {
      const wrong = r.level === 'stop';
      const at = spot(r.at);
      if (!at) continue;
      const ways = (seen.advice ?? []).filter((c) => c.at === r.at).slice(0, 1);
      const away = 'bore' in at && Math.abs((at as { dx?: number }).dx ?? 0) < 0.5 ? [0, 180] : [];
      out.push({
        id: `${wrong ? 'wrong' : 'mind'}-${r.id}-${r.at}`,
        at,
        ring: wrong,
        ways: [...away, 70, 45, 110, -45, -70, -110, 0, 180],
        node: (
          <div className="w-56">
            <button type="button" className="block text-left font-bold" onClick={() => pick(r.at)}>
              {wrong ? <span className="text-error">■ Wrong: {shortly(setup, r)}</span> : `□ Mind: ${shortly(setup, r)}`}
            </button>
            {r.id === 'dead-leg' && (
              <span className="block text-sm">
                last to clear
                {figure('slowest')?.value != null && <span className="font-figure text-lg">, {clock(figure('slowest')?.value ?? 0)}</span>}
              </span>
            )}
            {r.id === 'vent-height' && liesFrom !== null && (
              <span className="block text-sm leading-snug">
                reads {show(limit, 'oxygen', system)} here from <span className="font-figure text-lg">{clock(liesFrom)}</span> on, with the
                air still {layer?.above ? 'on top' : 'below'}
              </span>
            )}
            {ways.map((c) => (
              <button
                key={c.id}
                type="button"
                className="btn mt-1 h-auto min-h-12 w-full flex-col items-start gap-0 border-base-content py-1 text-left leading-tight"
                onClick={() => {
                  change(c.setup);
                  pick(c.at);
                }}
              >
                <span>{inSystem(c.text, system)}</span>
                <span className="text-xs font-normal">{gainWords(c, system)}</span>
              </button>
            ))}
          </div>
        ),
      });
    }
    if (joint) out.push(flag(joint, scene.scale, state.number));
    if (usable && plan && joint) {
      const [text, unit] = spanWords(plan.joint, settled);
      const stays = figure('trapped');
      out.push({
        id: 'joint',
        at: { x: joint.x, y: joint.y + (Math.abs(joint.dx) > 0.5 ? (joint.bore * scene.scale) / 2 + 26 : 0) },
        ways: Math.abs(joint.dx) > 0.5 ? [90, 115, 65, -90, 140, 40, -50, -130] : [0, 20, -20, 180, 90],
        off: 22,
        node: (
          <div className={unread ? 'opacity-40' : ''} data-testid="headline" data-computing={seen.computing ?? 'done'}>
            {plan.joint.value === null && stays?.value != null ? (
              <Stands label="air stays on the joint for, by the rule," figure={stays} big={roomy}>
                {clock(stays.value)} <span className="text-xl font-normal">min or more</span>
                <span data-testid="time-joint" className="sr-only">
                  no time
                </span>
              </Stands>
            ) : (
              <Stands
                label={`${show(limit, 'oxygen', system)} all round the joint${planner.start !== undefined ? ', purging again,' : ''} after`}
                figure={plan.joint.value === null ? undefined : figure('joint')}
                big={roomy}
              >
                <span data-testid="time-joint">
                  {text} <span className="text-xl font-normal">{unit}</span>
                </span>
              </Stands>
            )}
          </div>
        ),
      });
      const vent = setup.vents[0];
      const at = vent && scene.seat(vent.on, vent.height);
      if (at && plan.vent.value !== null) {
        const [vt, vu] = spanWords(plan.vent, settled);
        out.push({
          id: 'vent',
          at: { x: at.x + at.dx * 50, y: at.y + at.dy * 50 },
          ways: [45, -45, 90, -90, 0, 135, -135],
          off: 20,
          node: (
            <Stands label={`reads ${show(limit, 'oxygen', system)} here after`} figure={figure('vent')}>
              <span data-testid="time-vent">{vt}</span> <span className="text-sm">{vu}</span>
            </Stands>
          ),
        });
      }
      const pressure = figure('pressure');
      if (pressure && pressure.value !== null) {
        const v = format(pressure.value, 'pressure', system);
        out.push({
          id: 'pressure',
          at: { x: joint.x + joint.dx * 40, y: joint.y },
          ways: [-60, -120, 60, 120, -90, 90],
          off: 60,
          node: (
            <Stands label="inside" figure={pressure}>
              {v.number} <span className="text-sm">{v.unit}</span>
            </Stands>
          ),
        });
      }
      const gas = figure('gas');
      const inlet = setup.inlets[0];
      const price = gas?.value == null ? '' : money(gasCost(prices, setup.gas, gas.value), prices?.currency);
      const cost = price ? `, ${price}` : '';
      const in0 = inlet && scene.seat(inlet.on, inlet.height);
      if (in0) {
        const f = format(totalFlow(setup), 'flow', system);
        out.push({
          id: 'gas',
          at: { x: in0.x + in0.dx * 56, y: in0.y + in0.dy * 56 },
          ways: [90, 120, 60, 180, 0, -120],
          off: 22,
          node: (
            <Stands label={gas?.value != null ? `in here; gas for this weld${cost}` : 'in here'} figure={gas}>
              <span className="underline">{f.number}</span> <span className="text-sm">{f.unit}</span>
              {gas?.value != null && (
                <>
                  {'; '}
                  {show(gas.value, 'volume', system)}
                </>
              )}
            </Stands>
          ),
        });
      }
      const slow = figure('slowest');
      const lastPart = slow && setup.parts.find((x) => slow.label.endsWith(partLabel(setup, x.id)));
      const lastAt = lastPart && scene.middle(lastPart.id);
      if (
        slow?.value != null &&
        lastAt &&
        !stops.some((r) => r.id === 'dead-leg') &&
        plan.joint.value !== null &&
        slow.value > 1.15 * plan.joint.value
      )
        out.push({
          id: 'last',
          at: lastAt,
          ways: [-60, -120, 180, 0, 60, 120],
          off: 40,
          node: (
            <Stands label="last to clear" figure={slow}>
              {clock(slow.value)} <span className="text-sm">min</span>
            </Stands>
          ),
        });
    }
    if (usable && layer && shown && joint) {
      const left = airLeft(layer, moment);
      const vent = setup.vents.find((v) => v.id === layer.vent);
      const seat = vent && scene.seat(vent.on, 'middle');
      if (left > 0 && seat) {
        const sign = layer.above ? -1 : 1;
        out.push({
          id: 'air',
          at: { x: (seat.x + joint.x) / 2, y: seat.y + (sign * seat.bore * scene.scale) / 2.6 },
          ways: layer.above ? [-90, -120, -60] : [90, 120, 60],
          off: 44,
          node: (
            <Stands label={`air left ${layer.above ? 'on top' : 'below'}, over 1 %, at ${clock(moment)}`}>
              {show(left, 'length', system)}
            </Stands>
          ),
        });
      }
    }
    return out;
  }, [scene, roomy, setup, plan, rules, faults, seen, limit, system, layer, liesFrom, shown, moment, unread, planner.start, change, pick]);
}
