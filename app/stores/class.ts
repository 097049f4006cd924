import { floorNow } from '~~/core/floor/now'
import { inHall, readRegister } from '~~/core/people/register'
import { layPlan } from '~~/core/plan/timeline'
import { replay } from '~~/core/floor/run'
import type { Plan } from '~~/core/plan/schema'
import type { PresenceMark, RunEvent } from '~~/core/floor/events'
import type { RosterStudent } from '~~/server/services/roster'
import type { ClassSummary } from '~~/server/services/today'
import { forgetSent, keepClass, keepUnsent, keptClass, unsentOf, type Unsent } from '~/domain/device-store'

export interface ClassData extends ClassSummary {
  plan: Plan
  events: RunEvent[]
  marks: PresenceMark[]
  roster: RosterStudent[]
}

const RETRY_MS = 3000
const REFRESH_MS = 4000
/** A class begun within this time of its hour is meant to end at its hour. */
const NEAR_ITS_HOUR_MS = 60 * 60_000

function eachOnce<E extends { id: string }>(events: E[]): E[] {
  return [...new Map(events.map((event) => [event.id, event])).values()]
}

/**
 * One class as it is run and registered. Everything that happens is an event: written to the device first, shown at once,
 * and sent until the server has it. The state is always the replay of all events.
 */
export const useClassStore = defineStore('class', () => {
  const data = shallowRef<ClassData>()
  const unsent = ref(0)
  const refused = ref('')
  const clock = useClock()
  let sending: Promise<void> = Promise.resolve()

  const plan = computed(() => data.value?.plan)
  const timeline = computed(() => plan.value && layPlan(plan.value))
  const run = computed(() =>
    timeline.value ? replay(timeline.value, data.value?.events ?? [], clock.now.value) : undefined,
  )
  const now = computed(() => (timeline.value && run.value ? floorNow(timeline.value, run.value) : undefined))
  const register = computed(() => readRegister(data.value?.marks ?? []))
  const here = computed(() => [...register.value.values()].filter((line) => inHall(line)).length)

  /** When the class is due to end, ms since 1970. */
  const dueAt = computed(() => {
    const planned = (data.value?.startsAt ?? 0) + (plan.value?.lengthMin ?? 0) * 60_000
    const startedAt = run.value?.startedAt
    if (startedAt === undefined || !data.value) return planned
    const near = Math.abs(startedAt - data.value.startsAt) <= NEAR_ITS_HOUR_MS
    return near ? planned : startedAt + (plan.value?.lengthMin ?? 0) * 60_000
  })
  /** When it would end as it stands. */
  const endsAt = computed(() => clock.now.value + (now.value?.toEndMs ?? 0))

  async function open(id: string) {
    let fresh: ClassData
    try {
      fresh = await api<ClassData>(`/api/classes/${id}`)
    } catch (error) {
      const kept = error instanceof ApiProblem && error.status === 0 ? await keptClass(id) : undefined
      if (!kept) throw error
      fresh = kept
    }
    const waiting = await unsentOf(id)
    data.value = withUnsent(fresh, waiting)
    unsent.value = waiting.length
    await keepClass(fresh)
    void send()
  }

  /** What the server has not seen yet stands beside what it has, each event once. */
  function withUnsent(fresh: ClassData, waiting: Unsent[]): ClassData {
    return {
      ...fresh,
      events: eachOnce([...fresh.events, ...waiting.flatMap(({ run: event }) => event ?? [])]),
      marks: eachOnce([...fresh.marks, ...waiting.flatMap(({ presence }) => presence ?? [])]),
    }
  }

  /** Takes in what other devices saw: the register at the door, the floor on the stand. Events are only ever added. */
  async function refresh() {
    const { value } = data
    if (!value || document.hidden) return
    try {
      const fresh = await api<ClassData>(`/api/classes/${value.id}`)
      const here = data.value
      if (here?.id !== fresh.id) return
      data.value = {
        ...fresh,
        events: eachOnce([...fresh.events, ...here.events]),
        marks: eachOnce([...fresh.marks, ...here.marks]),
      }
      await keepClass(fresh)
    } catch (error) {
      // Out of reach: what the device knows stands until the next time.
      if (!(error instanceof ApiProblem)) throw error
    }
  }

  async function keep(event: Omit<Unsent, 'id' | 'classId' | 'planVersion'>) {
    const { value } = data
    const id = event.run?.id ?? event.presence?.id
    if (!value || !id) return
    data.value = withUnsent(value, [{ id, classId: value.id, planVersion: value.planVersion, ...event }])
    unsent.value++
    await keepUnsent({ id, classId: value.id, planVersion: value.planVersion, ...event })
    await send()
  }

  /** Makes an event of the floor; its id, for undo. */
  function act(kind: RunEvent['kind'], undoes?: string): string {
    const id = crypto.randomUUID()
    void keep({ run: { id, kind, at: clock.read(), ...(undoes ? { undoes } : {}) } })
    return id
  }

  /** Makes a tap on the register; its id, for undo. */
  function tap(
    kind: PresenceMark['kind'],
    student: string | undefined,
    more: { at?: number; reason?: string; undoes?: string } = {},
  ): string {
    const id = crypto.randomUUID()
    const { at = clock.read(), ...rest } = more
    void keep({ presence: { id, kind, at, ...(student ? { student } : {}), ...rest } })
    return id
  }

  /** One sending after the other, so that no event is on its way twice. */
  function send(): Promise<void> {
    sending = sending.then(sendAll)
    return sending
  }

  async function sendAll() {
    const { value } = data
    if (!value) return
    const waiting = await unsentOf(value.id)
    if (waiting.length === 0) return void (unsent.value = 0)
    try {
      const { state } = await api<{ state: ClassData['state'] }>(`/api/classes/${value.id}/events`, {
        method: 'POST',
        body: {
          run: waiting.flatMap(({ run: event }) => event ?? []),
          presence: waiting.flatMap(({ presence }) => presence ?? []),
          planVersion: value.planVersion,
        },
      })
      await forgetSent(waiting.map(({ id }) => id))
      refused.value = ''
      if (data.value?.id === value.id) data.value = { ...data.value, state }
      unsent.value = (await unsentOf(value.id)).length
    } catch (error) {
      if (!(error instanceof ApiProblem)) refused.value = String(error)
      else if (error.status > 0 && error.status < 500) refused.value = error.message
    }
  }

  useIntervalFn(() => {
    if (unsent.value > 0) void send()
  }, RETRY_MS)
  useIntervalFn(() => void refresh(), REFRESH_MS)

  return {
    data,
    plan,
    timeline,
    run,
    now,
    register,
    here,
    dueAt,
    endsAt,
    unsent,
    refused,
    open,
    act,
    tap,
    send,
  }
})
