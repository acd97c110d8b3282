/** What the board's endpoint gives, as the browser needs it. */
import type { Tint } from '../../../core/criteria';
import type { PurgeRules } from '../../../core/criteria';
import type { Design } from '../../../core/jobs';
import type { Body } from '../../../core/purge';
import type { Phase } from '../../../core/weld';

export type BoardRun = {
  id: string;
  spool: string;
  job: string;
  numbers: string[];
  lastPpm: number | null;
  lastAt: number | null;
  lastQuality: string | null;
  summary: {
    phase: Phase;
    fillingSince: number | null;
    rules: PurgeRules;
    planned: number | null;
    device: { id: string; label: string } | null;
    place: string;
    monitorChecked: boolean;
    welds: string[];
  };
};
export type BoardData = {
  welds: {
    id: string;
    number: string;
    spool: string;
    line: string;
    job: string;
    due: string;
    summary: {
      waits: string;
      design: Design;
      gap: { narrowAt: number; wideAt: number } | null;
      tints: Tint[];
      body: Body | null;
      cup: number | null;
      welded: number;
    };
  }[];
  runs: BoardRun[];
  done: number;
  now: number;
};
