/** Each event as a line of the story: what a printed record says of it. */
import { arcText, defectNames, outcomeNames, wordFor, zoneNames, type Criterion, type Tint } from '../../models/criteria';
import { cleanMethodNames, testNames } from '../../models/cleaning';
import { gasNames } from '../../basics/gases';
import { jointNames } from '../jobs';
import { backingNames, setupWords } from '../../models/purge';
import { sizeName } from '../../basics/sizes';
import { clock, show, type System } from '../../basics/units';
import { alarmNames } from './alarms';
import { markNames, type Recorded } from './events';
import { arcName } from './tape';
import { stageNames } from './stages';

export type Line = { title: string; details: string[] };

/** @param who name of a person by id */
export function tell(e: Recorded, criterion: Criterion, system: System, who: (id: string | null) => string): Line {
  const q = (v: number, quantity: Parameters<typeof show>[1]) => show(v, quantity, system);
  switch (e.type) {
    case 'weld.created': {
      const d = e.body.design;
      return {
        title: 'Entered',
        details: [
          `${sizeName(d.size)}, OD ${q(d.size.od, 'length')}, wall ${q(d.size.wall, 'length')}`,
          `${d.alloyA} to ${d.alloyB}, ${jointNames[d.joint].toLowerCase()}`,
          `Criterion ${d.criterion.id} version ${d.criterion.version}`,
          `Clock seen looking ${d.looking}`,
        ],
      };
    }
    case 'fitup.recorded': {
      const b = e.body;
      return {
        title: 'Fit-up',
        details: [
          `Gap ${q(b.gapNarrow.value, 'length')} at ${b.gapNarrow.at} o'clock to ${q(b.gapWide.value, 'length')} at ${b.gapWide.at} o'clock, high-low ${q(b.highLow, 'length')}`,
          `Heats ${b.heatA.label} and ${b.heatB.label}; ${b.filler ? `filler ${b.filler.heat.label}, ${q(b.filler.diameter, 'length')}` : 'no filler'}`,
          `${b.wps.label} revision ${b.wps.revision}; welder ${who(b.welder)}`,
        ],
      };
    }
    case 'gas.recorded': {
      const b = e.body;
      return {
        title: 'Gas',
        details: [
          `Purge ${b.purge.label}, ${gasNames[b.purge.gas].toLowerCase()}; torch ${b.torch.label}, ${gasNames[b.torch.gas].toLowerCase()}`,
          b.monitor
            ? `${b.monitor.label}: ${b.air === null ? 'not checked in air' : `${q(b.air, 'oxygen')} in air`}, ${b.bottle === null ? 'not checked in bottle gas' : `${q(b.bottle, 'oxygen')} in bottle gas`}`
            : 'No oxygen monitor',
          ...(b.cylinder
            ? [`From ${b.cylinder.label}, ${b.cylinder.left === null ? 'content not known' : `${q(b.cylinder.left, 'volume')} left`}`]
            : []),
          ...(b.meter
            ? [
                `${b.meter.label}${b.meter.state === 'good' ? ', checked' : b.meter.state === 'unchecked' ? ', not checked' : `, ${b.meter.state}`}; true over read ${b.meter.factor.toFixed(2)}`,
              ]
            : []),
        ],
      };
    }
    case 'need.decided':
      return {
        title: `Inside: ${backingNames[e.body.choice].toLowerCase()}`,
        details: [
          ...(e.body.reason ? [e.body.reason] : []),
          ...e.body.options.map(
            (o) =>
              `${backingNames[o.choice]}: ${o.gas === null ? 'gas not known' : q(o.gas, 'volume')}${o.choice === e.body.choice ? ', chosen' : ''}`,
          ),
        ],
      };
    case 'setup.recorded': {
      const b = e.body;
      return {
        title: 'Set-up',
        details: [
          `Cup ${b.cup}${b.lens ? ' with lens' : ''}, stick-out ${q(b.stickOut, 'length')}, electrode ${q(b.electrode, 'length')}`,
          `Torch ${q(b.flow, 'flow')}, ${Math.round(b.amps)} A, post-flow ${q(b.postFlow, 'time')}`,
        ],
      };
    }
    case 'purge.planned': {
      const { setup, plan } = e.body;
      const time = plan.figures.find((f) => f.label.startsWith('Time to'));
      return {
        title: 'Purge planned',
        details: [
          ...setupWords(setup, system),
          time?.low != null && time.high !== null
            ? `${time.label}: ${clock(time.low)} to ${clock(time.high)} min (model estimate ${plan.model})`
            : `${time?.label ?? 'Time'}: none given. ${time?.caution ?? ''}`,
          ...plan.rules.filter((r) => r.level === 'stop').map((r) => `Rule broken: ${r.text}`),
        ],
      };
    }
    case 'run.started': {
      const b = e.body;
      return {
        title: 'Purge started',
        details: [
          ...(b.backing === 'purge' ? [] : [`No inside purge: ${backingNames[b.backing].toLowerCase()}`]),
          ...(b.rules.readyBy === 'clock' && b.backing === 'purge'
            ? [
                b.band
                  ? `By the clock: the model says ${clock(b.band.low)} to ${clock(b.band.high)} min to the limit at the joint, an estimate`
                  : 'By the clock, without a model time',
              ]
            : []),
          `${b.device ? `${b.device.label} at the ${b.place}${b.monitorChecked ? '' : ', not checked this shift'}` : 'By the clock, oxygen not measured'}; limit ${b.rules.startPpm} ppm to start, ${b.rules.weldPpm} ppm while welding`,
          `${b.countIn} dams, tapes and diffusers in`,
        ],
      };
    }
    case 'run.marked': {
      const a = e.body.atArc;
      const { mark, arc, source } = e.body;
      return {
        title: arc ? `${markNames[mark]}, ${arcName(arc)}` : markNames[mark],
        details: a
          ? [
              ...(source ? [`By ${source.label}`] : []),
              a.reading ? `${Math.round(a.reading.ppm)} ppm, reading ${a.reading.ageSeconds.toFixed(0)} s old` : 'Oxygen not measured',
              a.ready ? a.text : `Before ready. ${a.text}`,
            ]
          : source
            ? [`By ${source.label}`]
            : [],
      };
    }
    case 'run.answered':
      return { title: `Answered: ${alarmNames[e.body.alarm].toLowerCase()}`, details: [] };
    case 'run.logged':
      return {
        title: 'Logger file read in',
        details: [
          `${e.body.name}: ${e.body.readings} readings in ${e.body.unit}, ${e.body.dropped} lines dropped; SHA-256 ${e.body.sha256.slice(0, 16)}`,
        ],
      };
    case 'run.ended':
      return {
        title: e.body.how === 'done' ? 'Purge done' : 'Purge abandoned',
        details: [
          e.body.countOut === null ? 'Dams not counted' : `${e.body.countOut} dams, tapes and diffusers out`,
          ...(e.body.digest ? [`${e.body.digest.readings} readings, digest ${e.body.digest.sha256.slice(0, 16)}`] : []),
        ],
      };
    case 'look.recorded': {
      const seenBy = { direct: 'directly', borescope: 'by borescope', blind: 'blind', 'not-seen': 'not seen' }[e.body.insideBy];
      const grade = (t: Tint) =>
        t.grade.by === 'band'
          ? wordFor(criterion, t.grade.band).toLowerCase()
          : t.grade.by === 'number'
            ? `number ${t.grade.number} of ${t.grade.guide}`
            : 'not seen';
      return {
        title: 'Looked at, as welded',
        details: [
          `Inside seen ${seenBy}`,
          ...e.body.tints.map((t) => `${zoneNames[t.zone]}, ${arcText(t.arc)}: ${grade(t)}`),
          ...e.body.defects.map((d) => `${defectNames[d.kind]}, ${d.side}, ${arcText(d.arc)}`),
        ],
      };
    }
    case 'verdict.given':
      return {
        title: `Verdict: ${outcomeNames[e.body.outcome].toLowerCase()}`,
        details: [...e.body.reasons, `${e.body.criterion.id} version ${e.body.criterion.version}`],
      };
    case 'clean.recorded': {
      const b = e.body;
      return {
        title: 'Cleaned',
        details: [
          `${cleanMethodNames[b.method]}, ${b.side === 'both' ? 'inside and outside' : b.side}${b.tool ? `, ${b.tool.label}` : ''}${b.product ? `, ${b.product.label} lot ${b.product.product.lot}` : ''}${b.dwell ? `, ${clock(b.dwell)} min` : ''}`,
          `${b.metalTemperature === null ? 'Metal not measured' : `Metal ${q(b.metalTemperature, 'temperature')}`}; ${b.tintRemains ? 'tint remains' : 'no tint left'}`,
        ],
      };
    }
    case 'passivate.started':
      return {
        title: 'Passivation, dwell started',
        details: [
          `${e.body.product.label} lot ${e.body.product.product.lot}, ${e.body.acid} ${e.body.percent} %, ${q(e.body.celsius, 'temperature')}, ${clock(e.body.dwell)} min by the ${e.body.dwellFrom === 'sheet' ? "product's sheet" : 'table'}`,
        ],
      };
    case 'passivate.ended':
      return {
        title: 'Rinsed and tested',
        details: [
          `${e.body.neutraliser ? `Neutralised with ${e.body.neutraliser.label}; ` : ''}feed pH ${e.body.feedPh}, runoff pH ${e.body.runoffPh}${e.body.chloridePpm === null ? '' : `, chloride ${e.body.chloridePpm} ppm`}`,
          `${testNames[e.body.test]}${e.body.testPassed === null ? '' : e.body.testPassed ? ': passed' : ': failed'}`,
        ],
      };
    case 'stage.skipped':
      return { title: `${stageNames[e.body.stage]} left out`, details: [e.body.reason] };
    case 'record.closed':
      return { title: 'Record closed, unsigned', details: e.body.remarks ? [e.body.remarks] : [] };
    case 'weld.corrected':
    case 'run.corrected':
      return {
        title: e.body.body === null ? 'An entry was taken back' : 'An entry was corrected',
        details: [e.body.reason, ...(e.body.happenedAt ? ['Its time was set right'] : [])],
      };
  }
}
