import { createBrowserRouter, redirect, type RouteObject } from 'react-router';
import { appPath } from '../text/appPath';
import { RouteError } from './RouteError';

const workshop = () => import('./Workshop');
const gather = () => import('../stages/gather/GatherStage');

/** Where one comes from the list of projects: it is there before it is asked for. */
const fetchFirstStage = () => void Promise.all([workshop(), gather()]).catch(() => undefined);

/** Once the page has nothing else to do; browsers without such a time wait a second. */
const whenIdle = (run: () => void) =>
  'requestIdleCallback' in globalThis ? requestIdleCallback(run) : setTimeout(run, 1000);

const routes: RouteObject[] = [
  {
    errorElement: <RouteError />,
    hydrateFallbackElement: <p />,
    children: [
      { path: '/', loader: () => redirect('/projects') },
      {
        path: '/projects',
        lazy: async () => {
          const { ProjectsPage } = await import('../projects/ProjectsPage');
          whenIdle(fetchFirstStage);
          return { Component: ProjectsPage };
        },
      },
      {
        path: '/p/:projectId',
        lazy: async () => ({ Component: (await workshop()).Workshop }),
        children: [
          { index: true, loader: ({ params }) => redirect(`/p/${params.projectId}/gather`) },
          {
            path: 'gather',
            lazy: async () => ({ Component: (await gather()).GatherStage }),
          },
          {
            path: 'lift',
            lazy: async () => ({ Component: (await import('../stages/lift/LiftStage')).LiftStage }),
          },
          {
            path: 'dress',
            lazy: async () => ({ Component: (await import('../stages/dress/DressStage')).DressStage }),
          },
          {
            path: 'seat',
            lazy: async () => ({ Component: (await import('../stages/seat/SeatStage')).SeatStage }),
          },
          {
            path: 'name',
            lazy: async () => ({ Component: (await import('../stages/name/NameStage')).NameStage }),
          },
          {
            path: 'fit',
            lazy: async () => ({ Component: (await import('../stages/fit/FitStage')).FitStage }),
          },
          {
            path: 'proof',
            lazy: async () => ({ Component: (await import('../stages/proof/ProofStage')).ProofStage }),
          },
          {
            path: 'family',
            lazy: async () => ({ Component: (await import('../stages/family/FamilyStage')).FamilyStage }),
          },
          {
            path: 'colours',
            lazy: async () => ({ Component: (await import('../stages/colours/ColoursStage')).ColoursStage }),
          },
          {
            path: 'cast',
            lazy: async () => ({ Component: (await import('../stages/cast/CastStage')).CastStage }),
          },
        ],
      },
    ],
  },
];

/** Where one is, in the URL: the project, the stage, and the glyph in hand (?glyph=). Each stage is loaded when first entered. */
export const router = createBrowserRouter(routes, { basename: appPath('') });
