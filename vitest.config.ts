import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const patience = {
  testTimeout: 60_000,
  hookTimeout: 60_000,
  setupFiles: [fileURLToPath(new URL('core/test/seed.ts', import.meta.url))],
};

const fromSource = {
  ssr: { resolve: { conditions: ['source', 'node', 'import', 'default'] } },
  resolve: { conditions: ['source', 'import', 'default'] },
};

export default defineConfig({
  test: {
    // As many as there are processors; by itself it leaves one of them free.
    maxWorkers: '100%',
    // Told by `npm run coverage`, held against nothing: a share to reach would be reached by tests that cannot fail.
    coverage: {
      provider: 'v8',
      include: ['{core,api,server,web}/src/**', '{api,server}/dist/**/*.js'],
      reporter: ['json-summary'],
      reportsDirectory: 'node_modules/.cache/coverage',
    },
    projects: [
      {
        // The core and the pages are tested from source …
        ...fromSource,
        test: {
          name: 'core',
          include: ['core/test/**/*.test.ts'],
          // Nothing of it holds anything from one test to the next: its modules are loaded once, not for every file.
          isolate: false,
          ...patience,
        },
      },
      {
        ...fromSource,
        test: { name: 'pages', include: ['web/{test,src}/**/*.test.ts'], ...patience },
      },
      // … the parts of the pages in a document without a browser …
      {
        resolve: { conditions: ['source', 'browser', 'import', 'default'] },
        test: {
          name: 'parts',
          environment: 'happy-dom',
          include: ['web/test/parts/**/*.test.tsx'],
          ...patience,
        },
      },
      // … the server and the demo as they are built, worker threads and all.
      {
        test: {
          name: 'server',
          include: ['{server,demo}/test/**/*.test.ts'],
          // Modules and threads are loaded once for all files of a process; each test has a house of its own.
          isolate: false,
          ...patience,
        },
      },
    ],
  },
});
