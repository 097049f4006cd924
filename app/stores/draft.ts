import { checkPlan, isGrave } from '~~/core/checks'
import { layPlan } from '~~/core/plan/timeline'
import type { Draft } from '~~/core/draft/draft'
import { REQUEST_FORMAT, requestSchema, type DraftRequest } from '~~/core/draft/request'
import { CATEGORIES, type Category } from '~~/core/curriculum/categories'
import type { Programme } from '~~/core/term/programme'
import { techniquesOf } from '~~/core/plan/techniques'
import type { Block, Plan } from '~~/core/plan/schema'
import { withCounts } from '~~/core/people/who-is-here'
import { dayOf } from '~/domain/wall-time'
import type { DraftAsked, DraftTold } from '~/workers/draft-class'

/** How much of a category is wished for. */
export type Wish = 'more' | 'as it comes' | 'little' | 'none'
const SHARES: Partial<Record<Wish, number>> = { little: 0.1, none: 0 }

export interface MadeDraft extends Draft {
  /** What it was asked for, to be asked again with a change. */
  request: DraftRequest
  /** It was stopped: better ones were still being looked for. */
  stopped: boolean
}

/** Said of a board that stayed, before why it is there. */
const KEPT = 'Kept. '
/** A draft waits so long for the theme of its week. */
const THEME_MS = 1500
/** Why a board is there, as a plan keeps it. */
const MOST_WHY = 500
/** Boards that every class has: they are drafted anew, whatever else is kept. */
const ALWAYS = new Set<Block['phase']>(['opening', 'warmup', 'water', 'cooldown', 'closing'])
const isOpenToChange = ({ phase }: Block) => !ALWAYS.has(phase)

