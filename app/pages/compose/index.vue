<script setup lang="ts">
import { rosterSchema } from '~~/shared/answers'
import { format } from 'date-fns'
import MiniSearch from 'minisearch'
import { counted, minutes } from '~~/core/kernel/time-text'
import type { ListedPlan } from '~~/shared/answers'
import { inOrder } from '~/domain/in-order'
import { shortDay } from '~/domain/days'

useHead({ title: 'Plans · Golden Lintel' })
const planning = usePlanning()
const library = useLibraryStore()
const headcounts = ref<Record<string, number>>({})
const find = ref('')
const { plans, isAll, problem, read, readEarlier } = usePlanList(find)

const readAnew = inOrder(
  () => Promise.all([read(), api('/api/students', { answer: rosterSchema }), library.load()]),
  ([, students]) => {
    headcounts.value = Object.fromEntries(
      library.groups.map(({ id }) => [id, students.filter(({ groupId }) => groupId === id).length]),
    )
  },
)
async function load() {
  try {
    await readAnew()
  } catch (error) {
    problem.value = saidBy(error)
  }
}
onMounted(load)

const KINDS = {
  all: { name: 'All', has: ({ putAway }: ListedPlan) => !putAway },
  coming: { name: 'To come', has: ({ state }: ListedPlan) => state === 'planned' || state === 'running' },
  run: { name: 'Run', has: ({ state, putAway }: ListedPlan) => state === 'finished' && !putAway },
  unused: { name: 'On no class', has: ({ state, putAway }: ListedPlan) => state === null && !putAway },
  away: { name: 'Put away', has: ({ putAway }: ListedPlan) => putAway },
} as const
/** The plan that a class is asked for. */
const using = ref<ListedPlan>()
type Kind = keyof typeof KINDS
const kind = ref<Kind>('all')
const counts = computed(() =>
  Object.fromEntries(
    Object.entries(KINDS).map(([id, { has }]) => [id, (plans.value ?? []).filter(has).length]),
  ),
)
const search = computed(() => {
  const index = new MiniSearch<ListedPlan>({
    fields: ['title', 'theme', 'boards'],
    searchOptions: { prefix: true, fuzzy: 0.15, combineWith: 'AND', boost: { title: 3 } },
  })
  index.addAll(plans.value ?? [])
  return index
})
const WORDS = { planned: 'to come', running: 'on the floor', finished: 'run' } as const
/** A dated plan by its day, the others by when they were kept. */
const rows = computed(() => {
  const found = find.value.trim()
    ? new Set(search.value.search(find.value).map(({ id }) => id as string))
    : undefined
  return (plans.value ?? [])
    .filter((plan) => KINDS[kind.value].has(plan) && (!found || found.has(plan.id)))
    .sort((a, b) => sortKey(b).localeCompare(sortKey(a)))
})
const sortKey = ({ day, savedAt }: ListedPlan) => day ?? new Date(savedAt).toISOString().slice(0, 10)

/** Two plans to be laid side by side. */
const chosen = ref<string[]>([])
function choose(id: string) {
  chosen.value = chosen.value.includes(id)
    ? chosen.value.filter((one) => one !== id)
    : [...chosen.value, id].slice(-2)
}
async function blank() {
  await navigateTo(`/compose/${await planning.addPlan(await planning.emptyPlan(headcounts.value))}`)
}
</script>

