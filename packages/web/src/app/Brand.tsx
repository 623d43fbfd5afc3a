import { Link } from 'react-router';

/** Two stiles and four rungs. */
export function Brand() {
  return (
    <Link className="brand" to="/" aria-label="Keen Ladder, to the list of cases">
      <svg width={20} height={22} viewBox="0 0 20 22" aria-hidden="true">
        <path d="M3 1v20M17 1v20" stroke="var(--pine)" strokeWidth={2.4} strokeLinecap="round" />
        <path d="M3 5h14M3 9h14M3 13h14M3 17h14" stroke="var(--copper)" strokeWidth={1.8} />
      </svg>
      <span className="brand-words">Keen Ladder</span>
    </Link>
  );
}
