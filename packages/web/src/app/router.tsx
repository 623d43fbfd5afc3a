import { createBrowserRouter, Navigate, Outlet, useRouteError } from 'react-router';
import type { ComponentType } from 'react';
import { Commands } from '../commands/Commands.tsx';
import { ProjectsPage } from '../projects/ProjectsPage.tsx';
import { part } from '../store/parts.ts';
import { STOPS } from '../stops/registry.ts';
import type { StopPath } from '../stops/registry.ts';

/** The page of each stop, fetched when it is first needed. */
const pages: Record<StopPath, () => Promise<ComponentType>> = {
  mixture: async () => (await import('../mixture/MixturePage.tsx')).MixturePage,
  balance: async () => (await import('../balance/BalancePage.tsx')).BalancePage,
  graph: async () => (await import('../graph/GraphPage.tsx')).GraphPage,
  transfer: async () => (await import('../absorption/TransferPage.tsx')).TransferPage,
  estimate: async () => (await import('../estimate/EstimatePage.tsx')).EstimatePage,
  factors: async () => (await import('../absorption/FactorsPage.tsx')).FactorsPage,
  ladder: async () => (await import('../ladder/LadderPage.tsx')).LadderPage,
  hardware: async () => (await import('../hardware/HardwarePage.tsx')).HardwarePage,
  drum: async () => (await import('../drum/DrumPage.tsx')).DrumPage,
};

/** A stop that kinds of unit share has one page. */
const routesOf = (isOfCase: boolean) =>
  [...new Set(STOPS.filter(({ isOf }) => (isOf === undefined) === isOfCase).map(({ path }) => path))].map((path) => ({
    path,
    lazy: part(async () => ({ Component: await pages[path]() })),
  }));

const first = { index: true, lazy: part(async () => ({ Component: (await import('../case/FirstStop.tsx')).FirstStop })) } as const;

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
        lazy: part(async () => {
          const engine = import('../engine/engines.ts').then(({ prepareEngine }) => prepareEngine());
          const [{ CasePage }] = await Promise.all([import('../case/CasePage.tsx'), engine]);
          return { Component: CasePage };
        }),
        children: [
          first,
          ...routesOf(true),
          {
            path: ':unit',
            lazy: part(async () => ({ Component: (await import('../case/UnitFrame.tsx')).UnitFrame })),
            children: [first, ...routesOf(false)],
          },
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
