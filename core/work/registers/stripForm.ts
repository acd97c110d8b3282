/** What is asked of a trial strip: its metal and tint once, then a section for every tool that was tried on it. */
import { choice, optional, quantity, ref, words, type Values } from '../../basics/fields';
import { alloys, alloySchema, type AlloyId } from '../../basics/materials';
import { takesTintOff } from '../../models/cleaning';
import { tookNames, type Section } from '../../models/ladder';
import { bandNames, type Band } from '../../models/tint';
import { itemsOf, type NewRegisterItem, type RegisterItem } from './items';

const alloyNames = Object.fromEntries(alloySchema.options.map((a) => [a, alloys[a].name])) as Record<AlloyId, string>;

export const stripForm = {
  label: words('Name', { least: 1, most: 80, says: 'Enter it as marked.' }),
  alloy: choice('Alloy', alloyNames, { empty: null }),
  tint: choice<Band>('Thickest tint on it', bandNames, { empty: 'Look, then pick' }),
};

export const sectionForm = (registers: readonly RegisterItem[]) => ({
  tool: ref(
    'Tool',
    itemsOf(registers, 'tool').filter((t) => !t.retired && t.body.kind !== null && takesTintOff(t.body.kind)),
    (t) => t.label,
  ),
  warm: optional(quantity('temperature', 'Metal', { most: 250, hint: 'empty: cold' })),
  took: choice<Section['took']>('It took off', { nothing: 'nothing', some: 'some', all: 'all' }, { empty: 'Look, then pick' }),
  ra: optional(quantity('roughness', 'Ra after it', { most: 5e-5, zero: false, hint: 'where measured' })),
  looks: words('Looks', { most: 120 }),
});
type SectionGiven = Values<ReturnType<typeof sectionForm>>;

export const sectionSaid = (v: SectionGiven, picture: string | null): Section => ({
  ...{ tool: v.tool.id, label: v.tool.label, warm: v.warm, took: v.took, ra: v.ra, looks: v.looks, picture },
});
export const stripSaid = (v: Values<typeof stripForm>, sections: readonly Section[]): NewRegisterItem => ({
  ...{ kind: 'strip', label: v.label, expires: null, body: { alloy: v.alloy, tint: v.tint, sections: [...sections] } },
});

/** A section in words. */
export const sectionText = (x: Section, show: (celsius: number) => string, ra: (m: number) => string): string =>
  [
    `${x.label}${x.warm === null ? ', cold' : `, metal ${show(x.warm)}`}: ${tookNames[x.took]}`,
    x.ra === null ? '' : `Ra ${ra(x.ra)}`,
    x.looks,
  ]
    .filter(Boolean)
    .join('; ');
