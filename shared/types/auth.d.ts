import type { Role } from '../roles'

declare module '#auth-utils' {
  interface User {
    id: string
    clubId: string
    name: string
    role: Role
  }
  interface UserSession {
    /** The session's row in the database, which settles whether it still is one. */
    sessionId?: string
  }
}

export {}
