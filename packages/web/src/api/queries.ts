/** What the server is asked for by the pages, kept and shared between them; what is changed makes what it touches asked for anew. */
import { createApi, fakeBaseQuery } from '@reduxjs/toolkit/query/react';
import { api } from './client.ts';

/** Why there is no answer, in words. */
export interface Failure {
  message: string;
}

/** An endpoint that asks by one of the typed calls. */
const by =
  <A, R>(call: (asked: A) => Promise<R>) =>
  async (asked: A): Promise<{ data: R } | { error: Failure }> => {
    try {
      return { data: await call(asked) };
    } catch (error) {
      return { error: { message: error instanceof Error ? error.message : String(error) } };
    }
  };

interface Named {
  id: string;
  name: string;
}

export const queries = createApi({
  reducerPath: 'queries',
  baseQuery: fakeBaseQuery<Failure>(),
  tagTypes: ['cases'],
  endpoints: (build) => {
    const change = <A, R>(call: (asked: A) => Promise<R>) =>
      build.mutation<R, A>({ queryFn: by(call), invalidatesTags: ['cases'] });
    return {
      projects: build.query({ queryFn: by<void, Awaited<ReturnType<typeof api.projects>>>(api.projects), providesTags: ['cases'] }),
      bin: build.query({ queryFn: by<void, Awaited<ReturnType<typeof api.bin>>>(api.bin), providesTags: ['cases'] }),
      history: build.query({ queryFn: by(api.history) }),
      component: build.query({ queryFn: by(api.component) }),
      sources: build.query({ queryFn: by<void, Awaited<ReturnType<typeof api.sources>>>(api.sources) }),
      groupNames: build.query({ queryFn: by<void, Awaited<ReturnType<typeof api.groupNames>>>(api.groupNames) }),
      createProject: change(api.createProject),
      renameProject: change(({ id, name }: Named) => api.renameProject(id, name)),
      binProject: change(api.binProject),
      restoreProject: change(api.restoreProject),
      renameCase: change(({ id, name }: Named) => api.renameCase(id, name)),
      duplicateCase: change(({ id, name }: Named) => api.duplicateCase(id, name)),
      binCase: change(api.binCase),
      restoreCase: change(api.restoreCase),
    };
  },
});

export const {
  useProjectsQuery,
  useBinQuery,
  useHistoryQuery,
  useComponentQuery,
  useSourcesQuery,
  useGroupNamesQuery,
  useCreateProjectMutation,
  useRenameProjectMutation,
  useBinProjectMutation,
  useRestoreProjectMutation,
  useRenameCaseMutation,
  useDuplicateCaseMutation,
  useBinCaseMutation,
  useRestoreCaseMutation,
} = queries;

/** Why a query has no answer, in words; undefined where it has, or is still waited for. */
export const failureOf = (error: unknown): string | undefined =>
  typeof error === 'object' && error !== null && 'message' in error && typeof error.message === 'string'
    ? error.message
    : undefined;
