<script setup lang="ts">
import { toast } from '~/domain/toast'
import type { Fault } from '~~/core/kernel/faults'
import { NEW_BOARD, newBlock } from '~~/core/plan/edit'
import { saidOfPlan } from '~~/core/plan/said-faults'
import { shortDay } from '~/domain/days'

definePageMeta({ layout: 'bare' })
const store = usePlanStore()
const checks = useChecksStore()
const facts = useFactsStore()
const draft = useDraftStore()
const library = useLibraryStore()
const route = useRoute()
const problem = ref('')
const keysOpen = ref(false)
const shelf = useTemplateRef<{ focus(): Promise<void> }>('shelf')
const tray = useTemplateRef<{ focus(): void }>('tray')

onMounted(async () => {
  try {
    await facts.load()
    await store.open(String(route.params.id))
    await nextTick()
    if (document.activeElement === document.body)
      document
        .querySelector<HTMLElement>('[data-board][aria-selected="true"]')
        ?.focus({ preventScroll: true })
    isReady.value = true
    if (route.query.draft) {
      await toDraft()
      // A share of the term comes along as the theme.
      const theme = String(route.query.theme ?? '').split(',')
      const known = theme.filter((id) => library.items.has(id))
      if (known.length) draft.wishes.items = known
    }
  } catch (error) {
    problem.value = saidBy(error)
  }
})
onBeforeRouteLeave(() => store.leave())
useEventListener(window, 'beforeunload', (event) => {
  if (store.saveState !== 'kept') event.preventDefault()
})
/** Words of their own, so that only another title writes the page's head again. */
const pageTitle = computed(() => `${store.plan?.title ?? 'Compose'} · Golden Lintel`)
useHead({ title: pageTitle })
const { widths, isTight, isPhone, isOpen, fold, unfold } = usePanes()

/** How much the tools over the frame take: what opens on a phone opens below them. */
const { height: topHeight } = useElementSize(useTemplateRef('top'), undefined, { box: 'border-box' })

/** The plan is laid out and drawn, with what the keys are about. */
const isReady = ref(false)
/** Set while a new board's title is come to: what is typed meanwhile is its title. */
const isAdding = ref(false)
useTypedAhead(() => isReady.value && !isAdding.value)
useComposeKeys({
  find: async () => {
    await unfold('shelf')
    await shelf.value?.focus()
  },
  bench: async () => {
    await unfold('bench')
    document.getElementById('board-title')?.focus()
  },
  keys: () => (keysOpen.value = true),
  floor: toFloor,
  settings: letGo,
  checks: () => tray.value?.focus(),
  mend,
  add: addBoard,
  part: () => document.querySelector<HTMLElement>('[data-part-name]')?.focus(),
})

useWhoIsHere()
const others = usePlanPresence()
watch(
  () => store.notUndone,
  (why) => {
    if (why) toast(why)
  },
)
watch(
  () => store.restoredFrom,
  (at) => {
    if (!at) return
    const time = new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
    toast(`Changes of ${time} that were not saved are back on the frame.`, {
      duration: 12_000,
      action: { label: 'Discard', onClick: () => store.undo() },
    })
  },
)
const openVersions = ref(false)
watch(
  () => store.broughtIn,
  (name) => {
    if (name) toast(`${name} changed other boards meanwhile: both changes are in.`)
    store.broughtIn = ''
  },
)

/** Escape leaves what is looked at before it lets go of the board. */
function letGo() {
  if (checks.preview) checks.leave()
  else if (draft.isOpen) draft.close()
  else store.selected = undefined
}
const bench = useTemplateRef<{ title(): Promise<void> }>('bench')
/** A new board, its title marked for typing: on an empty frame too, where the bench has no title yet. */
async function addBoard() {
  if (store.looked) return store.sayNotNow()
  isAdding.value = true
  try {
    store.add(newBlock('drill', NEW_BOARD))
    await unfold('bench')
    await bench.value?.title()
  } finally {
    isAdding.value = false
  }
}
/** The drafts take the place of the bench. */
async function toDraft() {
  if (draft.isOpen) return draft.close()
  await unfold('bench')
  draft.open()
}
async function mend() {
  const says = await checks.mendWorst()
  if (says) toast(`Done: ${says}.`, { action: { label: 'Undo', onClick: () => store.undo() } })
}

const said = (fault: Fault) => saidOfPlan(fault, store.plan)
const isAsking = ref(false)
/** Set while it is the floor that asks for a class. */
const isForFloor = ref(false)
function askForClass(forFloor: boolean) {
  isForFloor.value = forFloor
  isAsking.value = true
}
/** To the class that uses this plan; where none does, it is asked which should. */
async function toFloor() {
  if (store.looked?.by === 'draft') return store.sayNotNow()
  const { held } = store
  await store.leave()
  if (held && held.state !== 'finished') await navigateTo(`/floor?class=${held.id}`)
  else askForClass(true)
}
async function used({ classId, planId }: { classId: string; planId: string }) {
  if (isForFloor.value) return navigateTo(`/floor?class=${classId}`)
  // A plan that another class has was copied for this one.
  if (planId !== store.id) return navigateTo(`/compose/${planId}`)
  await store.readHeld()
}
/** The name is kept as it is typed, so that a page that goes away loses none of it; an empty one is not kept. */
const name = useTypedTitle(
  () => store.plan?.title,
  (title) => {
    if (store.plan) store.change({ ...store.plan, title }, { touch: 'title' })
  },
)
const HELD = { planned: '', running: ', on the floor', finished: ', run' } as const
const dated = computed(() => {
  const { held } = store
  return held ? `${shortDay(held.day)}, ${held.startTime}${HELD[held.state]}` : ''
})
</script>

