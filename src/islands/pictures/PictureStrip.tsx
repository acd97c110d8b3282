/** The pictures of the weld in a row, and the way in for more: the camera, files, or dropped on it. */
import Camera from 'lucide-react/icons/camera';
import { useEffect, useRef, useState, type DragEvent } from 'react';
import { pictureStageNames, shownIn, sideOfZone, type PictureStage, type Side, type Taken } from '../../../core/work/pictures';
import { brushedSides } from '../../../core/work/record';
import { RefusalNote } from '../kit/notes';
import { newId, serverTime, type Refusal } from '../post';
import { forget } from '../queue';
import { useShop, useWeld } from '../weld/context';
import { useDesk, useLooking } from '../weld/desk';
import { ACCEPT, isGood, lookAt, takenAt, type Looked } from './intake';
import { usePictureRoom } from './room';
import { DeviceFull, keepOnShelf, sendShelf, takeOffShelf } from './shelf';
import type { PictureHere } from './usePictures';

const MOST_AT_ONCE = 40;

export function PictureStrip() {
  const { state } = useWeld();
  const { pictures, open, show } = usePictureRoom();
  const { looking, change } = useLooking();
  const { desk, act } = useDesk();
  const stage = desk.open ?? state.due;
  const turnTo = (p: PictureHere | null) => {
    show(p?.file ?? null);
    // It is read where it is graded.
    if (p && stage !== 'look') act({ do: 'open', stage: 'look' });
    // What is graded by eye beside it is graded on its side.
    const zone = p?.side === 'inside' ? 'id-haz' : 'od-haz';
    if (p && sideOfZone(looking.zone) !== p.side) change({ zone });
  };
  const [looked, setLooked] = useState<Looked[] | null>(null);
  const [busy, setBusy] = useState<{ done: number; of: number } | null>(null);
  const [said, setSaid] = useState('');
  const [over, setOver] = useState(false);
  const stop = useRef(new AbortController());
  useEffect(() => () => stop.current.abort(), []);

  const take = async (files: readonly File[]) => {
    if (files.length === 0) return;
    setSaid(files.length > MOST_AT_ONCE ? `${MOST_AT_ONCE} at once are the most; the first ${MOST_AT_ONCE} are looked at.` : '');
    stop.current = new AbortController();
    const some = files.slice(0, MOST_AT_ONCE);
    setBusy({ done: 0, of: some.length });
    const came = await lookAt(some, (done) => setBusy({ done, of: some.length }), stop.current.signal);
    setBusy(null);
    setLooked(came.length ? came : null);
  };
  const drop = (e: DragEvent) => {
    e.preventDefault();
    setOver(false);
    void take([...e.dataTransfer.files]);
  };
  const choose = (label: string, capture: boolean) => (
    <label className="btn flex min-h-12 cursor-pointer items-center gap-2 border-black px-3 focus-within:outline-2 focus-within:outline-black">
      {capture && <Camera size={20} aria-hidden />}
      {label}
      <input
        type="file"
        accept={ACCEPT}
        multiple={!capture}
        {...(capture && { capture: 'environment' as const })}
        className="sr-only"
        aria-label={label}
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          // The same file can be chosen again.
          e.target.value = '';
          void take(files);
        }}
      />
    </label>
  );
  return (
    <section
      aria-label="Pictures"
      className={`bg-[#777777] px-3 py-1 text-black ${over ? 'outline-4 -outline-offset-4 outline-black' : ''}`}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      {looked ? (
        <Keep looked={looked} onDone={(words) => (setLooked(null), setSaid(words))} />
      ) : busy ? (
        <div className="flex items-center gap-3" role="status">
          <p className="text-sm font-semibold">
            Looking at picture {Math.min(busy.done + 1, busy.of)} of {busy.of}
          </p>
          <progress className="progress w-40" value={busy.done} max={busy.of} />
          <button type="button" className="btn min-h-11" onClick={() => stop.current.abort()}>
            Stop
          </button>
        </div>
      ) : (
        <div className="flex flex-wrap items-center gap-2">
          {choose('Photograph', true)}
          {choose('Choose pictures', false)}
          {pictures.map((p) => (
            <Thumb key={p.file} of={p} open={open?.file === p.file} onOpen={() => turnTo(open?.file === p.file ? null : p)} />
          ))}
          {said && (
            <p role="status" className="text-sm font-semibold">
              {said}
            </p>
          )}
          {pictures.length === 0 && !said && (
            <p className="text-sm">or drop them here. Tag and 12 mark in the frame; bare metal in it, best with a grey card; no flash.</p>
          )}
        </div>
      )}
      <Refused />
      {pictures.some((p) => p.refused !== null || p.alikes.length > 0) && (
        <ul className="mt-1 space-y-0.5 text-sm" aria-label="What is wrong with pictures">
          {pictures.map((p) => (
            <Wrong key={p.file} of={p} />
          ))}
        </ul>
      )}
    </section>
  );
}

