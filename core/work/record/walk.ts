/** A first weld walked together: what each step is for, and what to press next. It follows the weld; it leads nowhere by itself. */
import type { WeldState } from './state';

export type WalkStep = {
  /** what the step is for, in one sentence */
  about: string;
  /** what to do now */
  now: string;
};

const ends: Record<string, WalkStep> = {
  fitup: {
    about: 'A weld begins with how its ends meet: a gap the puddle cannot bridge is seen now, not after.',
    now: 'Press “Tight all round, flush”, pick two heats of 316L and the WPS for tube, and record it.',
  },
  gas: {
    about: 'Flow meters and monitors lie, so both are checked before they are believed.',
    now: 'Pick both gas lots and Monitor bay 2; it reads 20.9 in air and 4 in bottle gas. Record it.',
  },
  setup: {
    about: 'The cup must cover what is hot enough to colour; amps follow from the wall.',
    now: 'Look at the rules beside the torch, and record the set-up as it stands.',
  },
  purge: {
    about: 'This is what nobody sees: when the air is gone at the joint, not only at the vent. Grey is argon, dots are oxygen.',
    now: 'Drag the vent to the foot of its bung, see what that does, and undo it. Then type 2 dams in, and start the purge.',
  },
  weld: {
    about: 'The arc closes the joint, and the gas has less and less room to leave.',
    now: 'Go on with the weld: start a purge for it.',
  },
  look: {
    about: 'Colour is oxide, and it is the evidence: inside and outside, bead and heat-affected zone, by the hour.',
    now: 'Press “Inside bright, by borescope” and “Outside bright”, or set a colour on the clock. Record the look, and give the verdict.',
  },
  clean: {
    about: 'Colour that is allowed is taken off with a tool that never touched other metal.',
    now: 'Pick the method, the pad and whether tint remains, and record it; or open “Skip this step” and say why.',
  },
  passivate: {
    about: 'Removing colour is not enough: the skin under it is short of chromium until a bath has brought it back.',
    now: 'Put it in the bath, rinse, and say how the test came out; or open “Skip this step” and say why.',
  },
  record: {
    about: 'What went in must have come out, and what is missing stands on the record.',
    now: 'Close the record. It is unsigned: there is no sign-in yet.',
  },
};

/** The step a weld is at. */
export function walkStep(s: WeldState): WalkStep {
  const run = s.runs.find((r) => r.endedAt === null);
  if (run) {
    const gas = 'The line is what the monitor reads, the band what the model foretold, the dashed line what the weld allows.';
    switch (run.phase) {
      case 'filling':
        return {
          about: gas,
          now: 'Wait for “Ready”, then press “Arc on”. Earlier is taken too, and said on the record: Sentrel never locks.',
        };
      case 'open':
        return { about: 'With a dam open the argon runs out: after a look inside it is filled again.', now: 'Press “Refill”.' };
      case 'welding':
        return {
          about: 'Under the hood nothing is said; the limit is watched, and a lost dam calls out.',
          now: 'Press “Arc off” when the weld is round.',
        };
      default:
        return {
          about: 'A good weld colours in the last minute, when the gas is taken off too soon.',
          now: 'Press “Hold”, keep the gas on for a minute, count 2 dams out, then press and hold “Done”.',
        };
    }
  }
  return (
    ends[s.due ?? ''] ?? {
      about: 'That was one weld, from fit-up to its record.',
      now: 'Open the record: it reads as a report. The next weld like it takes six touches to its arc.',
    }
  );
}
