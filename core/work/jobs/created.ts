/** A weld is entered: what the drawing says of it. */
import { z } from 'zod';
import { odText, sizeName, wallText } from '../../basics/sizes';
import { define, version, type Line, type Reader } from '../event';
import { five, four, one, two } from '../shapes';
import { jointNames, seamLine, type Design } from './work';

export type Created = { spool: string; number: string; design: Design };

const first = z.object({ spool: one.id, number: z.string().min(1).max(40), design: one.design });

export const weldCreated = define<Created>()({
  stream: 'weld',
  decision: false,
  versions: [
    version(first, (b) => b),
    // Every seam went round a tube before.
    version(first.extend({ design: two.design }), (b) => ({ ...b, design: { ...b.design, seam: { kind: 'round' as const } } })),
    version(first.extend({ design: four.design }), (b) => b),
    version(first.extend({ design: five.design }), (b): Created => b),
  ],
});

export function tellCreated({ design: d }: Created, reader: Reader): Line {
  return {
    title: 'Entered',
    details: [
      `${sizeName(d.size)}, OD ${odText(d.size, reader.system)}, wall ${wallText(d.size, reader.system)}`,
      `${d.alloyA} to ${d.alloyB}, ${jointNames[d.joint].toLowerCase()}`,
      `Criterion ${d.criterion.id} version ${d.criterion.version}`,
      seamLine(d, reader.system),
    ],
  };
}
