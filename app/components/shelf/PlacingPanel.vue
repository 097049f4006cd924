<script setup lang="ts">
import { placing } from '~~/core/balance/placing'
import { CATEGORIES } from '~~/core/curriculum/categories'
import { shortDose } from '~~/core/plan/doses'
import { insertBlocks } from '~~/core/plan/edit'
import { clockAt, minutes } from '~~/core/kernel/time-text'

/** What is pointed at on the shelf: the board it would be, and what it would do to the time and to each group's work. */
const store = usePlanStore()
const library = useLibraryStore()
const carry = useCarriedStore()

const told = computed(() => {
  const { plan, timeline } = store
  const { pointed } = carry
  if (!plan || !timeline || !pointed?.boards.length) return undefined
  const { plan: next, ids } = insertBlocks(plan, store.insertAt, pointed.boards)
  const does = placing(plan, timeline, next, ids, library.items)
  const most = Math.max(1, ...does.groups.map(({ now, added }) => now + Math.max(0, added)))
  const groups = plan.groups.length
  const [first] = pointed.boards
  return {
    first,
    name: pointed.name,
    more: pointed.boards.length - 1,
    dose: first?.dose ? shortDose(first.dose) : '',
    clock: plan.start ? clockAt(plan.start, does.at)[0] : minutes(does.at),
    does,
    bars: does.groups.map((work, g) => ({
      group: plan.groups[g]!,
      ...work,
      nowShare: (work.now / most) * 100,
      addedShare: (work.added / most) * 100,
    })),
    categories: does.categories.map(({ category, now, added }) => ({
      name: CATEGORIES[category].name,
      from: minutes(now / groups),
      to: minutes((now + added) / groups),
    })),
    paint: pointed.item && store.selectedBlock ? `1–${groups} onto one group of the board` : '',
  }
})
</script>

<template>
  <section class="placing" role="status" aria-label="If it were placed">
    <p v-if="!told" class="dose">Point at something to see what it would do to the time and to each group.</p>
    <div v-else data-test="placing">
      <p class="board" :data-phase="told.first?.phase">
        <PhaseMark v-if="told.first" :phase="told.first.phase" />
        <b>{{ told.name }}</b>
        <span>{{ minutes(told.does.ms) }}</span>
      </p>
      <p v-if="told.dose || told.more" class="dose">
        {{ told.dose }}<template v-if="told.more"> and {{ told.more }} more</template>
      </p>
      <p>at {{ told.clock }}: <SpareTime :spare-ms="told.does.spareMs" /></p>
      <div class="bars">
        <div v-for="bar in told.bars" :key="bar.group.id" class="bar">
          <span class="who">{{ bar.group.name }}</span>
          <i aria-hidden="true"
            ><i class="now" :style="{ width: `${bar.nowShare}%` }" /><i
              class="added"
              :style="{ width: `${Math.max(0, bar.addedShare)}%` }"
          /></i>
          <span class="work"
            >{{ minutes(bar.now) }}<em v-if="bar.added > 0"> +{{ minutes(bar.added) }}</em></span
          >
        </div>
      </div>
      <p v-for="one in told.categories" :key="one.name" class="dose">
        {{ one.name }} {{ one.from }} → {{ one.to }} a group
      </p>
      <p v-if="told.paint" class="dose">{{ told.paint }}</p>
    </div>
  </section>
</template>

<style scoped>
.placing {
  /* As high whatever it says: a list that shrank under the pointer would flicker. */
  flex: none;
  height: 190px;
  max-height: 50%;
  overflow: hidden auto;
  margin-left: -12px;
  padding: 6px 10px 8px 12px;
  font-size: 13px;
  line-height: 17px;
  background: var(--color-paper);
  border-top: 3px solid var(--color-gilt);
  box-shadow: 0 -3px 8px rgba(74, 56, 43, 0.12);
}
.board {
  display: flex;
  align-items: baseline;
  gap: 2px;
}
.board b {
  flex: 1;
  min-width: 0;
  font: 640 15px/19px var(--font-serif);
}
.board span {
  font: 680 15px/19px var(--font-sans);
}
.dose {
  color: var(--color-ash);
}
.bars {
  margin: 4px 0;
}
.bar {
  display: grid;
  grid-template-columns: 62px 1fr auto;
  align-items: center;
  gap: 5px;
}
.who {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.bar > i {
  display: flex;
  height: 7px;
  background: #ebe2d0;
}
.now {
  background: var(--color-umber);
}
.added {
  background: var(--color-gilt);
}
.work {
  min-width: 74px;
  font-variant-numeric: tabular-nums;
}
.work em {
  font-style: normal;
  font-weight: 660;
  color: #7a5310;
}
</style>
