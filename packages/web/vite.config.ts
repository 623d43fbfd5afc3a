import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  worker: { format: 'es' },
  // What counts is measured gzipped, by page, in `npm run bench`.
  build: { outDir: 'dist', manifest: true, target: 'es2023', chunkSizeWarningLimit: 1000 },
  server: { proxy: { '/api': process.env['KEEN_API'] ?? 'http://127.0.0.1:4680' } },
});
