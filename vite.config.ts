import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { noticesPlugin } from './scripts/notices.mjs';

const notices = noticesPlugin();

export default defineConfig({
  root: 'web',
  // Where on its server the app will lie, as "/fonts/"; at the root when it isn't said.
  base: process.env.APP_BASE ?? '/',
  // The demo's files are served beside the app, so that it also works as static files.
  publicDir: '../demo/files',
  plugins: [react(), notices.forPage],
  worker: { format: 'es', plugins: () => [notices.forWorkers] },
  build: {
    outDir: process.env.APP_OUT ?? '../dist/web',
    emptyOutDir: true,
    chunkSizeWarningLimit: 900,
    target: 'es2022',
  },
});
