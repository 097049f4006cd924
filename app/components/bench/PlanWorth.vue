<script setup lang="ts">
import { toast } from '~/domain/toast'
import { boardFor } from '~~/core/curriculum/boards'
import { mixFor } from '~~/core/balance/mix'
import { taughtMs } from '~~/core/balance/taught'
import { LEARNT_SEC, worthOf, type GroupWorth, type ItemWorth, type Worth } from '~~/core/balance/worth'
import { CATEGORIES, type Category } from '~~/core/curriculum/categories'
import { layPlan } from '~~/core/plan/timeline'
import { minutes } from '~~/core/kernel/time-text'

/**
 * What the plan is worth: how much of what is due each group is served, the worst-served first; each opens to what it is made of. Worked out
 * when the keys rest, not with each of them.
 */
const store = usePlanStore()
const facts = useFactsStore()
const library = useLibraryStore()
const worth = shallowRef<Worth>()
const opened = ref<string>()
const AFTER_MS = 300
const reckon = useDebounceFn(() => {
  const { plan } = store
  worth.value = plan?.date ? worthOf(facts.counted(plan), facts.club) : undefined
}, AFTER_MS)
watch([() => store.plan, () => facts.club], () => void reckon(), { immediate: true })

const groups = computed(() =>
  (worth.value?.groups ?? []).filter(({ of }) => of > 0).sort((a, b) => a.served - b.served),
)
const nameOf = (id: string) => store.plan?.groups.find((group) => group.id === id)?.name ?? id
/** What is most due of what the plan leaves out: a board of it would help this group most. */
const missing = ({ items }: GroupWorth) =>
  items
    .filter(({ workSec, due }) => workSec === 0 && due > 0)
    .sort((a, b) => b.due - a.due)
    .slice(0, 3)
/** What the time on an item comes to: built up, done once, too short to be learnt, or kept; and what one layer more would add. */
function asWhat({ helping, thread, workSec, served, due }: ItemWorth): string {
  if (helping === 'keep') return due > 0 ? 'kept' : ''
  if (workSec < LEARNT_SEC) return `snippet, counts from ${minutes(LEARNT_SEC * 1000)}`
  return thread ? 'thread' : `once; a layer on +${(served / 2).toFixed(1)}`
}
/** A board of an item before the class winds down, and what it would change. */
function put(id: string, group: string) {
  const item = library.items.get(id)
  const { plan } = store
  if (!item || !plan) return
  const before = worth.value?.groups.find((one) => one.group === group)?.served ?? 0
  const at = plan.blocks.findLastIndex(({ phase }) => phase !== 'cooldown' && phase !== 'closing') + 1
  store.add(boardFor(item), at)
  const now = store.plan?.date
    ? worthOf(facts.counted(store.plan), facts.club).groups.find((one) => one.group === group)?.served
    : undefined
  toast(
    `${library.itemName(id)} is in the class${now === undefined ? '' : `: ${nameOf(group)} are served ${(now - before).toFixed(1)} more`}.`,
    { action: { label: 'Undo', onClick: () => store.undo() } },
  )
}
/** What a group's work is made of, against what it should be made of. */
function mixed({ group, categories, workSec }: GroupWorth) {
  const ranks = store.plan?.groups.find(({ id }) => id === group)?.ranks ?? []
  const mix = mixFor(ranks, { mix: library.loaded?.settings.mix ?? [] }, library.syllabus, library.items)
  const has = new Map<string, number>(categories.map((one) => [one.category, one.workSec]))
  return [...new Set([...has.keys(), ...mix.keys()])].map((category) => ({
    name: CATEGORIES[category as Category].name,
    sec: has.get(category) ?? 0,
    wantSec: (mix.get(category) ?? 0) * workSec,
  }))
}
/** What is shown and said to each group, by its heads. */
const taught = computed(() => {
  const plan = store.plan && facts.counted(store.plan)
  if (!plan) return []
  const heads = plan.groups.map(({ headcount }) => headcount)
  return taughtMs(layPlan(plan), heads).map((ms, g) => ({
    group: plan.groups[g]?.id,
    aHead: heads[g] ? ms / heads[g] : 0,
  }))
})
const taughtAHead = (id: string) => taught.value.find(({ group }) => group === id)?.aHead ?? 0
const STANDING = ['new', 'current', 'review', 'ahead', 'other'] as const
</script>

