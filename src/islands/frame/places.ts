/** The places of the application in their four groups; `g` and the letter goes there. */
export type PlaceId = 'board' | 'bench' | 'wall' | 'work' | 'gas' | 'devices' | 'registers' | 'criteria' | 'people' | 'cautions';
export type Place = { id: PlaceId; href: string; name: string; key: string };

export const places: readonly { name: string; places: readonly Place[] }[] = [
  {
    name: 'now',
    places: [
      { id: 'board', href: '/', name: 'Board', key: 'b' },
      { id: 'bench', href: '/bench', name: 'Bench', key: 'h' },
      { id: 'wall', href: '/wall', name: 'Wall', key: 'w' },
    ],
  },
  { name: 'work', places: [{ id: 'work', href: '/work/new', name: 'New work', key: 'n' }] },
  {
    name: 'stores',
    places: [
      { id: 'gas', href: '/gas', name: 'Gas', key: 'g' },
      { id: 'devices', href: '/devices', name: 'Devices', key: 'd' },
      { id: 'registers', href: '/registers', name: 'Lots and tools', key: 'l' },
    ],
  },
  {
    name: 'rules',
    places: [
      { id: 'criteria', href: '/criteria', name: 'Criteria', key: 'c' },
      { id: 'people', href: '/people', name: 'People', key: 'p' },
      { id: 'cautions', href: '/cautions', name: 'Cautions', key: 'u' },
    ],
  },
];
