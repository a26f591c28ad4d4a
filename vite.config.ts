import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: 'web',
  // The demo's files are served beside the app, so that it also works as static files.
  publicDir: '../demo/files',
  plugins: [react()],
  worker: { format: 'es' },
  build: { outDir: '../dist/web', emptyOutDir: true, chunkSizeWarningLimit: 900, target: 'es2022' },
});
