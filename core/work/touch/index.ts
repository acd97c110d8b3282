/** What touched a weld and took no tint off: clamps, hammers, files, plates. What was done is taken; what must not be is a deviation. */
import { z } from 'zod';
import type { AlloyFamily, AlloyId } from '../../basics/materials';
import { toolKinds, touchRefusal, type Breach, type Tool } from '../../models/cleaning';
import { define, version, type Line } from '../event';
import { eight } from '../shapes';

export type Touched = {
  tool: { id: string; label: string; tool: Tool };
  /** by the server: families of metal it had touched before */
  touched?: AlloyFamily[] | undefined;
};

export const toolTouched = define<Touched>()({
  stream: 'weld',
  decision: false,
  versions: [version(z.object({ tool: eight.tool }), (b): Touched => b)],
  added: z.object({ touched: eight.touched.optional() }),
});

type Named = { label: string; metal: Tool['metal'] };
/** What speaks against a tool before it touches these metals; null where nothing does. */
export const touchSpeaks = (t: Named, families: readonly AlloyFamily[], alloys: readonly AlloyId[]): string | null =>
  touchRefusal(t.label, t.metal, families, alloys);

/** What of it must not have been. A test for free iron that passes, or pickling the skin off, settles it. */
export function touchDeviations({ tool, touched = [] }: Touched, alloys: readonly AlloyId[]): Breach[] {
  const text = touchSpeaks({ label: tool.label, metal: tool.tool.metal }, touched, alloys);
  return text === null ? [] : [{ id: 'touched', level: 'never', text: `It touched all the same. ${text}`, mends: ['iron-test', 'pickle'] }];
}

export const tellTouched = ({ tool }: Touched): Line => ({
  title: `Touched by ${tool.label}`,
  details: [
    `${tool.tool.kind ? toolKinds[tool.tool.kind] : tool.tool.what || 'a tool'}, ${tool.tool.metal === 'unmarked' ? 'not marked' : `marked for ${tool.tool.metal}`}`,
  ],
});
