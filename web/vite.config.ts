import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vitest/config'
import { VitePWA } from 'vite-plugin-pwa'

type Graph = { getModuleInfo: (id: string) => { isEntry: boolean; importers: readonly string[] } | null }

/** Whether the page that opens has this in it, and not only once somebody goes to a room. */
function atStart(id: string, graph: Graph, asked = new Set<string>()): boolean {
  const info = graph.getModuleInfo(id)
  if (info === null || asked.has(id)) return false
  asked.add(id)
  return info.isEntry || info.importers.some((importer) => atStart(importer, graph, asked))
}

export default defineConfig({
  base: '/app/',
  plugins: [
    react(),
    tailwindcss(),
    // What the app is made of is kept on the device, so that the round opens without a network. It is served from the root, as
    // the whole app is; answers of the server are never kept by it.
    VitePWA({
      injectRegister: null,
      strategies: 'injectManifest',
      srcDir: 'src/round',
      filename: 'worker.ts',
      manifest: {
        name: 'Wet Cradle',
        short_name: 'Wet Cradle',
        start_url: '/round',
        scope: '/',
        display: 'standalone',
        background_color: '#e4edeb',
        theme_color: '#e4edeb',
        icons: [{ src: '/app/tag.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      injectManifest: {
        globPatterns: ['assets/**/*.{js,css,woff2}', 'tag.svg'],
        modifyURLPrefix: { '': '/app/' },
        additionalManifestEntries: [{ url: '/', revision: String(Date.now()) }],
        rollupFormat: 'iife',
      },
    }),
  ],
  build: {
    outDir: '../server/public/app',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
    // What the page that opens needs is one piece, and so is what several rooms use: over a slow network forty small ones take
    // longer than all of it together.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: (id: string, graph: Graph) => (atStart(id, graph) ? 'start' : null), priority: 2 },
            { name: 'scales', test: /node_modules\/(d3-[a-z-]+|internmap)\//, priority: 3 },
            { name: 'shared', test: /\/src\//, minShareCount: 3, priority: 1 },
          ],
        },
      },
    },
  },
  // A machine that is busy with other things is slow, not wrong. Files share what they import, which is most of their time; what
  // one of them puts in the place of something is taken away again.
  test: {
    testTimeout: 60_000,
    setupFiles: './src/__tests__/setup.ts',
    isolate: false,
    unstubGlobals: true,
    restoreMocks: true,
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8080' } },
})
