<script setup lang="ts">
import type { TermPlan } from '~~/core/term/term'
import type { Remedies } from '~~/core/term/remedies'
import { counted } from '~~/core/kernel/time-text'
import { dayOfYear } from '~/domain/days'

/** What cannot be reached before the grading, the worst first, and what would mend it, each with the figures it would then have. */
const { short, grading, remedies } = defineProps<{
  short: readonly TermPlan['groups'][number][]
  grading: string | undefined
  /** Works out what would mend a group. */
  remedies: (group: string) => Promise<Remedies | undefined>
}>()
const library = useLibraryStore()
const opened = ref<string>()
const found = shallowRef<Remedies>()
/** What would mend it is looked for when somebody asks. */
async function open(group: string) {
  opened.value = opened.value === group ? undefined : group
  found.value = undefined
  if (!opened.value) return
  const mended = await remedies(group)
  if (opened.value === group) found.value = mended
}
watch(
  () => short,
  () => (opened.value = undefined),
)
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
      <button type="button" class="link text-13" :aria-expanded="opened === one.id" @click="open(one.id)">
        What would mend it
      </button>
      <p v-if="opened === one.id && !found" class="text-13 text-ash">Working it out …</p>
      <ul v-else-if="opened === one.id && found" class="text-13">
        <li>
          One class more: <b>{{ left(found.addClass) }}</b>
        </li>
        <li v-if="found.drop">
          Without {{ library.itemName(found.drop.item) }}: <b>{{ left(found.drop.shortMin) }}</b>
        </li>
        <li v-for="later in found.later" :key="later.days">
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
