<script setup lang="ts">
import { toast } from '~/domain/toast'
import { LockClosedIcon, XMarkIcon } from '@heroicons/vue/20/solid'
import { CATEGORIES, type Category } from '~~/core/curriculum/categories'
import { counted, minutes } from '~~/core/kernel/time-text'
import { layPlan } from '~~/core/plan/timeline'
import { techniquesOf } from '~~/core/plan/techniques'
import type { Block } from '~~/core/plan/schema'
import type { Wish } from '~/stores/draft'

/** A class drafted from what is due: what is wished for, how far it is, the drafts that were made, and each board with why it is there. */
const draft = useDraftStore()
const plans = usePlanStore()
const library = useLibraryStore()
const WISHES: { value: Wish; name: string }[] = [
  { value: 'as it comes', name: 'as it comes' },
  { value: 'more', name: 'more' },
  { value: 'little', name: 'a tenth at most' },
  { value: 'none', name: 'none' },
]
const wishFor = (category: Category): Wish => draft.wishes.categories[category] ?? 'as it comes'
const isWishing = ref(true)

const clock = useNow({ interval: 500 })
const seconds = computed(() => Math.max(0, Math.round((clock.value.getTime() - draft.beganAt) / 1000)))

const percent = (share: number) => `${(share * 100).toFixed(1)}\u00A0%`
/** While all that is known is what everybody could be served at most, it says nothing. */
const MOST_SAID = 0.5
const betterSaid = (gap: number) =>
  gap < MOST_SAID ? `at best ${percent(gap / (1 - gap))} better is possible` : undefined
const bestSaid = computed(() => {
  const { best } = draft
  if (!best) return 'looking for a first one'
  const bound = betterSaid(best.gap) ?? 'how much better there can be is being worked out'
  return `best so far is worth ${best.value.toFixed(1)}, ${bound}`
})
const boundSaid = computed(() => {
  const { draft: now } = draft
  if (!now) return ''
  if (now.bound === 0) return 'Nothing is due for these groups: the class keeps what they have.'
  if (now.gap < 0.0005) return 'Under these choices there is none better.'
  const better = betterSaid(now.gap)
  return better
    ? `${better.replace('at', 'At')} under these choices.`
    : 'There was no time to say how good it could get.'
})
const served = computed(() => [...(draft.draft?.served ?? [])].filter(({ of }) => of > 0))

const boards = computed(() => {
  const { draft: now } = draft
  if (!now) return []
  const placed = layPlan(now.plan).blocks
  const whys = new Map(now.why.map(({ block, says }) => [block, says]))
  return placed.map(({ block, ms }) => ({
    block,
    ms,
    why: whys.get(block.id) ?? '',
    items: [...new Set(techniquesOf({ ...now.plan, blocks: [block] }).map(({ id }) => id))],
    isOpenToChange: draft.isOpenToChange(block),
  }))
})
/** Boards of the plan on the frame that may be kept. */
const own = computed(() => (plans.plan?.blocks ?? []).filter(({ phase }: Block) => phase !== 'water'))
const worst = (shares: { served: number; of: number }[]) =>
  Math.min(1, ...shares.filter(({ of }) => of > 0).map((one) => one.served / one.of))

function make() {
  isWishing.value = false
  void draft.make()
}
function use() {
  if (draft.use())
    toast('The draft is on the frame.', { action: { label: 'Undo', onClick: () => plans.undo() } })
}
function addItem(id: string | undefined) {
  if (id && !draft.wishes.items.includes(id)) draft.wishes.items.push(id)
}
const without = (list: string[], id: string) => list.filter((one) => one !== id)
onUnmounted(() => draft.close())
</script>

