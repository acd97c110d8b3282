/** npm run schemas: writes the JSON Schemas of what Sentrel exports into public/schemas, where they are published. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { askJsonSchemas } from '../core/work/ask';
import { gradeJsonSchema } from '../core/models/grade';
import { deviceJsonSchemas } from '../core/work/devices';
import { eventJsonSchemas, recordJsonSchema } from '../core/work/record';

const folder = join(resolve(import.meta.dirname, '..'), 'public/schemas');
mkdirSync(folder, { recursive: true });
const write = (name: string, schema: unknown) => writeFileSync(join(folder, name), JSON.stringify(schema, null, 2) + '\n');
write('weld-record-1.json', recordJsonSchema());
// events-1.json is as it was published: one schema a type, with what the server added among it.
write('events-2.json', eventJsonSchemas());
write('ask-1.json', askJsonSchemas());
write('grade-1.json', gradeJsonSchema());
write('device-items-1.json', deviceJsonSchemas());
