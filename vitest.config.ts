import { defineConfig } from 'vitest/config';

const patience = { testTimeout: 60_000, hookTimeout: 60_000 };

export default defineConfig({
  test: {
    projects: [
      {
        // The core and the pages are tested from source …
        ssr: { resolve: { conditions: ['source', 'node', 'import', 'default'] } },
        resolve: { conditions: ['source', 'import', 'default'] },
        test: { name: 'core', include: ['{core,web}/{test,src}/**/*.test.ts'], ...patience },
      },
      // … the server and the demo as they are built, worker threads and all.
      { test: { name: 'server', include: ['{server,demo}/test/**/*.test.ts'], ...patience } },
    ],
  },
});
