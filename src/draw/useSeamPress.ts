/** Pressing, dragging and walking along a seam: the same on a clock and on a rule. */
import { useRef, type KeyboardEvent, type PointerEvent, type SVGProps } from 'react';
import { placeText, ROUND } from '../../core/basics/seam';
import type { RuleBand } from '../../core/models/drawing';
import { keyed, seamSaid, type Pressed, type SeamProps } from './seam';

/** What lies under a point. */
type Found = { at: number; band: RuleBand | null };

/** A point of the screen in the units of a picture, however it lies in its box. */
export function inPicture(svg: SVGSVGElement, e: { clientX: number; clientY: number }): { x: number; y: number } {
  const { x, y } = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM()?.inverse());
  return { x, y };
}

/**
 * @param under what lies under a point of the picture
 * @returns what the picture's svg element is given: its name and words, and what it hears
 */
export function useSeamPress(p: SeamProps, name: string, under: (at: { x: number; y: number }) => Found): SVGProps<SVGSVGElement> {
  const { seam = ROUND, system = 'metric', chosen, onPress } = p;
  const down = useRef(false);
  const press = (how: 'down' | 'move') => (e: PointerEvent<SVGSVGElement>) => {
    if (!onPress || (how === 'move' && !down.current)) return;
    const { at, band } = under(inPicture(e.currentTarget, e));
    if (how === 'down') {
      down.current = true;
      e.currentTarget.setPointerCapture(e.pointerId);
    }
    const zone = band === 'joint' ? null : band;
    const on: Pressed['on'] = band === 'joint' ? 'joint' : zone ? 'zone' : 'elsewhere';
    onPress({ at, how, zone, on });
  };
  const up = () => (down.current = false);
  const from = chosen && (seam.kind === 'straight' ? chosen.arc.from % 12 : chosen.arc.from);
  return {
    role: chosen ? 'slider' : 'img',
    'aria-label': `${name} view. ${seamSaid(p)}`,
    ...(onPress && { onPointerDown: press('down'), onPointerMove: press('move'), onPointerUp: up, onPointerCancel: up }),
    ...(chosen &&
      from != null && {
        tabIndex: 0,
        'aria-valuemin': seam.kind === 'straight' ? 0 : 1,
        'aria-valuemax': 12,
        'aria-valuenow': from,
        'aria-valuetext': placeText(from, seam, system),
        onKeyDown: (e: KeyboardEvent) => {
          const to = keyed(e, chosen.arc, seam);
          if (to === null || !onPress) return;
          e.preventDefault();
          onPress({ ...to, zone: chosen.zone, on: 'zone' });
        },
      }),
  };
}
