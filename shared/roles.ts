/** Who may do what in a club: the head everything; instructors plan, run, log and mark; assistants run and keep the register; the desk keeps roster and register. */
export const ROLES = ['head', 'instructor', 'assistant', 'desk'] as const
export type Role = (typeof ROLES)[number]
