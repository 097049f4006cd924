<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { CheckIcon, EllipsisVerticalIcon, HomeIcon } from '@heroicons/vue/20/solid'
import { cameAt, inHall } from '~~/core/people/register'
import type { RosterStudent } from '~~/shared/answers'
import { wallTime } from '~/domain/wall-time'

/** One student's line in the register: three cells as in a ruled book, and the rarer states behind the dots. */
const props = defineProps<{ student: RosterStudent }>()
const emit = defineEmits<{ tapped: [id: string, name: string, what: string] }>()
const store = useClassStore()
/** A student's page is for those who teach. */
const mayWrite = useMayWrite()

const line = computed(() => store.register.get(props.student.id))
const state = computed(() => line.value?.state ?? 'unknown')
const firstName = computed(() => props.student.name.split(' ')[0] ?? '')
const library = useLibraryStore()
const time = (ms: number) => wallTime(ms, library.club?.zone)
const lateBy = computed(() => {
  const from = line.value && cameAt(line.value)
  const start = store.run?.startedAt ?? store.data?.startsAt
  return from === undefined || start === undefined ? 0 : Math.max(0, Math.round((from - start) / 60_000))
})
/** The tap that made it so carries a time that cannot be right. */
const isDoubted = computed(() => store.data?.doubted?.some(({ id }) => id === line.value?.last?.id) ?? false)
const says = computed(() => {
  const { last, there, reason, out } = line.value ?? {}
  const from = line.value && cameAt(line.value)
  const to = there?.at(-1)?.[1]
  const under = props.student.age !== null && props.student.age < 18 ? ', under 18' : ''
  switch (state.value) {
    case 'here':
      return `${last ? time(last.at) : ''}${out?.length ? ', sat out a while' : ''}${under}`
    case 'late':
      return `from ${from ? time(from) : ''}${under}`
    case 'home':
      return `from home${under}`
    case 'out':
      return `sits out${reason ? `: ${reason}` : ''}`
    case 'left':
      return `left ${to ? time(to) : ''}${reason ? `: ${reason}` : ''}`
    case 'away':
    case 'excused':
      return `${state.value}${reason ? `, ${reason}` : ''}`
    default:
      return under.slice(2)
  }
})
/** They are here in another class at the same time, and here too. */
const elsewhere = computed(() =>
  inHall(line.value) ? store.data?.elsewhere?.find(({ student }) => student === props.student.id) : undefined,
)
/** What the floor must know of whoever may be on it: those who are not coming need no minding. */
const note = computed(() =>
  ['away', 'excused', 'left'].includes(state.value) ? null : props.student.floorNote,
)

/** What the board under way, or before the bow the class, leaves to each who is here: their own layer is a tap, and stays with them. */
const layers = computed(() => {
  const isThere = inHall(line.value) || state.value === 'home'
  const offered = [...store.offeredTo(store.groupOf(props.student)?.id ?? '')]
    .filter(([item]) => library.items.has(item))
    .slice(0, MOST_CHIPS)
  return offered
    .map(([item, range]) => {
      const own = Math.min(props.student.layers[item] ?? range.from, range.upTo)
      return { item, layer: Math.max(own, range.from), ...range }
    })
    .filter(({ layer, from }) => isThere || layer > from)
})
const MOST_CHIPS = 2
type Offer = (typeof layers.value)[number]
function setLayer({ item, layer, from, upTo }: Offer) {
  void store.setLayer(props.student.id, item, layer >= upTo ? from : layer + 1, from)
}

