<script setup lang="ts">
import type { KeptProgramme } from '~~/shared/answers'
import type { Programme } from '~~/core/term/programme'
import type { Stored } from '~/domain/edited-document'
import { shortDay } from '~/domain/days'

/** What one week is about: in words, and which items or categories its classes lean to. */
const { week, stored, readAll, isNow, readonly } = defineProps<{
  week: string
  stored: Stored<Programme>
  readAll: () => Promise<readonly KeptProgramme[]>
  isNow: boolean
  readonly: boolean
}>()

const kept = useProgramme(week, stored, readAll)
const programme = computed(() => kept.draft.value)
function say(event: Event) {
  const says = (event.target as HTMLInputElement).value.trim()
  const { says: _, ...rest } = programme.value
  kept.change(says ? { ...rest, says } : rest)
}
const name = computed(() => `Week of ${shortDay(week).slice(4)}`)
</script>

<template>
  <li class="week" :class="{ now: isNow }">
    <h3>{{ name }}<span v-if="isNow"> this week</span></h3>
    <input
      class="field"
      :value="programme.says ?? ''"
      maxlength="120"
      :placeholder="readonly ? '' : 'what it is about'"
      :aria-label="`${name}: in words`"
      :readonly="readonly"
      @change="say"
    />
    <ThemeItems
      :ids="programme.theme"
      :label="name"
      with-categories
      :readonly="readonly"
      @change="kept.change({ ...programme, theme: $event })"
    />
    <KeptBar
      v-if="!readonly && (kept.state.value !== 'kept' || kept.canUndo.value)"
      :kept="kept"
      :what="name"
    />
  </li>
</template>

<style scoped>
.week {
  display: grid;
  grid-template-columns: 130px minmax(160px, 260px) minmax(0, 1fr) auto;
  gap: 6px 12px;
  align-items: center;
  padding: 7px 8px;
  border-bottom: 1px solid var(--color-straw);
}
.now {
  background: #fdf6e4;
  border-left: 4px solid var(--color-gilt);
}
h3 {
  font-size: 15px;
}
h3 span {
  display: block;
  font: 450 13px var(--font-sans);
  color: var(--color-ash);
}
@media (width < 900px) {
  .week {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
