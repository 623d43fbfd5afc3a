import { defineConfig } from 'vite';

/** The server and the command line, each in one file beside its npm packages; as deep as src/main.ts, so that paths from import.meta.url hold. */
export default defineConfig({
  build: {
    ssr: true,
    outDir: 'build',
    emptyOutDir: false, // build/types belongs to tsc
    target: 'node20',
    rollupOptions: {
      input: {
        main: 'src/main.ts',
        solve: 'src/solve/solve.ts',
        figures: 'src/figures/worker.ts',
        numbers: 'src/numbers/worker.ts',
      },
      output: { entryFileNames: '[name].js', chunkFileNames: '[name].js' },
    },
  },
  ssr: { noExternal: [/^@keen-ladder\//] },
});
