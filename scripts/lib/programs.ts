/**
 * The programs that run beside the pages: the server around them, the planning thread, the simulated devices. A second build of
 * its own, so that nothing of TypeScript is read where Sentrel runs; it shares no module's state with the build of the pages.
 */
import { readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { build } from 'vite';

const root = resolve(import.meta.dirname, '../..');
const devices = readdirSync(join(root, 'devices'), { withFileTypes: true }).filter((d) => d.isDirectory() && d.name !== 'kit');

/** @param dist the folder of the build */
export async function programs(dist: string): Promise<void> {
  await build({
    configFile: false,
    root,
    logLevel: 'error',
    publicDir: false,
    build: {
      ssr: true,
      target: 'node20',
      outDir: join(dist, 'programs'),
      rollupOptions: {
        input: {
          http: join(root, 'src/server/http.ts'),
          logThread: join(root, 'src/server/logThread.ts'),
          pictureThread: join(root, 'src/server/pictures/pictureThread.ts'),
          planThread: join(root, 'src/server/planThread.ts'),
          remainThread: join(root, 'src/server/remainThread.ts'),
          ...Object.fromEntries(devices.map(({ name }) => [name, join(root, 'devices', name, 'main.ts')])),
        },
      },
    },
  });
}
