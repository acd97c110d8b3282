/** How much room there is: a drawing is made for it, so that its words keep their size. */
import { useLayoutEffect, useRef, useState, type RefObject } from 'react';

export type Room = { width: number; height: number };

/** @returns null until it has been measured: not on the server, not before the first layout */
export function useBox<T extends HTMLElement>(): [RefObject<T | null>, Room | null] {
  const box = useRef<T>(null);
  const [room, setRoom] = useState<Room | null>(null);
  useLayoutEffect(() => {
    const el = box.current;
    if (!el) return;
    const measure = () => {
      const { clientWidth: width, clientHeight: height } = el;
      setRoom((r) => (r?.width === width && r.height === height ? r : width > 0 && height > 0 ? { width, height } : r));
    };
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(el);
    return () => watch.disconnect();
  }, []);
  return [box, room];
}
