/**
 * What the grader says besides the tint: a closed list of codes. A refusal leaves no answer; a warning comes with one. The texts are what a
 * person reads: what is the matter, what to do.
 */
export const refusals = {
  'patch-clipped': 'The clean patch is overexposed: its colour is gone. Put it on metal that is not burnt out, or take the picture darker.',
  'patch-dark': 'The clean patch is too dark to tell its colour. Put it on metal in the light.',
  'patch-tinted': 'The clean patch looks tinted itself. That makes the weld look better than it is. Put it on metal that has no colour.',
  'no-metal': 'This does not look like metal: its colour or grain is not that of bare metal, or the colours fit no film.',
  'no-clean-metal':
    'The lines do not seem to begin on clean metal: the colours fit metal that is tinted all over. Show clean metal in the picture.',
  'line-clipped': 'Most of the line is overexposed. Take the picture darker, or lay the line beside the glare.',
  'line-dark': 'Most of the line is too dark to tell its colour. Bring light to it.',
} as const;
export const warnings = {
  'patch-doubt': 'The clean patch may carry a faint tint, or mirrors something coloured. Compare by eye.',
  'patch-glare': 'Part of the clean patch is overexposed; the rest was read.',
  'mirror-colour': "The line's clean end has another hue than the patch: something coloured is mirrored, or that end is tinted.",
  'maybe-stained': 'The clean end of the line may be tinted. Begin it further out.',
  highlights: 'Glare along the line was left out.',
  dim: 'Part of the line is dark and counts for little.',
  'light-falls': 'The light changes much along the line, as inside a tube: the answer is less sure.',
  'near-silver': 'Colourless on the bead: clean metal, film past blue and grey scale look alike there. Look by eye.',
  faint: 'Hardly any colour: somewhere from bright to straw.',
  'short-line': 'The line is short in the picture; closer gives a better answer.',
  'two-answers': 'Two readings fit almost as well. Count the colour bands from clean metal to the bead.',
  sugar: 'Black, rough: as sugar looks.',
  'card-film':
    'Beside the card the "bare" metal has the colour of film. Put the patch on metal without it; if all of it is so, the weld looks better than it is.',
  'card-mirror': 'Beside the card the bare metal has a colour that no film has: it mirrors something. Move that away, or the camera.',
  'card-useless': 'The card is overexposed or dark: it tells nothing.',
  white: 'White, without gloss: as powdery scale on titanium looks.',
} as const;
export type Refusal = keyof typeof refusals;
export type Warning = keyof typeof warnings;
export type Flag = Refusal | Warning;
const isRefusal = (flag: Flag): flag is Refusal => Object.hasOwn(refusals, flag);
/** Text for a person. */
export const flagText = (flag: Flag): string => (isRefusal(flag) ? refusals[flag] : warnings[flag]);
