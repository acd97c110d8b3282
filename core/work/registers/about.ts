/** An item of a register in words: what it is, and what its papers leave open. */
import { cylinderText, frostPointPpm, gasNames, meterNames } from '../../basics/gases';
import { alloys } from '../../basics/materials';
import { show, type System } from '../../basics/units';
import { belongsTo, isTurned, toolKinds } from '../../models/cleaning';
import { tookNames } from '../../models/ladder';
import { bandNames } from '../../models/tint';
import { SULPHUR_WINDOW } from '../../models/papers';
import { holdsNames, wearNames } from './forms';
import type { RegisterItem } from './items';
import { dayText } from './standing';

const said = (...parts: (string | false | 0 | null | undefined)[]): string => parts.filter(Boolean).join(', ');
const metals = { stainless: 'stainless', titanium: 'titanium', 'carbon-steel': 'carbon steel', aluminium: 'aluminium' } as const;

const day = (ms: number): string => dayText(new Date(ms).toISOString().slice(0, 10));

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
        i.body.what || (i.body.kind && toolKinds[i.body.kind]),
        i.body.metal === 'unmarked' ? 'not marked for a metal' : `for ${metals[i.body.metal]} only`,
        i.body.grit !== null && `grit ${i.body.grit}`,
        i.body.ratedRpm !== null && `rated ${i.body.ratedRpm} a minute`,
        i.body.wear && wearNames[i.body.wear],
        i.body.lies && `lies ${i.body.lies}`,
        i.past && `used ${i.past.times} times, ${day(i.past.first)} to ${day(i.past.last)}`,
      );
    case 'product':
      return said(
        { paste: 'pickling paste', gel: 'gel', pickle: 'pickling bath', nitric: 'nitric bath', citric: 'citric bath' }[
          i.body.kind as 'gel'
        ] ?? i.body.kind,
        `lot ${i.body.lot}`,
        i.body.dwellSeconds && `${show(i.body.dwellSeconds, 'time', system)} by its sheet`,
        i.body.hydrofluoric && 'holds hydrofluoric acid',
        i.body.contents,
        i.body.sheet && `${i.body.sheet.name}, ${i.body.sheet.rows.length} rows`,
      );
    case 'bath': {
      const { holds, volume, percent, celsius, iron, every } = i.body;
      return said(
        `${holdsNames[holds]}, ${show(volume, 'volume', system)}`,
        `${percent[0]} to ${percent[1]} %`,
        `${show(celsius[0], 'temperature', system)} to ${show(celsius[1], 'temperature', system)}`,
        iron !== null && `iron to ${iron} g/L`,
        every !== null && `measured every ${every === 86_400 ? 'day' : `${every / 86_400} days`}`,
      );
    }
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
    case 'strip':
      return said(
        `${alloys[i.body.alloy].name}, ${bandNames[i.body.tint].toLowerCase()}`,
        ...i.body.sections.map(
          (x) => `${x.label}${x.warm === null ? '' : ` at ${show(x.warm, 'temperature', system)}`}: ${tookNames[x.took]}`,
        ),
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
  if (i.kind === 'tool' && i.past && belongsTo(i.body.metal, i.past.families) !== i.body.metal)
    return [
      i.past.families.includes('carbon')
        ? 'It has touched carbon steel: it is carbon steel’s for good. Mark it so, and lay it where that lies.'
        : 'It has touched another metal than it is marked for: it goes to neither any more.',
    ];
  if (i.kind === 'bath' && i.bath?.phase === 'in-use') {
    const { out, late, left } = i.bath;
    const words = { weak: 'too weak', strong: 'too strong', cold: 'too cold', hot: 'too hot', iron: 'iron over its limit' };
    return [
      ...(out.length ? [`Out of its limits as it was measured last: ${out.map((o) => words[o]).join(', ')}.`] : []),
      ...(late ? ['Not measured for longer than it may be.'] : []),
      ...(left !== null && left <= 5 && !out.includes('iron') ? [`Its iron comes to the limit in about ${left} more pieces.`] : []),
    ];
  }
  if (i.kind === 'tool' && i.body.wear === 'worn')
    return ['Worn: it leaves about half the Ra of its grit and takes less off than its trial strip says. Change it, or try it anew.'];
  if (i.kind === 'product' && i.body.hydrofluoric && i.body.sheet === null)
    return ['Nobody has entered its sheet: its dwell goes by one time, or by the tables as a hint.'];
  if (i.kind === 'tool' && i.body.kind !== null && isTurned(i.body.kind) && i.body.ratedRpm === null)
    return ['No rated speed: it does not go on a machine until somebody has found it.'];
  if (i.kind === 'tool' && i.body.metal === 'unmarked') return ['Not marked for a metal: mark it before it touches one.'];
  if (i.kind === 'wps' && !i.body.metals?.length) return ['Does not say for which metals it is.'];
  return [];
}
