import { z } from 'zod';

const Environment = z.object({
  DATABASE_URL: z.string().min(1, 'DATABASE_URL names the PostgreSQL database to use.'),
  HOST: z.string().default('127.0.0.1'),
  PORT: z.coerce.number().int().min(0).max(65535).optional(),
  KEEN_DEMO: z.enum(['once', 'none', 'reset']).default('once'),
  LOG_LEVEL: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('info'),
});

export type Settings = z.infer<typeof Environment>;

/** The server's settings from its environment. @throws ZodError naming what is missing or wrong */
export function readSettings(environment: Record<string, string | undefined>): Settings {
  return Environment.parse(environment);
}
