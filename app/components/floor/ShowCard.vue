<script setup lang="ts">
import { showingOf } from '~~/core/curriculum/showing'
import { inHall } from '~~/core/people/register'
import { insteadSaid } from '~~/core/plan/lines/instead'
import { answerWords, chainWords, linksWords } from '~~/core/plan/place-words'
import type { Instead, Worked } from '~~/core/plan/places'
import type { Group } from '~~/core/plan/schema'

/** What is shown, all of it, for the groups that work it: steps, points, faults with what to say, the holder, and how nobody is hurt. */
const props = defineProps<{
  groups: readonly Group[]
  worked: Worked
  instead?: readonly Instead[] | undefined
  why?: string | undefined
  firstSide: 'R' | 'L'
}>()
const store = useClassStore()
const library = useLibraryStore()
const item = computed(() => library.items.get(props.worked.technique))
const says = computed(
  () =>
    item.value && showingOf(item.value, props.worked.layer, { firstSide: props.firstSide, why: props.why }),
)
const names = { item: library.itemName, layer: library.layerName }
/** What a rep is made of, where it is made of several. */
const rep = computed(() => {
  const { parts, links } = props.worked
  return parts ? chainWords(parts, names) : links ? linksWords(links) : ''
})
const here = computed(() => {
  const ids = new Set(props.groups.map(({ id }) => id))
  return store.roster.filter(
    (student) => ids.has(store.groupOnFloor(student)?.id ?? '') && inHall(store.register.get(student.id)),
  )
})
const notes = computed(() => here.value.filter(({ floorNote }) => floorNote))
</script>

<template>
  <article v-if="says" class="card" tabindex="0" :aria-label="says.name" data-test="show-card">
    <header>
      <Sash v-for="group in groups" :key="group.id" :ranks="group.ranks" tall />
      <span class="here">{{ here.length }} here</span>
    </header>
    <h3>
      {{ says.name }} <small>{{ says.version }}</small>
    </h3>
    <p v-if="says.change" class="ash">{{ says.change }}</p>
    <p v-if="says.hazard" class="care"><b>Care.</b> {{ says.hazard }}</p>
    <p v-for="one in notes" :key="one.id" class="note">{{ one.name.split(' ')[0] }}: {{ one.floorNote }}</p>
    <ol v-if="says.steps.length" class="steps">
      <li v-for="step in says.steps" :key="step">{{ step }}</li>
    </ol>
    <ul class="points">
      <li v-for="point in says.points" :key="point">{{ point }}</li>
    </ul>
    <dl>
      <template v-for="one in says.faults" :key="one.fault">
        <dt>{{ one.fault }}</dt>
        <dd>{{ one.correction }}</dd>
      </template>
    </dl>
    <p v-if="rep"><b>A rep:</b> {{ rep }}</p>
    <p v-if="worked.receives"><b>Partner:</b> {{ answerWords(worked.receives, names) }}</p>
    <p v-if="says.meets"><b>Meets:</b> {{ says.meets }}</p>
    <p v-if="says.holder"><b>Holder:</b> {{ says.holder }}</p>
    <p v-if="says.watch"><b>Holder watches:</b> {{ says.watch }}</p>
    <p v-if="says.safety" class="care">{{ says.safety }}</p>
    <p v-for="one in instead ?? []" :key="one.do">{{ insteadSaid(one) }}</p>
    <p v-if="says.why" class="ash"><b>Why:</b> {{ says.why }}</p>
    <p v-if="says.mirror" class="ash">{{ says.mirror }}</p>
  </article>
</template>

<style scoped>
.card {
  min-width: 0;
  padding: 6px 14px 10px;
  overflow-y: auto;
  font-size: 20px;
  line-height: 26px;
  background: var(--color-hall-panel);
  border: 1px solid var(--color-hall-line);
}
/* A wide card is read in columns. */
@media (min-width: 761px) {
  .card {
    column-width: 400px;
    column-gap: 28px;
  }
  header,
  li,
  dl,
  p {
    break-inside: avoid;
  }
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin-bottom: 2px;
}
.here {
  margin-left: auto;
  color: var(--color-hall-ash);
}
h3 {
  font: 660 27px/32px var(--font-serif);
  color: #fff;
}
small,
.ash {
  color: var(--color-hall-ash);
}
small {
  font: 500 20px/26px var(--font-sans);
}
.care {
  color: #ffd9c9;
}
.note {
  color: var(--color-hall-brick);
}
.steps {
  padding-left: 26px;
  list-style: decimal;
}
.points {
  font-weight: 650;
  color: #ffe2a0;
}
.points li::first-letter,
dt::first-letter {
  text-transform: uppercase;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0 12px;
}
dt {
  color: var(--color-hall-ash);
}
@media (max-width: 760px), (max-height: 500px) {
  .card {
    padding: 4px 10px 8px;
    font-size: 17px;
    line-height: 22px;
  }
  h3 {
    font-size: 21px;
    line-height: 26px;
  }
  small {
    font-size: 16px;
  }
}
</style>