<template>
  <div class="flex h-screen min-h-0 flex-col">
    <Beam>
      <ClassBar
        v-if="store.plan && store.timeline"
        :timeline="store.shownTimeline ?? store.timeline"
        :length-min="store.plan.lengthMin"
        :start="store.plan.start"
        :selected="store.selected"
      />
    </Beam>
    <main v-if="store.plan && store.timeline" class="flex min-h-0 flex-1 flex-col">
      <div
        class="room"
        :class="{ 'no-shelf': !isOpen.shelf, 'no-bench': !isOpen.bench, phone: isPhone }"
        :style="{
          '--shelf': `${widths.shelf}px`,
          '--bench': `${widths.bench}px`,
          '--top': `${topHeight}px`,
        }"
      >
        <!-- Folded by a class: what is shown by `v-show` is drawn anew with whatever is drawn here. -->
        <Shelf ref="shelf" :class="{ folded: !isOpen.shelf }" />
        <PaneEdge
          v-if="isOpen.shelf"
          v-model="widths.shelf"
          class="shelf-edge"
          label="Width of the shelf"
          side="left"
          :least="190"
          :most="460"
          :usual="USUAL_PANES.shelf"
        />
        <div class="middle flex min-h-0 min-w-0 flex-col">
          <div ref="top" class="top">
            <button
              v-if="isTight"
              type="button"
              class="btn"
              :aria-pressed="isOpen.shelf"
              @click="fold('shelf')"
            >
              Shelf
            </button>
            <input
              class="name"
              :value="name.typed.value ?? store.plan.title"
              aria-label="Name of the plan"
              maxlength="200"
              @focus="name.begin"
              @input="name.type"
              @change="name.end"
              @blur="name.end"
            />
            <button
              type="button"
              class="on-class"
              :class="{ none: !store.held }"
              :title="store.held ? 'Use this plan on a class' : 'No class uses this plan yet'"
              @click="askForClass(false)"
            >
              {{ dated || 'Use it on a class…' }}
            </button>
            <SaveState
              class="min-w-[104px] truncate"
              :state="store.saveState"
              :fault="store.faults[0]"
              :said="said"
            />
            <span
              v-if="others.length"
              class="here"
              role="status"
              :title="`${others.join(', ')} at this plan too`"
              >{{ others.map((name) => name.split(' ')[0]).join(', ') }} here too</span
            >
            <span class="flex-1" />
            <button
              type="button"
              class="btn"
              :aria-pressed="!store.selected"
              @click="store.selected = undefined"
            >
              Class
            </button>
            <button
              type="button"
              class="btn"
              :disabled="!store.canUndo"
              aria-label="Undo"
              title="Undo, Ctrl Z"
              @click="store.undo()"
            >
              ↶
            </button>
            <button
              type="button"
              class="btn"
              :disabled="!store.canRedo"
              aria-label="Redo"
              title="Redo, Ctrl Shift Z"
              @click="store.redo()"
            >
              ↷
            </button>
            <button type="button" class="btn" :aria-pressed="draft.isOpen" @click="toDraft">Draft…</button>
            <button type="button" class="btn" @click="addBoard">Add <kbd>A</kbd></button>
            <!-- Its room is there before it is: what moves under a finger that is down misses its press. -->
            <span class="min-w-[43px]"><LazyOutMenu @versions="openVersions = true" /></span>
            <button type="button" class="btn" aria-label="Keys" @click="keysOpen = true"><kbd>?</kbd></button>
            <button
              v-if="isTight"
              type="button"
              class="btn"
              :aria-pressed="isOpen.bench"
              @click="fold('bench')"
            >
              Bench
            </button>
            <button type="button" class="btn btn-main" @click="toFloor">Go to floor <kbd>G</kbd></button>
          </div>
          <p v-if="store.faults.length && store.saveState !== 'refused'" role="alert" class="told">
            Not changed. {{ said(store.faults[0]!) }}.
          </p>
          <LazyPlanColumn v-if="isPhone" class="flex-1" @open="unfold('bench')" />
          <Frame v-else class="flex-1" />
        </div>
        <PaneEdge
          v-if="isOpen.bench"
          v-model="widths.bench"
          class="bench-edge"
          label="Width of the bench"
          side="right"
          :least="250"
          :most="520"
          :usual="USUAL_PANES.bench"
        />
        <LazyDraftPanel v-if="isOpen.bench && draft.isOpen" />
        <Bench ref="bench" :class="{ folded: !isOpen.bench || draft.isOpen }" />
      </div>
      <Tray ref="tray" />
    </main>
    <p v-else-if="problem" role="alert" class="p-10 text-center text-brick-deep">
      {{ problem }} <NuxtLink to="/compose" class="link">All plans</NuxtLink>
    </p>
    <p v-else class="p-10 text-center text-ash">Laying out the class…</p>
    <LazyUsePlanOn
      v-if="store.plan && isAsking"
      :plan="{ id: store.id, title: store.plan.title }"
      :why="isForFloor ? 'No class to come uses this plan. Which one should run it?' : undefined"
      @close="isAsking = false"
      @used="used"
    />
    <LazyStaleDialog v-if="store.theirs" />
    <LazyVersionsDialog v-if="openVersions" @close="openVersions = false" />
    <LazyKeysDialog v-if="keysOpen" @close="keysOpen = false" />
  </div>
