import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { noticesPlugin } from './scripts/notices.mjs';

const notices = noticesPlugin();

export default defineConfig({
  root: 'web',
  // The demo's files are served beside the app, so that it also works as static files.
  publicDir: '../demo/files',
  plugins: [react(), notices.forPage],
  worker: { format: 'es', plugins: () => [notices.forWorkers] },
  build: { outDir: '../dist/web', emptyOutDir: true, chunkSizeWarningLimit: 900, target: 'es2022' },
});
