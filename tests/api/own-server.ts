/** Each worker of these tests talks to a server of its own, over a schema of its own. */
const worker = process.env.VITEST_POOL_ID ?? '1'
process.env.LINTEL_URL = process.env[`LINTEL_URL_${worker}`]
process.env.NUXT_DATABASE_NAME = `lintel_api_${worker}`
