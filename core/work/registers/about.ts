/** An item of a register in words: what it is, and what its papers leave open. */
import { cylinderText, frostPointPpm, gasNames, meterNames } from '../../basics/gases';
import { alloys } from '../../basics/materials';
import { show, type System } from '../../basics/units';
import { SULPHUR_WINDOW } from '../../models/papers';
import type { RegisterItem } from './items';

const said = (...parts: (string | false | 0 | null | undefined)[]): string => parts.filter(Boolean).join(', ');
const metals = { stainless: 'stainless', titanium: 'titanium', 'carbon-steel': 'carbon steel', aluminium: 'aluminium' } as const;

/** What it is, in one line. */
export function aboutItem(i: RegisterItem, system: System): string {
  switch (i.kind) {
    case 'heat':
      return said(
        `${i.body.filler ?? alloys[i.body.alloy].name} ${i.body.what}`,
        i.body.sulphur !== null && `sulphur ${i.body.sulphur.toFixed(3)} %`,
      );
    case 'wps':
      return said(
        `revision ${i.body.revision}`,
        i.body.about,
        i.body.amps && `${i.body.amps[0]} to ${i.body.amps[1]} A`,
        Object.keys(i.body.limits ?? {}).length > 0 && `${Object.keys(i.body.limits ?? {}).length} ranges`,
        i.body.metals?.length && `for ${i.body.metals.join(' and ')}`,
      );
    case 'gas': {
      const { gas, grade, lot, supplyPpm, frostPoint, use, certificate } = i.body;
      return said(
        `${gasNames[gas]} ${grade}`,
        `lot ${lot}`,
        `${supplyPpm} ppm oxygen`,
        frostPoint !== null &&
          frostPoint !== undefined &&
          `${frostPointPpm(frostPoint).toFixed(1)} ppm water (dew point ${show(frostPoint, 'temperature', system)})`,
        use !== 'both' && `for the ${use} only`,
        certificate && `certificate ${certificate}`,
      );
    }
    case 'tool':
      return said(
        i.body.what,
        i.body.metal === 'unmarked' ? 'not marked for a metal' : `for ${metals[i.body.metal]} only`,
        i.body.grit !== null && `grit ${i.body.grit}`,
      );
    case 'product':
      return said(
        { paste: 'pickling paste', gel: 'gel', pickle: 'pickling bath', nitric: 'nitric bath', citric: 'citric bath' }[
          i.body.kind as 'gel'
        ] ?? i.body.kind,
        `lot ${i.body.lot}`,
        i.body.dwellSeconds && `${show(i.body.dwellSeconds, 'time', system)} by its sheet`,
        i.body.hydrofluoric && 'holds hydrofluoric acid',
      );
    case 'cylinder':
      return said(`${gasNames[i.body.gas]}`, cylinderText(i.body, system), i.body.station);
    case 'meter':
      return said(meterNames[i.body.meterKind], `scale for ${i.body.scaleGas}`, i.body.station);
    case 'cup':
      return said(
        `${show((i.body.cup / 16) * 0.0254, 'length', system)} bore`,
        i.body.lens ? 'with lens' : 'plain',
        i.body.screens > 0 && `${i.body.screens} ${i.body.screens === 1 ? 'screen' : 'screens'} to lay on`,
      );
    case 'shield':
      return said(
        `${show(i.body.length, 'length', system)} long, ${show(i.body.width, 'length', system)} wide`,
        i.body.stages > 0 && `gas through ${i.body.stages} ${i.body.stages === 1 ? 'stage' : 'stages'}`,
      );
    case 'torch':
      return said(
        `cup ${i.body.cup}${i.body.lens ? (i.body.screen ? ', lens, screen' : ', lens') : ''}`,
        `stick-out ${show(i.body.stickOut, 'length', system)}`,
        show(i.body.flow, 'flow', system),
        i.body.trailing && `shield ${show(i.body.trailing.length, 'length', system)}`,
      );
    case 'kit':
      return said(i.body.dam, `${i.body.inlet.kind} inlet`, show(i.body.flow, 'flow', system));
  }
}

/** What its papers leave open, or what is unusual in them; each a sentence. */
export function mindsOf(i: RegisterItem): string[] {
  if (i.kind === 'heat' && (i.body.what === 'tube' || i.body.what === 'fitting') && alloys[i.body.alloy].family === 'austenitic') {
    const [low, high] = SULPHUR_WINDOW;
    if (i.body.sulphur === null) return ['Sulphur not entered: nobody is told when two heats pull the puddle to one side.'];
    if (i.body.sulphur < low || i.body.sulphur > high)
      return [`Sulphur outside ${low} to ${high} %, the window of the hygienic code for tube without filler (ASME BPE, from memory).`];
  }
  if (i.kind === 'tool' && i.body.metal === 'unmarked') return ['Not marked for a metal: mark it before it touches one.'];
  if (i.kind === 'wps' && !i.body.metals?.length) return ['Does not say for which metals it is.'];
  return [];
}