<template>
  <aside class="bench" aria-labelledby="draft-title">
    <div class="flex items-center gap-2">
      <h2 id="draft-title" class="text-20">Draft a class</h2>
      <button type="button" class="btn ml-auto" @click="draft.close()">Cancel</button>
    </div>
    <p class="text-13 text-ash">
      Worked out from what is due for each group, the worst-served first, within every check. Nothing changes
      until you use it.
    </p>

    <p v-if="draft.ofWeek" class="text-13">
      The theme of the week goes with it<template v-if="draft.ofWeek.says">: {{ draft.ofWeek.says }}</template
      >.
    </p>
    <div class="acts">
      <button v-if="draft.isBusy" type="button" class="btn tall" @click="draft.stop()">
        {{ draft.best ? 'Stop, take the best so far' : 'Stop' }}
      </button>
      <button v-else type="button" class="btn btn-main tall" @click="make">
        {{ draft.draft ? 'Another draft' : 'Draft it' }}
      </button>
      <button v-if="draft.draft && !draft.isBusy" type="button" class="btn btn-main tall" @click="use">
        Use this draft
      </button>
    </div>
    <p v-if="draft.isBusy" role="status" class="text-13">{{ seconds }} s; {{ bestSaid }}.</p>
    <p v-if="draft.problem" role="alert" class="told">{{ draft.problem }}</p>

    <details class="part" :open="isWishing" @toggle="isWishing = ($event.target as HTMLDetailsElement).open">
      <summary>Your wishes</summary>
      <div class="wishes">
        <ChoiceRow
          v-for="category in draft.categories"
          :key="category"
          :label="CATEGORIES[category].name"
          :options="WISHES"
          :model-value="wishFor(category)"
          @update:model-value="draft.wishes.categories[category] = $event"
        />
      </div>
      <ItemPick
        label="An item that is the theme"
        placeholder="An item that is the theme"
        :model-value="undefined"
        optional
        none=""
        @update:model-value="addItem"
      />
      <p v-if="draft.wishes.items.length" class="chips">
        <button
          v-for="id in draft.wishes.items"
          :key="id"
          type="button"
          class="chip"
          :aria-label="`${library.itemName(id)} is no theme`"
          @click="draft.wishes.items = without(draft.wishes.items, id)"
        >
          {{ library.itemName(id) }} <XMarkIcon class="size-4" />
        </button>
      </p>
      <p v-if="draft.wishes.banned.length" class="chips">
        <span class="text-13">Not:</span>
        <button
          v-for="id in draft.wishes.banned"
          :key="id"
          type="button"
          class="chip"
          :aria-label="`Allow ${library.itemName(id)} again`"
          @click="draft.wishes.banned = without(draft.wishes.banned, id)"
        >
          {{ library.itemName(id) }} <XMarkIcon class="size-4" />
        </button>
      </p>
      <fieldset v-if="!draft.draft && own.length" class="own">
        <legend>Boards that stay as they are</legend>
        <label v-for="block in own" :key="block.id">
          <input type="checkbox" :checked="draft.isKept(block.id)" @change="draft.keep(block.id)" />
          {{ block.title }}
        </label>
      </fieldset>
    </details>

    <table v-if="draft.made.length > 1" class="drafts">
      <caption class="sr-only">
        The drafts that were made
      </caption>
      <thead>
        <tr>
          <th scope="col">Draft</th>
          <th scope="col">Worth</th>
          <th scope="col">Worst served</th>
          <th scope="col"><span class="sr-only">Look</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(one, n) in draft.made" :key="n" :class="{ on: n === draft.looked }">
          <th scope="row">{{ n + 1 }}</th>
          <td>{{ one.value.toFixed(1) }}</td>
          <td>{{ Math.round(worst(one.served) * 100) }} %</td>
          <td>
            <button type="button" class="link" :disabled="n === draft.looked" @click="draft.looked = n">
              {{ n === draft.looked ? 'on the frame' : 'Look' }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>

    <template v-if="draft.draft && !draft.isBusy">
      <p class="mt-2">
        <b>{{ boundSaid }}</b>
        <template v-if="draft.draft.stopped"> It was stopped before the end.</template>
      </p>
      <ServedBar v-for="one in served" :key="one.group" v-bind="one" />
      <h3 class="mt-3">{{ counted(boards.length, 'board') }}, each with why</h3>
      <ol>
        <li
          v-for="{ block, ms, why, items, isOpenToChange } in boards"
          :key="block.id"
          :data-kept="draft.isKept(block.id)"
        >
          <div class="flex items-start gap-2">
            <PhaseMark :phase="block.phase" />
            <b class="min-w-0 flex-1">{{ block.title }}</b>
            <span class="text-13">{{ minutes(ms) }}</span>
          </div>
          <p>{{ why }}</p>
          <p v-if="isOpenToChange" class="flex flex-wrap gap-1">
            <button
              type="button"
              class="btn"
              :aria-pressed="draft.isKept(block.id)"
              @click="draft.keep(block.id)"
            >
              <LockClosedIcon v-if="draft.isKept(block.id)" class="size-4" /> Keep
            </button>
            <button type="button" class="btn" @click="draft.replace(block.id)">Swap this one</button>
            <button v-for="id in items" :key="id" type="button" class="btn" @click="draft.ban(id)">
              No {{ library.itemName(id) }}
            </button>
          </p>
        </li>
      </ol>
    </template>
  </aside>
</template>

<style scoped>
.part {
  margin-top: 6px;
}
summary {
  font-weight: 640;
  cursor: pointer;
}
.wishes {
  margin-bottom: 6px;
  font-size: 13px;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
  margin-top: 4px;
}
.chip {
  display: inline-flex;
  align-items: center;
  gap: 2px;
  min-height: 26px;
  padding: 0 6px;
  font-size: 13px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.own {
  margin-top: 6px;
  font-size: 13px;
}
.own legend {
  font-weight: 640;
}
.own label {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 26px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 8px 0 4px;
}
.drafts {
  width: 100%;
  margin-top: 6px;
  font-size: 13px;
}
.drafts td,
.drafts thead th {
  text-align: right;
}
.drafts th:first-child {
  text-align: left;
}
.drafts .on {
  background: var(--color-paper);
}
li {
  padding: 6px 0;
  font-size: 13px;
  line-height: 18px;
  border-top: 1px solid var(--color-straw);
}
li b {
  font-size: 15px;
}
li .btn {
  display: inline-flex;
  align-items: center;
  gap: 3px;
  min-height: 26px;
  padding: 0 7px;
  font-size: 13px;
}
</style>
