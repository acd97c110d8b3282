/** The exported record of a weld: its whole story, as open JSON with a published schema (public/schemas). */
import { z } from 'zod';
import { criterionSchema } from '../../models/criteria';
import type { EventDef, Stored } from '../event';
import type { EventType } from './events';
import { eventTypes } from './table';

/** One event as exported: what happened, when, by whom, and the hash that chains it to the one before. */
const event = z.object({
  id: z.uuid(),
  stream: z.uuid(),
  seq: z.number().int().positive(),
  type: z.enum(Object.keys(eventTypes) as [keyof typeof eventTypes]),
  version: z.number().int().positive(),
  happenedAt: z.iso.datetime(),
  receivedAt: z.iso.datetime(),
  actor: z.uuid().nullable(),
  identified: z.string(),
  body: z.record(z.string(), z.unknown()),
  hash: z.string().regex(/^[0-9a-f]{64}$/),
});

export const RECORD_FORMAT = 'sentrel-weld-record';

export const weldRecordSchema = z
  .object({
    format: z.literal(RECORD_FORMAT),
    formatVersion: z.literal(1),
    exportedAt: z.iso.datetime(),
    /** there is no sign-in yet */
    signed: z.literal(false),
    weld: z.object({ id: z.uuid(), number: z.string(), job: z.string(), line: z.string(), spool: z.string(), service: z.string() }),
    criterion: criterionSchema,
    people: z.array(z.object({ id: z.uuid(), name: z.string(), stamp: z.string(), role: z.string() })),
    events: z.array(event),
    runs: z.array(z.object({ id: z.uuid(), events: z.array(event) })),
    /** hash of the newest event of each stream: a cut tail shows against a printed copy */
    heads: z.record(z.uuid(), z.string()),
    /** pictures, and originals where the shop keeps them; their bytes are beside this file in the exported archive, under their id */
    files: z
      .array(
        z.object({
          ...{ id: z.uuid(), role: z.enum(['picture', 'original']), name: z.string(), type: z.string() },
          ...{ bytes: z.number().int(), hash: z.string().regex(/^[0-9a-f]{64}$/) },
          /** false: still on the device it was taken with, or never came */
          arrived: z.boolean(),
        }),
      )
      .optional(),
  })
  .meta({
    title: 'Sentrel weld record',
    description: 'The events of one weld and of the purge runs it used, in order. SI units; oxygen in ppm by volume; temperatures in °C.',
  });
export type WeldRecordFile = z.infer<typeof weldRecordSchema>;

/** JSON Schema (2020-12) of the exported record. */
export const recordJsonSchema = () => z.toJSONSchema(weldRecordSchema, { target: 'draft-2020-12', io: 'output' });

type Schema = Record<string, unknown>;
const jsonSchema = (schema: z.ZodType): Schema => z.toJSONSchema(schema, { target: 'draft-2020-12', io: 'input' });

/** JSON Schemas of every event type: what a sender says under each version, and what the server adds. */
export const eventJsonSchemas = (): Record<
  string,
  { stream: string; decision: boolean; versions: Record<string, Schema>; added: Schema | null }
> =>
  Object.fromEntries(
    Object.entries(eventTypes).map(([type, t]) => {
      const { stream, decision, versions, added }: EventDef = t;
      return [
        type,
        {
          stream,
          decision,
          versions: Object.fromEntries(versions.map((v, i) => [String(i + 1), jsonSchema(v.schema)])),
          added: added ? jsonSchema(added) : null,
        },
      ];
    }),
  );

type Parts = Pick<WeldRecordFile, 'weld' | 'criterion' | 'people' | 'exportedAt'> & {
  events: readonly Stored[];
  runEvents: Record<string, readonly Stored[]>;
  files?: NonNullable<WeldRecordFile['files']>;
};

/** Puts the record together for export. */
export function recordFile({ events, runEvents, files, ...rest }: Parts): WeldRecordFile {
  const plain = (list: readonly Stored[]) =>
    list.map((e) => ({ ...e, type: e.type as EventType, body: e.body as Record<string, unknown> }));
  const streams = [events, ...Object.values(runEvents)];
  return {
    format: RECORD_FORMAT,
    formatVersion: 1,
    signed: false,
    ...rest,
    ...(files && { files }),
    events: plain(events),
    runs: Object.entries(runEvents).map(([id, list]) => ({ id, events: plain(list) })),
    heads: Object.fromEntries(
      streams.flatMap((s) => {
        const last = s.at(-1);
        return last ? [[last.stream, last.hash]] : [];
      }),
    ),
  };
}
