/** One private cluster for all database tests; each file makes a database of its own in it. */
import type { TestProject } from 'vitest/node';
import { throwawayCluster } from '../scripts/lib/cluster';

declare module 'vitest' {
  export interface ProvidedContext {
    databaseUrl: string;
  }
}

export default async function setup(project: TestProject): Promise<() => void> {
  const cluster = await throwawayCluster('database', ['fsync=off', 'max_connections=120']);
  project.provide('databaseUrl', cluster.url);
  return () => cluster.stop();
}
