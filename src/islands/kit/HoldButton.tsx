/** A button that wants a held press: for what ends things. Works by finger, foot switch and keyboard. */
import { useEffect, useRef, useState, type PointerEvent, type ReactNode } from 'react';

const HOLD_MS = 900;
/** How far a finger may slide before it means "let go", in CSS pixels. Measured on the glass, not on the button: a page that
 * moves under a finger that stays, because an alarm came, does not end its hold. */
const SLIDE = 60;

export function HoldButton({ onHeld, children, className = '' }: { onHeld: () => void; children: ReactNode; className?: string }) {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const began = useRef({ x: 0, y: 0 });
  const [held, setHeld] = useState(false);
  const press = () => {
    if (timer.current) return;
    setHeld(true);
    timer.current = setTimeout(() => {
      release();
      onHeld();
    }, HOLD_MS);
  };
  const release = () => {
    clearTimeout(timer.current);
    timer.current = undefined;
    setHeld(false);
  };
  // A button that goes while it is held ends nothing any more.
  useEffect(() => () => clearTimeout(timer.current), []);
  const take = (e: PointerEvent<HTMLButtonElement>) => {
    e.currentTarget.setPointerCapture(e.pointerId);
    began.current = { x: e.clientX, y: e.clientY };
    press();
  };
  const slide = (e: PointerEvent<HTMLButtonElement>) => {
    if (timer.current && Math.hypot(e.clientX - began.current.x, e.clientY - began.current.y) > SLIDE) release();
  };
  return (
    <button
      type="button"
      className={`btn relative ${/min-h-/.test(className) ? '' : 'min-h-14'} ${held ? 'held' : ''} ${className}`}
      onPointerDown={take}
      onPointerMove={slide}
      onPointerUp={release}
      onPointerCancel={release}
      onKeyDown={(e) => (e.key === ' ' || e.key === 'Enter') && press()}
      onKeyUp={release}
      onBlur={release}
    >
      {children}
    </button>
  );
}
