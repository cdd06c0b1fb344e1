import { defineConfig } from 'vitest/config';

export default defineConfig({
  ssr: { resolve: { conditions: ['source', 'node', 'import', 'default'] } },
  resolve: { conditions: ['source', 'import', 'default'] },
  test: { include: ['{core,server,demo,web}/{test,src}/**/*.test.ts'], testTimeout: 60_000, hookTimeout: 60_000 },
});
