/** Work in a thread of its own, ended with what it does after a time. */
import { Piscina } from 'piscina';

export interface Thread<Task, Answer> {
  /** @throws an AbortError when it did not end within the limit, or what the work throws */
  work: (task: Task) => Promise<Answer>;
  close: () => Promise<void>;
}

/**
 * @param file of the worker in the source and in what is built; the next task after one that was ended gets a new thread
 * @param longest ms that one task may take, its wait for the thread included
 */
export function startThread<Task, Answer>(file: { source: string; built: string }, longest: number): Thread<Task, Answer> {
  const isSource = import.meta.url.endsWith('.ts');
  const pool = new Piscina<Task, Answer>({
    filename: new URL(isSource ? file.source : file.built, import.meta.url).href,
    execArgv: isSource ? ['--import', 'tsx'] : [],
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: 512 },
  });
  return {
    work: (task) => pool.run(task, { signal: AbortSignal.timeout(longest) }),
    close: () => pool.destroy(),
  };
}

/** The thread was ended by its time limit; anything else is a mistake of ours, and told as one. */
export const isOverTime = (error: unknown): boolean => error instanceof Error && error.name === 'AbortError';
