<script setup lang="ts">
import { format, parseISO } from 'date-fns'
import { CATEGORIES, type Category } from '~~/core/curriculum/categories'
import type { Programme } from '~~/core/term/programme'

/** What the week is about and what each rank works on in the month. */
const { week, month, day } = defineProps<{ week: Programme | null; month: Programme | null; day: string }>()
const library = useLibraryStore()
const mayWrite = useMayWrite()
const nameOf = (id: string) =>
  id in CATEGORIES && !library.items.has(id)
    ? CATEGORIES[id as Category].name.toLowerCase()
    : library.itemName(id)
/** On a phone the month opens with a tap: who is coming is asked for more often. */
const isWide = useMediaQuery('(min-width: 900px)')
const monthName = computed(() => format(parseISO(day), 'MMMM'))
</script>

<template>
  <section v-if="week || month || mayWrite" class="about" aria-label="The week and the month">
    <p v-if="week">
      <b class="head">This week</b>
      <template v-if="week.says"
        ><b>{{ week.says }}</b
        >{{ week.theme.length ? ': ' : '' }}</template
      >{{ week.theme.map(nameOf).join(', ') }}
    </p>
    <details v-if="month" :open="isWide">
      <summary>
        <b class="head">{{ monthName }}</b> {{ month.says }}
      </summary>
      <ul>
        <li v-for="one in month.ranks" :key="one.rank">
          <Sash :ranks="[one.rank]" class="mr-2" />{{ one.items.map(nameOf).join(', ') }}
        </li>
      </ul>
    </details>
    <NuxtLink v-if="mayWrite" to="/term/programme" class="link text-13">{{
      week || month ? 'Weeks and months' : 'Say what this week is about'
    }}</NuxtLink>
  </section>
</template>

<style scoped>
.about {
  margin-top: 14px;
  padding: 10px 18px;
  border-left: 4px solid var(--color-gilt);
  background: #fbf5e6;
}
.head {
  display: inline-block;
  min-width: 92px;
  font: 660 15px/22px var(--font-serif);
  color: var(--color-umber);
}
ul {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 2px 20px;
  margin-top: 4px;
}
li {
  display: grid;
  grid-template-columns: 62px minmax(0, 1fr);
  align-items: start;
}
li > :first-child {
  justify-self: start;
}
@media (width < 900px) {
  ul {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
