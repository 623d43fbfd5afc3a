import { Navigate } from 'react-router';
import { useAppSelector } from '../app/store.ts';
import { selectColumn, selectComponents } from '../document/selectors.ts';

/** Where a case opens: its drawing, or, with more than two components to distil, its estimate. */
export function FirstStop() {
  const isBinary = useAppSelector(selectComponents).length <= 2;
  const isDistillation = useAppSelector(selectColumn)?.service === 'distillation';
  if (!isDistillation) return <Navigate to="transfer" replace />;
  return <Navigate to={isBinary ? 'graph' : 'estimate'} replace />;
}
