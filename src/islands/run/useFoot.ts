/** The keys of a foot switch or a clicker, whatever they send: a short press is the first target, a long one is what is kept down for. */
import { useEffect, useRef } from 'react';
import { HELD_PRESS } from '../../../core/work/run';
import { wakeSound } from './cues';

const SWITCH = new Set([' ', 'Enter', 'PageDown', 'PageUp', 'ArrowRight', 'ArrowDown', 'b', 'B', 'F5']);
/** Shorter presses are arc starts, not feet. */
const LEAST_PRESS_MS = 30;

/**
 * @param press what a press does just now
 * @param kept what a foot kept down does; false where it does nothing: the press then counts when it is let go
 */
export function useFoot(press: () => void, kept: () => boolean): void {
  const now = useRef({ press, kept });
  now.current = { press, kept };
  useEffect(() => {
    let down: { key: string; at: number; timer: ReturnType<typeof setTimeout> } | null = null;
    // What is typed in, and what someone came to by the Tab key, keeps its keys.
    const owned = (t: EventTarget | null) => t instanceof Element && t.matches('input, select, textarea, button, a, summary');
    // A button pressed by finger must not take the focus: the next press of the foot would press it again.
    const onPress = (e: MouseEvent) => {
      if (e.target instanceof Element && e.target.closest('button, summary')) e.preventDefault();
    };
    const onDown = (e: KeyboardEvent) => {
      if (!SWITCH.has(e.key) || owned(e.target)) return;
      e.preventDefault();
      if (e.repeat) return;
      clearTimeout(down?.timer);
      const timer = setTimeout(() => now.current.kept() && (down = null), HELD_PRESS);
      down = { key: e.key, at: e.timeStamp, timer };
    };
    const onUp = (e: KeyboardEvent) => {
      clearTimeout(down?.timer);
      if (down?.key === e.key && e.timeStamp - down.at >= LEAST_PRESS_MS) now.current.press();
      down = null;
    };
    addEventListener('keydown', onDown);
    addEventListener('keyup', onUp);
    addEventListener('mousedown', onPress);
    addEventListener('pointerdown', wakeSound);
    addEventListener('keydown', wakeSound, { once: true });
    return () => {
      removeEventListener('keydown', onDown);
      removeEventListener('keyup', onUp);
      removeEventListener('mousedown', onPress);
      removeEventListener('pointerdown', wakeSound);
      removeEventListener('keydown', wakeSound);
    };
  }, []);
}

/** The screen stays awake as long as the caller is there; after a look elsewhere it is asked for again. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    const keep = () => {
      if (document.visibilityState === 'visible')
        void navigator.wakeLock?.request('screen').then(
          (l) => (lock = l),
          () => undefined,
        );
    };
    keep();
    document.addEventListener('visibilitychange', keep);
    return () => {
      document.removeEventListener('visibilitychange', keep);
      void lock?.release();
    };
  }, []);
}
