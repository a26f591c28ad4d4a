import '@fontsource/atkinson-hyperlegible/400.css';
import '@fontsource/atkinson-hyperlegible/700.css';
import { ChakraProvider } from '@chakra-ui/react';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { z } from 'zod';
import { WayContext, wayOf } from '../panels/way';
import { appPath } from '../text/appPath';
import { applyDesk } from '../ui/colourMode';
import { router } from './routes';
import { system } from './theme';

// The server forbids code made from strings; Zod then has to go the plain way.
z.config({ jitless: true });
applyDesk();
const way = wayOf(router);

// The app is kept in the browser at the first visit and works without a network from then on.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  addEventListener(
    'load',
    () => void navigator.serviceWorker.register(appPath('sw.js')).catch(() => undefined),
  );

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <WayContext value={way}>
        <RouterProvider router={router} />
      </WayContext>
    </ChakraProvider>
  </StrictMode>,
);
