import { rosterSchema } from '~~/shared/people-answers'
import { asideHere, forgetSent, takeUp, type Unsent } from '~/domain/device-store'

/** What the server refused of what was tapped on this device: told on every page until it is sent again or put away. */
export const useAsideStore = defineStore('aside', () => {
  const rows = shallowRef<Awaited<ReturnType<typeof asideHere>>>([])

  /** Who they are that a tap was about, asked for when there is one to tell; nothing of it stays on the device. */
  const names = shallowRef<ReadonlyMap<string, string>>(new Map())

  async function look() {
    rows.value = await asideHere()
    if (rows.value.length && names.value.size === 0) await readNames()
  }
  async function readNames() {
    try {
      const roster = await api('/api/students', { answer: rosterSchema })
      names.value = new Map(roster.map(({ id, name }) => [id, name]))
    } catch {
      // Without the network it is told without names; the next look asks again.
    }
  }
  /** Nobody is signed in: what was read of the club is let go of. */
  function forget() {
    rows.value = []
    names.value = new Map()
  }
  /** Sends it again, as of whoever is signed in now. */
  async function again(one: Unsent) {
    await takeUp(one)
    await useClassStore().sendEverything()
    await look()
  }
  async function putAway(id: string) {
    await forgetSent([id])
    await look()
  }

  return { rows, names, look, forget, again, putAway }
})
