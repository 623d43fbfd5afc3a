import type { ProjectSummary } from '@keen-ladder/schema';
import { useCallback, useEffect, useState } from 'react';
import { api } from '../api/client.ts';

/** ms after which a list with figures that are still being worked out is asked for again. */
const AGAIN = 800;

/** The list of projects, loaded anew on request; a failed reload keeps what was there. */
export function useProjects() {
  const [projects, setProjects] = useState<ProjectSummary[] | undefined>(undefined);
  const [failure, setFailure] = useState<string | undefined>(undefined);
  const reload = useCallback(async () => {
    try {
      const list = await api.projects();
      setProjects(list.projects);
      setFailure(undefined);
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
  }, []);
  useEffect(() => {
    document.title = 'Keen Ladder';
    // eslint-disable-next-line react-hooks/set-state-in-effect -- it is set when the server has answered, not in this turn
    void reload();
  }, [reload]);
  const isWaiting = projects?.some((project) => project.cases.some((c) => !c.isCurrent)) === true;
  useEffect(() => {
    if (!isWaiting) return;
    const timer = window.setTimeout(() => void reload(), AGAIN);
    return () => window.clearTimeout(timer);
  }, [isWaiting, projects, reload]);
  return { projects, failure, reload };
}
