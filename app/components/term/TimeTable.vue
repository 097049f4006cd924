<script setup lang="ts">
import type { TimesOver } from '~~/core/balance/over-time'
import { counted } from '~~/core/kernel/time-text'

/** Where the time of the classes went for each group, and its part of the teaching against its part of the heads. */
const { times, least, of, known } = defineProps<{
  times: readonly TimesOver[]
  least: TimesOver | undefined
  /** How many classes there were, and of how many the times are known. */
  of: number
  known: number
}>()
const library = useLibraryStore()
const minutesOf = (ms: number) => Math.round(ms / 60_000)
const COLUMNS = [
  { name: 'active', of: ({ work }: TimesOver) => work },
  { name: 'by themselves', of: ({ holding }: TimesOver) => holding },
  { name: 'rest', of: ({ rest }: TimesOver) => rest },
  { name: 'talk', of: ({ talk }: TimesOver) => talk },
  { name: 'changing', of: ({ transition }: TimesOver) => transition },
  { name: 'waiting', of: ({ idle }: TimesOver) => idle },
]
const allTaught = computed(() => times.reduce((sum, { taught }) => sum + taught, 0))
const allHeads = computed(() => times.reduce((sum, { heads }) => sum + heads, 0))
const percent = (share: number) => `${Math.round(share * 100)} %`
const perHead = ({ taught, heads }: TimesOver) =>
  heads === 0 ? '' : `${(taught / heads / 60_000).toFixed(1)}`
</script>

<template>
  <section class="panel px-3.5 py-3 overflow-x-auto" aria-labelledby="times-title">
    <div class="flex items-baseline gap-3">
      <h2 id="times-title" class="text-20">Where the time went</h2>
      <span class="text-13 text-ash">minutes a class</span>
    </div>
    <p v-if="known === 0" class="text-ash">No class was run then.</p>
    <template v-else>
      <p v-if="least" class="text-brick-deep">
        {{ library.groupName(least.group) }} had {{ minutesOf(least.taught) }} of
        {{ minutesOf(allTaught) }} taught minutes, and {{ least.heads }} of {{ allHeads }} heads.
      </p>
      <p v-else class="text-ash">What was taught was shared out by heads.</p>
      <table class="figures">
        <thead>
          <tr>
            <td></td>
            <th v-for="{ name } in COLUMNS" :key="name" scope="col">{{ name }}</th>
            <th
              scope="col"
              title="Its part of all that was shown and said; what all were told counts by heads"
            >
              taught
            </th>
            <th scope="col" title="Its part of all who came">heads</th>
            <th scope="col" title="Minutes of teaching for each who came">a head</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in times" :key="one.group" :class="{ least: one.group === least?.group }">
            <th scope="row">
              <GroupSash :group="one.group" />
            </th>
            <td v-for="column in COLUMNS" :key="column.name">
              {{ (column.of(one) / known / 60_000).toFixed(1) }}
            </td>
            <td class="share">{{ percent(one.taughtShare) }}</td>
            <td>{{ percent(one.headShare) }}</td>
            <td>{{ perHead(one) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="known < of" class="text-13 text-ash">
        Known of {{ known }} of {{ counted(of, 'class', 'classes') }}: the others were run before this was
        kept.
      </p>
    </template>
  </section>
</template>

<style scoped>
td,
thead th {
  padding: 3px 6px;
  text-align: right;
}
thead th {
  font-size: 13px;
}
tbody th,
tbody td {
  padding: 3px 6px;
  border-bottom: 1px solid var(--color-straw);
}
.least .share {
  font-weight: 700;
  color: var(--color-brick-deep);
}
</style>
