<script setup lang="ts">
import type { TermPlan } from '~~/core/term/term'
import type { Remedies } from '~~/core/term/remedies'
import { counted } from '~~/core/kernel/time-text'
import { dayOfYear } from '~/domain/days'

/** What cannot be reached before the grading, the worst first, and what would mend it, each with the figures it would then have. */
const { short, grading } = defineProps<{
  short: readonly (TermPlan['groups'][number] & { remedies: Remedies })[]
  grading: string | undefined
}>()
const library = useLibraryStore()
const opened = ref<string>()
const left = (min: number) => (min === 0 ? 'nothing short' : `${min} min short`)
const mostShort = (items: TermPlan['groups'][number]['items']) =>
  [...items].filter(({ shortMin }) => shortMin > 0).sort((a, b) => b.shortMin - a.shortMin)
</script>

<template>
  <section class="panel px-3.5 py-3 border-t-4 border-t-brick" aria-labelledby="short-title">
    <h2 id="short-title" class="text-20">
      Short before {{ grading ? 'the grading' : 'eight weeks are over' }}
    </h2>
    <p v-if="short.length === 0" class="text-moss">Every group can get what the syllabus still asks of it.</p>
    <div v-for="one in short" :key="one.id" class="one">
      <p>
        <Sash :ranks="library.ranksOfGroup(one.id)" class="mr-2" />
        <b
          >{{ library.groupName(one.id) }} is {{ one.shortMin }} minutes short<template v-if="grading">
            by {{ dayOfYear(grading) }}</template
          >.</b
        >
      </p>
      <p class="text-13 text-ash">
        {{ one.needMin }} more minutes of work are asked for, {{ one.haveMin }} are to come. Most of it:
        {{
          mostShort(one.items)
            .slice(0, 3)
            .map(({ item, shortMin }) => `${library.itemName(item)} ${shortMin}`)
            .join(', ')
        }}.
      </p>
      <button
        type="button"
        class="link text-13"
        :aria-expanded="opened === one.id"
        @click="opened = opened === one.id ? undefined : one.id"
      >
        What would mend it
      </button>
      <ul v-if="opened === one.id" class="text-13">
        <li>
          One class more: <b>{{ left(one.remedies.addClass) }}</b>
        </li>
        <li v-if="one.remedies.drop">
          Without {{ library.itemName(one.remedies.drop.item) }}:
          <b>{{ left(one.remedies.drop.shortMin) }}</b>
        </li>
        <li v-for="later in one.remedies.later" :key="later.days">
          The grading {{ counted(later.days / 7, 'week') }} later: <b>{{ left(later.shortMin) }}</b>
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.one {
  padding: 8px 0;
  border-top: 1px solid var(--color-straw);
}
.one:first-of-type {
  border-top: 0;
}
li {
  padding-left: 12px;
}
</style>
