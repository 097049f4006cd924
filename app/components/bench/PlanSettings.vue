<script setup lang="ts">
import { freshId } from '~~/core/kernel/ids'
import { addGroup, leaveOutGroup, mergeGroups, renameGroup } from '~~/core/plan/edit-groups'
import type { Reference } from '~~/core/kernel/references'
import type { Group, Plan } from '~~/core/plan/schema'
import { withFields } from '~/domain/with-fields'

/** The frame itself: when the class begins, how long it is, and for how many. Shown while no board is chosen. */
const store = usePlanStore()
const plan = computed(() => store.plan!)
/** What is due is known to those who teach. */
const seesFacts = useMayWrite()

function set(values: Partial<Plan>, touch?: string) {
  store.change({ ...plan.value, ...values }, { touch: touch && `plan.${touch}` })
}
function setGroup(index: number, values: Partial<Group>, touch: string) {
  const groups = plan.value.groups.map((group, g) => (g === index ? { ...group, ...values } : group))
  set({ groups }, `groups.${index}.${touch}`)
}
/** Text that may be left out: empty, the plan has no such field. */
function setText(field: 'theme' | 'notes' | 'start' | 'date', event: Event) {
  const { [field]: _had, ...rest } = plan.value
  const text = (event.target as HTMLInputElement).value
  store.change(text ? { ...rest, [field]: text } : rest, { touch: `plan.${field}` })
}
/** Groups of the club that are not in this class. */
const library = useLibraryStore()
const others = computed(() =>
  library.groups.filter(({ id }) => !plan.value.groups.some((group) => group.id === id)),
)
function rename(group: Group, event: Event) {
  const field = event.target as HTMLInputElement
  const name = field.value.trim()
  if (name && name !== group.name) store.change(renameGroup(plan.value, group.id, name))
  else field.value = group.name
}
function tonight(group: Group, event: Event) {
  const field = event.target as HTMLSelectElement
  const to = field.value
  field.value = ''
  store.change(to === 'out' ? leaveOutGroup(plan.value, group.id) : mergeGroups(plan.value, group.id, to))
}
function add(event: Event) {
  const field = event.target as HTMLSelectElement
  const known = library.groups.find(({ id }) => id === field.value)
  field.value = ''
  const facts = useFactsStore().club.students.filter((student) => student.group === known?.id)
  const name = known?.name ?? 'Another group'
  const id =
    known?.id ??
    freshId(
      name,
      plan.value.groups.map((group) => group.id),
    )
  store.change(
    addGroup(plan.value, {
      id,
      name,
      ranks: known?.ranks ?? [],
      headcount: facts.length,
      pace: known?.pace ?? 1,
    }),
  )
}
/** Rows as they are typed; the plan has those that say what and where. */
const references = shallowRef<Reference[]>()
watch(
  () => plan.value.references,
  (now) => {
    // Taken back, or changed by somebody else: what was typed here is not what stands.
    if (JSON.stringify(now ?? []) !== JSON.stringify(wholeRows(references.value)))
      references.value = undefined
  },
)
const wholeRows = (rows: Reference[] | undefined) =>
  (rows ?? []).filter(({ title, where }) => title.trim() && where.trim())
function takeReferences(rows: Reference[] | undefined) {
  references.value = rows
  const whole = wholeRows(rows)
  store.change(withFields(plan.value, { references: whole.length ? whole : undefined }), {
    touch: 'plan.references',
  })
}
const seriesName = computed(
  () => library.loaded?.series.find(({ id }) => id === plan.value.series?.series)?.name ?? 'a series',
)
const firstSides = [
  { value: 'R' as const, name: 'Right first' },
  { value: 'L' as const, name: 'Left first' },
]
</script>

