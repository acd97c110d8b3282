/** The torch in hand: as it is typed, else as it is recorded or carried over, else as the rules would set it. */
import { planTyped, torchKnown } from '../../../core/work/torch';
import { useShop, useWeld } from './context';
import { useDesk, type Torch } from './desk';

export function useTorch(): Torch {
  const { state } = useWeld();
  const { torch } = useDesk().desk.draft;
  const { carried } = useShop();
  if (torch) return torch;
  const known = torchKnown(state.setup ?? carried?.torch ?? null, state.design);
  const { cup = '12', lens = true, screen = false, stickOut, electrode, flow, amps, postFlow, travel } = known;
  const plan = planTyped(known, state.design.alloyA);
  return { ...{ cup: Number(cup), lens, screen, stickOut, electrode, flow, amps, postFlow, travel }, plan };
}
