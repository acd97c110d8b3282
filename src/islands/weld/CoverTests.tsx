/** The cover test of the cup in hand: what it found so far, and a new one, behind a press. */
import { useState } from 'react';
import { show } from '../../../core/basics/units';
import { ratioOf } from '../../../core/models/shield';
import { coverTestForm, coverTestKnown, coverTestSaid, cupCorrection, cupItem, testsOf } from '../../../core/work/torch';
import type { NewCheck } from '../../../core/work/registers';
import { CheckForm, TakeBack } from '../gas/check';
import { newId, request } from '../post';
import { useShop, useWeld } from './context';
import { useDesk } from './desk';

export function CoverTests() {
  const { state } = useWeld();
  const { registers, checks, system, tested } = useShop();
  const { torch } = useDesk().desk.draft;
  const [open, setOpen] = useState(false);
  if (!torch) return null;
  const { alloyA } = state.design;
  const c = { cup: torch.cup, lens: torch.lens, screen: torch.screen };
  const item = cupItem(registers, c);
  const tests = testsOf(registers, checks, c);
  const correction = cupCorrection(registers, checks, c, alloyA);
  const name = `No. ${c.cup}${c.lens ? (c.screen ? ', lens and screen' : ', lens') : ', plain'}`;
  const percent = (x: number) => `${Math.round(100 * x)} %`;
  const take = async (check: NewCheck) => {
    const sent = await request<{ note: string; when: number }>('POST', '/api/checks', check);
    if (!sent.ok) return { refusal: sent.refusal, note: '' };
    tested([...checks, { ...check, when: sent.value.when, by: null }]);
    return { refusal: null, note: sent.value.note };
  };
  return (
    <section aria-label="Cover test" className="border-t-2 border-base-content/40 pt-2 text-sm">
      <p>
        {correction ? (
          <>
            <strong>
              {name} covers {percent(correction.factor)}
            </strong>{' '}
            of what is computed ({percent(correction.low)} to {percent(correction.high)}), by {tests.length} cover{' '}
            {tests.length === 1 ? 'test' : 'tests'} here. Reckoned with.
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
            const ratio = ratioOf({ cup: c.cup, lens: c.lens, screens: c.screen ? 1 : 0 }, t.body);
            return (
              <div key={t.id} className="border-t border-base-300 py-1">
                <p>
                  {t.body.metal}, {show(t.body.seconds, 'time', system)} at {show(t.body.stickOut, 'length', system)} and{' '}
                  {show(t.body.flow, 'flow', system)}: silver {show(t.body.silver, 'length', system)} across
                  {ratio === null ? '; no ring of colour, so it says nothing' : `, ${percent(ratio)}`}
                </p>
                <TakeBack id={t.id} what="this cover test" system={system} onBack={(id) => tested(checks.filter((x) => x.id !== id))} />
              </div>
            );
          })}
        </details>
      )}
      {item ? (
        <CheckForm
          key={item.id}
          ask="Enter a cover test"
          of={coverTestForm}
          known={coverTestKnown(alloyA, torch.stickOut, torch.flow)}
          system={system}
          label="Keep the cover test"
          caution="UV and hot scrap. Titanium dust burns: away from grinding."
          check={(v) => ({ id: newId(), item: item.id, kind: 'cup', body: coverTestSaid(v, c.screen) })}
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