type Tap = Parameters<typeof store.tap>[0]
function tap(kind: Tap, what: string, more: { reason?: string } = {}) {
  const id = store.tap(kind, props.student.id, more)
  emit('tapped', id, firstName.value, what)
}
function here() {
  if (state.value === 'here' || state.value === 'home') tap('clear', 'cleared')
  else if (state.value === 'out') tap('back', 'back in')
  else tap('here', 'here')
}
/** After the class “now” means nothing: the times are typed. */
const isOver = computed(() => store.run?.phase === 'finished')
const isTyping = ref(false)
function late() {
  if (isOver.value) isTyping.value = true
  else if (state.value === 'late') tap('clear', 'cleared')
  else tap('late', `late, from now`)
}
function keptTimes() {
  isTyping.value = false
  emit('tapped', '', firstName.value, 'the times are kept')
}
function choose({ kind, name }: { kind: Tap; name: string }) {
  if (kind === 'left' && isOver.value) isTyping.value = true
  else tap(kind, name)
}
function out() {
  if (isOver.value) isTyping.value = true
  else if (state.value === 'out') tap('back', 'back in')
  else tap('out', 'sits out')
}
const more: { kind: Tap; name: string }[] = [
  { kind: 'home', name: 'from home' },
  { kind: 'left', name: 'left now' },
  { kind: 'away', name: 'away' },
  { kind: 'excused', name: 'excused' },
  { kind: 'clear', name: 'clear the line' },
]
const REASONS = ['injury', 'unwell', 'watching']

/** A long press on the name opens the rarer states, as the dots do. */
const who = useTemplateRef<HTMLElement>('who')
const dots = useTemplateRef<{ $el: HTMLElement }>('dots')
const LONG_MS = 500
const openMore = () => dots.value?.$el.click()
/** The press that opened the menu is no tap on the name. */
let wasLong = false
onLongPress(
  who,
  () => {
    wasLong = true
    openMore()
  },
  { delay: LONG_MS, distanceThreshold: 12 },
)
function tapName(event: MouseEvent) {
  if (wasLong) event.preventDefault()
  wasLong = false
}
/** On the cells: H, L and O are the three states, M the rarer ones, arrows go from line to line. */
function keyed(event: KeyboardEvent) {
  const cellHere = (event.target as HTMLElement).closest('.cell')
  if (!cellHere || event.ctrlKey || event.metaKey || event.altKey) return
  const acts: Record<string, () => void> = { h: here, l: late, o: out, m: openMore }
  const act = acts[event.key.toLowerCase()]
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
  if (act) act()
  else if (step) {
    const name = cellHere.getAttribute('data-cell') ?? ''
    const cells = [...document.querySelectorAll<HTMLElement>(`.cell[data-cell="${name}"]`)]
    cells[cells.indexOf(cellHere as HTMLElement) + step]?.focus()
  } else return
  event.preventDefault()
}
</script>

