/** Which packages Sentrel runs on, and under which licence: read from the lock file and from the packages themselves. */
import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { z } from 'zod';

const root = resolve(import.meta.dirname, '../..');
const read = (file: string): unknown => JSON.parse(readFileSync(join(root, file), 'utf8'));
const lockSchema = z.object({
  packages: z.record(
    z.string(),
    z.object({ version: z.string().optional(), dev: z.boolean().optional(), optional: z.boolean().optional() }),
  ),
});
const packageSchema = z.object({ license: z.string().optional() });
const ownSchema = z.object({ dependencies: z.record(z.string(), z.string()) });

export type Shipped = { name: string; version: string; licence: string; direct: boolean };

/** Packages that are installed to run Sentrel, not to build or test it. What is for one platform only is left out. */
export function shippedPackages(): Shipped[] {
  const { packages } = lockSchema.parse(read('package-lock.json'));
  const own = ownSchema.parse(read('package.json')).dependencies;
  const all = Object.entries(packages).flatMap(([path, { version = '', dev, optional }]): Shipped[] => {
    const file = join(path, 'package.json');
    if (path === '' || dev || optional) return [];
    const name = path.replace(/^.*node_modules\//, '');
    return [
      {
        name,
        version,
        licence: packageSchema.parse(read(file)).license ?? 'see its package',
        direct: path === `node_modules/${name}` && name in own,
      },
    ];
  });
  const seen = new Map(all.map((p) => [`${p.name}@${p.version}`, p]));
  return [...seen.values()].sort((a, b) => a.name.localeCompare(b.name) || a.version.localeCompare(b.version));
}

export function licencesPage(): string {
  const all = shippedPackages();
  const row = (p: Shipped) => `| ${p.name} | ${p.version} | ${p.licence} |`;
  const brought = all.filter((p) => !p.direct);
  const licences = [...new Set(brought.map((p) => p.licence))].sort();
  return `# Licences

Sentrel is under the [MIT licence](../LICENSE). It runs on these packages, whose own licences hold for them; each comes with its text.
Written by \`npm run licences\`. PostgreSQL (PostgreSQL licence) and Chromium for the tests come from Debian and are not shipped.

| package | version | licence |
|---|---|---|
${all
  .filter((p) => p.direct)
  .map(row)
  .join('\n')}

And what those bring along:

${licences
  .map(
    (l) =>
      `- **${l}**: ${brought
        .filter((p) => p.licence === l)
        .map((p) => `${p.name} ${p.version}`)
        .join(', ')}`,
  )
  .join('\n')}
`;
}
