import { createBrowserRouter, Navigate, Outlet, useRouteError } from 'react-router';
import { Commands } from '../commands/Commands.tsx';
import { ProjectsPage } from '../projects/ProjectsPage.tsx';
import { part } from './parts.ts';

/** Shown while a page's code is fetched: nothing moves, nothing flashes. */
const Nothing = () => null;

export const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <Broken />,
    HydrateFallback: Nothing,
    children: [
      { path: '/', element: <ProjectsPage /> },
      {
        path: '/cases/:id',
        lazy: part(async () => ({ Component: (await import('../case/CasePage.tsx')).CasePage })),
        children: [
          { index: true, lazy: part(async () => ({ Component: (await import('../case/FirstStop.tsx')).FirstStop })) },
          { path: 'mixture', lazy: part(async () => ({ Component: (await import('../mixture/MixturePage.tsx')).MixturePage })) },
          { path: 'balance', lazy: part(async () => ({ Component: (await import('../balance/BalancePage.tsx')).BalancePage })) },
          {
            path: 'estimate',
            lazy: part(async () => ({ Component: (await import('../estimate/EstimatePage.tsx')).EstimatePage })),
          },
          { path: 'factors', lazy: part(async () => ({ Component: (await import('../absorption/FactorsPage.tsx')).FactorsPage })) },
          {
            path: 'transfer',
            lazy: part(async () => ({ Component: (await import('../absorption/TransferPage.tsx')).TransferPage })),
          },
          { path: 'ladder', lazy: part(async () => ({ Component: (await import('../ladder/LadderPage.tsx')).LadderPage })) },
          { path: 'graph', lazy: part(async () => ({ Component: (await import('../graph/GraphPage.tsx')).GraphPage })) },
        ],
      },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);

function Frame() {
  return (
    <Commands>
      <Outlet />
    </Commands>
  );
}

/** Our own mistake, said plainly; what was typed is in the browser's drafts. */
function Broken() {
  const error = useRouteError();
  return (
    <main className="broken">
      <h1>This page broke</h1>
      <p>{error instanceof Error ? error.message : String(error)}</p>
      <p>
        Your work is kept. <a href="/">Back to the list of cases</a>
      </p>
    </main>
  );
}
