/** A part carried from its button onto an end of the spool: by pointer, as dams are moved. By keys its button adds it where it belongs. */
import { useRef, useState, type MouseEvent, type PointerEvent } from 'react';

/** px before a press becomes a carry. */
const SLACK = 6;

/** The end under a point of the screen, "p3:b"; null when there is none. */
const endAt = (e: PointerEvent): string | null =>
  document.elementFromPoint(e.clientX, e.clientY)?.closest('[data-end]')?.getAttribute('data-end') ?? null;

/** @param onOver hears which end it is held over @param onDrop hears where it was let go */
export function useOfferDrag(onOver: (end: string | null) => void, onDrop: (end: string) => void) {
  const from = useRef<{ x: number; y: number } | null>(null);
  const [carried, setCarried] = useState(false);
  const wasCarried = useRef(false);
  const letGo = () => {
    from.current = null;
    setCarried(false);
    onOver(null);
  };
  return {
    carried,
    handlers: {
      onPointerDown: (e: PointerEvent) => {
        from.current = { x: e.clientX, y: e.clientY };
        wasCarried.current = false;
        e.currentTarget.setPointerCapture(e.pointerId);
      },
      onPointerMove: (e: PointerEvent) => {
        const f = from.current;
        if (!f || (!carried && Math.hypot(e.clientX - f.x, e.clientY - f.y) < SLACK)) return;
        wasCarried.current = true;
        setCarried(true);
        onOver(endAt(e));
      },
      onPointerUp: (e: PointerEvent) => {
        const end = carried ? endAt(e) : null;
        letGo();
        if (end) onDrop(end);
      },
      onPointerCancel: letGo,
      // The end of a carry is no press of the button it began on.
      onClickCapture: (e: MouseEvent) => {
        if (wasCarried.current) e.stopPropagation();
      },
    },
  };
}
