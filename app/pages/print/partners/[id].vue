<script setup lang="ts">
import { longDay } from '~/domain/days'
import { shortName } from '~/domain/short-name'

/** Who works with whom, on paper: board by board and round by round, first names with an initial. */
definePageMeta({ layout: 'bare' })
const route = useRoute()
const store = useClassStore()
const library = useLibraryStore()
const { kept, boards } = usePartners()
const problem = ref('')
onMounted(async () => {
  try {
    await library.load()
    await store.open(String(route.params.id))
  } catch (error) {
    problem.value = saidBy(error)
  }
})
useHead({ title: 'Partners · Golden Lintel' })
const names = computed(() => new Map(store.roster.map(({ id, name }) => [id, name])))
const nameOf = (id: string) => shortName(names.value.get(id))
const made = computed(() =>
  boards.value.flatMap(({ block }) => {
    const pairs = kept.value.find(({ board }) => board === block.id)
    return pairs ? [{ block, pairs }] : []
  }),
)
</script>

<template>
  <PrintRoom
    :problem="problem"
    :ready="store.data !== undefined"
    waiting="Laying out the pairs…"
    :back="`/people?class=${String(route.params.id)}`"
    back-says="Back to the register"
  >
    <template v-if="store.data">
      <div class="paper">
        <h1>{{ store.data.title }}</h1>
        <p class="mb-2">{{ longDay(store.data.day) }}, {{ store.data.startTime }}. Who works with whom.</p>
        <p v-if="made.length === 0">Nobody is paired yet: open Partners on the register or at a board.</p>
        <section v-for="{ block, pairs } in made" :key="block.id">
          <h2>{{ block.title }}</h2>
          <div v-for="(round, n) in pairs.rounds" :key="n" class="round">
            <h3 v-if="pairs.rounds.length > 1">Round {{ n + 1 }}</h3>
            <ul>
              <li v-for="group in round.groups" :key="group.students.join()">
                {{ group.students.map(nameOf).join(' – ') }}
              </li>
            </ul>
            <p v-if="round.left.length">Left over: {{ round.left.map(({ id }) => nameOf(id)).join(', ') }}</p>
          </div>
        </section>
      </div>
    </template>
  </PrintRoom>
</template>

<style scoped>
.paper {
  width: 210mm;
  max-width: 100%;
  margin: 0 auto;
  padding: 12mm;
  color: #000;
  background: #fff;
}
h1 {
  font-size: 26px;
  line-height: 32px;
}
h2 {
  margin-top: 14px;
  font-size: 20px;
  border-bottom: 2px solid #000;
}
h3 {
  margin-top: 6px;
  font-size: 15px;
}
.round ul {
  columns: 3;
  column-gap: 24px;
}
.round li {
  break-inside: avoid;
  font-size: 16px;
  line-height: 25px;
}
section {
  break-inside: avoid;
}
@media print {
  .paper {
    width: auto;
    -webkit-box-decoration-break: clone;
    box-decoration-break: clone;
  }
}
</style>
