/** What all parts of a stage share of its pictures: which is open, what is marked on it, what the grader says of it. */
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { alloys } from '../../../core/basics/materials';
import type { Arc } from '../../../core/basics/seam';
import { limitSide, type LimitSide, type Zone } from '../../../core/models/criteria';
import { answerBand, type AnswerFlag, type Candidate, type GradeAnswer } from '../../../core/models/grade';
import { bandSchema, type Band } from '../../../core/models/tint';
import { GRADER, type PictureRead, type ReadLine } from '../../../core/work/pictures';
import type { Refusal } from '../post';
import { useWeld } from '../weld/context';
import { useDesk } from '../weld/desk';
import { arcsOf, keptMarks, proposedMarks, scaledMarks, type Marks } from './marks';
import { useGrader, type Stand } from './useGrader';
import { usePictures, type PictureHere } from './usePictures';

/** A line with what the grader says of it and where that stands to the limit. */
export type Told = { name: string; zone: Zone; arc: Arc | null; read: ReadLine; band: Band; range: [Band, Band]; side: LimitSide };

export type Tap = { x: number; y: number; of: [Candidate, Candidate] };

type InRoom = {
  pictures: PictureHere[];
  open: PictureHere | null;
  show: (file: string | null) => void;
  stand: Stand;
  again: () => void;
  marks: Marks | null;
  mark: (next: Marks) => void;
  /** null while it is being read, or refused */
  answer: GradeAnswer | null;
  colours: string[][];
  told: Told[];
  /** what is wrong with the marks; empty when nothing is */
  fault: string;
  grading: boolean;
  arcs: (Arc | null)[];
  /** marks are others than those kept */
  changed: boolean;
  keep: () => Promise<Refusal | null>;
  /** the as-welded picture of the same side whose lines can be laid here */
  before: PictureHere | null;
  layBefore: () => void;
  /** shown beside it */
  beside: PictureHere | null;
  putBeside: (file: string | null) => void;
  tap: Tap | null;
  tapAt: (at: [number, number] | null) => void;
  blend: number;
  setBlend: (share: number) => void;
};
const Context = createContext<InRoom | null>(null);
export function usePictureRoom(): InRoom {
  const room = useContext(Context);
  if (!room) throw new Error('no picture room');
  return room;
}

/** A finger rests so long before the lines are read again, ms. */
const REST = 120;
/** How thick a film has become, for the worst of several. */
export const rankOf = (band: Band): number => bandSchema.options.indexOf(band);
const sides: readonly LimitSide[] = ['within', 'near', 'past'];
/** The worst first: past the limit before near it, thick before thin. */
export const worstFirst = (a: Told, b: Told): number => sides.indexOf(b.side) - sides.indexOf(a.side) || rankOf(b.band) - rankOf(a.band);

