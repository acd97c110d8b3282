/**
 * A spool as one line of words: "2 in tube: 500 mm, elbow up, 300 mm, tee near [100 mm, cap], weld, 400 mm".
 * Commas part the parts, brackets hold what sits on a branch, `weld` marks a joint that will be welded, the first of them now. A bare number is in
 * the person's own unit.
 */
import { parseSize, sizeName, type Series, type Size } from '../sizes';
import { parseQuantity, show, type System } from '../units';
import { makeJacket, makePart, nextPart } from './edit';
import { sizeAt, turnSchema, type Part, type Port, type Turn } from './parts';

export type ListError = { at: number; word: string; text: string };
/** `joints`: those that will be welded, by the part whose a-end they are; `joint` is the first of them. */
export type ListResult = { ok: true; parts: Part[]; joint: string | null; joints: string[] } | { ok: false; error: ListError };

class Wrong extends Error {
  constructor(readonly error: ListError) {
    super(error.text);
  }
}

type Token = { text: string; at: number };

/** Cuts at commas and brackets, keeping where each piece stood. */
function tokens(text: string, from: number): Token[] {
  const out: Token[] = [];
  const push = (start: number, end: number) => {
    const piece = text.slice(start, end);
    const lead = piece.length - piece.trimStart().length;
    if (piece.trim()) out.push({ text: piece.trim(), at: start + lead });
  };
  let start = from;
  for (let i = from; i <= text.length; i++) {
    const c = text[i];
    if (c !== undefined && !',;[]\n'.includes(c)) continue;
    push(start, i);
    if (c === '[' || c === ']') out.push({ text: c, at: i });
    start = i + 1;
  }
  return out;
}

/** A spool of some hundred parts. */
const LONGEST_LIST = 8000;

/**
 * Reads a list.
 * @param series what a bare size means; a list without a size takes `size`
 * @returns the parts and the joints marked, or the first word that cannot be read and why
 */
export function parseList(text: string, system: System, series: Series | null, size: Size): ListResult {
  try {
    return { ok: true, ...read(text, system, series, size) };
  } catch (e) {
    if (e instanceof Wrong) return { ok: false, error: e.error };
    throw e;
  }
}

