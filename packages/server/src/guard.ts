/**
 * Who may ask. There are no accounts: whoever reaches the server may do everything, so that only the names it is meant to be reached by are served,
 * and only its own page (or a program that is no browser) may change anything.
 */
import { hostname, networkInterfaces } from 'node:os';
import { rateLimit } from 'express-rate-limit';
import type { RequestHandler } from 'express';
import { Problem } from './problems.ts';
import { LOOPBACK } from './settings.ts';
import type { Settings } from './settings.ts';

/** Names under which the server answers: loopback's, the address it listens on, this machine's own where it is open, and those that are listed. */
export function servedNames({ HOST, KEEN_OPEN, KEEN_HOSTS }: Pick<Settings, 'HOST' | 'KEEN_OPEN' | 'KEEN_HOSTS'>): Set<string> {
  const own = KEEN_OPEN
    ? [hostname(), ...Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map(({ address }) => address))]
    : [];
  return new Set([...LOOPBACK, bracketed(HOST), ...own.map(bracketed), ...KEEN_HOSTS].map((name) => name.toLowerCase()));
}

/** An address of version 6 stands in brackets in a Host header. */
const bracketed = (name: string): string => (name.includes(':') ? `[${name}]` : name);

/**
 * A page elsewhere can give its own name this server's address and read what it likes ("rebinding"): a request for a name that is not served is refused.
 */
export function onlyServedNames(names: ReadonlySet<string>): RequestHandler {
  return (req, _res, next) => {
    const name = nameOf(req.headers.host ?? '');
    if (name !== undefined && names.has(name)) next();
    else
      next(
        new Problem(421, 'other-host', 'This server does not answer under this name. KEEN_HOSTS lists the names it is reached by.'),
      );
  };
}

function nameOf(host: string): string | undefined {
  return /^(\[[0-9a-f:.]+\]|[^:[\]/@]+)(:\d{1,5})?$/i.exec(host)?.[1]?.toLowerCase();
}

const READING = ['GET', 'HEAD', 'OPTIONS'];

/** A changing request that a browser sends for a page of another site is refused; one without these headers comes from a program. */
export const onlyOwnPage: RequestHandler = (req, _res, next) => {
  if (READING.includes(req.method) || isOwn(req.get('sec-fetch-site'), req.get('origin'), req.headers.host ?? '')) next();
  else next(new Problem(403, 'other-site', 'Only the page of this server may change anything here.'));
};

function isOwn(site: string | undefined, origin: string | undefined, host: string): boolean {
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return false;
  return origin === undefined || sameHost(origin, host);
}

function sameHost(origin: string, host: string): boolean {
  return URL.canParse(origin) && new URL(origin).host === host.toLowerCase();
}

/** s */
const WINDOW = 10;

/** At most so many requests from one address in ten seconds: far more than pages send, few enough to keep one from starving the others. */
export function limitedRate(most: number): RequestHandler {
  return rateLimit({
    windowMs: WINDOW * 1000,
    limit: most,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_req, _res, next) => {
      next(new Problem(429, 'too-many-requests', `More than ${most} requests came in ${WINDOW} s. Wait a moment.`));
    },
  });
}
