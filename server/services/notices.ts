import { z } from 'zod'
import { day, record, slug, text, whole, yesNo } from '../../core/kernel/fields'
import { fault } from '../../core/kernel/faults'
import type { Notice } from '../../shared/answers'
import { databaseError, DUPLICATE, type Club } from '../db/in-club'
import { badFields, notFound, Refusal, stale } from './refusal'

/** What is to be read out: on Today, at the closing board and in the recap, from a day until a day, to everybody or one group. */

const MOST_NOTICES = 50
/** A day after all days. */
const LATEST = '9999-12-31'
export const noticeBody = record({
  says: text(500),
  from: day(),
  until: day().nullable(),
  group: slug().nullable(),
})
export const newNoticeBody = noticeBody.extend({ id: z.uuid({ error: 'must be a UUID' }) })
export const savedNoticeBody = noticeBody.extend({ base: whole(1, 1e9) })
export const endedBody = record({ ended: yesNo() })
type Given = z.infer<typeof noticeBody>

async function refuseBad(club: Club, { from, until, group }: Given): Promise<void> {
  if (until !== null && until < from) throw badFields([fault(['until'], 'must not be before the first day')])
  if (group !== null && !(await club.groups.one({ id: group })))
    throw badFields([fault(['group'], `"${group}" is not a group of the club`)])
}

const columnsOf = ({ says, from, until, group }: Given) => ({
  says: says.trim(),
  fromDay: from,
  untilDay: until,
  groupId: group,
})

/** What is read out on a day, in the order it was written. */
export const noticesOn = (club: Club, day: string) => noticesOf(club, day, day)

/** What is read out on a day or later. */
export const noticesFrom = (club: Club, day: string) => noticesOf(club, day, LATEST)

async function noticesOf(club: Club, since: string, upTo: string): Promise<Notice[]> {
  return club.select<Notice>(
    `SELECT n.id, n.version, n.says, DATE_FORMAT(n.from_day, '%Y-%m-%d') AS \`from\`, DATE_FORMAT(n.until_day, '%Y-%m-%d') AS until,
        n.group_id AS \`group\`, u.name AS \`by\`
      FROM notices n JOIN users u ON u.club_id = n.club_id AND u.id = n.made_by
      WHERE n.club_id = :club AND n.ended_at IS NULL AND (n.until_day IS NULL OR n.until_day >= :since) AND n.from_day <= :upTo
      ORDER BY n.made_at, n.id LIMIT ${MOST_NOTICES}`,
    { since, upTo },
  )
}

/** Makes a notice. Sent again it is the same one. */
export async function addNotice(
  club: Club,
  userId: string,
  { id, ...given }: z.infer<typeof newNoticeBody>,
): Promise<void> {
  await refuseBad(club, given)
  try {
    await club.notices.add({ id, ...columnsOf(given), madeBy: userId })
  } catch (error) {
    if (databaseError(error) !== DUPLICATE) throw error
    const kept = await club.notices.one({ id })
    if (kept?.says === given.says.trim()) return
    throw new Refusal('known-elsewhere', 'A notice of this id is known already, with other contents.')
  }
  await club.changed('library', 'notices', 'added', userId)
}

/** @throws Refusal with theirs when somebody else saved first */
export async function saveNotice(
  club: Club,
  userId: string,
  id: string,
  { base, ...given }: z.infer<typeof savedNoticeBody>,
): Promise<{ version: number }> {
  const row = await club.notices.locked({ id })
  if (!row) throw notFound('notice')
  await refuseBad(club, given)
  const theirs = { says: row.says, from: row.fromDay, until: row.untilDay, group: row.groupId }
  if (row.version !== base) throw stale('notice', theirs, given, row.version)
  await club.notices.change({ id }, { ...columnsOf(given), version: base + 1 })
  await club.changed('library', 'notices', 'saved', userId)
  return { version: base + 1 }
}

/** Takes a notice off the list, or puts it back. */
export async function endNotice(club: Club, userId: string, id: string, ended: boolean): Promise<void> {
  const row = await club.notices.locked({ id })
  if (!row) throw notFound('notice')
  await club.notices.change({ id }, { endedAt: ended ? new Date() : null })
  await club.changed('library', 'notices', ended ? 'ended' : 'put back', userId)
}
