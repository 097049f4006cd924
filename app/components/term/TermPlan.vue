<script lang="ts">
/** A share of a group that goes from one day to another, on which there is something of it already or nothing. */
export interface MovedShare {
  group: string
  item: string
  from: string
  to: string
  minutes: number
  there: number
}
</script>

<script setup lang="ts">
import type { ComingClass } from '~~/core/term/days'
import type { Need } from '~~/core/term/needs'
import type { Placed } from '~~/core/term/placed'
import type { TermPlan } from '~~/core/term/term'
import { agoSaid, shortDay } from '~/domain/days'

/** Items down, classes across: what of each comes when, what was done, and what stays short. One group at a time. */
const { needs, plan, coming, today, places, mayMove } = defineProps<{
  needs: readonly { group: string; items: readonly Need[] }[]
  plan: TermPlan
  coming: readonly ComingClass[]
  today: string
  /** What was put on its class by hand. */
  places: readonly Placed[]
  mayMove: boolean
}>()
const emit = defineEmits<{
  draft: [of: ComingClass, theme: string[]]
  move: [moved: MovedShare]
  release: [group: string]
}>()
const library = useLibraryStore()
const chosen = ref<string>()
/** The one that is shortest of time, until another is chosen. */
const group = computed(
  () => chosen.value ?? [...plan.groups].sort((a, b) => b.shortMin - a.shortMin)[0]?.id ?? needs[0]?.group,
)
const days = computed(() => [...new Map(coming.map((one) => [one.day, one])).values()])
const shares = computed(() => {
  const found = new Map<string, number>()
  for (const { date, group: of, item, minutes } of plan.plan) found.set(`${of} ${item} ${date}`, minutes)
  return found
})
const rows = computed(() => {
  const told = plan.groups.find(({ id }) => id === group.value)
  return (needs.find((one) => one.group === group.value)?.items ?? [])
    .map((need) => ({
      ...need,
      shortMin: told?.items.find(({ item }) => item === need.item)?.shortMin ?? 0,
      cells: days.value.map(({ day }) => shares.value.get(`${group.value} ${need.item} ${day}`) ?? 0),
    }))
    .filter(({ needMin }) => needMin > 0)
})
const met = computed(
  () => (needs.find((one) => one.group === group.value)?.items.length ?? 0) - rows.value.length,
)
/** The items of a class, over all groups, that have most of it: the theme of its draft. */
function themeOf(day: string): string[] {
  const sums = new Map<string, number>()
  for (const { date, item, minutes } of plan.plan)
    if (date === day) sums.set(item, (sums.get(item) ?? 0) + minutes)
  return [...sums]
    .sort((a, b) => b[1] - a[1])
    .slice(0, MOST_OF_THEME)
    .map(([item]) => item)
}
const MOST_OF_THEME = 12
const shareSaid = (item: string, n: number, minutes: number) =>
  `${library.itemName(item)}, ${shortDay(days.value[n]?.day ?? '')}: ${minutes ? `${minutes} minutes` : 'none'}`
/** A share that is taken up, to be put on another class: by a tap and another, with the arrows, or dragged. */
const taken = ref<{ item: string; day: string; minutes: number }>()
const isTaken = (item: string, n: number) =>
  taken.value?.item === item && taken.value.day === days.value[n]?.day
const isByHand = (item: string, n: number) =>
  places.some(
    (one) =>
      one.group === group.value && one.item === item && one.day === days.value[n]?.day && one.minutes > 0,
  )
const byHand = computed(() => places.filter((one) => one.group === group.value && one.minutes > 0).length)
function take(item: string, n: number, minutes: number) {
  const day = days.value[n]?.day
  if (!day) return
  taken.value = isTaken(item, n) ? undefined : { item, day, minutes }
}
function put(item: string, n: number) {
  const { value: from } = taken
  const to = days.value[n]?.day
  taken.value = undefined
  if (!from || !to || !group.value || from.item !== item || from.day === to) return
  const there = shares.value.get(`${group.value} ${item} ${to}`) ?? 0
  emit('move', { group: group.value, item, from: from.day, to, minutes: from.minutes, there })
}
function press(item: string, n: number, minutes: number) {
  if (taken.value?.item === item && !isTaken(item, n)) put(item, n)
  else if (minutes > 0) take(item, n, minutes)
}
/** The arrows take a share to the next class that way and keep hold of it there. */
async function onArrow(item: string, n: number, minutes: number, by: number, event: KeyboardEvent) {
  if (minutes === 0 || !days.value[n + by]) return
  taken.value = { item, day: days.value[n]!.day, minutes }
  const row = (event.currentTarget as HTMLElement).closest('tr')
  put(item, n + by)
  await nextTick()
  row?.querySelectorAll<HTMLElement>('td.class button')[n + by]?.focus()
}
watch(group, () => (taken.value = undefined))
</script>

