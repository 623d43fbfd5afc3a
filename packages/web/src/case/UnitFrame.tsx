/** The unit that an address names: what is below it is of this unit. An address without one, as they were before, is the first unit's. */
import { useLayoutEffect } from 'react';
import { Navigate, Outlet, useLocation, useParams } from 'react-router';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { unitLookedAt } from '../document/placeSlice.ts';
import { selectUnit, selectUnits } from '../document/selectors.ts';
import { stopsOf } from '../stops/registry.ts';

/** With two components a unit has every stop that its kind can have: which of them make sense is the route's to say. */
const MOST_STOPS = 2;

export function UnitFrame() {
  const { id = '', unit = '' } = useParams();
  const { pathname, search } = useLocation();
  const dispatch = useAppDispatch();
  const isThere = useAppSelector((state) => selectUnits(state).some((one) => one.id === unit));
  const shown = useAppSelector(selectUnit);
  useLayoutEffect(() => {
    if (isThere) dispatch(unitLookedAt(unit));
  }, [dispatch, isThere, unit]);
  const hasStop = (path: string | undefined): boolean => stopsOf(shown, MOST_STOPS).some((stop) => stop.path === path);
  if (!isThere) {
    const isOfBefore = shown !== undefined && hasStop(unit);
    return <Navigate to={isOfBefore ? `/cases/${id}/${shown.id}/${unit}${search}` : `/cases/${id}`} replace />;
  }
  if (shown?.id !== unit) return null;
  const stop = pathname.split('/')[4];
  return stop === undefined || stop === '' || hasStop(stop) ? <Outlet /> : <Navigate to={`/cases/${id}/${unit}`} replace />;
}
