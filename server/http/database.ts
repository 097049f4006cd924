import { connect, type Database } from '../db/connect'

let open: Database | undefined

/** The server's one pool, opened at first use with the settings the start command passed. */
export function useDatabase(): Database {
  if (!open) {
    const { host, port, user, password, name } = useRuntimeConfig().database
    open = connect({ host, port: Number(port), user, password, name })
  }
  return open
}

export async function closeDatabase(): Promise<void> {
  await open?.sequelize.close()
  open = undefined
}
