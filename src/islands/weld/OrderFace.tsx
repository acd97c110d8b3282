/** The Side view of the set-up: in which order it goes together. What is on the tube before the seam closes, what comes apart after it, what is in the way. */
import { useCallback, useMemo } from 'react';
import { besideNames, HAND, handText, offText } from '../../../core/models/assembly';
import { hourText } from '../../../core/basics/seam';
import { sideScene } from '../../../core/models/drawing';
import { partLabel } from '../../../core/models/setup';
import { clock, show } from '../../../core/basics/units';
import { sidesNames } from '../../../core/work/sheet';
import { Callouts, type Callout } from '../../draw/Callouts';
import { SideView } from '../../draw/SideView';
import { keptClear } from '../../draw/sideWords';
import { useBox, type Room } from '../../draw/useBox';
import { Field } from '../kit/Field';
import { corner, frameFor, Stands } from '../purge/PurgeScene';
import { useShop, useWeld } from './context';
import { useDesk } from './desk';
import { usePlanning } from './planning';
import { Title } from './StagePage';
import { useSheet } from './useSheet';
import { useFerrule } from './useTorchSeen';
import { useTorch } from './useTorch';

export function OrderDrawing() {
  const { system } = useShop();
  const { setup } = usePlanning();
  const [box, room] = useBox<HTMLDivElement>();
  const frame = useMemo(() => room && frameFor(room), [room]);
  return (
    <div ref={box} className="absolute inset-0">
      {room && frame && (
        <>
          <SideView setup={setup} system={system} frame={frame} className="absolute inset-0 h-full w-full" />
          <HandRoom room={room} />
          {room.width >= 640 && <OrderWords room={room} />}
        </>
      )}
    </div>
  );
}

/** How far along the tube a hand with its torch takes: over the tube, where it runs level. */
function HandRoom({ room }: { room: Room }) {
  const { system } = useShop();
  const { setup } = usePlanning();
  const { tight } = useSheet(useTorch());
  const scene = useMemo(() => sideScene(setup, frameFor(room)), [setup, room]);
  const j = scene.joints.find((x) => x.part === setup.joint);
  if (!j || Math.abs(j.dx) < 0.7) return null;
  const [half, up] = [HAND * scene.scale, (j.bore * scene.scale) / 2 + 44];
  const y = j.y - up;
  return (
    <svg viewBox={`0 0 ${room.width} ${room.height}`} className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden>
      <path
        d={`M${j.x - half} ${y - 8}v16M${j.x + half} ${y - 8}v16M${j.x - half} ${y}H${j.x + half}`}
        className="stroke-base-content"
        strokeWidth="2"
        fill="none"
        {...(tight.length > 0 && { strokeDasharray: '6 4' })}
      />
      <text
        x={j.x}
        y={y - 14}
        textAnchor="middle"
        className="fill-base-content stroke-base-100 text-[15px]"
        strokeWidth="5"
        paintOrder="stroke"
      >
        a hand with its torch takes {handText(system)} either way
      </text>
    </svg>
  );
}

/** How far from the seam a thing on the tube is written, px. */
const BESIDE = 70;

