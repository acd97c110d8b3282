/** What a build of the pages still wants: the service worker, the programs beside them, everything pressed. */
import { press } from './press';
import { programs } from './programs';
import { serviceWorker } from './sw';

const dist = process.argv[2];
if (!dist) throw new Error('Say which build: finish.ts FOLDER');
await serviceWorker(dist);
await programs(dist);
press(dist);
