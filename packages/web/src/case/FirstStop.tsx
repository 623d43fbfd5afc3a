import { Navigate } from 'react-router';
import { useAppSelector } from '../store/store.ts';
import { selectComponents, selectUnit } from '../document/selectors.ts';
import { addressOf, firstStop } from '../stops/registry.ts';

/** Where a case, or a unit of it, opens. */
export function FirstStop() {
  const id = useAppSelector((state) => state.saving.facts?.id);
  const components = useAppSelector(selectComponents).length;
  const unit = useAppSelector(selectUnit);
  const stop = firstStop(unit, components);
  return id === undefined || stop === undefined ? null : <Navigate to={addressOf(id, unit?.id, stop)} replace />;
}
