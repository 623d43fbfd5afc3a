import { z } from 'zod';

/** Names of this machine that no other one can reach. */
export const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

export const isLoopback = (host: string): boolean => LOOPBACK.includes(host) || host === '::1';

const Environment = z
  .object({
    DATABASE_URL: z.string().min(1, 'DATABASE_URL names the PostgreSQL database to use.'),
    HOST: z.string().default('127.0.0.1'),
    PORT: z.coerce.number().int().min(0).max(65535).optional(),
    /** Whether more than this machine may be served. */
    KEEN_OPEN: z
      .enum(['yes', 'no'])
      .default('no')
      .transform((word) => word === 'yes'),
    /** Further names the server is reached by, parted by commas. */
    KEEN_HOSTS: z
      .string()
      .default('')
      .transform((list) =>
        list
          .split(',')
          .map((name) => name.trim())
          .filter((name) => name !== ''),
      ),
    /** Requests from one address in ten seconds. */
    KEEN_RATE: z.coerce.number().int().positive().default(6000),
    KEEN_DEMO: z.enum(['once', 'none', 'reset']).default('once'),
    LOG_LEVEL: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('info'),
  })
  .refine(({ HOST, KEEN_OPEN }) => KEEN_OPEN || isLoopback(HOST), {
    path: ['HOST'],
    message:
      'This address is reached from other machines, and there are no accounts: everyone who reaches it could read, change and delete every case. ' +
      'If that is what you want, add --open-to-network (KEEN_OPEN=yes).',
  });

export type Settings = z.infer<typeof Environment>;

/** The server's settings from its environment. @throws ZodError naming what is missing or wrong */
export function readSettings(environment: Record<string, string | undefined>): Settings {
  return Environment.parse(environment);
}