/** Drafts of the plan on the frame: what is wished for, those that were made, the one that is looked at. Nothing is changed until one is taken. */
export const useDraftStore = defineStore('draft', () => {
  const plans = usePlanStore()
  const facts = useFactsStore()
  const library = useLibraryStore()
  const isOpen = ref(false)
  const wishes = reactive({
    categories: {} as Partial<Record<Category, Wish>>,
    /** Items that are the theme. */
    items: [] as string[],
    banned: [] as string[],
  })
  /** Boards that stay as they are. */
  const kept = shallowRef<readonly Block[]>([])
  const made = shallowRef<readonly MadeDraft[]>([])
  const looked = ref(-1)
  const draft = computed(() => made.value[looked.value])
  const best = shallowRef<Draft>()
  const isBusy = ref(false)
  const problem = ref('')
  const beganAt = ref(0)

  watch(
    () => plans.id,
    () => {
      close()
      Object.assign(wishes, { categories: {}, items: [], banned: [] })
      made.value = []
    },
  )
  // The frame shows what is looked at, and the best so far while it is worked out.
  const shown = computed(() => (isOpen.value ? (best.value ?? draft.value)?.plan : undefined))
  watch(shown, (plan) => plans.look('draft', plan), { flush: 'sync' })
  const isShown = computed(() => shown.value !== undefined)
  const toFix = computed(
    () =>
      (shown.value ? checkPlan(shown.value, layPlan(shown.value), facts.club).findings.filter(isGrave) : [])
        .length,
  )

  /** The theme of the plan's week goes with its drafts, until something is wished for. */
  const ofWeek = shallowRef<Programme>()
  let themed: Promise<void> = Promise.resolve()
  async function takeTheme() {
    const { plan, id } = plans
    const isUntouched = () => wishes.items.length === 0 && Object.keys(wishes.categories).length === 0
    ofWeek.value = undefined
    if (!plan?.date || !isUntouched()) return
    const { week } = await programmeOf(plan.date).catch(() => ({ week: undefined }))
    if (!week?.theme.length || plans.id !== id || !isUntouched()) return
    ofWeek.value = week
    wishes.items = week.theme.filter((one) => library.items.has(one))
    for (const one of week.theme)
      if (one in CATEGORIES && !library.items.has(one)) wishes.categories[one as Category] = 'more'
  }

  /** Boards of a lesson of a series stay, unless they are let go. */
  const lessonBoards = (plan: Plan | undefined) => (plan?.series ? plan.blocks.filter(isOpenToChange) : [])

  function open() {
    themed = Promise.race([takeTheme(), new Promise<void>((done) => setTimeout(done, THEME_MS))])
    kept.value = lessonBoards(plans.plan)
    looked.value = -1
    problem.value = ''
    isOpen.value = true
  }
  function close() {
    stop()
    isOpen.value = false
    looked.value = -1
  }

  const isKept = (id: string) => kept.value.some((block) => block.id === id)
  /** Keeps a board of what is shown, or lets it go again; in the order in which they stand. */
  function keep(id: string) {
    const blocks = (draft.value?.plan ?? plans.plan)?.blocks ?? []
    kept.value = blocks.filter((block) => (block.id === id ? !isKept(id) : isKept(block.id)))
  }

  function requestOf(plan: Plan, more: Partial<DraftRequest> = {}): DraftRequest {
    const { title, date, start, lengthMin, transitionSec, firstSide, groups } = facts.counted(plan)
    const chosen = Object.entries(wishes.categories) as [Category, Wish][]
    return requestSchema.parse({
      format: REQUEST_FORMAT,
      version: 1,
      title,
      date: date ?? dayOf(Date.now(), library.club?.zone),
      ...(start === undefined ? {} : { start }),
      lengthMin,
      transitionSec,
      firstSide,
      groups,
      theme: [...chosen.flatMap(([category, wish]) => (wish === 'more' ? [category] : [])), ...wishes.items],
      most: Object.fromEntries(
        chosen.flatMap(([category, wish]) => (wish in SHARES ? [[category, SHARES[wish]]] : [])),
      ),
      pinned: kept.value,
      banned: wishes.banned,
      ...more,
    })
  }

  let worker: Worker | undefined
  let asked: DraftRequest | undefined
  function end() {
    worker?.terminate()
    worker = undefined
    isBusy.value = false
  }

  /** Why a board was drafted that has been kept since; nothing for a board of the plan itself. */
  function reasonFor(id: string): string | undefined {
    const first = made.value.findLast(({ request, plan }) => {
      const isPinned = request.pinned.some((block) => block.id === id)
      return !isPinned && plan.blocks.some((block) => block.id === id)
    })
    return first?.why.find(({ block }) => block === id)?.says
  }

  function take(found: Draft | undefined, stopped: boolean) {
    end()
    best.value = undefined
    if (!found || !asked) {
      problem.value =
        'No class of this length can be made under these choices: keep fewer boards, or allow more.'
      return
    }
    const pinned = new Set(asked.pinned.map(({ id }) => id))
    const why = found.why.map((one) => {
      const reason = one.block !== null && pinned.has(one.block) ? reasonFor(one.block) : undefined
      return reason === undefined ? one : { ...one, says: KEPT + reason }
    })
    made.value = [...made.value, { ...found, why, request: asked, stopped }]
    looked.value = made.value.length - 1
  }

  function ask(request: DraftRequest) {
    end()
    problem.value = ''
    best.value = undefined
    asked = request
    isBusy.value = true
    beganAt.value = Date.now()
    const mine = (worker = new Worker(new URL('../workers/draft-class.ts', import.meta.url), {
      type: 'module',
    }))
    mine.onmessage = ({ data }: MessageEvent<DraftTold>) => {
      if (mine !== worker) return
      if ('best' in data) best.value = data.best
      else if ('done' in data) take(data.done, false)
      else fail(data.wrong)
    }
    mine.onerror = (event) => fail(event.message || 'The solver did not start.')
    mine.postMessage({ request, club: toRaw(facts.club) } satisfies DraftAsked)
  }
  function fail(why: string) {
    end()
    best.value = undefined
    problem.value = `The draft could not be worked out: ${why}`
  }

  /** Works a draft out: another one each time, unless something else is wished for. */
  async function make() {
    await themed
    const { plan } = plans
    if (!plan || isBusy.value) return
    const same = (one: DraftRequest) => JSON.stringify({ ...one, seed: 0 })
    const wanted = requestOf(plan)
    const before = made.value.filter(({ request }) => same(request) === same(wanted))
    ask({ ...wanted, seed: before.length })
  }

  /** Another board in the place of one; everything else of the draft stays. */
  function replace(id: string) {
    const { plan } = plans
    const now = draft.value
    const board = now?.plan.blocks.find((block) => block.id === id)
    if (!plan || !now || !board) return
    const gone = techniquesOf({ ...now.plan, blocks: [board] }).map((one) => one.id)
    const others = now.plan.blocks.filter((one) => one.id !== id && isOpenToChange(one))
    const inOthers = new Set(techniquesOf({ ...now.plan, blocks: others }).map((one) => one.id))
    ask(
      requestOf(plan, {
        pinned: others,
        banned: [...new Set([...wishes.banned, ...gone])].filter((item) => !inOthers.has(item)),
        seed: now.request.seed,
      }),
    )
  }

  /** Bans an item from now on, and drafts anew; a kept board that has it is let go. */
  function ban(item: string) {
    wishes.banned = [...new Set([...wishes.banned, item])]
    const { plan } = plans
    if (plan)
      kept.value = kept.value.filter(
        (block) => !techniquesOf({ ...plan, blocks: [block] }).some(({ id }) => id === item),
      )
    end()
    void make()
  }

  /** Stops: the best so far is the draft. */
  function stop() {
    if (!isBusy.value) return
    const found = best.value
    if (found) take(found, true)
    else end()
  }

  /** Takes the draft that is looked at onto the frame, one step of undo; why each board is there stays with it. */
  function use(): boolean {
    const { plan } = plans
    const now = draft.value
    if (!plan || !now) return false
    const drafted = new Map(now.why.map(({ block, says }) => [block, says.replace(KEPT, '')]))
    const pinned = new Set(now.request.pinned.map(({ id }) => id))
    /** Boards of the plan that were kept stay to the letter. */
    const own = new Set(plan.blocks.filter(({ id }) => pinned.has(id)).map((block) => JSON.stringify(block)))
    const blocks = now.plan.blocks.map((block) => {
      const why = drafted.get(block.id)?.slice(0, MOST_WHY)
      return own.has(JSON.stringify(block)) || !why ? block : { ...block, teaching: { why } }
    })
    const { acknowledged: _, ...rest } = plan
    const heads = new Map(plan.groups.map(({ id, headcount }) => [id, headcount]))
    const next = withCounts(
      { ...rest, blocks, ...(now.plan.theme && !plan.theme ? { theme: now.plan.theme } : {}) },
      heads,
    )
    close()
    return plans.change(next)
  }

  /** Categories that the library has, in their order. */
  const categories = computed(() => {
    const has = new Set([...library.items.values()].map(({ category }) => category))
    return [...has].sort()
  })

  return {
    isOpen,
    wishes,
    kept,
    ofWeek,
    made,
    looked,
    draft,
    best,
    isBusy,
    beganAt,
    problem,
    isShown,
    toFix,
    categories,
    open,
    close,
    keep,
    isKept,
    isOpenToChange,
    make,
    replace,
    ban,
    stop,
    use,
  }
})
