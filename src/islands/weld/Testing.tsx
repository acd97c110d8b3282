/** The test of a passivation: it takes its time on the clock, or it was done elsewhere, when and by whom. */
import { testNames, testSeconds } from '../../../core/models/cleaning';
import { clock, duration } from '../../../core/basics/units';
import { testForm, testSaid, testSpeaks } from '../../../core/work/passivate';
import { situation } from '../../../core/work/record';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { useNow } from '../kit/useNow';
import { serverTime } from '../post';
import { useShop, useWeld } from './context';
import { answered, Speaks } from './Speaks';

const table = testForm(serverTime);

/** The test that began with the rinse: its time runs, then its result. */
export function Testing() {
  const { state, criterion, record } = useWeld();
  const { system, now: madeAt } = useShop();
  const now = useNow(madeAt, 500);
  const rinse = state.rinse;
  if (!rinse) return null;
  const left = testSeconds[rinse.test] - (now - rinse.at) / 1000;
  const speaks = (v: Parameters<typeof testSpeaks>[0]) =>
    testSpeaks(v, rinse.test, (serverTime() - rinse.at) / 1000, situation(state, criterion));
  return (
    <div className="space-y-3">
      <div className="border-4 border-base-content p-4" role="status">
        <p className="text-lg font-bold">
          {testNames[rinse.test]}: {left > 0 ? 'it runs' : 'time is up, look at it'}
        </p>
        <p className="font-figure text-6xl font-bold" data-testid="test-clock">
          {clock(Math.abs(left))}
          <span className="ml-2 text-xl font-normal">{left > 0 ? 'left' : 'over'}</span>
        </p>
        <p className="text-sm">
          {duration(testSeconds[rinse.test])} from the rinse (ASTM A967 or common practice, from memory). The standard in force decides.
        </p>
      </div>
      <Form
        of={table}
        system={system}
        label="Record the result"
        onRecord={(v) =>
          answered(speaks(v), v, () => record({ stream: state.id, type: 'test.ended', body: testSaid(v, rinse.event, speaks(v)) }))
        }
      >
        {({ read, typed }) => (
          <>
            <div className="grid grid-cols-2 gap-x-3 gap-y-1 @xl:grid-cols-3">
              <Field name="place" />
              {typed['place'] === 'elsewhere' && (
                <>
                  <Field name="when" />
                  <Field name="by" />
                </>
              )}
              <Field name="passed" />
            </div>
            <Speaks breaches={speaks(read)} />
          </>
        )}
      </Form>
    </div>
  );
}
