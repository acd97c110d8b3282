/** Every event type with the type of its body as it is read today. What each is stands with its subject; the rows are in `table`. */
import type { Cleaned } from '../clean';
import type { Begun, DwellMarked, DwellRinsed } from '../dwell';
import type { Correction, Read } from '../event';
import type { Fitup } from '../fitup';
import type { GasCheck, Need } from '../gas';
import type { Created } from '../jobs';
import type { Look, VerdictGiven } from '../look';
import type { Bath, Rinse, Tested } from '../passivate';
import type { Closed, Settled, Skipped } from '../release';
import type { PictureRead, Taken } from '../pictures';
import type { Answered, Ended, Foretold, Logged, Marked, Planned, Retired, Started } from '../run';
import type { TorchSetup } from '../torch';
import type { Touched } from '../touch';
import type { Welded } from '../welded';

type Corrected = Correction & { added?: Record<string, unknown> };

export type Bodies = {
  'weld.created': Created;
  'fitup.recorded': Fitup;
  'gas.recorded': GasCheck;
  'need.decided': Need;
  'setup.recorded': TorchSetup;
  'welded.recorded': Welded;
  'purge.planned': Planned;
  'picture.taken': Taken;
  'picture.read': PictureRead;
  'look.recorded': Look;
  'verdict.given': VerdictGiven;
  'tool.touched': Touched;
  'clean.recorded': Cleaned;
  'dwell.begun': Begun;
  'dwell.marked': DwellMarked;
  'dwell.rinsed': DwellRinsed;
  'passivate.started': Bath;
  'passivate.ended': Rinse;
  'test.ended': Tested;
  'stage.skipped': Skipped;
  'deviation.settled': Settled;
  'record.closed': Closed;
  'weld.corrected': Corrected;
  'run.started': Started;
  'run.marked': Marked;
  'run.answered': Answered;
  'run.logged': Logged;
  'run.ended': Ended;
  'run.retired': Retired;
  'run.foretold': Foretold;
  'run.corrected': Corrected;
};
export type EventType = keyof Bodies;
export type BodyOf<T extends EventType> = Bodies[T];

/** An event as it is read today. */
export type Recorded<T extends EventType = EventType> = { [K in T]: Read<K, Bodies[K]> }[T];

/** What a sender says of it: without what the server adds; a purge that is started says what it draws from. */
export type SaidOf<T extends EventType> = T extends 'run.started'
  ? Omit<Started, 'cylinder'> & { cylinder: NonNullable<Started['cylinder']> | null }
  : T extends 'passivate.ended'
    ? Omit<Rinse, 'testPassed' | 'elsewhere'> & { elsewhere: (NonNullable<Rinse['elsewhere']> & { passed: boolean }) | null }
    : Omit<Bodies[T], 'added' | 'atArc' | 'source' | 'digest' | 'papers' | 'clampAmps' | 'procedure' | 'alike' | 'touched'>;