<template>
  <div class="mx-auto max-w-[960px] px-6 py-8">
    <div class="flex flex-wrap items-baseline gap-4 border-b-2 border-umber pb-2">
      <h1 class="text-34">Plans</h1>
      <span class="text-ash">the latest class first</span>
      <span class="ml-auto" />
      <PlanFileImport @added="(id) => navigateTo(`/compose/${id}`)" />
      <button type="button" class="btn btn-main" @click="blank">Start blank</button>
    </div>
    <p v-if="problem" role="alert" class="py-6 text-brick-deep">{{ problem }}</p>
    <p v-else-if="!plans" class="py-6 text-ash">Looking…</p>
    <p v-else-if="plans.length === 0" class="py-6 text-ash">
      No plan yet. Start blank, or bring in a plan file.
    </p>
    <template v-else>
      <div class="tools">
        <FindField v-model="find" class="w-[260px]" label="Find a plan" placeholder="Title, theme or board" />
        <div role="group" aria-label="Which plans" class="flex flex-wrap">
          <button
            v-for="(one, id) in KINDS"
            :key="id"
            type="button"
            class="kind"
            :class="{ on: kind === id }"
            :aria-pressed="kind === id"
            @click="kind = id"
          >
            {{ one.name }} <i>{{ counts[id] }}{{ isAll ? '' : '+' }}</i>
          </button>
        </div>
        <NuxtLink
          v-if="chosen.length === 2"
          :to="`/compose/compare?a=${chosen[0]}&b=${chosen[1]}`"
          class="btn btn-main ml-auto"
          >Compare the two</NuxtLink
        >
        <span v-else class="text-13 ml-auto text-ash">{{
          chosen.length ? 'tick one more to compare' : 'tick two to compare them'
        }}</span>
      </div>
      <p v-if="rows.length === 0" class="py-6 text-ash">
        {{ find ? `No plan mentions “${find}”.` : 'None of this kind yet.' }}
      </p>
      <ul v-else>
        <li v-for="plan in rows" :key="plan.id" class="row">
          <input
            type="checkbox"
            class="size-5 accent-umber"
            :checked="chosen.includes(plan.id)"
            :aria-label="`Compare ${plan.title}`"
            @change="choose(plan.id)"
          />
          <NuxtLink :to="`/compose/${plan.id}`" class="open">
            <b class="day">{{ plan.day ? shortDay(plan.day) : 'no day' }}</b>
            <span class="title">{{ plan.title }}</span>
            <span class="about">{{ plan.boards }}</span>
            <span class="figures"
              >{{ counted(plan.blocks, 'board') }}, {{ minutes(plan.totalMs)
              }}<b v-if="plan.spareMs < 0" class="text-brick-deep"
                >, {{ minutes(-plan.spareMs) }} over</b
              ></span
            >
            <span class="state"
              >{{ plan.state ? WORDS[plan.state] : '' }}
              <i v-if="!plan.state">kept {{ format(new Date(plan.savedAt), 'd MMM, HH:mm') }}</i></span
            >
          </NuxtLink>
          <PlanMenu :plan="plan" @changed="load" @use="using = plan" />
        </li>
      </ul>
      <button v-if="!isAll" type="button" class="btn mt-4" @click="readEarlier">Show earlier plans</button>
      <UsePlanOn v-if="using" :plan="using" @close="using = undefined" @used="load" />
    </template>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 14px;
  padding: 12px 0;
}
.kind {
  min-height: 32px;
  white-space: nowrap;
  padding: 0 10px;
  border-bottom: 2px solid transparent;
  color: var(--color-ash);
}
.kind i {
  font-size: 13px;
  font-style: normal;
}
.kind.on {
  border-color: var(--color-gilt);
  color: var(--color-umber);
  font-weight: 640;
}
.row {
  display: flex;
  align-items: center;
  gap: 12px;
  border-bottom: 1px solid var(--color-straw);
}
.open {
  display: grid;
  flex: 1;
  grid-template-columns: 92px minmax(0, 1fr) auto;
  column-gap: 16px;
  padding: 8px 4px;
}
.open:hover {
  background: var(--color-paper);
}
.day {
  grid-row: span 2;
  color: var(--color-ash);
  font-weight: 500;
}
.title {
  font: 640 17px/22px var(--font-serif);
  color: var(--color-umber);
}
.about {
  grid-column: 2;
  grid-row: 2;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 13px;
  color: var(--color-ash);
}
.figures,
.state {
  text-align: right;
  font-size: 13px;
}
.figures {
  grid-column: 3;
  grid-row: 1;
}
.state {
  grid-column: 3;
  grid-row: 2;
  color: var(--color-ash);
}
.state i {
  font-style: normal;
}
@media (max-width: 640px) {
  .open {
    grid-template-columns: minmax(0, 1fr);
  }
  .day,
  .about,
  .figures,
  .state {
    grid-column: 1;
    grid-row: auto;
    text-align: left;
  }
}
</style>
