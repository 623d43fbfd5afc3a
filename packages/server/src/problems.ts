/** Problem replies by RFC 9457: this file alone turns what went wrong into a reply. */
import { sentence } from '@keen-ladder/schema';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import type { Logger } from 'pino';
import { ZodError } from 'zod';

/** A reply that ends a request early. `code` names the kind of problem, `extra` are further members of the reply. */
export class Problem extends Error {
  readonly status: number;
  readonly code: string;
  readonly extra: Record<string, unknown>;

  constructor(status: number, code: string, detail: string, extra: Record<string, unknown> = {}) {
    super(detail);
    this.status = status;
    this.code = code;
    this.extra = extra;
  }
}

const TITLES: Record<number, string> = {
  400: 'The request is not valid',
  403: 'Not from here',
  404: 'Not found',
  409: 'Changed meanwhile',
  413: 'Too large',
  415: 'Not a known kind of content',
  421: 'Another server is meant',
  429: 'Too many at once',
  500: 'Our mistake',
  503: 'The database is away',
  504: 'Not in time',
};

export const notFound: RequestHandler = (req, _res, next) => {
  next(new Problem(404, 'no-such-address', `There is nothing at ${req.path}.`));
};

export function problemReplies(log: Logger): ErrorRequestHandler {
  return (error: unknown, _req, res, next) => {
    if (res.headersSent) {
      next(error);
      return;
    }
    const problem = problemOf(error);
    if (problem.status === 503) log.warn(problem.message);
    else if (problem.status >= 500) log.error({ err: error }, problem.message);
    if (problem.status === 503) res.set('Retry-After', '1');
    res
      .status(problem.status)
      .type('application/problem+json')
      .json({
        type: `urn:keen-ladder:problem:${problem.code}`,
        title: TITLES[problem.status] ?? 'The request could not be served',
        status: problem.status,
        detail: problem.message,
        ...problem.extra,
      });
  };
}

function problemOf(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof ZodError) return new Problem(400, 'invalid', sentence(error));
  if (isDatabaseAway(error))
    return new Problem(503, 'database-away', 'The database does not answer. Nothing was lost; it is tried again.');
  const status = httpStatusOf(error);
  if (status !== undefined)
    return new Problem(status, 'bad-request', error instanceof Error ? error.message : 'The request could not be read.');
  return new Problem(500, 'unexpected', 'Something went wrong on our side. It has been logged.');
}

/** Express and its body parser mark what the client did wrong with a status of 4xx. */
function httpStatusOf(error: unknown): number | undefined {
  if (typeof error !== 'object' || error === null || !('status' in error) || typeof error.status !== 'number') return undefined;
  return error.status >= 400 && error.status < 500 ? error.status : undefined;
}

/** SQLSTATE classes 08 (connection) and 57P (shutdown, start-up), and the network's own codes. */
function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  if (error instanceof AggregateError) return error.errors.some(isDatabaseAway);
  const code = 'code' in error && typeof error.code === 'string' ? error.code : '';
  if (/^(08...|57P0.|53300|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT)$/.test(code)) return true;
  return /^(Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error)/.test(
    error.message,
  );
}
