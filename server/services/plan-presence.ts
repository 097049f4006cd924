/**
 * Who is at which plan now. Held in memory: it is true for seconds only, and a server that was started anew learns it from the next
 * word of each page.
 */
const PRESENT_MS = 20_000

interface Standing {
  name: string
  at: number
}
const plans = new Map<string, Map<string, Standing>>()

export function standAt(planId: string, userId: string, name: string, now: number): void {
  const people = plans.get(planId) ?? new Map<string, Standing>()
  plans.set(planId, people.set(userId, { name, at: now }))
  for (const [id, standing] of plans) {
    for (const [user, { at }] of standing) if (now - at > PRESENT_MS) standing.delete(user)
    if (standing.size === 0) plans.delete(id)
  }
}

/** The names of the others who were at a plan within the last twenty seconds. */
export function othersAt(planId: string, userId: string, now: number): string[] {
  return [...(plans.get(planId) ?? [])]
    .filter(([id, { at }]) => id !== userId && now - at <= PRESENT_MS)
    .map(([, { name }]) => name)
    .sort()
}
