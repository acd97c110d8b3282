/** Before a tool touches the weld: pick or scan it, and it is said at once whether it may. What touched all the same is taken. */
import { alloys } from '../../../core/basics/materials';
import { ref } from '../../../core/basics/fields';
import { toolSchema, type Breach } from '../../../core/models/cleaning';
import { answerFields } from '../../../core/work/clean';
import { itemsOf, type ItemOf } from '../../../core/work/registers';
import { touchSpeaks } from '../../../core/work/touch';
import { Field } from '../kit/Field';
import { Form } from '../kit/Form';
import { useShop, useWeld } from './context';
import { answered, Speaks } from './Speaks';

export function TouchCheck() {
  const { state, record } = useWeld();
  const { registers, system } = useShop();
  const { alloyA, alloyB } = state.design;
  const tools = itemsOf(registers, 'tool');
  if (tools.length === 0) return null;
  const speaks = (t: ItemOf<'tool'> | undefined): Breach[] => {
    const text = t && touchSpeaks({ label: t.label, metal: t.body.metal }, t.past?.families ?? [], [alloyA, alloyB]);
    return text ? [{ id: 'touched', level: 'never', text, mends: [] }] : [];
  };
  return (
    <details className="text-sm">
      <summary className="min-h-11 cursor-pointer list-none py-2">
        What touches it ›{state.touches.length > 0 && ` ${state.touches.length} recorded`}
      </summary>
      <Form
        of={{ tool: ref('Clamp, hammer, file, brush: pick or scan', tools, (t) => `${t.label}, ${t.body.metal}`), ...answerFields }}
        system={system}
        label="It touched it: record"
        again
        onRecord={(v) => {
          const { id, label, body } = v.tool;
          // What was done is taken as it is; it wants no reason, only that somebody owns to it.
          return answered(speaks(v.tool), { done: v.done, because: v.done ? 'done' : '' }, () =>
            record({ stream: state.id, type: 'tool.touched', body: { tool: { id, label, tool: toolSchema.parse(body) } } }),
          );
        }}
      >
        {({ read }) => (
          <>
            <Field name="tool" />
            {read.tool && speaks(read.tool).length === 0 && (
              <p role="status" className="font-semibold">
                ✓ {read.tool.label} belongs to this metal: {[...new Set([alloyA, alloyB])].map((a) => alloys[a].name).join(' and ')}.
              </p>
            )}
            <Speaks breaches={speaks(read.tool)} />
          </>
        )}
      </Form>
    </details>
  );
}
