/** A set-up in words: for the record, the text equivalent of the drawing, and lists. */
import { gasNames } from '../../basics/gases';
import { formatList, partNames } from '../../basics/spool';
import { show, type System } from '../../basics/units';
import { damNames } from './dams';
import { totalFlow, type Setup } from './setup';

const kinds = { open: 'open hose end', diffuser: 'broad diffuser', ring: 'ring' } as const;

/** What an inlet, a vent or a dam sits on: "dam 2", "cap 5", "jacket 1, end a". */
export function seatWords(setup: Setup, on: string): string {
  if (setup.dams.some((d) => d.id === on)) return `dam ${on.slice(1)}`;
  const [part = '', end] = on.split(':');
  return `${partLabel(setup, part)}${end ? `, end ${end}` : ''}`;
}

/** How far a dam stands from the joint along the part it shares with it, m; null when it is in another part. */
export function fromJoint(setup: Setup, damId: string): number | null {
  const [dam, joint] = [setup.dams.find((d) => d.id === damId), setup.parts.find((p) => p.id === setup.joint)];
  if (!dam || !joint || typeof dam.at !== 'number') return null;
  if (dam.part === joint.id) return dam.at;
  const before = setup.parts.find((p) => p.id === joint.on?.part);
  return before && 'length' in before && dam.part === before.id ? before.length - dam.at : null;
}

/** Lines of a record: the spool, what closes it, what feeds it, where it leaves. */
export function setupWords(setup: Setup, system: System): string[] {
  const len = (m: number) => show(m, 'length', system);
  return [
    `Spool ${formatList(setup.parts, system, setup.joint === null ? [] : [setup.joint])}${setup.tilt || setup.roll ? `; tilted ${setup.tilt}°, rolled ${setup.roll}°` : ''}`,
    setup.dams
      .map((d) => {
        const away = fromJoint(setup, d.id);
        const where =
          away !== null
            ? `${len(away)} from the joint`
            : typeof d.at === 'number'
              ? `${len(d.at)} into ${partLabel(setup, d.part)}`
              : `closing ${partLabel(setup, d.part)}`;
        return `dam ${d.id.slice(1)}: ${damNames[d.kind]}, ${where}`;
      })
      .join('; '),
    `${gasNames[setup.gas]} ${show(totalFlow(setup), 'flow', system)}; ${setup.inlets.map((i) => `in through ${seatWords(setup, i.on)}, ${i.height}, ${kinds[i.kind]} ${len(i.bore)}`).join('; ')}; ${setup.vents.map((v) => `vent in ${seatWords(setup, v.on)}, ${v.height}, ${len(v.bore)}`).join('; ')}`,
  ].filter(Boolean);
}

/** "p4" as a person says it: Elbow 4. */
export const partLabel = (setup: Setup, id: string): string => {
  const p = setup.parts.find((x) => x.id === id);
  return p ? `${partNames[p.kind].toLowerCase()} ${p.id.slice(1)}` : id;
};