export function PictureRoom({ children }: { children: ReactNode }) {
  const { state, criterion, record } = useWeld();
  const pictures = usePictures();
  const { desk, act } = useDesk();
  const file = desk.picture;
  const [marks, setMarks] = useState<Marks | null>(null);
  const [read, setRead] = useState<{ answer: GradeAnswer; colours: string[][]; of: Marks } | null>(null);
  const [fault, setFault] = useState('');
  const [grading, setGrading] = useState(false);
  const [beside, putBeside] = useState<string | null>(null);
  const [tap, setTap] = useState<Tap | null>(null);
  const [blend, setBlend] = useState(0);
  const open = pictures.find((p) => p.file === file) ?? null;
  const latest = useRef(open);
  latest.current = open;
  const from = useCallback(async () => {
    const p = latest.current;
    if (!p) return null;
    if (p.onShelf) return p.onShelf.blob;
    const sent = p.src ? await fetch(p.src) : null;
    return sent?.ok ? sent.blob() : null;
  }, []);
  const { stand, again, grade, tap: tapped } = useGrader(open?.src ? open.file : null, from);
  const metal = alloys[state.design.alloyA].family === 'titanium' ? 'titanium' : 'stainless';
  const side = open?.side ?? 'outside';

  const show = useCallback((next: string | null) => act({ do: 'picture', file: next }), [act]);
  // Another picture: nothing of the last one stays.
  useEffect(() => {
    setMarks(null);
    setRead(null);
    setFault('');
    setTap(null);
    putBeside(null);
  }, [file]);
  useEffect(() => {
    if (stand.is !== 'open' || !latest.current || marks) return;
    const { opened } = stand;
    setMarks(latest.current.read ? keptMarks(latest.current.read) : proposedMarks(opened.proposal, latest.current.side, opened));
  }, [stand, marks]);

  // Only places are asked about: where a line lies on the seam changes nothing of its colour.
  const places = marks && placesOf(marks);
  const job = useRef(0);
  useEffect(() => {
    if (stand.is !== 'open' || !marks || !places) return;
    const mine = ++job.current;
    if (marks.lines.length === 0) {
      setRead(null);
      setGrading(false);
      return setFault('No line yet. Lay one from bare metal to the middle of the bead.');
    }
    setGrading(true);
    const timer = setTimeout(() => {
      void grade({
        patch: marks.patch,
        card: marks.card,
        lines: marks.lines.map((l) => l.line),
        metal,
        side: side === 'inside' ? 'id' : 'od',
      }).then((got) => {
        if (mine !== job.current) return;
        setGrading(false);
        if (!got) {
          setRead(null);
          return setFault('The grader did not answer. Close the picture and open it again.');
        }
        setFault('fault' in got ? got.fault : '');
        setRead('fault' in got ? null : { ...got, of: marks });
      });
    }, REST);
    return () => clearTimeout(timer);
  }, [stand, places, metal, side, grade]);

  const arcs = useMemo(() => (marks ? arcsOf(marks) : []), [marks]);
  const answer = read?.answer ?? null;
  const lines = useMemo((): ReadLine[] => {
    if (!marks) return [];
    return marks.lines.map((l, i) => {
      const own = answer?.lines[i];
      return {
        ...{ name: l.name, line: l.line, zone: l.zone, arc: arcs[i] ?? null },
        ...{ worst: own?.worst ?? null, profile: own?.profile ?? [], flags: own?.flags ?? [] },
      };
    });
  }, [marks, arcs, answer]);
  const told = useMemo(
    () =>
      lines.flatMap((l): Told[] => {
        if (!l.worst) return [];
        const [low, band, high] = [l.worst.low, l.worst.band, l.worst.high].map((w) => answerBand(w, l.flags));
        if (!low || !band || !high) return [];
        const range: [Band, Band] = [low, high];
        return [{ name: l.name, zone: l.zone, arc: l.arc, read: l, band, range, side: limitSide(criterion, l.zone, band, range) }];
      }),
    [lines, criterion],
  );
  const body = useMemo((): PictureRead | null => {
    // An answer to marks that have moved since is kept by nobody.
    if (!open || !marks || !answer || lines.length === 0 || !read || placesOf(read.of) !== placesOf(marks)) return null;
    return {
      picture: open.file,
      grader: GRADER,
      metal,
      patch: marks.patch,
      card: marks.card,
      clock: marks.clock,
      lines,
      flags: answer.flags,
    };
  }, [open?.file, marks, answer, read, lines, metal]);
  const kept = open?.read;
  const changed = body !== null && (!kept || JSON.stringify(marksOf(body)) !== JSON.stringify(marksOf(kept)));
  const keep = useCallback(
    async () => (body && changed ? record({ stream: state.id, type: 'picture.read', body }) : null),
    [body, changed, record, state.id],
  );
  const before =
    open && open.shows !== 'as-welded' ? (pictures.find((p) => p.side === open.side && p.shows === 'as-welded' && p.read) ?? null) : null;
  const layBefore = useCallback(() => {
    if (before?.read && open) setMarks(scaledMarks(keptMarks(before.read), before, open));
  }, [before, open]);
  const tapAt = useCallback(
    (at: [number, number] | null) => {
      if (!at || !marks || !open) return setTap(null);
      const half = Math.max(3, Math.round(Math.min(open.width, open.height) / 120));
      const spot = [Math.max(0, at[0] - half), Math.max(0, at[1] - half), 2 * half, 2 * half] as const;
      void tapped(marks.patch, spot, metal).then((of) => setTap(of && { x: at[0], y: at[1], of }));
    },
    [marks, open, metal, tapped],
  );
  const value: InRoom = {
    ...{
      pictures,
      open,
      show,
      stand,
      again,
      marks,
      answer,
      told,
      fault,
      grading,
      arcs,
      changed,
      keep,
      before,
      layBefore,
      tap,
      tapAt,
      blend,
      setBlend,
    },
    mark: setMarks,
    colours: read?.colours ?? [],
    beside: pictures.find((p) => p.file === beside) ?? null,
    putBeside,
  };
  return <Context value={value}>{children}</Context>;
}

const placesOf = (m: Marks): string => JSON.stringify([m.patch, m.card, m.lines.map((l) => l.line)]);
const marksOf = ({ patch, card, clock, lines }: PictureRead) => [patch, card, clock, lines.map((l) => [l.name, l.line, l.zone, l.arc])];

/** What refuses or warns, each once: of the picture, then of its lines. */
export const flagsOf = (a: GradeAnswer | null): AnswerFlag[] => [
  ...new Set([...(a?.flags ?? []), ...(a?.lines ?? []).flatMap((l) => l.flags)]),
];
