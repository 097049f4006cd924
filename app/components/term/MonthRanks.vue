<script setup lang="ts">
import type { KeptProgramme } from '~~/shared/answers'
import { format, parseISO } from 'date-fns'
import type { Programme } from '~~/core/term/programme'
import type { Stored } from '~/domain/edited-document'

/** What each rank is to work on in one month. */
const { month, stored, readAll, readonly } = defineProps<{
  month: string
  stored: Stored<Programme>
  readAll: () => Promise<readonly KeptProgramme[]>
  readonly: boolean
}>()
const library = useLibraryStore()

const kept = useProgramme(month, stored, readAll)
/** A rank that the ladder no longer has is not written down again. */
const programme = computed(() => ({
  ...kept.draft.value,
  ranks: kept.draft.value.ranks.filter(({ rank }) => library.ranks.has(rank)),
}))
const name = computed(() => format(parseISO(`${month}-01`), 'MMMM yyyy'))
const itemsOf = (rank: string) => programme.value.ranks.find((one) => one.rank === rank)?.items ?? []
function put(rank: string, items: string[]) {
  const rest = programme.value.ranks.filter((one) => one.rank !== rank)
  const order = library.ladder.ranks.map(({ id }) => id)
  const ranks = [...rest, ...(items.length ? [{ rank, items }] : [])]
  kept.change({
    ...programme.value,
    ranks: ranks.sort((a, b) => order.indexOf(a.rank) - order.indexOf(b.rank)),
  })
}
function say(event: Event) {
  const says = (event.target as HTMLInputElement).value.trim()
  const { says: _, ...rest } = programme.value
  kept.change(says ? { ...rest, says } : rest)
}
</script>

<template>
  <section class="panel px-3.5 py-3" :aria-label="name">
    <div class="flex flex-wrap items-center gap-3">
      <h3 class="text-17">{{ name }}</h3>
      <input
        class="field says"
        :value="programme.says ?? ''"
        maxlength="120"
        :placeholder="readonly ? '' : 'what it is about'"
        :aria-label="`${name}: in words`"
        :readonly="readonly"
        @change="say"
      />
      <KeptBar
        v-if="!readonly && (kept.state.value !== 'kept' || kept.canUndo.value)"
        class="ml-auto"
        :kept="kept"
        :what="name"
      />
    </div>
    <div v-for="rank in library.ladder.ranks" :key="rank.id" class="rank">
      <span><Sash :ranks="[rank.id]" /></span><span class="sr-only">{{ rank.name }}</span>
      <ThemeItems
        :ids="itemsOf(rank.id)"
        :label="`${rank.name}, ${name}`"
        :readonly="readonly"
        @change="put(rank.id, $event)"
      />
    </div>
    <p v-if="library.ladder.ranks.length === 0" class="text-ash">
      The club has no ranks: they are made in the
      <NuxtLink to="/settings#ranks" class="link">settings</NuxtLink>.
    </p>
  </section>
</template>

<style scoped>
.says {
  width: 260px;
}
.rank {
  display: grid;
  grid-template-columns: 80px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  padding: 5px 0;
  border-top: 1px solid var(--color-straw);
}
.rank:first-of-type {
  margin-top: 8px;
}
</style>