function Thumb({ of: p, open, onOpen }: { of: PictureHere; open: boolean; onOpen: () => void }) {
  return (
    <button
      type="button"
      className={`flex min-h-12 max-w-44 items-center gap-2 border border-black bg-[#8c8c8c] p-1 text-left text-xs leading-tight ${open ? 'outline-4 outline-black' : ''}`}
      aria-pressed={open}
      onClick={onOpen}
      data-file={p.file}
    >
      {p.small ? (
        <img src={p.small} alt="" className="h-11 w-13 shrink-0 bg-[#777777] object-contain" />
      ) : (
        <span className="h-11 w-13 shrink-0 bg-[#777777]" />
      )}
      <span className="min-w-0">
        <strong className="block truncate">{p.name}</strong>
        {p.side}, {pictureStageNames[p.shows]}
        {!(p.tag && p.mark) && <span className="block">not tied</span>}
        {p.way && <span className="block">□ {p.way}</span>}
      </span>
    </button>
  );
}

/** Entries of pictures that the record did not take: they stay with their reason until somebody has seen it. */
function Refused() {
  const { unsaved } = useWeld();
  const refused = unsaved.filter((w) => w.event.type.startsWith('picture.') && w.refusal !== null);
  if (refused.length === 0) return null;
  return (
    <ul className="mt-1 text-sm" role="alert">
      {refused.map(({ event, refusal }) => {
        const { name, file } = event.body as Partial<Taken>;
        return (
          <li key={event.id} className="flex flex-wrap items-center gap-2">
            □ {name ?? 'The lines of a picture'} was not taken: {refusal?.error}
            <button
              type="button"
              className="btn min-h-11"
              onClick={() => void forget(event.id).then(() => (file ? takeOffShelf(file) : undefined))}
            >
              Put it away
            </button>
          </li>
        );
      })}
    </ul>
  );
}

/** What speaks against a picture: it was not taken in, or it is on another weld too. It is taken back here. */
function Wrong({ of: p }: { of: PictureHere }) {
  const { record, state } = useWeld();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const back = async () => {
    const no = await record({
      stream: state.id,
      type: 'weld.corrected',
      body: { corrects: p.event, reason: p.refused ?? 'The picture is of another weld.', version: 1, body: null },
    });
    setRefusal(no);
    if (!no) for (const f of [p.file, p.keeps]) if (f) await takeOffShelf(f);
  };
  const texts = [
    ...(p.refused === null ? [] : [p.refused]),
    ...p.alikes.map((a) => `${a.same ? 'The same' : 'Nearly the same'} picture is on ${a.number}.`),
  ];
  if (texts.length === 0) return null;
  return (
    <li className="flex flex-wrap items-center gap-2">
      <span>
        □ <strong>{p.name}</strong>: {texts.join(' ')}
      </span>
      <button type="button" className="btn min-h-11" onClick={() => void back()}>
        Take {p.name} back
      </button>
      <RefusalNote refusal={refusal} />
    </li>
  );
}