function read(text: string, system: System, series: Series | null, given: Size): Omit<Extract<ListResult, { ok: true }>, 'ok'> {
  if (text.length > LONGEST_LIST)
    throw new Wrong({ at: 0, word: '', text: `A list has at most ${LONGEST_LIST} letters: split the spool.` });
  let size = given;
  let from = 0;
  const colon = text.indexOf(':');
  if (colon >= 0) {
    const said = parseSize(text.slice(0, colon), series ?? given.series);
    if (!said.ok) throw new Wrong({ at: 0, word: text.slice(0, colon).trim(), text: said.error });
    size = said.size;
    from = colon + 1;
  }
  const parts: Part[] = [];
  const joints: string[] = [];
  let welds = false;
  let seat: { part: string; port: Port } | null = null;
  const held: ({ part: string; port: Port } | null)[] = [];
  const wrong = (t: Token, why: string): never => {
    throw new Wrong({ at: t.at, word: t.text, text: why });
  };
  const sizeOf = (t: Token, words: string): Size => {
    const s = parseSize(words, series ?? size.series);
    return s.ok ? s.size : wrong(t, s.error);
  };
  const lengthOf = (t: Token, words: string): number => {
    const q = parseQuantity(words, 'length', system);
    if (!q.ok) return wrong(t, q.error);
    return q.value > 0 ? q.value : wrong(t, 'A part needs a length above zero.');
  };
  for (const t of tokens(text, from)) {
    const last = parts.at(-1);
    if (t.text === '[') {
      const branching =
        last && (last.kind === 'tee' || last.kind === 'nipple')
          ? last
          : wrong(t, 'Brackets hold what sits on a tee or a nipple: put them right after it.');
      held.push(seat);
      seat = { part: branching.id, port: 'c' };
      continue;
    }
    if (t.text === ']') {
      if (held.length === 0) wrong(t, 'This bracket was never opened.');
      seat = held.pop() ?? null;
      continue;
    }
    if (t.text.toLowerCase() === 'weld') {
      if (welds) wrong(t, 'Two welds with nothing between them: take one out.');
      welds = true;
      continue;
    }
    const [word = '', ...rest] = t.text.toLowerCase().split(/\s+/);
    const turn = rest.find((r): r is Turn => turnSchema.safeParse(r).success);
    const angle = (r: string) => word === 'elbow' && (r === '90' || r === '45');
    const other = rest.filter((r) => r !== turn && !angle(r)).join(' ');
    const before = seat ? parts.find((p) => p.id === seat?.part) : undefined;
    const here = before && seat ? sizeAt(before, seat.port) : size;
    if (before?.kind === 'cap') wrong(t, 'Nothing goes on after a cap.');
    const id = nextPart(parts);
    const add = (p: Part) => {
      if (welds && p.on) {
        joints.push(p.id);
        welds = false;
      }
      parts.push(p);
      if (p.kind !== 'jacket') seat = { part: p.id, port: 'b' };
    };
    switch (word) {
      case 'elbow':
        if (!turn) wrong(t, 'Say which way the elbow turns: up, down, left, right, near or far.');
        add(makePart(id, 'elbow', here, seat, { angle: rest.includes('45') ? 45 : 90, turn: turn as Turn }));
        break;
      case 'tee':
        if (!turn) wrong(t, 'Say which way the branch goes: up, down, left, right, near or far.');
        add(makePart(id, 'tee', here, seat, { turn: turn as Turn, ...(other && { branch: sizeOf(t, other) }) }));
        break;
      case 'nipple': {
        if (!turn) wrong(t, 'Say which way the nipple points: up, down, left, right, near or far.');
        // The last x: a tube of one's own has one in its name.
        const cut = other.lastIndexOf(' x ');
        const [branch, side] = cut < 0 ? [other, undefined] : [other.slice(0, cut), other.slice(cut + 3)];
        add(
          makePart(id, 'nipple', here, seat, {
            turn: turn as Turn,
            ...(branch && { branch: sizeOf(t, branch) }),
            ...(side && { side: lengthOf(t, side) }),
          }),
        );
        break;
      }
      case 'reducer':
        add(makePart(id, 'reducer', here, seat, other ? { to: sizeOf(t, other) } : {}));
        break;
      case 'cap':
        if (!seat) wrong(t, 'A cap closes the end of a part: name the part first.');
        add(makePart(id, 'cap', here, seat));
        break;
      case 'ferrule':
        add(makePart(id, 'ferrule', here, seat));
        break;
      case 'vessel': {
        const [volume = '', bore = ''] = other.split(' x ');
        const v = parseQuantity(volume, 'volume', system);
        add(makePart(id, 'vessel', here, seat, { volume: v.ok ? v.value : wrong(t, v.error), bore: lengthOf(t, bore) }));
        break;
      }
      case 'jacket': {
        const inside = last?.kind === 'straight' ? last : wrong(t, 'A jacket goes around the straight named just before it.');
        add(makeJacket(nextPart(parts, 'j'), inside, other ? sizeOf(t, other) : undefined));
        break;
      }
      default: {
        const straight = word === 'straight' ? rest.join(' ') : t.text;
        if (!/^[\d.+-]/.test(straight))
          wrong(t, `"${t.text}" is no part. Use a length, elbow, tee, nipple, reducer, cap, ferrule, vessel, jacket or weld.`);
        add(makePart(id, 'straight', here, seat, { length: lengthOf(t, straight) }));
      }
    }
  }
  if (held.length) throw new Wrong({ at: text.length, word: '[', text: 'A bracket is not closed.' });
  if (parts.length === 0)
    throw new Wrong({ at: 0, word: '', text: 'The list names no part. Begin with a length, such as 500 mm or 20 in.' });
  if (welds) throw new Wrong({ at: text.length, word: 'weld', text: 'Nothing follows the last weld: name the part it joins.' });
  return { parts, joint: joints[0] ?? null, joints };
}

/**
 * Writes a spool as a list that `parseList` reads back.
 * @param joints those that will be welded
 */
export function formatList(parts: readonly Part[], system: System, joints: readonly string[] = []): string {
  const root = parts.find((p) => p.on === null && p.kind !== 'jacket');
  if (!root) return '';
  const len = (m: number) => show(m, 'length', system);
  const sized = (s: Size) => sizeName(s).replace(' EN 10357 A', '').replace(' ISO 1127', '');
  const words = (p: Part): string => {
    const branch = 'branch' in p && sizeName(p.branch) !== sizeName(p.size) ? ` ${sized(p.branch)}` : '';
    switch (p.kind) {
      case 'straight':
        return len(p.length);
      case 'elbow':
        return `elbow${p.angle === 45 ? ' 45' : ''} ${p.turn}`;
      case 'tee':
        return `tee ${p.turn}${branch}`;
      case 'nipple':
        return `nipple ${p.turn} ${sized(p.branch)} x ${len(p.side)}`;
      case 'reducer':
        return `reducer ${sized(p.to)}`;
      case 'vessel':
        return `vessel ${show(p.volume, 'volume', system)} x ${len(p.bore)}`;
      default:
        return p.kind;
    }
  };
  const chain = (first: Part | undefined): string => {
    const out: string[] = [];
    for (let p = first; p;) {
      const here: Part = p;
      const branch = chain(parts.find((x) => x.on?.part === here.id && x.on.port === 'c'));
      out.push(`${joints.includes(here.id) ? 'weld, ' : ''}${words(here)}${branch ? ` [${branch}]` : ''}`);
      for (const j of parts) if (j.kind === 'jacket' && j.around === here.id) out.push(`jacket ${sized(j.size)}`);
      p = parts.find((x) => x.on?.part === here.id && x.on.port === 'b');
    }
    return out.join(', ');
  };
  return `${sized(root.size)}: ${chain(root)}`;
}
