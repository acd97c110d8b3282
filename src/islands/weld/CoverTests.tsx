/** The cover tests of the cup in hand, and of the shield that follows it: what they found so far, and a new one, behind a press. */
import { useState } from 'react';
import { show } from '../../../core/basics/units';
import { ratioOf, type Correction } from '../../../core/models/shield';
import {
  coverTestForm,
  coverTestKnown,
  coverTestSaid,
  cupCorrection,
  cupItem,
  shieldCorrection,
  shieldItem,
  shieldTests,
  testsOf,
} from '../../../core/work/torch';
import type { CheckOf, NewCheck } from '../../../core/work/registers';
import { CheckForm, TakeBack } from '../gas/check';
import { newId, request } from '../post';
import { useShop, useWeld } from './context';
import { useDesk } from './desk';

type Test = CheckOf<'cup'> | CheckOf<'shield'>;
const percent = (x: number) => `${Math.round(100 * x)} %`;

export function CoverTests() {
  const { state } = useWeld();
  const { registers, checks } = useShop();
  const { torch } = useDesk().desk.draft;
  if (!torch) return null;
  const { alloyA } = state.design;
  const c = { cup: torch.cup, lens: torch.lens, screen: torch.screen };
  const trailing = torch.plan?.trailing ?? null;
  const shield = shieldItem(registers, trailing);
  const as = { cup: c.cup, lens: c.lens, screens: c.screen ? 1 : 0 };
  return (
    <>
      <Tests
        kind="cup"
        name={`No. ${c.cup}${c.lens ? (c.screen ? ', lens and screen' : ', lens') : ', plain'}`}
        item={cupItem(registers, c)?.id ?? null}
        tests={testsOf(registers, checks, c)}
        ratio={(t) => ratioOf(as, t.body)}
        correction={cupCorrection(registers, checks, c, alloyA)}
        screen={c.screen}
      />
      {shield && (
        <Tests
          kind="shield"
          name={shield.label}
          item={shield.id}
          tests={shieldTests(registers, checks, trailing)}
          ratio={(t) => (t.body.ringSeen ? t.body.silver / shield.body.width : null)}
          correction={shieldCorrection(registers, checks, trailing, alloyA)}
          screen={false}
        />
      )}
    </>
  );
}

type Props = {
  kind: 'cup' | 'shield';
  name: string;
  /** of the shelf; null where none such is owned */
  item: string | null;
  tests: readonly Test[];
  ratio: (t: Test) => number | null;
  correction: Correction | null;
  screen: boolean;
};

function Tests({ kind, name, item, tests, ratio, correction, screen }: Props) {
  const { state } = useWeld();
  const { checks, system, tested } = useShop();
  const { torch } = useDesk().desk.draft;
  const [open, setOpen] = useState(false);
  const take = async (check: NewCheck) => {
    const sent = await request<{ note: string; when: number }>('POST', '/api/checks', check);
    if (!sent.ok) return { refusal: sent.refusal, note: '' };
    tested([...checks, { ...check, when: sent.value.when, by: null }]);
    return { refusal: null, note: sent.value.note };
  };
  const what = kind === 'cup' ? 'cover test' : 'shield test';
  return (
    <section aria-label={`Cover test, ${kind}`} className="border-t-2 border-base-content/40 pt-2 text-sm">
      <p>
        {correction ? (
          <>
            <strong>
              {name} covers {percent(correction.factor)}
            </strong>{' '}
            of {kind === 'cup' ? 'what is computed' : 'its face'} ({percent(correction.low)} to {percent(correction.high)}), by{' '}
            {tests.length} cover {tests.length === 1 ? 'test' : 'tests'} here. Reckoned with.
          </>
        ) : (
          <>
            □ <strong>{name} was never tested here.</strong> Hold the arc on scrap, let it soak, see where it stays silver.
          </>
        )}
      </p>
      {tests.length > 0 && (
        <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
          <summary className="min-h-11 cursor-pointer list-none py-2 font-medium">The tests ›</summary>
          {tests.map((t) => {
            const is = ratio(t);
            return (
              <div key={t.id} className="border-t border-base-300 py-1">
                <p>
                  {t.body.metal}, {show(t.body.seconds, 'time', system)} at {show(t.body.stickOut, 'length', system)} and{' '}
                  {show(t.body.flow, 'flow', system)}: silver {show(t.body.silver, 'length', system)} across
                  {is === null ? '; no ring of colour, so it says nothing' : `, ${percent(is)}`}
                </p>
                <TakeBack id={t.id} what={`this ${what}`} system={system} onBack={(id) => tested(checks.filter((x) => x.id !== id))} />
              </div>
            );
          })}
        </details>
      )}
      {item !== null ? (
        <CheckForm
          key={item}
          ask={`Enter a ${what}`}
          of={coverTestForm}
          known={coverTestKnown(state.design.alloyA, torch?.stickOut, torch?.flow)}
          system={system}
          label={`Keep the ${what}`}
          caution="UV and hot scrap. Titanium dust burns: away from grinding."
          check={(v) => ({ id: newId(), item, kind, body: coverTestSaid(v, screen) })}
          onCheck={take}
        />
      ) : (
        <p className="mt-1">
          It is not on your shelf: enter it under{' '}
          <a className="link" href="/registers">
            Lots and tools
          </a>{' '}
          to test it.
        </p>
      )}
    </section>
  );
}
