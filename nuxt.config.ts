import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'
import { build } from 'esbuild'

/**
 * The application is rendered in the browser: every page stands behind the sign-in and the floor must run with the network
 * gone, so a server-rendered first page would serve nobody. The server still refuses a page to who is not signed in.
 */
export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  ssr: false,
  telemetry: false,
  // This Nuxt's development server finds no entry for a browser-rendered application without it.
  $development: { experimental: { viteEnvironmentApi: true } },
  devtools: { enabled: false },
  modules: ['@pinia/nuxt', '@vueuse/nuxt', 'nuxt-auth-utils'],
  // What another page needs is fetched when its link is pointed at, not beforehand on a hall's network.
  experimental: {
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
  buildDir: process.env.LINTEL_NUXT_DIR ?? '.nuxt',
  css: ['~/assets/main.css'],
  components: [{ path: '~/components', pathPrefix: false }],
  app: {
    head: {
      title: 'Golden Lintel',
      htmlAttrs: { lang: 'en' },
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1, viewport-fit=cover' }],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  runtimeConfig: {
    /** NUXT_NEW_CLUBS=off: nobody sets up a club without being asked to. */
    newClubs: '',
    /** How many clubs may be set up from one place in an hour. */
    newClubsAnHour: '12',
    /** `on` where the demo club is what is served: its sign-ins are offered then. */
    demo: '',
    /** Addresses or networks (`10.0.0.0/8`, comma-separated) of proxies whose `X-Forwarded-For` is believed. */
    trustedProxies: '',
    /** What a guess of a password costs whoever has the hashes: scrypt at 2^15 × 8 × 3, 32 MB each. */
    hash: { scrypt: { cost: 32_768, blockSize: 8, parallelization: 3, maxMemory: 64 * 1024 * 1024 } },
    database: { host: '127.0.0.1', port: '', user: '', password: '', name: '' },
    session: {
      name: 'golden-lintel',
      password: '',
      maxAge: 60 * 60 * 24 * 14,
      cookie: { sameSite: 'lax', secure: false, httpOnly: true },
    },
    public: {
      /** Only the tests switch this on: the page's clock may then be moved from outside. */
      testClock: '',
    },
  },
  nitro: {
    hooks: {
      /** Long sums run in a thread, whose file lies beside the server. */
      async compiled(nitro) {
        await build({
          entryPoints: [fileURLToPath(new URL('server/heavy/thread.ts', import.meta.url))],
          outfile: join(nitro.options.output.serverDir, 'heavy.mjs'),
          bundle: true,
          platform: 'node',
          format: 'esm',
          target: 'node20',
          logLevel: 'error',
        })
      },
    },
    output: { dir: process.env.LINTEL_OUTPUT_DIR ?? '.output' },
    errorHandler: '~~/server/http/error-handler.ts',
    esbuild: { options: { target: 'es2022' } },
    typescript: { strict: true },
    compressPublicAssets: { gzip: true, brotli: true },
  },
  typescript: {
    strict: true,
    tsConfig: {
      compilerOptions: { noUncheckedIndexedAccess: true },
      include: ['../tests/core/screens/*.ts'],
    },
  },
  vite: {
    plugins: [tailwindcss()],
    build: { target: 'es2022' },
    // Workers are modules, and may read in what they need.
    worker: { format: 'es' },
    // Known beforehand, so that the development server does not reload the page when it meets them.
    optimizeDeps: {
      include: [
        '@headlessui/vue',
        '@heroicons/vue/20/solid',
        'chart.js',
        'date-fns',
        'idb',
        'vue-chartjs',
        'vue-draggable-plus',
        'vue-sonner',
        'zod',
      ],
    },
  },
})
