/** Set-up, before the first tack: one form on three drawings, its WPS over it, one button that records it. */
import { useEffect, useMemo } from 'react';
import { showRough } from '../../../core/basics/units';
import { type TorchPlan } from '../../../core/models/shield';
import { passSchema, type PassId } from '../../../core/models/passes';
import { outsideText } from '../../../core/models/wps';
import { itemsOf } from '../../../core/work/registers';
import { isNoReason, NO_REASON, sheetFigures, sheetForm, sheetKnown, sheetSaid, sheetTyped, type Sheet } from '../../../core/work/sheet';
import {
  asTested,
  cupCorrection,
  meanTyped,
  planTyped,
  torchFigures,
  torchForm,
  torchKnown,
  torchSaid,
  torchTyped,
} from '../../../core/work/torch';
import { Form } from '../kit/Form';
import { useShop, useWeld } from './context';
import { CoverTests } from './CoverTests';
import { useDesk, useSaidOnDrawing, type View } from './desk';
import { Deviations } from './Deviations';
import { DraftFigures } from './DraftFigures';
import type { StageView } from './stageView';
import { Metal, Minded, TorchDrawing, TorchFields, TorchHead, type SetupView } from './TorchFace';
import { TorchFoot } from './TorchFoot';
import { TwoSettings } from './TwoSettings';
import { HowDrawing, HowFields, HowFoot, HowHead } from './HowFace';
import { MyTorch } from './MyTorch';
import { OrderDrawing, OrderFields, OrderHead } from './OrderFace';
import { useFirstSheet, useWps } from './useSheet';
import { ForetoldLine } from './useForetold';
import { useTorch } from './useTorch';
import { useFerrule, useTorchSeen } from './useTorchSeen';
import { WpsOver } from './WpsOver';

/** The three faces of the sheet, in the order of the drawings. */
const faces: readonly { view: View; name: string }[] = [
  { view: 'side', name: 'Order' },
  { view: 'plan', name: 'Torch' },
  { view: 'end', name: 'How' },
];

function SetupStage() {
  const { state, record } = useWeld();
  const { registers, checks, carried, system } = useShop();
  const { desk, act } = useDesk();
  const { design, setup: s } = state;
  const ferrule = useFerrule();
  const first = useFirstSheet();
  const fillers = useMemo(() => itemsOf(registers, 'heat').filter((h) => h.body.what === 'filler'), [registers]);
  const table = useMemo(() => ({ ...torchForm, ...sheetForm(design, fillers) }), [design, fillers]);
  const over = useWps(useTorch());
  const was = s ?? carried?.torch ?? null;
  const torch = torchKnown(was, design);
  const known = { ...torch, ...sheetKnown(first, design.seam, (id) => fillers.find((h) => h.id === id)), reason: was?.reason ?? '' };
  const face = desk.view ?? 'plan';
  return (
    <Form
      of={table}
      known={known}
      typed={{ ...torchTyped(torch, s !== null, system), tieIn: showRough(first.tieIn, 'length', system) }}
      system={system}
      label={s ? 'Record the set-up again' : 'Record the set-up'}
      onWrong={(names) => {
        // What is wrong must be seen: the page turns to the first of it, where none stands on the drawing that is open.
        const [wrong] = names;
        if (wrong === undefined || names.some((n) => shownOn(n) === face && passOf(n) === undefined)) return;
        const pass = passOf(wrong);
        if (pass) act({ do: 'draw', draft: { pass } });
        if (shownOn(wrong) !== face) act({ do: 'turn', view: shownOn(wrong) });
      }}
      onRecord={(v) => {
        const out = over?.unsaid ?? [];
        if (out.length > 0 && isNoReason(v.reason))
          return Promise.resolve({ error: NO_REASON, reasons: out.map((x) => outsideText(x, over?.name ?? '')), status: 422 });
        const cup = { cup: Number(v.cup), lens: v.lens, screen: v.lens && v.screen };
        const correction = cupCorrection(registers, checks, cup, design.alloyA);
        const tested = (p: TorchPlan) => asTested(registers, checks, p, design.alloyA);
        const said = torchSaid(v, design, { correction, ferrule, tested });
        const sheet = sheetSaid(v, design);
        const body = {
          ...said,
          sheet,
          reason: out.length > 0 ? v.reason : '',
          figures: [...said.figures, ...sheetFigures(said, sheet, design)],
        };
        return record({ stream: state.id, type: 'setup.recorded', body });
      }}
    >
      {(view) => (
        <>
          <DrawTorch view={view} first={first} />
          <WpsOver torch={{ cup: Number(view.read.cup ?? 12), lens: true, screen: false, ...desk.draft.torch }} />
          <div className="grid grid-cols-3" role="group" aria-label="Sheet">
            {faces.map((f) => (
              <button
                key={f.view}
                type="button"
                className={`btn min-h-12 rounded-none ${face === f.view ? 'btn-primary' : ''}`}
                aria-pressed={face === f.view}
                onClick={() => act({ do: 'turn', view: f.view })}
              >
                {f.name}
              </button>
            ))}
          </div>
          {face === 'end' ? <HowFields /> : face === 'side' ? <OrderFields /> : <TorchFields view={view} />}
          {face === 'plan' && <ForetoldLine />}
          {face === 'plan' && <Metal />}
        </>
      )}
    </Form>
  );
}