</template>

<style scoped>
.room {
  display: grid;
  flex: 1;
  min-height: 0;
  grid-template-columns: var(--shelf) 0 minmax(0, 1fr) 0 var(--bench);
  grid-template-rows: minmax(0, 1fr);
}
.room > :deep(.shelf) {
  grid-column: 1;
}
.shelf-edge {
  grid-column: 2;
}
.middle {
  grid-column: 3;
}
.bench-edge {
  grid-column: 4;
}
.room > :deep(.bench) {
  grid-column: 5;
  contain: strict;
  overflow: hidden auto;
  min-height: 0;
  padding: 8px 12px 16px;
  background: #fbf7ee;
  border-left: 1px solid var(--color-straw);
  scrollbar-width: thin;
  scrollbar-color: #c9bba2 transparent;
}
.room > * {
  grid-row: 1;
}
.room > :deep(.folded) {
  display: none;
}
.no-shelf {
  grid-template-columns: 0 0 minmax(0, 1fr) 0 var(--bench);
}
.no-bench {
  grid-template-columns: var(--shelf) 0 minmax(0, 1fr) 0 0;
}
.no-shelf.no-bench {
  grid-template-columns: 0 0 minmax(0, 1fr) 0 0;
}
.top {
  display: flex;
  flex: none;
  align-items: center;
  gap: 6px;
  height: 38px;
  padding: 0 8px 0 10px;
}
.top .btn {
  height: 26px;
  padding: 0 8px;
  font-size: 13px;
}
.name {
  field-sizing: content;
  flex: 0 1 auto;
  min-width: 90px;
  max-width: 250px;
  text-overflow: ellipsis;
  padding: 0 4px;
  font: 660 17px/24px var(--font-serif);
  color: var(--color-umber);
  border: 1px solid transparent;
  border-radius: 3px;
  background: transparent;
}
.name:hover {
  border-color: var(--color-straw);
}
.on-class {
  padding: 0 6px;
  font-size: 13px;
  line-height: 22px;
  min-width: 60px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  color: var(--color-ash);
  border-radius: 3px;
}
.on-class:hover {
  background: #f1e4c6;
}
.on-class.none {
  font-weight: 620;
  color: #7a5310;
}
.here {
  padding: 0 7px;
  font-size: 13px;
  line-height: 20px;
  white-space: nowrap;
  color: var(--color-harbour);
  background: #e4eeed;
  border-radius: 3px;
}
.told {
  flex: none;
  padding: 2px 14px;
  font-size: 13px;
  color: var(--color-brick-deep);
  background: var(--color-brick-tint);
}
/* The name of the plan goes before the keys, which `?` lists. */
@media (max-width: 1400px) {
  .top kbd {
    display: none;
  }
  .top [aria-label='Keys'] kbd {
    display: inline;
  }
  .name {
    flex-shrink: 0.3;
    min-width: 140px;
  }
}
@media (max-width: 1150px) {
  .top .btn {
    padding: 0 6px;
  }
  .name {
    flex: 0 1 auto;
    min-width: 60px;
  }
  .on-class {
    max-width: 112px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
}
@media (max-width: 900px) {
  .top {
    flex-wrap: wrap;
    height: auto;
    padding-block: 4px;
  }
  .shelf-edge,
  .bench-edge {
    display: none;
  }
}
/* On a phone there is one thing at a time: the class, the shelf or the bench. */
.room.room.phone {
  grid-template-columns: minmax(0, 1fr);
}
.room.phone > *,
.room.phone > :deep(.shelf),
.room.phone > :deep(.bench) {
  grid-column: 1;
}
.phone:not(.no-shelf) .middle > :deep(.column),
.phone:not(.no-bench) .middle > :deep(.column) {
  display: none;
}
.phone > :deep(.shelf),
.phone > :deep(.bench) {
  z-index: 3;
  margin-top: var(--top);
  background: var(--color-plaster);
  border: 0;
}
.phone .top .btn {
  height: 40px;
}
.phone .top .name {
  flex: 1 1 40%;
  max-width: none;
}
</style>