/** Before anything is kept: which side, as it was welded or after, and what ties them to this weld. Nothing of it is preselected. */
function Keep({ looked, onDone }: { looked: Looked[]; onDone: (said: string) => void }) {
  const { state, record } = useWeld();
  const { keepOriginals } = useShop();
  const { show } = usePictureRoom();
  const { desk } = useDesk();
  const [side, setSide] = useState<Side | null>(null);
  const [stage, setStage] = useState<PictureStage | null>(null);
  const [tag, setTag] = useState(false);
  const [mark, setMark] = useState(false);
  const [busy, setBusy] = useState(false);
  const [wrong, setWrong] = useState('');
  const good = looked.filter(isGood);
  const bad = looked.filter((l) => !isGood(l));
  const brushed = brushedSides(state);
  const late = side !== null && brushed[side];
  const latest: PictureStage = state.rinse ? 'passivated' : late ? 'cleaned' : 'as-welded';
  const shows = side === null ? null : shownIn(stage ?? latest, false);

  const keep = async () => {
    if (side === null || shows === null) return;
    setBusy(true);
    setWrong('');
    const now = serverTime();
    let [kept, first] = [0, ''];
    for (const { file, prepared: p } of good) {
      const id = newId();
      const keeps = keepOriginals ? newId() : null;
      const name = file.name.slice(-120) || 'picture';
      const { at, clock } = takenAt(file, p.taken, now, state.arcs.at(-1)?.on ?? state.fitup?.at ?? 0);
      const body: Taken = {
        ...{ file: id, name, type: p.type, original: p.original, stored: p.stored, keeps, print: p.print },
        ...{ width: p.width, height: p.height, clock, side, stage: shows, tag, mark, rendered: false },
      };
      try {
        // First on this device's disk, then in the record: an entry without its picture helps nobody.
        await keepOnShelf([
          { file: id, weld: state.id, role: 'picture', name, blob: new Blob([p.plain], { type: p.type }) },
          ...(keeps ? [{ file: keeps, weld: state.id, role: 'original' as const, name, blob: file.slice() }] : []),
        ]);
      } catch (e) {
        if (!(e instanceof DeviceFull)) throw e;
        setBusy(false);
        return setWrong(
          `This device is full: ${kept} of ${good.length} pictures were kept, ${name} was not. Let those that wait be sent, or make room, then choose the rest again.`,
        );
      }
      const no = await record({ stream: state.id, type: 'picture.taken', body, at });
      if (no) {
        await takeOffShelf(id);
        if (keeps) await takeOffShelf(keeps);
        setBusy(false);
        return setWrong(`${name}: ${no.error}`);
      }
      first ||= id;
      kept++;
      sendShelf();
    }
    setBusy(false);
    if (kept === 1 && (desk.open ?? state.due) === 'look') show(first);
    onDone(kept ? `${kept} ${kept === 1 ? 'picture' : 'pictures'} kept${bad.length ? `, ${bad.length} not` : ''}.` : '');
  };
  const choice = (on: boolean) => `btn min-h-12 border-black ${on ? 'btn-primary' : ''}`;
  return (
    <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Pictures to keep">
      {bad.length > 0 && (
        <ul className="basis-full space-y-0.5 text-sm" role="alert">
          {bad.map((l, i) => (
            <li key={i}>
              □ <strong>{l.file.name}</strong>: {isGood(l) ? '' : l.fault}
            </li>
          ))}
        </ul>
      )}
      {good.length > 0 && (
        <>
          <p className="text-sm font-semibold">
            {good.length} {good.length === 1 ? 'picture' : 'pictures'} of the
          </p>
          {(['inside', 'outside'] as const).map((s) => (
            <button key={s} type="button" className={choice(side === s)} aria-pressed={side === s} onClick={() => setSide(s)}>
              {s}
            </button>
          ))}
          {side !== null && (
            <select
              aria-label="What the pictures show"
              className="select min-h-12 w-44 text-base-content"
              value={shows ?? ''}
              onChange={(e) => setStage(e.target.value as PictureStage)}
            >
              {(Object.keys(pictureStageNames) as PictureStage[]).map((s) => (
                <option key={s} value={s}>
                  {pictureStageNames[s]}
                </option>
              ))}
            </select>
          )}
          {(
            [
              ['the tag is in the frame', tag, setTag],
              ['the 12 mark is in the frame', mark, setMark],
            ] as const
          ).map(([label, on, set]) => (
            <label key={label} className="flex min-h-12 items-center gap-2 text-sm font-medium">
              <input type="checkbox" className="checkbox border-black bg-white" checked={on} onChange={(e) => set(e.target.checked)} />
              {label}
            </label>
          ))}
          <button type="button" className="btn btn-primary min-h-12" disabled={busy || side === null} onClick={() => void keep()}>
            {busy ? 'Keeping' : `Keep ${good.length === 1 ? 'it' : `all ${good.length}`}`}
          </button>
        </>
      )}
      <button type="button" className="btn min-h-12" disabled={busy} onClick={() => onDone('')}>
        {good.length ? 'Keep none' : 'Close'}
      </button>
      {late && stage === 'as-welded' && (
        <p className="basis-full text-sm">
          □ This side was cleaned already: what is taken now counts as after cleaning. What the camera dated before that stays as welded.
        </p>
      )}
      {wrong && (
        <p role="alert" className="basis-full text-sm font-semibold">
          □ {wrong}
        </p>
      )}
    </div>
  );
}
