import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';

export default defineConfig({
  plugins: [
    react(),
    // Packed once here, as small as it goes, instead of never or at every request. Fonts are packed already.
    compression({
      include: /\.(?:js|css|html|svg|json|webmanifest)$/,
      threshold: 1000,
      algorithms: ['gzip', defineAlgorithm('brotliCompress')],
    }),
  ],
  resolve: { conditions: ['source', 'module', 'browser', 'development|production'] },
  // The pages allow no inline data for scripts or fonts, so nothing is inlined.
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 900, manifest: true },
  css: {
    preprocessorOptions: {
      scss: {
        quietDeps: true,
        silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
      },
    },
  },
  server: {
    host: '127.0.0.1',
    port: 4601,
    strictPort: true,
    proxy: {
      '/api': {
        target: 'http://127.0.0.1:4600',
        changeOrigin: true,
        headers: { origin: 'http://127.0.0.1:4600' },
      },
    },
  },
});
