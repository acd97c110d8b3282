/**
 * Every event type the record knows, with its subject: what it is (versions, who may say it), what is refused, and the line it tells.
 * A new subject is a folder beside this one, a row here, and a form.
 */
import { newest, runCorrected, weldCorrected, type BodyOfDef, type EventDef, type Line, type Reader } from '../event';
import { cleanRecorded, tellClean } from '../clean';
import {
  dwellBegun,
  dwellMarked,
  dwellRefusals,
  dwellRinsed,
  tellBegun,
  tellDwellMarked,
  tellDwellRinsed,
  type DwellMarked,
  type DwellRinsed,
} from '../dwell';
import { fitupRecorded, fitupRefusals, tellFitup, type Fitup } from '../fitup';
import { gasRecorded, gasRefusals, needDecided, tellGas, tellNeed, type GasCheck } from '../gas';
import { tellCreated, weldCreated } from '../jobs';
import { lookRecorded, lookRefusals, tellLook, tellVerdict, verdictGiven, verdictRefusals, type Look, type VerdictGiven } from '../look';
import { passivateEnded, passivateStarted, tellBath, tellRinse, tellTested, testEnded, testRefusals, type Tested } from '../passivate';
import { pictureRead, pictureTaken, readRefusals, takenRefusals, tellRead, tellTaken, type PictureRead, type Taken } from '../pictures';
import {
  closingRefusals,
  deviationSettled,
  recordClosed,
  settledRefusals,
  stageSkipped,
  tellClosed,
  tellSettled,
  tellSkipped,
  type Settled,
} from '../release';
import {
  purgePlanned,
  runAnswered,
  runEnded,
  runForetold,
  runLogged,
  runMarked,
  runRetired,
  runStarted,
  tellAnswered,
  tellEnded,
  tellForetold,
  tellLogged,
  tellMarked,
  tellPlanned,
  tellRetired,
  tellStarted,
} from '../run';
import { setupRecorded, tellTorch } from '../torch';
import { tellTouched, toolTouched } from '../touch';
import { tellWelded, weldedRecorded, weldedRefusals, type Welded } from '../welded';
import type { Criterion, LineSeen } from '../../models/criteria';
import type { Bodies, EventType } from './events';
import { weldFindings } from './findings';
import { openDeviations } from './deviations';
import { dams, type WeldState } from './state';

/** A subject's row. `refuse` gives reasons that speak against recording this on the weld as it stands; facts of the arc have none. */
type Row<D extends EventDef> = D & {
  tell: (body: BodyOfDef<D>, reader: Reader) => Line;
  refuse?: (body: BodyOfDef<D>, s: WeldState, criterion: Criterion, around: Around) => string[];
};
/** What is known beside the weld: the other welds of its line, where somebody counted them. */
export type Around = { line?: LineSeen };
const row = <D extends EventDef>(def: D, more: Omit<Row<D>, keyof EventDef>): Row<D> => ({ ...def, ...more });

const tellCorrection = (b: Bodies['weld.corrected']): Line => ({
  title: b.body === null ? 'An entry was taken back' : 'An entry was corrected',
  details: [b.reason, ...(b.happenedAt ? ['Its time was set right'] : [])],
});

