/**
 * What is asked before hydrofluoric acid comes out, every time, and what to do when it has touched somebody. After OSHA, NIOSH and ATSDR
 * guidance (from memory); the product's own sheet and local law lead. It never says that anything is in order: it says what is missing.
 */
export type Gloves = 'neoprene' | 'butyl' | 'pvc' | 'nitrile-thin' | 'none';
export type Ready = {
  /** by name: somebody beside who can help and call */
  second: string;
  /** day the gel is good until, as it stands on the tube; null where none is at the work */
  gelUntil: string | null;
  /** running water at the place */
  wash: boolean;
  gloves: Gloves;
  /** gauntlets over the sleeve, so that nothing runs in */
  overSleeve: boolean;
  faceShield: boolean;
};

/** What is missing before it comes out; empty when nothing of what is asked is. @param today of the shop, ISO @param who does it */
export function hydrofluoricMissing(r: Ready, today: string, who: string): string[] {
  const second = r.second.trim();
  return [
    ...(second === ''
      ? ['Nobody is beside you: never alone.']
      : second === who
        ? ['The second person is you yourself: somebody else.']
        : []),
    ...(r.gelUntil === null
      ? ['No calcium gluconate gel at the work.']
      : r.gelUntil < today
        ? [`The gel was good until ${r.gelUntil}: get one in date.`]
        : []),
    ...(r.wash ? [] : ['No running water within reach.']),
    ...(r.gloves === 'none'
      ? ['No gauntlets: neoprene, butyl or PVC.']
      : r.gloves === 'nitrile-thin'
        ? ['Thin nitrile is no protection: gauntlets of neoprene, butyl or PVC.']
        : r.overSleeve
          ? []
          : ['The gauntlets go over the sleeve: what runs in stays in.']),
    ...(r.faceShield ? [] : ['No face shield over goggles.']),
  ];
}

/** For somebody in pain, and whoever stands beside: short, in order, nothing to choose. */
export const firstAid: readonly { where: string; steps: readonly string[] }[] = [
  {
    where: 'On the skin',
    steps: [
      'Water. Now. Much of it.',
      'Clothes, gloves, watch off, under the water.',
      'Shout. Somebody calls: say "hydrofluoric acid".',
      'With gel at hand: 5 minutes of water, then gel. Without: 15 to 30 minutes of water.',
      'Rub the calcium gluconate gel in, with gloves on. More, again, until the pain has gone and 15 minutes after.',
      'Hospital. Always. Also when it does not hurt: it can begin a day later.',
      'Take the sheet of the product along.',
    ],
  },
  {
    where: 'In the eye',
    steps: [
      'Water into the open eye, 15 to 20 minutes.',
      'No gel in the eye.',
      'Shout. Somebody calls: say "hydrofluoric acid".',
      'Hospital. Go on rinsing on the way.',
    ],
  },
  {
    where: 'Breathed in',
    steps: ['Out into fresh air. Sit up.', 'Shout. Somebody calls: say "hydrofluoric acid".', 'Hospital, also when it seems over.'],
  },
  {
    where: 'Swallowed',
    steps: ['Do not bring it up.', 'Water or milk, in sips.', 'Shout. Somebody calls: say "hydrofluoric acid".', 'Hospital.'],
  },
];
