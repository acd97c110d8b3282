import { describe, expect, it } from 'vitest';
import type { AlloyId } from '../../basics/materials';
import { fitupPaperFaults, gasPaperFaults, type FitupPapers, type HeatPaper } from './index';

const heat = (alloy: AlloyId, over: Partial<HeatPaper> = {}): HeatPaper => ({ alloy, what: 'tube', sulphur: null, filler: null, ...over });
const rod = (alloy: AlloyId, filler: string | null = null) => heat(alloy, { what: 'filler', filler });
const right: FitupPapers = { heatA: heat('316L'), heatB: heat('316L'), filler: null, flux: null, wps: { metals: ['304L', '316L'] } };
const steel = { alloyA: '316L', alloyB: '316L' } as const;
const said = (papers: Partial<FitupPapers>, joint: { alloyA: AlloyId; alloyB: AlloyId } = steel, autogenous = false) =>
  fitupPaperFaults({ ...right, ...papers }, joint, autogenous).map((f) => `${f.level} ${f.id}`);

describe('papers of a fit-up', () => {
  it.each<[string, Partial<FitupPapers>, string[]]>([
    ['right', {}, []],
    ['nothing known of them', { heatA: null, heatB: null, wps: null }, []],
    ['a titanium heat', { heatA: heat('Ti-2') }, ['never heat-A']],
    ['304L where 316L is drawn', { heatB: heat('304L') }, ['never heat-B']],
    ['a rod picked as tube', { heatA: rod('316L') }, ['never heat-A']],
    ['a titanium rod', { filler: rod('Ti-2') }, ['never filler']],
    ['a mild steel rod', { filler: rod('mild') }, ['never filler']],
    ['a tube picked as rod', { filler: heat('316L') }, ['never filler']],
    ['the rod of the table', { filler: rod('316L') }, []],
    ['a rod of the family, not of the table', { filler: rod('304L') }, ['mind filler']],
    ['a titanium flux', { flux: heat('Ti-2', { what: 'flux' }) }, ['never flux']],
    ['a stainless flux', { flux: heat('316L', { what: 'flux' }) }, []],
    ['a titanium WPS', { wps: { metals: ['Ti-2'] } }, ['never wps']],
  ])('%s', (_, papers, faults) => expect(said(papers)).toEqual(faults));

  it('stainless to mild steel takes 309L, and no mild steel rod', () => {
    const joint = { alloyA: '316L', alloyB: 'mild' } as const;
    const ends = { heatB: heat('mild'), wps: null };
    expect(said({ ...ends, filler: rod('316L', 'ER309L') }, joint)).toEqual([]);
    expect(said({ ...ends, filler: rod('mild') }, joint)).toEqual(['never filler']);
  });

  it('sulphur far apart leans the bead to the side of less; the window is for tube without filler', () => {
    const apart = { heatA: heat('316L', { sulphur: 0.003 }), heatB: heat('316L', { sulphur: 0.014 }) };
    expect(said(apart)).toEqual(['mind sulphur']);
    expect(fitupPaperFaults({ ...right, ...apart }, steel, false)[0]?.text).toContain('leans to end A');
    expect(said(apart, steel, true)).toEqual(['mind sulphur', 'mind sulphur-window']);
    // ASME BPE, from memory: 0.005 to 0.017 %.
    expect(said({ heatA: heat('316L', { sulphur: 0.009 }), heatB: heat('316L', { sulphur: 0.012 }) }, steel, true)).toEqual([]);
    expect(
      said(
        { heatA: heat('Ti-2', { sulphur: 0.001 }), heatB: heat('Ti-2', { sulphur: 0.02 }), wps: null },
        { alloyA: 'Ti-2', alloyB: 'Ti-2' },
        true,
      ),
    ).toEqual([]);
  });
});

describe('papers of the gas', () => {
  const meter = { meterKind: 'float', scaleGas: 'argon', scalePascal: 101_325, scaleCelsius: 20, station: '' } as const;
  it('a helium lot on an argon cylinder', () =>
    expect(gasPaperFaults({ cylinder: { gas: 'argon' }, meter: null }, 'helium')).toMatchObject([{ level: 'never', id: 'cylinder' }]));
  it('a meter scaled for another gas says by how much it is off', () => {
    // Float tube, any flow-measurement text: true over read is the root of the ratio of molar masses; air to argon 0.852.
    expect(gasPaperFaults({ cylinder: { gas: 'argon' }, meter: { ...meter, scaleGas: 'air' } }, 'argon')[0]?.text).toContain('times 0.85');
    expect(gasPaperFaults({ cylinder: null, meter: { ...meter, meterKind: 'electronic', scaleGas: 'air' } }, 'argon')).toEqual([]);
    expect(gasPaperFaults({ cylinder: { gas: 'argon' }, meter }, 'argon')).toEqual([]);
  });
});
