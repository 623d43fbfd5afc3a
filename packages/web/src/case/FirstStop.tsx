import { Navigate } from 'react-router';
import { useAppSelector } from '../app/store.ts';
import { selectComponents } from '../document/selectors.ts';

/** Where a case opens: its drawing, or, with more than two components, its estimate. */
export function FirstStop() {
  const isBinary = useAppSelector(selectComponents).length <= 2;
  return <Navigate to={isBinary ? 'graph' : 'estimate'} replace />;
}
