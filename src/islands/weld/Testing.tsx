/** The test of a passivation: it takes its time on the clock, or it was done elsewhere, when and by whom. */
import { judgeTest, testNames, testSeconds, type Breach } from '../../../core/models/cleaning';
import { clock, duration } from '../../../core/basics/units';
import { situation } from '../../../core/work/record';
import { PickField, required, TextField } from '../kit/fields';
import { StageForm } from '../kit/StageForm';
import { useNow } from '../kit/useNow';
import { serverTime, type Refusal } from '../post';
import { useWeld } from './context';
import { noAnswers, reasonOf, Speaks, unanswered, type Answers } from './Speaks';

/** A test that somebody did elsewhere: when, by whom, and what came of it. */
export function Elsewhere() {
  return (
    <>
      <TextField
        name="when"
        label="Done on"
        type="datetime-local"
        rules={{
          validate: (x: string) =>
            (Number.isFinite(Date.parse(x)) && Date.parse(x) <= serverTime()) || 'Give the day and hour it was done.',
        }}
      />
      <TextField name="by" label="By whom" rules={{ validate: (x: string) => x.trim().length >= 2 || 'Name who did it.' }} />
      <Result />
    </>
  );
}

const Result = () => (
  <PickField
    name="passed"
    label="Result"
    options={[
      { value: 'yes', label: 'passed' },
      { value: 'no', label: 'failed' },
    ]}
    empty="Pick"
    rules={required}
  />
);

type Ended = { place: 'here' | 'elsewhere' | ''; passed: 'yes' | 'no' | ''; when: string; by: string } & Answers;

/** The test that began with the rinse: its time runs, then its result. */
export function Testing() {
  const { state, criterion, record, madeAt } = useWeld();
  const now = useNow(madeAt, 500);
  const rinse = state.rinse;
  if (!rinse) return null;
  const left = testSeconds[rinse.test] - (now - rinse.at) / 1000;
  const speaks = (v: Ended): Breach[] =>
    v.place === 'elsewhere' || v.passed === ''
      ? []
      : judgeTest({ test: rinse.test, seconds: (serverTime() - rinse.at) / 1000 }, situation(state, criterion));
  const save = (v: Ended) => {
    const [missing] = unanswered(speaks(v), v);
    if (missing !== undefined) return Promise.resolve<Refusal>({ error: missing, reasons: [], status: 422 });
    return record({
      stream: state.id,
      type: 'test.ended',
      body: {
        rinse: rinse.event,
        passed: v.passed === 'yes',
        elsewhere: v.place === 'elsewhere' ? { when: new Date(v.when).toISOString(), by: v.by.trim() } : null,
        because: reasonOf(speaks(v), v),
      },
    });
  };
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
      <StageForm<Ended> defaults={{ place: 'here', passed: '', when: '', by: '', ...noAnswers }} onRecord={save} label="Record the result">
        {(form) => {
          const v = form.watch();
          return (
            <>
              <div className="grid grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-3">
                <PickField
                  name="place"
                  label="Where it was done"
                  options={[
                    { value: 'here', label: 'here, on this clock' },
                    { value: 'elsewhere', label: 'elsewhere' },
                  ]}
                />
                {v.place === 'elsewhere' ? <Elsewhere /> : <Result />}
              </div>
              <Speaks breaches={speaks(v)} />
            </>
          );
        }}
      </StageForm>
    </div>
  );
}