const inOrder = new Set(['onA', 'onB', 'slips', 'sides', 'clamp']);
/** On which drawing a field stands, and which pass it is of. */
const shownOn = (name: string): View => (name in torchForm ? 'plan' : inOrder.has(name) ? 'side' : 'end');
const passOf = (name: string): PassId | undefined => passSchema.options.find((p) => new RegExp(`^${p}[A-Z]`).test(name));

/** Fields of the sheet that can be set on a drawing. */
const sheetNames = new Set<string>(['start', 'onA', 'onB']);

/** Puts torch and sheet on the drawings and the rules below while it is typed; takes what is set on a drawing into the fields. */
function DrawTorch({ view: { read, set }, first }: { view: SetupView; first: Sheet }) {
  const { state } = useWeld();
  const { act } = useDesk();
  const { cup, lens = false, screen = false, stickOut, electrode, flow, postFlow, travel, tungsten, grind, shieldFlow } = read;
  const amps = meanTyped(read);
  const plan = planTyped(read, state.design.alloyA);
  const key = JSON.stringify(plan);
  useEffect(() => {
    if (cup === undefined) return;
    const torch = {
      ...{ cup: Number(cup), lens, screen: lens && screen, stickOut, electrode, flow, amps, postFlow, travel, plan },
      ...{ tungsten, grind, shieldFlow },
    };
    act({ do: 'draw', draft: { torch, figures: torchFigures({ cup, lens, screen, electrode, amps }, state.design) } });
  }, [act, state.design, cup, lens, screen, stickOut, electrode, flow, amps, postFlow, travel, tungsten, grind, shieldFlow, key]);
  const sheet = sheetTyped(read, first, state.design);
  const sheetKey = JSON.stringify(sheet);
  useEffect(() => act({ do: 'draw', draft: { sheet } }), [act, sheetKey]);
  useSaidOnDrawing((name, typed) => {
    if (name in torchForm || sheetNames.has(name)) set(name as keyof typeof torchForm, typed);
  });
  useTorchSeen();
  return null;
}

/** What of the hot metal lies bare? Said first, with the reason. */
function SetupHead() {
  const { view } = useDesk().desk;
  return view === 'end' ? <HowHead /> : view === 'side' ? <OrderHead /> : <TorchHead />;
}

/** The sheet to hang beside the work: only what was recorded is printed. */
function SheetLink() {
  const { state } = useWeld();
  return state.setup ? (
    <a className="btn min-h-12 w-full" href={`/welds/${state.id}/sheet`}>
      Sheet, to print
    </a>
  ) : null;
}

/** What was recorded outside its WPS, and who decided. */
function Outside() {
  const { state } = useWeld();
  return state.deviations.some((d) => d.step === 'setup') ? <Deviations step="setup" /> : null;
}

/** By which rules and models, and what the cup was tested to cover. */
function Below() {
  const face = useDesk().desk.view ?? 'plan';
  return (
    <>
      <Outside />
      {face === 'plan' && (
        <>
          <Minded />
          <MyTorch />
          <CoverTests />
          <TwoSettings />
        </>
      )}
      <DraftFigures />
      <SheetLink />
    </>
  );
}

export const setup: StageView = {
  view: 'plan',
  Head: SetupHead,
  Drawing: TorchDrawing,
  Foot: TorchFoot,
  faces: { end: { Drawing: HowDrawing, Foot: HowFoot }, side: { Drawing: OrderDrawing } },
  Form: SetupStage,
  Below,
};
