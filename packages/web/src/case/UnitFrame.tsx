/** The unit that an address names: what is below it is of this unit. An address without one, as they were before, is the first unit's. */
import { useLayoutEffect } from 'react';
import { Navigate, Outlet, useParams } from 'react-router';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { unitLookedAt } from '../document/placeSlice.ts';
import { selectUnit, selectUnits } from '../document/selectors.ts';
import { STOPS } from '../stops/registry.ts';

export function UnitFrame() {
  const { id = '', unit = '' } = useParams();
  const dispatch = useAppDispatch();
  const isThere = useAppSelector((state) => selectUnits(state).some((one) => one.id === unit));
  const shown = useAppSelector(selectUnit);
  useLayoutEffect(() => {
    if (isThere) dispatch(unitLookedAt(unit));
  }, [dispatch, isThere, unit]);
  if (!isThere && shown !== undefined && STOPS.some(({ path }) => path === unit))
    return <Navigate to={`/cases/${id}/${shown.id}/${unit}${window.location.search}`} replace />;
  if (!isThere) return <Navigate to={`/cases/${id}`} replace />;
  return shown?.id === unit ? <Outlet /> : null;
}