<template>
  <section class="panel px-3.5 py-3 min-w-0" aria-labelledby="plan-title">
    <div class="flex flex-wrap items-center gap-2">
      <h2 id="plan-title" class="text-20">What comes when</h2>
      <span class="text-13 text-ash"
        >minutes of work on it by class; assuming a third of each class goes to it</span
      >
      <GroupPick
        v-if="group"
        :groups="needs.map((one) => one.group)"
        :model-value="group"
        @update:model-value="chosen = $event"
      />
    </div>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th scope="col">Item</th>
            <th scope="col">Done</th>
            <th scope="col">Needed</th>
            <th v-for="one in days" :key="one.day" scope="col">
              <span
                class="day"
                :title="one.held?.lesson ? `Lesson ${one.held.lesson.lesson} of a series` : undefined"
                >{{ shortDay(one.day).slice(0, 6)
                }}<template v-if="one.held?.lesson"> · {{ one.held.lesson.lesson }}</template></span
              >
              <button
                type="button"
                class="link"
                :aria-label="`Draft the class of ${shortDay(one.day)}`"
                :title="
                  one.held
                    ? 'Draft it with this share as its theme'
                    : 'Plan it, and draft it with this share as its theme'
                "
                @click="emit('draft', one, themeOf(one.day))"
              >
                draft
              </button>
            </th>
            <th scope="col">Short</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.item">
            <th scope="row">
              {{ library.itemName(row.item) }}
              <span class="text-13 text-ash">{{
                row.last
                  ? `last ${agoSaid(row.last, today)}${row.never ? `, ${row.never} never` : ''}`
                  : 'never run'
              }}</span>
            </th>
            <td>{{ row.doneMin }}</td>
            <td>{{ row.needMin }}</td>
            <td
              v-for="(minutes, n) in row.cells"
              :key="n"
              class="class"
              :class="{ has: minutes, room: taken?.item === row.item && !minutes }"
              @dragover="taken?.item === row.item && $event.preventDefault()"
              @drop.prevent="put(row.item, n)"
            >
              <button
                v-if="mayMove"
                type="button"
                class="share"
                :class="{ hand: isByHand(row.item, n) }"
                :aria-label="shareSaid(row.item, n, minutes)"
                :aria-pressed="isTaken(row.item, n)"
                :title="
                  minutes
                    ? isByHand(row.item, n)
                      ? 'Put here by hand'
                      : 'Tap, then tap its new day'
                    : undefined
                "
                :disabled="!minutes && taken?.item !== row.item"
                :draggable="minutes > 0"
                @dragstart="take(row.item, n, minutes)"
                @dragend="taken = undefined"
                @click="press(row.item, n, minutes)"
                @keydown.left.prevent="onArrow(row.item, n, minutes, -1, $event)"
                @keydown.right.prevent="onArrow(row.item, n, minutes, 1, $event)"
                @keydown.esc="taken = undefined"
              >
                {{ minutes || '' }}
              </button>
              <template v-else>{{ minutes || '' }}</template>
            </td>
            <td :class="{ short: row.shortMin }">{{ row.shortMin || '' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="taken" class="text-13" role="status">
      {{ library.itemName(taken.item) }}: tap the class it is to come in, or Esc.
    </p>
    <p v-if="byHand > 0" class="text-13">
      {{ byHand }} put by hand.
      <button type="button" class="link" @click="group && emit('release', group)">Plan them anew</button>
    </p>
    <p v-if="met > 0" class="text-13 text-ash">{{ met }} more have had all that the syllabus asks.</p>
    <p v-if="days.length === 0" class="text-13 text-ash">
      There is no class before then: set the class days in the settings.
    </p>
  </section>
</template>

<style scoped>
.scroll {
  max-height: 640px;
  overflow: auto;
}
table {
  width: 100%;
  font-size: 13px;
}
thead th {
  position: sticky;
  top: 0;
  font-weight: 600;
  background: var(--color-paper);
  border-bottom: 2px solid var(--color-umber);
}
.day {
  display: block;
  white-space: nowrap;
}
th,
td {
  padding: 3px 4px;
  text-align: right;
}
th:first-child {
  min-width: 146px;
  text-align: left;
}
tbody th {
  font-weight: 400;
  border-bottom: 1px solid var(--color-straw);
}
tbody th span {
  display: block;
}
td {
  border-bottom: 1px solid var(--color-straw);
}
.has {
  font-weight: 700;
  background: #f3e3bd;
}
.class {
  padding: 0;
  border-left: 1px solid #efe6d5;
}
.share {
  width: 100%;
  min-width: 24px;
  min-height: 40px;
  padding: 0 4px;
  text-align: right;
  border: 2px solid transparent;
  cursor: grab;
}
.share:disabled {
  cursor: default;
}
.share.hand {
  border-color: var(--color-gilt);
}
.share[aria-pressed='true'] {
  border-color: var(--color-harbour);
}
.room {
  background: #e8f0f2;
}
.short {
  font-weight: 700;
  color: var(--color-brick-deep);
}
/* On paper all of it stands, as narrow as it can. */
@media print {
  .scroll {
    max-height: none;
    overflow: visible;
  }
  table {
    font-size: 8px;
  }
  thead th {
    position: static;
  }
  th,
  td {
    padding: 1px 2px;
  }
  th:first-child {
    min-width: 90px;
  }
  .share {
    min-width: 0;
    min-height: 0;
    padding: 0;
  }
  tr {
    break-inside: avoid;
  }
}
</style>