export const eventTypes = {
  'weld.created': row(weldCreated, { tell: tellCreated }),
  'fitup.recorded': row(fitupRecorded, { tell: tellFitup, refuse: (b: Fitup, s) => fitupRefusals(b, s.design) }),
  'gas.recorded': row(gasRecorded, { tell: tellGas, refuse: (b: GasCheck, s) => gasRefusals(b, s.design) }),
  'need.decided': row(needDecided, { tell: tellNeed }),
  'setup.recorded': row(setupRecorded, { tell: tellTorch }),
  'welded.recorded': row(weldedRecorded, { tell: tellWelded, refuse: (b: Welded, s) => weldedRefusals(b, s.design.seam) }),
  'purge.planned': row(purgePlanned, { tell: tellPlanned }),
  'picture.taken': row(pictureTaken, { tell: tellTaken, refuse: (b: Taken, s) => takenRefusals(b, s.pictures) }),
  'picture.read': row(pictureRead, { tell: tellRead, refuse: (b: PictureRead, s) => readRefusals(b, s.pictures, s.design.seam) }),
  'look.recorded': row(lookRecorded, { tell: tellLook, refuse: (b: Look, s) => lookRefusals(b, s.design) }),
  'verdict.given': row(verdictGiven, {
    tell: tellVerdict,
    refuse: (b: VerdictGiven, s, c, { line }) =>
      verdictRefusals(b, s.look, c, { seam: s.design.seam, wall: s.design.size.wall, rewelds: s.rewelds, line }, weldFindings(s, c)),
  }),
  'tool.touched': row(toolTouched, { tell: tellTouched }),
  'clean.recorded': row(cleanRecorded, { tell: tellClean }),
  'dwell.begun': row(dwellBegun, { tell: tellBegun }),
  'dwell.marked': row(dwellMarked, {
    tell: tellDwellMarked,
    refuse: (b: DwellMarked, s) => dwellRefusals(b, s.dwells, s.rinse ? null : (s.bath?.event ?? null)),
  }),
  'dwell.rinsed': row(dwellRinsed, { tell: tellDwellRinsed, refuse: (b: DwellRinsed, s) => dwellRefusals(b, s.dwells) }),
  'passivate.started': row(passivateStarted, { tell: tellBath }),
  'passivate.ended': row(passivateEnded, { tell: tellRinse }),
  'test.ended': row(testEnded, { tell: tellTested, refuse: (b: Tested, s) => testRefusals(b, s.rinse) }),
  'stage.skipped': row(stageSkipped, { tell: tellSkipped }),
  'deviation.settled': row(deviationSettled, { tell: tellSettled, refuse: (b: Settled, s) => settledRefusals(b, s.deviations) }),
  'record.closed': row(recordClosed, { tell: tellClosed, refuse: (_, s) => closingRefusals(s.due, dams(s), openDeviations(s)) }),
  'weld.corrected': row(weldCorrected, { tell: tellCorrection }),
  'run.started': row(runStarted, { tell: tellStarted }),
  'run.marked': row(runMarked, { tell: tellMarked }),
  'run.answered': row(runAnswered, { tell: tellAnswered }),
  'run.logged': row(runLogged, { tell: tellLogged }),
  'run.ended': row(runEnded, { tell: tellEnded }),
  'run.retired': row(runRetired, { tell: tellRetired }),
  'run.foretold': row(runForetold, { tell: tellForetold }),
  'run.corrected': row(runCorrected, { tell: tellCorrection }),
} satisfies { [T in EventType]: EventDef<Bodies[T]> & { tell: (body: Bodies[T], reader: Reader) => Line } };

export const isEventType = (t: string): t is EventType => Object.hasOwn(eventTypes, t);

/** The version in which a type is said today. */
export const versionOf = (type: EventType): number => newest(eventTypes[type]);

/** Why something makes no sense on a weld as it stands; empty when nothing speaks against it. */
export function refusals<T extends EventType>(
  { type, body }: { type: T; body: Bodies[T] },
  s: WeldState,
  criterion: Criterion,
  around: Around = {},
): string[] {
  const { refuse } = eventTypes[type] as { refuse?: (body: Bodies[T], s: WeldState, criterion: Criterion, around: Around) => string[] };
  return refuse ? refuse(body, s, criterion, around) : [];
}

/** An event as a line of the story: what a printed record says of it. */
export const tell = <T extends EventType>({ type, body }: { type: T; body: Bodies[T] }, reader: Reader): Line =>
  (eventTypes[type].tell as (body: Bodies[T], reader: Reader) => Line)(body, reader);
