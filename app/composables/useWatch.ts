import { toast } from '~/domain/toast'
import type { Correction } from '~~/core/people/corrections'
import { unseenFirst } from '~~/core/people/unseen'
import type { Block } from '~~/core/plan/schema'

/** Who is spoken to on the way in was seen in this class. */
const BEFORE_THE_BOW_MS = 20 * 60_000

/** What stays open of who is here, at some items of the class that is open; and the telling that it was seen, again or right. */
export function useWatch() {
  const store = useClassStore()
  const names = computed(() => new Map(store.roster.map(({ id, name }) => [id, name])))
  const firstName = (id: string) => (names.value.get(id) ?? 'Somebody').split(' ')[0] ?? ''

  /** Open corrections of those who are here, at these items or at all of the class. */
  function openAt(items?: ReadonlySet<string>): Correction[] {
    const here = new Set(store.taking.map(({ id }) => id))
    return store.corrections.filter(
      (one) => one.state === 'open' && here.has(one.student) && (!items || items.has(one.item)),
    )
  }

  function tell(
    kind: 'seen' | 'right',
    of: Pick<Correction, 'student' | 'item' | 'said'> & { oral?: boolean },
  ) {
    const { student, item, said, oral } = of
    const id = store.see({ kind, student, item, said, ...(oral ? { oral } : {}) })
    const what = kind === 'right' ? `${said}: seen right` : said
    toast(`${firstName(student)}: ${what}`, {
      duration: 6000,
      action: { label: 'Undo', onClick: () => store.see({ kind: 'undo', undoes: id }) },
    })
  }
  /** What a student works at a board: their group's own where it is cut, else the board's. */
  function placeOf(id: string, block: Block): { item: string | undefined; layer: number } {
    const student = store.roster.find((one) => one.id === id)
    const group = student && store.groupOnFloor(student)
    const own = block.tracks?.find(({ groups }) => group && groups.includes(group.id))
    const { technique, layer = 1 } = own ?? block
    return { item: technique, layer }
  }
  /** A figure of its own: the run is another with every tick. */
  const since = computed(() => (store.run?.startedAt ?? store.data?.startsAt ?? 0) - BEFORE_THE_BOW_MS)
  /** Who is here, those first who were not looked at in this class. */
  const looked = computed(() => unseenFirst(store.taking, store.sightings, since.value))
  return { firstName, openAt, tell, placeOf, looked }
}
