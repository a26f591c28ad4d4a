import { createBrowserRouter, redirect, type RouteObject } from 'react-router';
import { appPath } from '../text/appPath';
import { RouteError } from './RouteError';

const routes: RouteObject[] = [
  {
    errorElement: <RouteError />,
    hydrateFallbackElement: <p />,
    children: [
      { path: '/', loader: () => redirect('/projects') },
      {
        path: '/projects',
        lazy: async () => ({ Component: (await import('../projects/ProjectsPage')).ProjectsPage }),
      },
      {
        path: '/p/:projectId',
        lazy: async () => ({ Component: (await import('./Workshop')).Workshop }),
        children: [
          { index: true, loader: ({ params }) => redirect(`/p/${params.projectId}/gather`) },
          {
            path: 'gather',
            lazy: async () => ({ Component: (await import('../stages/gather/GatherStage')).GatherStage }),
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
