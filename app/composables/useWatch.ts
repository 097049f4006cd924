import { toast } from '~/domain/toast'
import type { Correction } from '~~/core/people/corrections'

/** What stays open of who is here, at some items of the class that is open; and the telling that it was seen, again or right. */
export function useWatch() {
  const store = useClassStore()
  const names = computed(() => new Map((store.data?.roster ?? []).map(({ id, name }) => [id, name])))
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
  return { firstName, openAt, tell }
}
