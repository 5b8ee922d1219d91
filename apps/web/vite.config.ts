import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** Tells one build from another: the page carries it, the server reads it from `build.json` and says it with every answer. */
const build = Date.now().toString(36);

/** Packed once, when it is built: the server packs nothing anew for each device that asks. What is hardly longer than its headers stays. */
const packed: Plugin = {
  name: 'waxwing-packed',
  writeBundle({ dir = '' }, bundle) {
    for (const file of Object.values(bundle)) {
      if (!/\.(js|css)$/.test(file.fileName)) continue;
      const source = Buffer.from(file.type === 'chunk' ? file.code : file.source);
      if (source.length < 1024) continue;
      const params = { [constants.BROTLI_PARAM_QUALITY]: 9, [constants.BROTLI_PARAM_SIZE_HINT]: source.length };
      writeFileSync(join(dir, `${file.fileName}.br`), brotliCompressSync(source, { params }));
      writeFileSync(join(dir, `${file.fileName}.gz`), gzipSync(source, { level: 9 }));
    }
  },
};

export default defineConfig({
  define: { __WAXWING_BUILD__: JSON.stringify(build) },
  plugins: [
    {
      name: 'waxwing-build',
      generateBundle() {
        this.emitFile({ type: 'asset', fileName: 'build.json', source: JSON.stringify({ build }) });
      },
    },
    react(),
    tailwindcss(),
    packed,
    VitePWA({
      // A new version waits until every tab is closed: nobody's Floor is reloaded under their hands.
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'Waxwing',
        short_name: 'Waxwing',
        start_url: '/',
        display: 'standalone',
        background_color: '#F7F1E8',
        theme_color: '#F7F1E8',
        icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{html,js,css,svg,woff2}'],
        navigateFallback: '/index.html',
        // A screen at the wall keeps nothing: it has what the server has.
        navigateFallbackDenylist: [/^\/api\//, /^\/b$/],
      },
    }),
  ],
  build: {
    sourcemap: false,
    chunkSizeWarningLimit: 500,
    rolldownOptions: {
      output: {
        // By itself whatever any two pages share becomes a file: fifty of them for Floor, most of a few hundred bytes, and each is asked
        // for by itself. What every page needs is one file; what some share goes, when it is small, with what they share otherwise.
        codeSplitting: {
          groups: [
            { name: 'base', tags: ['$initial'], priority: 4 },
            // What all stands on; and apart from it the search, which is large, and not for Floor.
            { name: 'movement', test: /core[\\/]\w+[\\/]movement[\\/](?!change)/, minShareCount: 3, priority: 3 },
            { name: 'search', test: /minisearch|[\\/]search[\\/]|(searchOf|Understood)\.tsx?$/, priority: 2 },
            { name: 'shared', minShareCount: 2, entriesAware: true, entriesAwareMergeThreshold: 2500, priority: 1 },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4680' } },
});
