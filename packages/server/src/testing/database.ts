import type {} from 'vitest';
import type { TestProject } from 'vitest/node';
import { ensurePostgres, throwawayCluster } from '../../../../scripts/database.mjs';

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

/** One throw-away cluster for all API tests. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  ensurePostgres();
  const cluster = await throwawayCluster();
  project.provide('databaseUrl', cluster.url);
  return () => cluster.stop();
}
