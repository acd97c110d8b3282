/** The Gas stage's drawing: the spool with what feeds it and what reads it, each with what the form says of it just now. */
import { useCallback, useMemo } from 'react';
import { setPoint } from '../../../core/basics/gases';
import { show } from '../../../core/basics/units';
import { sideScene } from '../../../core/models/drawing';
import { totalFlow } from '../../../core/models/setup';
import { Callouts, type Callout } from '../../draw/Callouts';
import { SideView } from '../../draw/SideView';
import { keptClear } from '../../draw/sideWords';
import { useBox, type Room } from '../../draw/useBox';
import { corner, frameFor, Stands } from '../purge/PurgeScene';
import { useShop } from './context';
import { useDesk, type Mark } from './desk';
import { usePlanning } from './planning';
import { Title } from './StagePage';

const leading = (marks: Readonly<Record<string, Mark>>): Mark | undefined => Object.values(marks).find((m) => m.wrong);

export function GasDrawing() {
  const { system } = useShop();
  const { setup } = usePlanning();
  const [box, room] = useBox<HTMLDivElement>();
  const frame = useMemo(() => room && frameFor(room), [room]);
  return (
    <div ref={box} className="absolute inset-0">
      {room && frame && (
        <>
          <SideView setup={setup} system={system} frame={frame} className="absolute inset-0 h-full w-full" />
          {room.width >= 640 ? <GasWords room={room} /> : <GasList />}
        </>
      )}
    </div>
  );
}

/** Where there is no room beside the things: under them. What is wrong stands in the headline already. */
function GasList() {
  const { marks = {} } = useDesk().desk.draft;
  return (
    <ul className="absolute inset-x-4 top-1 text-sm">
      {Object.entries(marks)
        .filter(([id, m]) => id !== 'lot' && !m.wrong)
        .map(([id, m]) => (
          <li key={id}>
            {m.label}: {m.text}
          </li>
        ))}
    </ul>
  );
}

/** A thing at its place. What leads is said by the headline, with its reason; here it is ringed. */
const Says = ({ label, text, wrong, leads }: Mark & { leads: boolean }) => (
  <div className="w-52">
    <Stands label={wrong ? `□ ${label}` : label}>
      <span className="block font-sans text-base leading-snug whitespace-normal">{leads ? '' : text}</span>
    </Stands>
  </div>
);

function GasWords({ room }: { room: Room }) {
  const { system } = useShop();
  const { setup } = usePlanning();
  const { marks = {} } = useDesk().desk.draft;
  const scene = useMemo(() => sideScene(setup, frameFor(room)), [setup, room]);
  const taken = useCallback(() => [...keptClear(scene, setup), ...corner(room)], [scene, setup, room]);
  const list = useMemo((): Callout[] => {
    const first = leading(marks);
    const inlet = setup.inlets[0];
    const vent = setup.vents[0];
    const from = inlet && scene.seat(inlet.on, inlet.height);
    const out = vent && scene.seat(vent.on, vent.height);
    const at = (id: string, seat: typeof from, far: number, ways: number[], node: React.ReactNode): Callout[] =>
      seat
        ? [{ id, at: { x: seat.x + seat.dx * far, y: seat.y + seat.dy * far }, ways, off: 24, node, ring: marks[id]?.wrong === true }]
        : [];
    const says = (id: string, seat: typeof from, far: number, ways: number[]): Callout[] => {
      const mark = marks[id];
      return mark ? at(id, seat, far, ways, <Says {...mark} leads={mark === first} />) : [];
    };
    const meter = marks['meter'];
    const wanted = show(totalFlow(setup), 'flow', system);
    const set = show(setPoint(totalFlow(setup), meter?.factor ?? 1), 'flow', system);
    return [
      ...says('bottle', from, 60, [140, 130, 150, 120, 200]),
      ...at(
        'meter',
        from,
        40,
        [100, 80, 120, 60],
        <>
          <Stands label={set === wanted ? 'to be set' : `to be set, for ${wanted}`}>
            <span className="underline">{set}</span>
          </Stands>
          {meter && <Says {...meter} leads={meter === first} />}
        </>,
      ),
      ...says('monitor', out, 30, [-60, 60, -90, 90, 120]),
    ];
  }, [scene, setup, marks, system]);
  return <Callouts list={list} room={room} taken={taken} />;
}

/** What is wrong leads; else what the purge will be filled with. */
export function GasHead() {
  const { marks = {} } = useDesk().desk.draft;
  const { system } = useShop();
  const { setup } = usePlanning();
  const wrong = leading(marks);
  if (wrong) return <Title level="mind" title={wrong.label} reason={wrong.text} />;
  const { lot } = marks;
  return (
    <Title
      level="none"
      title={lot ? lot.text : 'Which gas, from which bottle, read by what?'}
      reason={`${show(totalFlow(setup), 'flow', system)} by the plan as the spool stands.`}
    />
  );
}