function OrderWords({ room }: { room: Room }) {
  const { system } = useShop();
  const { setup } = usePlanning();
  const { sheet, tight } = useSheet(useTorch());
  const ferrule = useFerrule();
  const frame = useMemo(() => frameFor(room), [room]);
  const scene = useMemo(() => sideScene(setup, frame), [setup, frame]);
  const taken = useCallback(() => [...keptClear(scene, setup), ...corner(room)], [scene, setup, room]);
  const list = useMemo((): Callout[] => {
    const j = scene.joints.find((x) => x.part === setup.joint);
    if (!j) return [];
    const by = (end: 'A' | 'B', px: number) => ({
      x: j.x + (end === 'A' ? -1 : 1) * j.dx * px,
      y: j.y + (end === 'A' ? -1 : 1) * j.dy * px,
    });
    const on = (end: 'A' | 'B', things: readonly string[]): Callout[] =>
      things.length
        ? [
            {
              id: `on-${end}`,
              at: by(end, BESIDE),
              ways: end === 'A' ? [-110, -90, 110, 90] : [-70, -90, 70, 90],
              off: 60,
              node: (
                <Stands label={`on end ${end} before it closes`}>
                  <span className="font-sans text-lg font-bold">{things.join(', ')}</span>
                </Stands>
              ),
            },
          ]
        : [];
    return [
      ...on('A', sheet.onA),
      ...on('B', sheet.onB),
      ...tight.map((t, i): Callout => ({
        id: `tight-${i}`,
        at: by(t.end, Math.min(150, Math.max(24, t.from * scene.scale))),
        ways: t.end === 'A' ? [110, 90, -110, -90] : [70, 90, -70, -90],
        off: 60,
        node: (
          <Stands label={`${besideNames[t.kind]}${t.at === null ? '' : ` at ${hourText(t.at)}`}`}>
            <span className="text-base">{offText(t, system)}</span>
          </Stands>
        ),
      })),
      ...(ferrule === null
        ? []
        : [
            {
              id: 'ferrule',
              at: by('B', 90),
              ways: [60, 90, 120],
              off: 90,
              node: <Stands label="face of the ferrule: clamp its mate on, or a heat sink">{show(ferrule, 'length', system)}</Stands>,
            },
          ]),
    ];
  }, [scene, setup.joint, sheet.onA, sheet.onB, tight, ferrule, system]);
  return <Callouts list={list} room={room} taken={taken} />;
}

export function OrderHead() {
  const { system } = useShop();
  const { setup } = usePlanning();
  const { sheet, tight, beside } = useSheet(useTorch());
  const cold = useDesk().desk.draft.hot?.figures.find((f) => f.id === 'cold')?.value ?? null;
  const on = [...sheet.onA, ...sheet.onB];
  const said = useWeld().state.setup?.sheet != null;
  const shells = beside.filter((b) => b.kind === 'shell');
  const unsaid = shells.length > 0 && on.length === 0;
  const [near] = tight;
  const title = unsaid
    ? `${partLabel(setup, shells[0]?.part ?? '')} goes on before this seam closes.`.replace(/^./, (c) => c.toUpperCase())
    : on.length
      ? `On the tube first: ${on.join(', ')}.`
      : said
        ? 'Nothing goes on before it closes.'
        : 'What must be on the tube before it closes?';
  return (
    <Title
      level={unsaid || near ? 'mind' : 'none'}
      title={title}
      reason={[
        near
          ? `${besideNames[near.kind].replace(/^./, (c) => c.toUpperCase())} stands ${offText(near, system)}${near.at === null ? '' : ` at ${hourText(near.at)} o'clock`}: a hand with its torch takes about ${handText(system)}.`
          : '',
        sheet.slips.length ? `Must still come apart: ${sheet.slips.join(', ')}.` : '',
        sheet.sides === 'one' ? '' : `${sidesNames[sheet.sides]}.`,
        sheet.clamp === 'plate'
          ? `Clamped to a heavy plate until cold${cold ? `, about ${clock(cold)} by the model` : ''}.`
          : sheet.clamp === 'pre-bend'
            ? 'Bent the other way before, against pull.'
            : '',
        said || on.length > 0 ? '' : 'Rings, nuts, sleeves and jacket halves; what is forgotten is cut out again.',
      ]
        .filter(Boolean)
        .join(' ')}
    />
  );
}

export function OrderFields() {
  const { state } = useWeld();
  const { setup } = usePlanning();
  const { act } = useDesk();
  const { sheet, beside } = useSheet(useTorch());
  const shells = beside.filter((b) => b.kind === 'shell');
  const name = (part: string) => partLabel(setup, part);
  return (
    <div className="space-y-1">
      <Field name="onA" />
      <Field name="onB" />
      {shells.map((b) => {
        const [field, list] = b.end === 'A' ? (['onA', sheet.onA] as const) : (['onB', sheet.onB] as const);
        return list.includes(name(b.part)) ? null : (
          <button
            key={b.part}
            type="button"
            className="btn min-h-11 w-full"
            onClick={() => act({ do: 'say', name: field, text: [...list, name(b.part)].join(', ') })}
          >
            {name(b.part)} on end {b.end}
          </button>
        );
      })}
      <Field name="slips" />
      {(state.design.insideReachable || sheet.sides !== 'one') && <Field name="sides" />}
      <Field name="clamp" />
    </div>
  );
}
