/** A state as a shape of its own beside its word: never by colour alone. */
export type State = 'open' | 'ready' | 'solved' | 'stale' | 'out-of-reach';

export const STATE_WORDS: Record<State, string> = {
  open: 'open',
  ready: 'ready',
  solved: 'solved',
  stale: 'stale',
  'out-of-reach': 'out of reach',
};

export function StateMark({ state }: { state: State }) {
  return (
    <svg className="state-mark" width={14} height={14} viewBox="0 0 14 14" aria-hidden="true">
      {shapeOf(state)}
    </svg>
  );
}

function shapeOf(state: State) {
  const ring = { cx: 7, cy: 7, r: 5, fill: 'var(--paper)', stroke: 'var(--pine)', strokeWidth: 2 };
  switch (state) {
    case 'solved':
      return <circle {...ring} fill="var(--pine)" />;
    case 'ready':
      return <circle {...ring} />;
    case 'stale':
      return (
        <>
          <circle {...ring} />
          <path d="M7 2a5 5 0 0 1 0 10z" fill="var(--pine)" />
        </>
      );
    case 'open':
      return <circle {...ring} stroke="var(--quiet)" strokeDasharray="2.6 2" />;
    case 'out-of-reach':
      return <path d="M7 1.5L12.5 7L7 12.5L1.5 7z M4.6 7h4.8" fill="var(--paper)" stroke="var(--copper)" strokeWidth={1.8} />;
  }
}