<template>
  <div
    class="row"
    :class="state"
    role="group"
    :aria-label="student.name"
    :data-student="student.id"
    @keydown="keyed"
  >
    <div ref="who" class="who" @click.capture="tapName" @contextmenu.prevent>
      <NuxtLink v-if="mayWrite" :to="`/people/${student.id}`" class="name">{{ student.name }}</NuxtLink>
      <span v-else class="name">{{ student.name }}</span>
      <em v-if="student.kind !== 'member'" class="guest">{{
        student.kind === 'trial' ? 'tries a class' : 'visits'
      }}</em>
      <span class="says" :title="[note, says].filter(Boolean).join(' · ')"
        ><b v-if="note" class="note">{{ note }}</b
        ><template v-if="note && says"> · </template>{{ says
        }}<em v-if="isDoubted" title="The device that sent this has its clock wrong"> · time doubted</em
        ><em v-if="elsewhere" class="elsewhere">
          · also in {{ elsewhere.title }}, {{ elsewhere.startTime }}</em
        ></span
      >
      <span v-if="layers.length" class="layers">
        <button
          v-for="one in layers"
          :key="one.item"
          type="button"
          class="layer"
          :class="{ own: one.layer > one.from }"
          :aria-label="`${student.name}: ${library.itemName(one.item)} at ${library.layerName(one.item, one.layer)}. Change it`"
          :title="library.itemName(one.item)"
          @click="setLayer(one)"
        >
          {{ layers.length > 1 ? `${library.itemName(one.item)}: ` : ''
          }}{{ library.layerName(one.item, one.layer) }}
        </button>
      </span>
    </div>
    <button
      type="button"
      class="cell"
      data-cell="here"
      :aria-pressed="state === 'here' || state === 'home'"
      :aria-label="`${student.name}: here`"
      @click="here"
    >
      <CheckIcon v-if="state === 'here'" class="size-5" /><HomeIcon
        v-else-if="state === 'home'"
        class="size-5"
      /><i v-else />
    </button>
    <button
      type="button"
      class="cell"
      data-cell="late"
      :aria-pressed="state === 'late'"
      :aria-label="`${student.name}: late`"
      @click="late"
    >
      <template v-if="state === 'late'">+{{ lateBy }}</template
      ><i v-else />
    </button>
    <button
      type="button"
      class="cell"
      data-cell="out"
      :aria-pressed="state === 'out'"
      :aria-label="`${student.name}: sits out`"
      @click="out"
    >
      <u v-if="state === 'out'" /><i v-else />
    </button>
    <Menu as="div" class="relative">
      <MenuButton ref="dots" class="dots" :aria-label="`${student.name}: more`"
        ><EllipsisVerticalIcon class="size-4"
      /></MenuButton>
      <MenuItems class="panel absolute right-0 z-20 w-44 py-1">
        <MenuItem v-for="entry in more" :key="entry.kind" v-slot="{ active }">
          <button type="button" class="entry" :class="{ active }" @click="choose(entry)">
            {{ entry.name }}
          </button>
        </MenuItem>
        <MenuItem v-slot="{ active }">
          <button type="button" class="entry" :class="{ active }" @click="isTyping = true">
            came, left, out: type the times
          </button>
        </MenuItem>
        <MenuItem v-for="reason in REASONS" :key="reason" v-slot="{ active }">
          <button
            type="button"
            class="entry"
            :class="{ active }"
            @click="tap('out', `sits out: ${reason}`, { reason })"
          >
            sits out: {{ reason }}
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
    <LazyPresenceEditor v-if="isTyping" :student="student" @leave="isTyping = false" @kept="keptTimes" />
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 36px 36px 36px 24px;
  align-items: stretch;
  min-height: 40px;
  border-top: 1px solid #e7decd;
}
.who {
  display: flex;
  flex-direction: column;
  justify-content: center;
  min-width: 0;
  padding: 2px 4px 2px 9px;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-weight: 640;
  line-height: 24px;
}
.name:hover {
  text-decoration: underline;
}
.guest {
  font-size: 13px;
  font-style: normal;
  line-height: 15px;
  color: var(--color-harbour);
}
.says {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 13px;
  line-height: 16px;
  color: var(--color-ash);
}
.note {
  font-weight: 640;
  color: var(--color-ink);
}
.elsewhere {
  color: var(--color-brick-deep);
}
.layers {
  display: flex;
  gap: 4px;
  overflow: hidden;
}
.layer {
  min-height: 22px;
  padding: 0 7px;
  overflow: hidden;
  font-size: 13px;
  line-height: 20px;
  text-overflow: ellipsis;
  white-space: nowrap;
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.layer.own {
  border-color: var(--color-gilt);
  background: #ffe7a8;
  font-weight: 640;
}
.away .name,
.excused .name,
.left .name {
  font-weight: 450;
  color: var(--color-ash);
}
.late {
  background: #fbf3df;
}
.out {
  background: #eaf0f1;
}
.cell {
  display: grid;
  place-items: center;
  border-left: 1px solid #e7decd;
  font-weight: 700;
  font-size: 13px;
}
.cell:hover {
  background: #f1e9da;
}
.cell i {
  width: 7px;
  height: 7px;
  border: 1.5px solid #b9a98d;
  border-radius: 50%;
}
.here .cell[aria-pressed='true'] {
  background: var(--color-moss);
  color: #fff;
}
.home .cell[aria-pressed='true'] {
  background: var(--color-harbour);
  color: #fff;
}
.late .cell[aria-pressed='true'] {
  background: #edbe62;
}
.out .cell[aria-pressed='true'] {
  background: repeating-linear-gradient(135deg, #2c5a70 0 4px, #24495b 4px 8px);
}
.cell u {
  width: 18px;
  height: 5px;
  background: #fff;
}
.dots {
  width: 24px;
  height: 100%;
  display: grid;
  place-items: center;
  color: var(--color-ash);
}
.entry {
  display: block;
  width: 100%;
  padding: 5px 12px;
  text-align: left;
}
.entry.active {
  background: #f1e4c6;
}
@media (max-width: 760px) {
  .row {
    grid-template-columns: minmax(0, 1fr) 48px 48px 48px 32px;
    min-height: 48px;
  }
  .dots {
    width: 32px;
  }
}
</style>