<template>
  <section v-if="groups.length" aria-labelledby="worth-title">
    <h3 id="worth-title" class="mt-3 mb-1">Of what is due</h3>
    <p class="mb-1 text-13 text-ash">
      Served of what is due, least first; the worst-served counts most: {{ worth?.value.toFixed(1) }} in all.
    </p>
    <div v-for="(one, n) in groups" :key="one.group" class="group">
      <button
        type="button"
        class="head"
        :aria-expanded="opened === one.group"
        @click="opened = opened === one.group ? undefined : one.group"
      >
        <ServedBar
          v-bind="{ group: one.group, served: one.served, of: one.of }"
          :least="n === 0 && groups.length > 1"
        />
      </button>
      <template v-if="opened === one.group">
        <table>
          <caption class="sr-only">
            What
            {{
              nameOf(one.group)
            }}
            is served
          </caption>
          <thead>
            <tr>
              <th scope="col">Item</th>
              <th scope="col">Due</th>
              <th scope="col">Work</th>
              <th scope="col">As</th>
              <th scope="col">Serves</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in one.items.filter(({ workSec }) => workSec > 0)" :key="row.item">
              <th scope="row">{{ library.itemName(row.item) }}</th>
              <td>{{ row.due.toFixed(1) }}</td>
              <td>{{ minutes(row.workSec * 1000) }}</td>
              <td :class="{ thread: row.thread && row.helping === 'learn' }">{{ asWhat(row) }}</td>
              <td>{{ row.served.toFixed(1) }}</td>
            </tr>
          </tbody>
        </table>
        <p>
          <template v-for="kind in STANDING" :key="kind"
            ><span v-if="one.standing[kind] > 0" class="kind"
              >{{ kind }} {{ minutes(one.standing[kind] * 1000) }}</span
            ></template
          >
        </p>
        <table>
          <caption class="sr-only">
            What the work of
            {{
              nameOf(one.group)
            }}
            is made of
          </caption>
          <thead>
            <tr>
              <th scope="col">Category</th>
              <th scope="col">Has</th>
              <th scope="col">By the mix</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in mixed(one)" :key="row.name">
              <th scope="row">{{ row.name }}</th>
              <td>{{ row.sec ? minutes(row.sec * 1000) : '' }}</td>
              <td>{{ row.wantSec ? minutes(row.wantSec * 1000) : '' }}</td>
            </tr>
          </tbody>
        </table>
        <p>
          talk {{ minutes(one.talkSec * 1000) }}, taught {{ minutes(taughtAHead(one.group)) }} a head, waiting
          {{ minutes(one.idleSec * 1000) }}, changing {{ minutes(one.transitionSec * 1000) }}
        </p>
        <p>
          right {{ one.sides.R }}, left {{ one.sides.L }}, no side {{ one.sides.N }}; received
          {{ one.received }}
        </p>
      </template>
      <p v-if="n === 0 && missing(one).length" class="most">
        Would help most:
        <button
          v-for="row in missing(one)"
          :key="row.item"
          type="button"
          class="btn"
          :title="`A board of it: due ${row.due.toFixed(1)}`"
          @click="put(row.item, one.group)"
        >
          {{ library.itemName(row.item) }} <span class="text-ash">{{ row.due.toFixed(1) }}</span>
        </button>
      </p>
    </div>
  </section>
</template>

<style scoped>
.group {
  padding: 3px 0;
  font-size: 13px;
  line-height: 18px;
}
.head {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  min-height: 28px;
}
table {
  width: 100%;
}
th {
  font-weight: 400;
  text-align: left;
}
td,
th + th {
  padding-left: 8px;
  text-align: right;
}
.thread {
  font-weight: 700;
  color: var(--color-moss);
}
.kind + .kind::before {
  content: ', ';
}
.most {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
  color: var(--color-brick-deep);
}
.most .btn {
  min-height: 26px;
  padding: 0 7px;
  font-size: 13px;
}
</style>
