<script setup lang="ts">
import { format } from 'date-fns'
import { dueForGroup } from '~~/core/balance/due-for-group'

/** What is due for each group, most due first, and why. */
defineProps<{ onPlan: ReadonlySet<string> }>()
const store = usePlanStore()
const library = useLibraryStore()
const facts = useFactsStore()
const chosen = ref('')
const SHOWN = 14

const today = computed(() => store.plan?.date ?? format(new Date(), 'yyyy-MM-dd'))
const lists = computed(() =>
  facts.ground.groups.map((group) => ({
    group: group.group,
    rows: dueForGroup(facts.ground, group, today.value, library.loaded?.settings.nextGrading),
  })),
)
const shown = computed(() => lists.value.find(({ group }) => group.id === chosen.value) ?? lists.value[0])
const rows = computed(() =>
  (shown.value?.rows ?? [])
    .flatMap((row) => {
      const item = library.items.get(row.item)
      return item && !item.archived ? [{ ...row, item }] : []
    })
    .slice(0, SHOWN),
)
</script>

<template>
  <div class="pt-2">
    <div class="groups" role="group" aria-label="Due for which group">
      <button
        v-for="{ group } in lists"
        :key="group.id"
        type="button"
        :aria-label="group.name"
        :aria-pressed="group.id === shown?.group.id"
        :class="{ on: group.id === shown?.group.id }"
        @click="chosen = group.id"
      >
        <Sash :ranks="group.ranks" />
      </button>
    </div>
    <p v-if="rows.length === 0" class="py-6 pr-3 text-center text-ash">
      Nothing is known to be due: nobody in this group is on the roster, or no syllabus asks anything of them.
    </p>
    <ShelfItem
      v-for="row in rows"
      :key="row.item.id"
      :item="row.item"
      :about="row.says"
      :placed="onPlan.has(row.item.id)"
    />
    <p v-if="rows.length" class="py-2 pr-3 text-13 text-ash">
      For {{ shown?.group.name }}, most due first: the mean of days since by the interval that practice and
      marks allow.
    </p>
  </div>
</template>

<style scoped>
.groups {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding: 0 10px 6px 0;
}
.groups button {
  padding: 2px 2px 3px;
  border-bottom: 3px solid transparent;
}
.groups .on {
  border-color: var(--color-gilt);
}
</style>
