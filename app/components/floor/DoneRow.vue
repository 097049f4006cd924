<script setup lang="ts">
import { segmentAt } from '~~/core/floor/segment'

/** Who is done with what all work at their own pace: by group, or by name, in one tap. It goes on when told. */
const store = useClassStore()
const done = computed(() => store.run?.done ?? new Set<string>())
const students = computed(() =>
  store.taking.map((one) => {
    const group = store.groupOnFloor(one)?.id ?? ''
    return {
      id: one.id,
      name: one.name.split(' ')[0] ?? '',
      group,
      isDone: done.value.has(one.id) || done.value.has(group),
    }
  }),
)
/** Those of whom somebody is here; all where nobody was tapped. */
const groups = computed(() => {
  const all = store.plan?.groups ?? []
  return students.value.length
    ? all.filter(({ id }) => students.value.some(({ group }) => group === id))
    : all
})
const open = computed(() => students.value.filter(({ isDone }) => !isDone))
function tap(who: { student: string } | { group: string }, not: boolean) {
  const { run } = store
  const on = run && segmentAt(run.timeline, run.position)
  if (!on) return
  const detail = { ...who, piece: on.from - on.placed.at, ...(not ? { not } : {}) }
  store.act('done', { board: on.placed.block.id, detail })
}
</script>

<template>
  <TapRow label="Done at their own pace">
    <template #says>
      <template v-if="students.length"
        ><b>{{ students.length - open.length }}</b> of {{ students.length }} done</template
      ><template v-else>Done:</template>
    </template>
    <button
      v-for="group in groups"
      :key="group.id"
      type="button"
      class="group"
      :aria-pressed="done.has(group.id)"
      @click="tap({ group: group.id }, done.has(group.id))"
    >
      {{ group.name }} done
    </button>
    <button
      v-for="student in open"
      :key="student.id"
      type="button"
      :aria-label="`${student.name}: done`"
      @click="tap({ student: student.id }, false)"
    >
      {{ student.name }}
    </button>
  </TapRow>
</template>

<style scoped>
.group {
  border-color: var(--color-hall-gilt);
}
[aria-pressed='true'] {
  color: #241808;
  background: var(--color-hall-gilt);
}
</style>
