import { ageOn, type Student } from './student'

/**
 * Two records of one person, as one: what the kept one says stands, what it leaves open is taken from the other. Lists are put together, and who is
 * kept apart from somebody by either stays so; the tag stays with its own record, where the door still knows it.
 *
 * @param ids of the kept record and of the one that goes, which neither lists
 */
export function mergedStudent(kept: Student, gone: Student, ids: { kept: string; gone: string }): Student {
  const { tag: _, ...others } = gone
  const list = (one: readonly string[], other: readonly string[]) =>
    [...new Set([...one, ...other])].filter((id) => id !== ids.kept && id !== ids.gone)
  const apart = list(kept.apart, gone.apart)
  const joined = [kept.joined, gone.joined].flatMap((day) => day ?? []).sort()[0]
  const taken: Partial<Student> = { ...others }
  // A day that a rank was given goes with that rank only; a band does not stand beside a birth date; a group is placed by hand.
  if (kept.rank !== gone.rank) delete taken.rankSince
  if (kept.birthDate ?? gone.birthDate) delete taken.ageBand
  delete taken.group
  return {
    ...taken,
    ...kept,
    ...(joined ? { joined } : {}),
    contacts: kept.contacts.length ? kept.contacts : gone.contacts,
    consents: { ...gone.consents, ...kept.consents },
    apart,
    together: list(kept.together, gone.together).filter((id) => !apart.includes(id)),
  }
}

/** What speaks against two records being one person, to be asked about before they become one. */
export function doubtsOf(kept: Student, gone: Student, today: string): string[] {
  const [one, other] = [ageOn(kept, today), ageOn(gone, today)]
  return [
    ...(kept.birthDate && gone.birthDate && kept.birthDate !== gone.birthDate
      ? ['their birth dates differ']
      : one !== null && other !== null && Math.abs(one - other) > AGES_APART
        ? ['their ages differ']
        : []),
    ...(kept.rank !== gone.rank ? ['their ranks differ'] : []),
  ]
}
const AGES_APART = 2
