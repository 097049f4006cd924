import { batchSchema, classEventsSchema, classViewSchema } from '~~/shared/answers'
import { floorNow, withGroupsKept, type FloorNow } from '~~/core/floor/now'
import { typedMarks, type TypedTap } from '~~/core/people/presence-edit'
import { offeredIn, offeredOn, type Offered } from '~~/core/people/own-layers'
import { groupAmong, groupInHall } from '~~/core/people/placed'
import { inHall, readRegister } from '~~/core/people/register'
import { inForce } from '~~/core/floor/event'
import { replay } from '~~/core/floor/run'
import type { Detail, PresenceMark, RunEvent } from '~~/core/floor/events'
import { correctionsOf, type Sighting } from '~~/core/people/corrections'
import type { Incident } from '~~/core/people/incidents'
import type { Result } from '~~/core/people/results'
import type { ClassView, RosterStudent } from '~~/shared/answers'
import {
  classesWithUnsent,
  forgetSent,
  keepClass,
  keepUnsent,
  keptClass,
  nextCount,
  setAside,
  unsentOf,
  type GivenMark,
  type Unsent,
} from '~/domain/device-store'
import { inOrder } from '~/domain/in-order'
import { inTurn } from '~/domain/in-turn'
import { thisDevice } from '~/domain/this-device'

export type ClassData = ClassView

/** `sent`: the server has it, or it is set aside; `later`: it is tried again. */
type Sent = 'sent' | 'later'

/** The server will never take it as it is: not that it is out of reach, asks for a sign-in, or for patience. */
const isRefusal = (error: unknown): boolean =>
  error instanceof ApiProblem &&
  error.status >= 400 &&
  error.status < 500 &&
  ![401, 408, 429].includes(error.status)

const RETRY_MS = 3000
/** So many taps at once are read together. */
const READ_AFTER_MS = 150
/** Fewer than the server takes in one batch. */
const BATCH = 400
/** A finish taken back within this time was a slip; after it, the class had ended. */
const STOOD_STILL_MS = 10_000
/** Of a class that is not read yet. */
const NONE: never[] = []
/** A class begun within this time of its hour is meant to end at its hour. */
const NEAR_ITS_HOUR_MS = 60 * 60_000

function eachOnce<E extends { id: string }>(events: E[], shown: E[] = []): E[] {
  const all = [...new Map(events.map((event) => [event.id, event])).values()]
  // A list with nothing new in it stays the very same: what is worked out from it is not worked out again.
  return all.length === shown.length && all.every((event, n) => event === shown[n]) ? shown : all
}

/**
 * One class as it is run and registered. Everything that happens is an event: written to the device first, shown at once,
 * and sent until the server has it. The state is always the replay of all events.
 */