<template>
  <div>
    <h2 class="text-20 leading-[26px]">The class</h2>
    <p class="mb-2 text-13 text-ash">Settings of the whole class.</p>
    <div class="line">
      <label for="plan-date">Day</label>
      <input id="plan-date" class="field" type="date" :value="plan.date" @change="setText('date', $event)" />
    </div>
    <div class="line">
      <label for="plan-start">First bow</label>
      <input
        id="plan-start"
        class="field"
        type="time"
        :value="plan.start"
        @change="setText('start', $event)"
      />
    </div>
    <Stepper
      label="Minutes"
      :model-value="plan.lengthMin"
      :min="5"
      :max="240"
      :step="5"
      @update:model-value="set({ lengthMin: $event }, 'length')"
    />
    <Stepper
      label="Between"
      :model-value="plan.transitionSec"
      :max="300"
      :step="5"
      unit="s"
      @update:model-value="set({ transitionSec: $event }, 'transition')"
    />
    <Choice
      label="Sides"
      :model-value="plan.firstSide"
      :options="firstSides"
      @update:model-value="set({ firstSide: $event })"
    />
    <LazyPlanWorth v-if="seesFacts" />
    <h3 class="mt-3 mb-1">Films, sheets, pages</h3>
    <ReferenceRows :references="references ?? plan.references" @change="takeReferences" />
    <p v-if="plan.series" class="text-13 text-ash">Lesson {{ plan.series.lesson }} of {{ seriesName }}.</p>
    <h3 class="mt-3 mb-1">Groups</h3>
    <div v-for="(group, g) in plan.groups" :key="group.id" class="group">
      <div class="flex items-center gap-1">
        <Sash :ranks="group.ranks" />
        <input
          class="group-name"
          :value="group.name"
          maxlength="80"
          :aria-label="`Name of group ${g + 1}`"
          @change="rename(group, $event)"
          @keydown.enter="($event.target as HTMLElement).blur()"
        />
        <select
          v-if="plan.groups.length > 1"
          class="tonight"
          :aria-label="`${group.name} tonight`"
          value=""
          @change="tonight(group, $event)"
        >
          <option value="">⋮</option>
          <option value="out">leave out of this class</option>
          <template v-for="other in plan.groups" :key="other.id">
            <option v-if="other.id !== group.id" :value="other.id">join with {{ other.name }}</option>
          </template>
        </select>
      </div>
      <Stepper
        label="Heads"
        :model-value="group.headcount"
        :max="999"
        @update:model-value="setGroup(g, { headcount: $event }, 'heads')"
      />
      <Stepper
        label="Pace"
        :model-value="group.pace"
        :min="0.5"
        :max="2"
        :step="0.1"
        unit="×"
        @update:model-value="setGroup(g, { pace: $event }, 'pace')"
      />
    </div>
    <select v-if="plan.groups.length < 12" class="field mt-2" aria-label="Add a group" value="" @change="add">
      <option value="">+ a group…</option>
      <option v-for="group in others" :key="group.id" :value="group.id">{{ group.name }}</option>
      <option value="own">a group of its own</option>
    </select>
    <p class="text-13 text-ash">Pace 1.2 is a fifth slower at own-pace work.</p>
    <label class="mt-2 block" for="plan-theme">Theme</label>
    <input
      id="plan-theme"
      class="field"
      maxlength="500"
      :value="plan.theme"
      @change="setText('theme', $event)"
    />
    <label class="mt-2 block" for="plan-notes">Notes</label>
    <textarea
      id="plan-notes"
      class="field h-auto py-1"
      rows="3"
      :value="plan.notes"
      @change="setText('notes', $event)"
    />
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 84px 1fr;
  align-items: center;
  column-gap: 4px;
  min-height: 30px;
}
.group-name {
  flex: 1;
  min-width: 0;
  height: 24px;
  padding: 0 4px;
  font-size: 13px;
  background: transparent;
  border: 1px solid transparent;
  border-radius: 3px;
}
.group-name:hover,
.group-name:focus {
  border-color: var(--color-straw);
  background: var(--color-paper);
}
.tonight {
  width: 26px;
  height: 24px;
  color: var(--color-ash);
  background: transparent;
}
.group {
  padding: 4px 0;
  border-bottom: 1px solid #e7decd;
}
</style>
