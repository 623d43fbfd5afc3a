/** Typed calls to the server; every reply passes its schema before it is believed. */
import {
  Bin,
  CaseFile,
  ComponentRecord,
  Conflict,
  GroupNames,
  History,
  Mixture,
  OpenCase,
  ProblemReply,
  ProjectList,
  ProjectSummary,
  Saved,
  SourceNames,
} from '@keen-ladder/schema';
import type { CaseDocument } from '@keen-ladder/schema';
import { z } from 'zod';

/** A reply that is no success. `away`: the server or its database could not be reached, so that it is worth trying again. */
export class ApiError extends Error {
  readonly kind: 'away' | 'gone' | 'refused';

  constructor(kind: ApiError['kind'], message: string) {
    super(message);
    this.kind = kind;
  }
}

export type SaveReply = { state: 'saved'; saved: Saved } | { state: 'conflict'; current: OpenCase };

export const api = {
  /** The mixture of these databank components with all parameters and the model proposed; group tables reach to `beside` too. */
  mixture: (ids: readonly string[], beside: readonly GroupsOf[] = []) =>
    send('GET', `/databank/mixture?${String(mixtureQuery(ids, beside))}`, Mixture),
  component: (id: string) => send('GET', `/databank/components/${encodeURIComponent(id)}`, ComponentRecord),
  sources: () => send('GET', '/databank/sources', SourceNames),
  groupNames: () => send('GET', '/databank/groups', GroupNames),
  projects: () => send('GET', '/projects', ProjectList),
  createProject: (name: string) => send('POST', '/projects', ProjectSummary, { name }),
  renameProject: (id: string, name: string) => send('PATCH', `/projects/${id}`, Nothing, { name }),
  binProject: (id: string) => send('DELETE', `/projects/${id}`, Nothing),
  restoreProject: (id: string) => send('POST', `/projects/${id}/restore`, Nothing),
  createCase: (projectId: string, name: string, document: CaseDocument) =>
    send('POST', `/projects/${projectId}/cases`, OpenCase, { name, document }),
  importCase: (projectId: string, file: unknown) => send('POST', `/projects/${projectId}/import`, OpenCase, { file }),
  openCase: (id: string) => send('GET', `/cases/${id}`, OpenCase),
  renameCase: (id: string, name: string) => send('PATCH', `/cases/${id}`, Nothing, { name }),
  duplicateCase: (id: string, name: string) => send('POST', `/cases/${id}/duplicate`, OpenCase, { name }),
  binCase: (id: string) => send('DELETE', `/cases/${id}`, Nothing),
  restoreCase: (id: string) => send('POST', `/cases/${id}/restore`, Nothing),
  caseFile: (id: string) => send('GET', `/cases/${id}/file`, CaseFile),
  history: (id: string) => send('GET', `/cases/${id}/history`, History),
  historic: (id: string, version: number) => send('GET', `/cases/${id}/history/${version}`, OpenCase.pick({ document: true })),
  bin: () => send('GET', '/bin', Bin),
  async saveCase(id: string, version: number, document: CaseDocument): Promise<SaveReply> {
    const reply = await request('PUT', `/cases/${id}`, { version, document });
    if (reply.status === 409) return { state: 'conflict', current: Conflict.parse(await reply.json()).current };
    return { state: 'saved', saved: Saved.parse(await successOf(reply)) };
  },
};

const Nothing = z.null();

/** Groups of a component that the databank does not know. */
type GroupsOf = Pick<z.infer<typeof ComponentRecord>, 'unifacGroups' | 'modifiedUnifacGroups' | 'ppr78Groups'>;

function mixtureQuery(ids: readonly string[], beside: readonly GroupsOf[]): URLSearchParams {
  const query = new URLSearchParams({ components: ids.join(';') });
  const add = (name: string, groups: (string | number)[]) => {
    if (groups.length > 0) query.set(name, [...new Set(groups)].join(';'));
  };
  add(
    'unifac',
    beside.flatMap((c) => c.unifacGroups.map(([group]) => group)),
  );
  add(
    'modifiedUnifac',
    beside.flatMap((c) => c.modifiedUnifacGroups.map(([group]) => group)),
  );
  add(
    'ppr78',
    beside.flatMap((c) => c.ppr78Groups.map(([group]) => group)),
  );
  return query;
}

async function send<T>(method: string, path: string, schema: z.ZodType<T>, body?: unknown): Promise<T> {
  return schema.parse(await successOf(await request(method, path, body)));
}

async function request(method: string, path: string, body?: unknown): Promise<Response> {
  const content = body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } };
  try {
    return await fetch(`/api${path}`, { method, ...content });
  } catch {
    throw new ApiError('away', 'The server cannot be reached.');
  }
}

async function successOf(reply: Response): Promise<unknown> {
  if (reply.status === 204) return null;
  const isJson = (reply.headers.get('content-type') ?? '').includes('json');
  const body: unknown = isJson ? await reply.json() : null;
  if (reply.ok) return body;
  const problem = ProblemReply.safeParse(body);
  const detail = problem.success ? (problem.data.detail ?? problem.data.title) : `The server answered ${reply.status}.`;
  throw new ApiError(reply.status === 404 ? 'gone' : reply.status >= 500 ? 'away' : 'refused', detail);
}
