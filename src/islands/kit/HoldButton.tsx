/** A button that wants a held press: for what ends things. Works by finger, foot switch and keyboard. */
import { useRef, useState, type ReactNode } from 'react';

const HOLD_MS = 900;

export function HoldButton({ onHeld, children, className = '' }: { onHeld: () => void; children: ReactNode; className?: string }) {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
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
  return (
    <button
      type="button"
      className={`btn relative ${/min-h-/.test(className) ? '' : 'min-h-14'} ${held ? 'held' : ''} ${className}`}
      onPointerDown={press}
      onPointerUp={release}
      onPointerLeave={release}
      onKeyDown={(e) => (e.key === ' ' || e.key === 'Enter') && press()}
      onKeyUp={release}
      onBlur={release}
    >
      {children}
    </button>
  );
}
