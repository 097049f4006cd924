<script setup lang="ts">
import type { BoardPairs } from '~~/shared/answers'
import { shortName } from '~/domain/short-name'

/**
 * The pairs of a round, with what speaks for each. One student dragged onto another, or one tapped and then the other, are put together; two who
 * must not be are told why.
 */
type Round = BoardPairs['rounds'][number]
type Group = Round['groups'][number]
const props = defineProps<{
  round: Round
  /** Nothing where this round cannot be pinned. */
  pins: string[][] | undefined
  refused: BoardPairs['refused']
  mayChange: boolean
}>()
const emit = defineEmits<{ pin: [group: string[]]; pair: [a: string, b: string] }>()
const store = useClassStore()
const students = computed(() => new Map(store.roster.map((one) => [one.id, one])))
const nameOf = (id: string) => shortName(students.value.get(id)?.name)
const rankOf = (id: string) => students.value.get(id)?.rankId
const figure = (cost: number) => `${cost < 0 ? '−' : ''}${Math.abs(cost).toFixed(1)}`
const costOf = ({ why }: Group) =>
  why.every(({ cost }) => cost !== null) && why.length
    ? figure(why.reduce((sum, { cost }) => sum + (cost ?? 0), 0))
    : ''
const whyOf = ({ why, students: group }: Group) =>
  group.length === 2
    ? (why[0]?.says ?? '')
    : why.map(({ a, b, says }) => `${nameOf(a)} and ${nameOf(b)}: ${says}`).join('; ')
const isPinned = (group: readonly string[]) =>
  props.pins?.some((pin) => pin.length === group.length && pin.every((id) => group.includes(id))) ?? false

/** Who was taken up, by a tap or a drag. */
const taken = ref<string>()
const said = ref('')
function tap(id: string) {
  said.value = ''
  if (taken.value === undefined) taken.value = id
  else if (taken.value === id) taken.value = undefined
  else putTogether(id)
}
function putTogether(id: string) {
  const { value: other } = taken
  taken.value = undefined
  if (!other || other === id) return
  const against = props.refused.find(({ a, b }) => (a === other && b === id) || (a === id && b === other))
  if (against) said.value = `${nameOf(other)} and ${nameOf(id)} must not: ${against.says}.`
  else emit('pair', other, id)
}
function dragged(event: DragEvent, id: string) {
  event.dataTransfer?.setData('text/plain', id)
  taken.value = id
}
</script>

<template>
  <ul class="groups">
    <li
      v-for="group in round.groups"
      :key="group.students.join()"
      :class="{ three: group.students.length === 3 }"
    >
      <span class="names">
        <PairChip
          v-for="id in group.students"
          :key="id"
          :name="nameOf(id)"
          :rank="rankOf(id)"
          :taken="taken === id"
          :may-change="mayChange"
          @tap="tap(id)"
          @take="dragged($event, id)"
          @put="putTogether(id)"
          @leave="taken = undefined"
        />
        <em v-if="group.students.length === 3">two work, one watches, in turn</em>
      </span>
      <span
        class="cost"
        :title="whyOf(group)"
        tabindex="0"
        :aria-label="`${costOf(group)}: ${whyOf(group)}`"
        >{{ costOf(group) }}</span
      >
      <button
        v-if="pins && mayChange"
        type="button"
        class="pin"
        :aria-pressed="isPinned(group.students)"
        :aria-label="`Pin ${group.students.map(nameOf).join(' and ')}`"
        @click="emit('pin', group.students)"
      >
        <i />
      </button>
    </li>
  </ul>
  <div v-if="round.left.length" class="left" role="status">
    <p v-for="one in round.left" :key="one.id">
      <PairChip
        :name="nameOf(one.id)"
        :rank="rankOf(one.id)"
        :taken="taken === one.id"
        :may-change="mayChange"
        @tap="tap(one.id)"
        @take="dragged($event, one.id)"
        @put="putTogether(one.id)"
        @leave="taken = undefined"
      />
      is left over<template v-if="one.why">: {{ one.why }}</template>
    </p>
  </div>
  <p v-if="said || taken" role="status" class="said">
    {{ said || `${nameOf(taken ?? '')}: with whom?` }}
  </p>
</template>

<style scoped>
.groups li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 46px 36px;
  align-items: center;
  min-height: 34px;
  border-top: 1px solid #e7decd;
}
.groups li.three {
  background: #fbf3df;
}
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 6px;
  padding: 3px 0;
}
.names em {
  width: 100%;
  font-size: 13px;
  font-style: normal;
  color: var(--color-ash);
}
.cost {
  justify-self: end;
  font-size: 13px;
  color: var(--color-ash);
  text-decoration: underline dotted;
  cursor: help;
}
.pin {
  display: grid;
  place-items: center;
  width: 36px;
  height: 34px;
}
.pin i {
  width: 12px;
  height: 14px;
  border: 1.5px solid #8f7a5c;
  border-top-width: 5px;
}
.pin[aria-pressed='true'] i {
  background: var(--color-gilt);
  border-color: #8f6416;
}
.left {
  margin-top: 8px;
  padding: 6px 10px;
  background: var(--color-brick-tint);
  border-left: 4px solid var(--color-brick);
}
.said {
  margin-top: 6px;
  padding: 4px 10px;
  background: #fbf3df;
  border-left: 4px solid var(--color-gilt);
}
@media (max-width: 760px) {
  .pin {
    min-height: 44px;
  }
}
</style>