export const useClassStore = defineStore('class', () => {
  const data = shallowRef<ClassData>()
  /** Taps that only this page knows of, for the device has no storage. */
  const unkept = new Set<string>()
  const hasUnkept = ref(false)
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
  const now = computed<FloorNow | undefined>((before) =>
    run.value ? withGroupsKept(floorNow(run.value), before) : undefined,
  )
  /** Parts of the class that seldom change: what is made of one of them is not made anew with every act. */
  const roster = computed(() => data.value?.roster ?? NONE)
  const marks = computed(() => data.value?.marks ?? NONE)
  const sightings = computed(() => data.value?.sightings ?? NONE)
  const register = computed(() => readRegister(marks.value))
  /** The versions that the board under way leaves to each student of a group. */
  const offeredHere = (group: string): Offered =>
    now.value?.placed && run.value?.phase !== 'ready' ? offeredOn(now.value.placed.block, group) : new Map()
  /** The same where the register asks: those of the board under way where it offers any, else of the whole class. */
  function offeredTo(group: string): Offered {
    const here = offeredHere(group)
    return here.size || !plan.value ? here : offeredIn(plan.value, group)
  }
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
  const corrections = computed(() => correctionsOf(sightings.value))
  /** Who takes part now, in the hall or from home, as they stand on the register. */
  const taking = computed(() =>
    roster.value.filter(({ id }) => {
      const line = register.value.get(id)
      return inHall(line) || line?.state === 'home'
    }),
  )
  const placed = ({ id, groupId, rankId }: RosterStudent) => ({
    tonight: register.value.get(id)?.group,
    group: groupId,
    rank: rankId,
  })
  /** The group of the plan somebody is with: the one they joined tonight, their own, or the one of their rank; none where the class is not for them. */
  const groupOf = (student: RosterStudent) => groupAmong(plan.value?.groups ?? [], placed(student))
  /** The group whoever came works with: as above, and somebody the class is not for works with the first. */
  const groupOnFloor = (student: RosterStudent) => groupInHall(plan.value?.groups ?? [], placed(student))
  /** Whether somebody stands on the register of this class: it is for them, or they came all the same. */
  const isOnRegister = (student: RosterStudent) =>
    groupOf(student) !== undefined ||
    student.kind !== 'member' ||
    (register.value.get(student.id)?.state ?? 'unknown') !== 'unknown'
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

  /** The class that was asked for last: one asked for before it, whose answer comes later, is not shown any more. */
  let asked = 0
  async function open(id: string) {
    const mine = ++asked
    let fresh: ClassData
    try {
      const askedAt = clock.device()
      fresh = await api(`/api/classes/${id}`, { answer: classViewSchema })
      clock.compare(fresh.now, askedAt)
    } catch (error) {
      // The server is gone, or what stands before it answers in its place.
      const isGone = error instanceof ApiProblem && (error.status === 0 || error.status >= 500)
      const kept = isGone ? await keptClass(id) : undefined
      if (!kept) throw error
      fresh = kept
    }
    const waiting = await unsentOf(id)
    if (mine !== asked) return
    data.value = withUnsent(fresh, waiting)
    unsent.value = waiting.length
    stopHearing?.()
    stopHearing = onChange('class', id, (change) => {
      if (change === 'back') void send()
      if (change === 'back' || change.what === 'guest' || change.what === 'corrected') void readView()
      readSoon()
    })
    void send()
    await keepClass(fresh)
  }

  /** Forgets the class, as at the sign-out. */
  function close() {
    asked++
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
      sightings: eachOnce(
        [
          ...waiting.flatMap(({ sighting }) => corrected(sighting)),
          ...(shown?.sightings ?? []),
          ...(fresh.sightings ?? []),
        ],
        shown?.sightings,
      ),
      results: eachOnce(
        [
          ...waiting.flatMap(({ result }) => corrected(result)),
          ...(shown?.results ?? []),
          ...(fresh.results ?? []),
        ],
        shown?.results,
      ),
      events: eachOnce(
        [...waiting.flatMap(({ run: event }) => corrected(event)), ...(shown?.events ?? []), ...fresh.events],
        shown?.events,
      ),
      marks: eachOnce(
        [...waiting.flatMap(({ presence }) => corrected(presence)), ...(shown?.marks ?? []), ...fresh.marks],
        shown?.marks,
      ),
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

  const keep = (event: Omit<Unsent, 'id' | 'classId' | 'planVersion'>) => keepAll([event])

  /** Keeps events on the device, shows them, and sends them together. */
  async function keepAll(events: readonly Omit<Unsent, 'id' | 'classId' | 'planVersion'>[]) {
    const { value } = data
    if (!value) return
    const waiting = events.flatMap((event): Unsent[] => {
      const { run: act, presence, sighting, result, incident, mark: given } = event
      const id = (act ?? presence ?? sighting ?? result ?? incident ?? given)?.id
      return id ? [{ id, classId: value.id, planVersion: value.planVersion, ...event }] : []
    })
    data.value = withUnsent(value, waiting)
    // What was done stands at once, not with the next tick: of quick taps each knows of the one before.
    clock.tick()
    unsent.value += waiting.length
    for (const one of waiting) if (!(await keepUnsent(one))) unkept.add(one.id)
    hasUnkept.value = unkept.size > 0
    await send()
  }

  /** Makes an event of the floor; its id, for undo. */
  function act(
    kind: RunEvent['kind'],
    more: { undoes?: string; board?: string; waiting?: boolean; at?: number; detail?: Detail } = {},
  ): string {
    const id = crypto.randomUUID()
    void keep({ run: { id, kind, at: clock.stamp(), n: nextCount(), device: thisDevice(), ...more } })
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
    more: { at?: number; reason?: string; undoes?: string; group?: string } = {},
  ): string {
    const id = crypto.randomUUID()
    const { at = clock.stamp(), ...said } = more
    const why = run.value?.phase === 'finished' ? whyCorrected.value.trim() : ''
    const rest = { ...(why ? { reason: why } : {}), ...said }
    void keep({ presence: { id, kind, at, n: nextCount(), ...(student ? { student } : {}), ...rest } })
    return id
  }

  /** Puts typed times in the place of somebody's taps: what stands is taken back, and what was typed comes instead, all of it in one sending. */
  function typePresence(student: string, taps: readonly TypedTap[]): void {
    const why = run.value?.phase === 'finished' ? whyCorrected.value.trim() : ''
    // Typed by the club's clock; a device sends by its own.
    const byDevice = taps.map((tap) => ({ ...tap, at: tap.at - clock.off.value }))
    const marks = typedMarks(data.value?.marks ?? [], student, byDevice, clock.stamp()).map(
      (mark): PresenceMark => ({
        id: crypto.randomUUID(),
        n: nextCount(),
        ...(why ? { reason: why } : {}),
        ...mark,
      }),
    )
    void keepAll(marks.map((presence) => ({ presence })))
  }

  /** Keeps that a fault was seen, or seen right; or takes back that it was. Its id, for undo. */
  function see(sighting: Omit<Sighting, 'id' | 'at' | 'n'>): string {
    const id = crypto.randomUUID()
    void keep({ sighting: { id, at: clock.stamp(), n: nextCount(), ...sighting } })
    return id
  }

  /** Keeps the figure a board asks for, or takes one back; its id, for undo. */
  function enter(result: Omit<Result, 'id' | 'at' | 'n'>): string {
    const id = crypto.randomUUID()
    void keep({ result: { id, at: clock.stamp(), n: nextCount(), ...result } })
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
    for (const one of marks) if ((await sendMark(classId, one)) === 'later') break
    for (const waiting of [all.filter(isTap), seen])
      for (let from = 0; from < waiting.length; from += BATCH)
        if ((await sendApart(classId, waiting.slice(from, from + BATCH))) === 'later') break
    if (data.value?.id === classId) unsent.value = (await unsentOf(classId)).length
  }

  /** Sends a batch; of one that is refused each by itself is, so that a single bad tap holds up no other. */
  async function sendApart(classId: string, batch: Unsent[]): Promise<Sent> {
    const sent = await sendBatch(classId, batch)
    if (sent === 'sent' || sent === 'later') return sent
    const [one] = batch
    if (batch.length === 1 && one) {
      await putAside(one, sent.why)
      return 'sent'
    }
    const half = Math.ceil(batch.length / 2)
    for (const part of [batch.slice(0, half), batch.slice(half)])
      if ((await sendApart(classId, part)) === 'later') return 'later'
    return 'sent'
  }

  /** One that the server does not take is set aside with why, and told on every page. */
  async function putAside(one: Unsent, why: string) {
    await setAside(one, why)
    unkept.delete(one.id)
    // The screen shows what stands: this does not.
    const { value } = data
    const others = <E extends { id: string }>(list: readonly E[]) => list.filter(({ id }) => id !== one.id)
    if (value?.id === one.classId)
      data.value = {
        ...value,
        events: others(value.events),
        marks: others(value.marks),
        sightings: others(value.sightings),
        results: others(value.results),
      }
    await useAsideStore().look()
  }

  /** Marks are kept one by one, in the order they were given. */
  async function sendMark(classId: string, one: Unsent): Promise<Sent> {
    const { id, mark: given } = one
    if (!given) return 'sent'
    const { n: _, ...body } = given
    try {
      await api('/api/marks', { method: 'POST', body: { ...body, class: classId } })
      await forgetSent([id])
      return 'sent'
    } catch (error) {
      if (!isRefusal(error)) return 'later'
      await putAside(one, saidBy(error))
      return 'sent'
    }
  }

  /** What has arrived stays on this device with its class until that is read anew, which may never be: the server can go at any moment. */
  async function keepSent(classId: string, batch: Unsent[]): Promise<void> {
    const known = data.value?.id === classId ? data.value : await keptClass(classId)
    if (known) await keepClass(withUnsent(known, batch))
  }

  async function sendBatch(classId: string, batch: Unsent[]): Promise<Sent | { why: string }> {
    // A device that has not compared clocks is taken by the way of this request, which may be long.
    if (clock.knownOff() === undefined) await clock.ask()
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
      for (const { id } of batch) unkept.delete(id)
      hasUnkept.value = unkept.size > 0
      refused.value = ''
      if (data.value?.id === classId) data.value = { ...data.value, state: answer.state }
      return 'sent'
    } catch (error) {
      if (isRefusal(error)) return { why: saidBy(error) }
      if (!(error instanceof ApiProblem)) refused.value = String(error)
      return 'later'
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
    roster,
    sightings,
    here,
    taking,
    hasUnkept,
    offeredHere,
    offeredTo,
    groupOf,
    groupOnFloor,
    isOnRegister,
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
    typePresence,
    send,
    sendEverything,
    refresh,
  }
})
