/** The pictures of the weld in hand, and where each is: here and on its way, with the server, or still on another device. */
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { PictureNow } from '../../../core/work/pictures';
import { onQueue } from '../queue';
import { request } from '../post';
import { useWeld } from '../weld/context';
import { onShelf, shelfOf, type OnShelf } from './shelf';

type Come = { id: string; role: 'picture' | 'original'; whole: boolean; refused: string | null; pieces: number; have: number };
type AlikeHere = { file: string; weld: string; number: string; same: boolean };

export type PictureHere = PictureNow & {
  /** where its bytes can be shown from; null where nobody here has them */
  src: string | null;
  small: string | null;
  /** what is said of its way to the server; empty once it is there */
  way: string;
  refused: string | null;
  /** on this device still */
  onShelf: OnShelf | null;
  alikes: AlikeHere[];
};

const urls = new Map<string, string>();
/** A picture on the shelf as an address of this page; made once. */
function urlOf(s: OnShelf): string {
  const had = urls.get(s.file) ?? URL.createObjectURL(s.blob);
  urls.set(s.file, had);
  return had;
}

/** While something is on its way it is asked for so often, ms. */
const OFTEN = 8000;

export function usePictures(): PictureHere[] {
  const { state } = useWeld();
  const [shelf, setShelf] = useState<OnShelf[]>([]);
  const [come, setCome] = useState<Come[]>([]);
  const [alike, setAlike] = useState<AlikeHere[]>([]);
  const [asked, setAsked] = useState(false);
  const weld = state.id;
  const ask = useCallback(async () => {
    setShelf(await shelfOf(weld));
    const sent = await request<{ files: Come[]; alike: AlikeHere[] }>('GET', `/api/welds/${weld}/files`);
    if (!sent.ok) return;
    setCome(sent.value.files);
    setAlike(sent.value.alike);
    setAsked(true);
  }, [weld]);
  const known = state.pictures.map((p) => p.file).join();
  useEffect(() => {
    void ask();
    let had = -1;
    const look = async () => {
      const now = await shelfOf(weld);
      setShelf(now);
      // A piece more is seen here; that one has come, or was refused, the server says.
      if (had !== now.length) void ask();
      had = now.length;
    };
    const stops = [onShelf(() => void look()), onQueue((n) => n.kind === 'saved' && void ask())];
    return () => stops.forEach((stop) => stop());
  }, [ask, known, weld, state.version]);
  const open = state.pictures.some((p) => !come.some((c) => c.id === p.file && (c.whole || c.refused !== null)));
  useEffect(() => {
    if (!open) return;
    const timer = setInterval(() => void ask(), OFTEN);
    return () => clearInterval(timer);
  }, [open, ask]);
  return useMemo(
    () =>
      state.pictures.map((p): PictureHere => {
        const mine = shelf.find((s) => s.file === p.file) ?? null;
        const there = come.find((c) => c.id === p.file);
        const refused = there?.refused ?? mine?.refusal ?? null;
        const whole = there?.whole === true;
        const pieces = there?.pieces ?? Math.ceil(p.stored.bytes / 262_144);
        const way = whole
          ? ''
          : refused !== null
            ? 'not taken'
            : mine
              ? `on this device, ${Math.max(mine.sent, there?.have ?? 0)} of ${pieces} pieces sent`
              : asked
                ? 'still on the device it was taken with'
                : '';
        const at = `/api/files/${p.file}`;
        return {
          ...p,
          ...{ way, refused, onShelf: mine, alikes: alike.filter((a) => a.file === p.file) },
          src: whole ? at : mine ? urlOf(mine) : null,
          small: whole ? `${at}?small=1` : mine ? urlOf(mine) : null,
        };
      }),
    [state.pictures, shelf, come, alike, asked],
  );
}
