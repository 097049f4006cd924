/** The device that a class is run from, by an id that it made for itself: nothing about it or whoever holds it. */

const KEY = 'golden-lintel-device'

/** The id of this device; where nothing can be stored, of this page. */
export function thisDevice(): string {
  try {
    const known = localStorage.getItem(KEY)
    if (known) return known
    const made = crypto.randomUUID()
    localStorage.setItem(KEY, made)
    return made
  } catch {
    return (forThisPage ??= crypto.randomUUID())
  }
}
let forThisPage: string | undefined

const PHONE_PX = 600

/** What kind of device it is, as somebody in the hall would call it. */
export function deviceKind(): string {
  const touched = matchMedia('(pointer: coarse)').matches
  if (Math.min(screen.width, screen.height) < PHONE_PX) return 'phone'
  return touched ? 'tablet' : 'laptop'
}
