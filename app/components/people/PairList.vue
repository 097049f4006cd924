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
const students = computed(() => new Map((store.data?.roster ?? []).map((one) => [one.id, one])))
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
        <template v-for="id in group.students" :key="id">
          <button
            v-if="mayChange"
            type="button"
            class="one"
            draggable="true"
            :aria-pressed="taken === id"
            :title="`Tap ${nameOf(id)}, then whom to work with; or drag`"
            @click="tap(id)"
            @dragstart="dragged($event, id)"
            @dragover.prevent
            @drop.prevent="putTogether(id)"
            @dragend="taken = undefined"
          >
            <Sash v-if="rankOf(id)" :ranks="[rankOf(id)!]" /> {{ nameOf(id) }}
          </button>
          <span v-else class="one"><Sash v-if="rankOf(id)" :ranks="[rankOf(id)!]" /> {{ nameOf(id) }}</span>
        </template>
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
      <button
        v-if="mayChange"
        type="button"
        class="one"
        draggable="true"
        :aria-pressed="taken === one.id"
        @click="tap(one.id)"
        @dragstart="dragged($event, one.id)"
        @dragover.prevent
        @drop.prevent="putTogether(one.id)"
        @dragend="taken = undefined"
      >
        <b>{{ nameOf(one.id) }}</b>
      </button>
      <b v-else>{{ nameOf(one.id) }}</b>
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
.one {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  min-height: 26px;
  padding: 0 4px;
  border-radius: 3px;
}
button.one {
  cursor: grab;
}
button.one:hover {
  background: #f1e9da;
}
.one[aria-pressed='true'] {
  background: #ffe7a8;
  outline: 2px solid var(--color-gilt);
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
  .pin,
  .one {
    min-height: 44px;
  }
}
</style>
