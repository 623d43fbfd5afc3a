import { startService } from './service.ts';

/** One service for all tests that do not kill theirs. */
export default async function globalSetup(): Promise<() => Promise<void>> {
  const service = await startService();
  process.env['KEEN_URL'] = service.url;
  return service.stop;
}
