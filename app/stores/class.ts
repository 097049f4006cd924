import { batchSchema, classEventsSchema, classViewSchema } from '~~/shared/answers'
import { floorNow } from '~~/core/floor/now'
import { offeredIn, offeredOn } from '~~/core/people/own-layers'
import { inHall, readRegister } from '~~/core/people/register'
import { inForce } from '~~/core/floor/event'
import { replay } from '~~/core/floor/run'
import type { Detail, PresenceMark, RunEvent } from '~~/core/floor/events'
import { correctionsOf, type Sighting } from '~~/core/people/corrections'
import type { Incident } from '~~/core/people/incidents'
import type { Result } from '~~/core/people/results'
import type { ClassView } from '~~/shared/answers'
import {
  classesWithUnsent,
  forgetSent,
  keepClass,
  keepUnsent,
  keptClass,
  nextCount,
  unsentOf,
  type GivenMark,
  type Unsent,
} from '~/domain/device-store'
import { inOrder } from '~/domain/in-order'
import { inTurn } from '~/domain/in-turn'
import { thisDevice } from '~/domain/this-device'

export type ClassData = ClassView

const RETRY_MS = 3000
/** So many taps at once are read together. */
const READ_AFTER_MS = 150
/** Fewer than the server takes in one batch. */
const BATCH = 400
/** A finish taken back within this time was a slip; after it, the class had ended. */
const STOOD_STILL_MS = 10_000
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
  /** Why the register is corrected after the class; goes with each tap. */
  const whyCorrected = ref('')
  const clock = useClock()
  const sendNext = inTurn()
  let reading: ReturnType<typeof setTimeout> | undefined
  let stopHearing: (() => void) | undefined

  /** The plan that the class goes by, before anything is changed on the floor. */
  const planned = computed(() => data.value?.plan)
  const run = computed(() =>
    planned.value ? replay(planned.value, data.value?.events ?? [], clock.now.value) : undefined,
  )
  /** The run at a moment of the clock, not only at its last tick. */
  const runAt = (time: number) =>
    planned.value ? replay(planned.value, data.value?.events ?? [], time) : undefined
  /** The plan as it stands, with what was changed on the floor. */
  const plan = computed(() => run.value?.plan)
  const timeline = computed(() => run.value?.timeline)
  const now = computed(() => (run.value ? floorNow(run.value) : undefined))
  const register = computed(() => readRegister(data.value?.marks ?? []))
  /**
   * The layers that are each student's own affair now: those of the board under way where it offers any, else of the whole class.
   */
  const offered = computed(() => {
    const under =
      now.value?.placed && run.value?.phase !== 'ready' ? offeredOn(now.value.placed.block) : undefined
    if (under?.size) return under
    return plan.value ? offeredIn(plan.value) : new Map<string, { from: number; upTo: number }>()
  })
  /** Gives a student a layer of their own, which stays with them until it is changed; shown at once, taken back if it is not kept. */
  async function setLayer(student: string, item: string, layer: number, from: number) {
    const before = data.value?.roster.find(({ id }) => id === student)?.layers ?? {}
    const { [item]: _had, ...rest } = before
    const put = (layers: Record<string, number>) => {
      const { value } = data
      if (!value) return
      const roster = value.roster.map((one) => (one.id === student ? { ...one, layers } : one))
      data.value = { ...value, roster }
    }
    put(layer > from ? { ...rest, [item]: layer } : rest)
    try {
      await api(`/api/students/${student}/layer`, {
        method: 'PUT',
        body: { item, layer: layer > from ? layer : 0 },
      })
    } catch (error) {
      put(before)
      refused.value = `The layer is not kept: ${saidBy(error)}`
    }
  }
  /** What stands open of whoever is on the roster at an item of the class. */
  const corrections = computed(() => correctionsOf(data.value?.sightings ?? []))
  /** Who takes part now, in the hall or from home, as they stand on the register. */
  const taking = computed(() =>
    (data.value?.roster ?? []).filter(({ id }) => {
      const line = register.value.get(id)
      return inHall(line) || line?.state === 'home'
    }),
  )
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
      const askedAt = clock.device()
      fresh = await api(`/api/classes/${id}`, { answer: classViewSchema })
      clock.compare(fresh.now, askedAt)
    } catch (error) {
      const kept = error instanceof ApiProblem && error.status === 0 ? await keptClass(id) : undefined
      if (!kept) throw error
      fresh = kept
    }
    const waiting = await unsentOf(id)
    data.value = withUnsent(fresh, waiting)
    unsent.value = waiting.length
    await keepClass(fresh)
    stopHearing?.()
    stopHearing = onChange('class', id, (change) => {
      if (change === 'back') void send()
      if (change === 'back' || change.what === 'guest' || change.what === 'corrected') void readView()
      readSoon()
    })
    void send()
  }

  /** Forgets the class, as at the sign-out. */
  function close() {
    stopHearing?.()
    stopHearing = undefined
    data.value = undefined
    unsent.value = 0
    whyCorrected.value = ''
  }

  /**
   * What this device knows stands beside what the server told, each event once: a tap made while the answer was on its way is in
   * neither the answer nor what was waiting when it was asked. The server's own copy of an event stands: its time is corrected where
   * this device's clock is off; that of one still here is corrected the same way.
   */
  function withUnsent(fresh: ClassData, waiting: Unsent[]): ClassData {
    const off = clock.off.value
    const corrected = <E extends { at: number }>(event: E | undefined): E[] =>
      event ? [{ ...event, at: event.at + off }] : []
    const shown = data.value?.id === fresh.id ? data.value : undefined
    return {
      ...fresh,
      sightings: eachOnce([
        ...waiting.flatMap(({ sighting }) => corrected(sighting)),
        ...(shown?.sightings ?? []),
        ...(fresh.sightings ?? []),
      ]),
      results: eachOnce([
        ...waiting.flatMap(({ result }) => corrected(result)),
        ...(shown?.results ?? []),
        ...(fresh.results ?? []),
      ]),
      events: eachOnce([
        ...waiting.flatMap(({ run: event }) => corrected(event)),
        ...(shown?.events ?? []),
        ...fresh.events,
      ]),
      marks: eachOnce([
        ...waiting.flatMap(({ presence }) => corrected(presence)),
        ...(shown?.marks ?? []),
        ...fresh.marks,
      ]),
    }
  }

  /** Takes in who is on the register, what was seen of them and what is to be read out: somebody new at the door, a fault on another device. */
  const readView = readingInOrder(
    (id) => api(`/api/classes/${id}`, { answer: classViewSchema }),
    ({ roster, sightings, notices, elsewhere }) => ({ roster, sightings, notices, elsewhere }),
  )

  function readSoon() {
    reading ??= setTimeout(() => {
      reading = undefined
      void refresh()
    }, READ_AFTER_MS)
  }

  /** Takes in what other devices saw: the register at the door, the floor on the stand. Events are only ever added. */
  const refresh = readingInOrder(
    (id) => api(`/api/classes/${id}/events`, { answer: classEventsSchema }),
    (fresh) => fresh,
  )

  /** A part of the class that is read anew and kept on the device; out of reach, what the device knows stands until the stream is back. */
  function readingInOrder<T>(ask: (id: string) => Promise<T>, part: (fresh: T) => Partial<ClassData>) {
    const readAnew = inOrder(
      async () => {
        const { value } = data
        return value && { id: value.id, fresh: await ask(value.id), waiting: await unsentOf(value.id) }
      },
      (read) => {
        // Looked at after the last wait: what came in meanwhile stays.
        const { value: held } = data
        if (read && held?.id === read.id)
          data.value = withUnsent({ ...held, ...part(read.fresh) }, read.waiting)
      },
    )
    return async () => {
      try {
        await readAnew()
        // With what is known beyond the answer, which may be older than what was kept last.
        if (data.value) await keepClass(data.value)
      } catch (error) {
        if (!(error instanceof ApiProblem)) throw error
      }
    }
  }

  async function keep(event: Omit<Unsent, 'id' | 'classId' | 'planVersion'>) {
    const { value } = data
    const { run: act, presence, sighting, result, incident, mark: given } = event
    const id = (act ?? presence ?? sighting ?? result ?? incident ?? given)?.id
    if (!value || !id) return
    const waiting = { id, classId: value.id, planVersion: value.planVersion, ...event }
    data.value = withUnsent(value, [waiting])
    // What was done stands at once, not with the next tick: of quick taps each knows of the one before.
    clock.tick()
    unsent.value++
    await keepUnsent(waiting)
    await send()
  }

  /** Makes an event of the floor; its id, for undo. */
  function act(
    kind: RunEvent['kind'],
    more: { undoes?: string; board?: string; waiting?: boolean; at?: number; detail?: Detail } = {},
  ): string {
    const id = crypto.randomUUID()
    void keep({ run: { id, kind, at: clock.device(), n: nextCount(), device: thisDevice(), ...more } })
    return id
  }

  /**
   * Takes the finish back. Where it was a while ago the class has stood still since: it is held from that moment, and goes on when it
   * is let go on.
   */
  function goOnAfterAll() {
    const finish = inForce(data.value?.events ?? []).findLast(({ kind }) => kind === 'finish')
    if (!finish) return
    act('undo', { undoes: finish.id })
    if (clock.now.value - finish.at > STOOD_STILL_MS) act('pause', { at: finish.at - clock.off.value })
  }

  /** Makes a tap on the register; its id, for undo. */
  function tap(
    kind: PresenceMark['kind'],
    student: string | undefined,
    more: { at?: number; reason?: string; undoes?: string } = {},
  ): string {
    const id = crypto.randomUUID()
    const { at = clock.device(), ...said } = more
    const why = run.value?.phase === 'finished' ? whyCorrected.value.trim() : ''
    const rest = { ...(why ? { reason: why } : {}), ...said }
    void keep({ presence: { id, kind, at, n: nextCount(), ...(student ? { student } : {}), ...rest } })
    return id
  }

  /** Keeps that a fault was seen, or seen right; or takes back that it was. Its id, for undo. */
  function see(sighting: Omit<Sighting, 'id' | 'at' | 'n'>): string {
    const id = crypto.randomUUID()
    void keep({ sighting: { id, at: clock.device(), n: nextCount(), ...sighting } })
    return id
  }

  /** Keeps the figure a board asks for, or takes one back; its id, for undo. */
  function enter(result: Omit<Result, 'id' | 'at' | 'n'>): string {
    const id = crypto.randomUUID()
    void keep({ result: { id, at: clock.device(), n: nextCount(), ...result } })
    return id
  }

  /** Writes down what happened to somebody: on this device first, then with the server, and on no screen of the class. */
  function report(incident: Omit<Incident, 'id' | 'n'>): void {
    void keep({ incident: { id: crypto.randomUUID(), n: nextCount(), ...incident } })
  }

  /** Gives a mark; a later one of the same item stands over it. */
  function mark(given: Omit<GivenMark, 'id' | 'n'>): void {
    void keep({ mark: { id: crypto.randomUUID(), n: nextCount(), ...given } })
  }

  /** One sending after the other, so that no event is on its way twice. One that fails holds up none after it. */
  function send(): Promise<void> {
    const { value } = data
    if (!value) return Promise.resolve()
    return sendNext(() => sendAll(value.id))
  }

  /** Sends whatever waits on this device, of whichever class. */
  async function sendEverything(): Promise<void> {
    for (const id of await classesWithUnsent()) {
      await sendNext(() => sendAll(id))
    }
  }

  async function sendAll(classId: string) {
    // What was seen of students goes by itself: whoever may not keep it loses no tap by it.
    const all = await unsentOf(classId)
    const isTap = ({ run: event, presence }: Unsent) => Boolean(event ?? presence)
    const marks = all.filter((one) => one.mark)
    const seen = all.filter((one) => !isTap(one) && !one.mark)
    for (const one of marks) if (!(await sendMark(classId, one))) break
    for (const waiting of [all.filter(isTap), seen])
      for (let from = 0; from < waiting.length; from += BATCH)
        if (!(await sendBatch(classId, waiting.slice(from, from + BATCH)))) break
    if (data.value?.id === classId) unsent.value = (await unsentOf(classId)).length
  }

  /** Marks are kept one by one, in the order they were given. */
  async function sendMark(classId: string, { id, mark: given }: Unsent): Promise<boolean> {
    if (!given) return true
    const { n: _, ...body } = given
    try {
      await api('/api/marks', { method: 'POST', body: { ...body, class: classId } })
      await forgetSent([id])
      return true
    } catch (error) {
      if (!(error instanceof ApiProblem) || (error.status >= 400 && error.status < 500))
        refused.value = `A mark is not kept: ${saidBy(error)}`
      return false
    }
  }

  /** What has arrived stays on this device with its class until that is read anew, which may never be: the server can go at any moment. */
  async function keepSent(classId: string, batch: Unsent[]): Promise<void> {
    const known = data.value?.id === classId ? data.value : await keptClass(classId)
    if (known) await keepClass(withUnsent(known, batch))
  }

  async function sendBatch(classId: string, batch: Unsent[]): Promise<boolean> {
    const sentAt = clock.device()
    const moved = clock.moved.value
    try {
      const answer = await api(`/api/classes/${classId}/events`, {
        answer: batchSchema,
        method: 'POST',
        body: {
          run: batch.flatMap(({ run: event }) => event ?? []),
          presence: batch.flatMap(({ presence }) => presence ?? []),
          sightings: batch.flatMap(({ sighting }) => sighting ?? []),
          results: batch.flatMap(({ result }) => result ?? []),
          incidents: batch.flatMap(({ incident }) => incident ?? []),
          planVersion: batch[0]?.planVersion,
          sentAt,
          off: clock.knownOff(),
        },
        ...(moved ? { headers: { 'x-lintel-test-moved': String(moved) } } : {}),
      })
      clock.compare(answer.now - moved, sentAt)
      await keepSent(classId, batch)
      await forgetSent(batch.map(({ id }) => id))
      refused.value = ''
      if (data.value?.id === classId) data.value = { ...data.value, state: answer.state }
      return true
    } catch (error) {
      if (!(error instanceof ApiProblem)) refused.value = String(error)
      else if (error.status > 0 && error.status < 500 && ![401, 408, 429].includes(error.status))
        refused.value = error.message
      return false
    }
  }

  useIntervalFn(() => {
    if (unsent.value > 0) void send()
  }, RETRY_MS)

  return {
    data,
    planned,
    plan,
    timeline,
    run,
    runAt,
    now,
    register,
    here,
    taking,
    offered,
    setLayer,
    dueAt,
    endsAt,
    unsent,
    refused,
    whyCorrected,
    open,
    readView,
    corrections,
    see,
    enter,
    report,
    mark,
    close,
    act,
    goOnAfterAll,
    tap,
    send,
    sendEverything,
    refresh,
  }
})
