import { defineConfig } from 'vite';

/** The server in one file beside its npm packages; as deep as src/main.ts, so that paths from import.meta.url hold. */
export default defineConfig({
  build: {
    ssr: 'src/main.ts',
    outDir: 'build',
    emptyOutDir: false, // build/types belongs to tsc
    target: 'node20',
    rollupOptions: { output: { entryFileNames: 'main.js' } },
  },
  ssr: { noExternal: [/^@keen-ladder\//] },
});
