<script setup lang="ts">
import { MARKS, type Mark } from '~~/core/people/marks'
import type { Block } from '~~/core/plan/schema'
import { toast } from '~/domain/toast'

/**
 * What to watch for at a board: the open corrections of who is here, and a new one in two taps: what was seen, and of whom. What was
 * chosen stays, so that the same fault of three students is three taps more.
 */
const props = defineProps<{ items: string[]; block: Block }>()
const library = useLibraryStore()
const store = useClassStore()
const { firstName, openAt, tell, placeOf, looked } = useWatch()
const open = computed(() => openAt(new Set(props.items)))
const faults = computed(() =>
  props.items.flatMap((item) =>
    (library.items.get(item)?.faults ?? []).map(({ fault }) => ({ item, said: fault })),
  ),
)
const typed = ref('')
const kind = ref<'seen' | 'right' | 'mark'>('seen')
/** A mark that is given to one after the other. */
const mark = ref<Mark>()
/** Without an item it is of whatever each student works at this board. */
const chosen = ref<{ item?: string; said: string }>()
const isChosen = (one: { item: string; said: string }) =>
  chosen.value?.item === one.item && chosen.value.said === one.said
function chooseTyped() {
  const said = typed.value.trim()
  chosen.value = said ? { said } : undefined
}
const place = (student: string) => {
  const { item = props.items[0], layer } = placeOf(student, props.block)
  return { item, layer }
}
/** A mark goes with the item and layer that the student works at this board. */
function giveMark(student: string) {
  const { item, layer } = place(student)
  if (!mark.value || !item) return
  store.mark({ student, item, layer, mark: mark.value })
  toast(`${firstName(student)}: ${mark.value}, ${library.itemName(item)}`)
}
function tellOf(student: string) {
  if (kind.value === 'mark') return giveMark(student)
  const item = chosen.value?.item ?? place(student).item
  if (chosen.value && item) tell(kind.value, { said: chosen.value.said, item, student })
}
// By what they are: the list itself is a new one with every tick of the clock.
watch(
  () => props.items.join(' '),
  () => (chosen.value = undefined),
)
const ready = computed(() => (kind.value === 'mark' ? mark.value : chosen.value?.said))
const several = computed(() => props.items.length > 1)
</script>

<template>
  <HallSheet :opener="`Corrections${open.length ? `: ${open.length} open` : ''}`" :title="block.title">
    <div class="halves">
      <section aria-label="Open corrections">
        <h3>Watch for</h3>
        <p v-if="open.length === 0" class="none">Nothing is open at this board.</p>
        <ul>
          <li v-for="one in open" :key="`${one.student} ${one.item} ${one.said}`" class="row">
            <p>
              <b>{{ firstName(one.student) }}</b> {{ one.said }}
              <span v-if="several" class="of">{{ library.itemName(one.item) }}</span>
            </p>
            <button
              type="button"
              class="right"
              :aria-label="`${firstName(one.student)}, ${one.said}: seen right`"
              @click="tell('right', one)"
            >
              Right
            </button>
            <button
              type="button"
              :aria-label="`${firstName(one.student)}, ${one.said}: seen again`"
              @click="tell('seen', one)"
            >
              Again
            </button>
          </li>
        </ul>
      </section>
      <section aria-label="Something seen">
        <h3>Seen now</h3>
        <div class="kinds" role="radiogroup" aria-label="A fault or done right">
          <button type="button" role="radio" :aria-checked="kind === 'seen'" @click="kind = 'seen'">
            A fault
          </button>
          <button type="button" role="radio" :aria-checked="kind === 'right'" @click="kind = 'right'">
            Done right
          </button>
          <button type="button" role="radio" :aria-checked="kind === 'mark'" @click="kind = 'mark'">
            A mark
          </button>
        </div>
        <div v-if="kind === 'mark'" class="chips" role="radiogroup" aria-label="Which mark">
          <button
            v-for="one in MARKS"
            :key="one"
            type="button"
            role="radio"
            :aria-checked="mark === one"
            @click="mark = one"
          >
            {{ one }}
          </button>
        </div>
        <div v-else class="chips" role="radiogroup" aria-label="What was seen">
          <button
            v-for="one in faults"
            :key="`${one.item} ${one.said}`"
            type="button"
            role="radio"
            :aria-checked="isChosen(one)"
            @click="chosen = one"
          >
            {{ one.said }}<span v-if="several" class="of">{{ library.itemName(one.item) }}</span>
          </button>
        </div>
        <form v-if="kind !== 'mark'" @submit.prevent="chooseTyped">
          <input
            v-model="typed"
            aria-label="In your own words"
            placeholder="or in your own words"
            maxlength="200"
            autocomplete="off"
            @input="chooseTyped"
          />
        </form>
        <p class="whose">{{ ready ? `“${ready}”: whose?` : 'Choose what, then tap who.' }}</p>
        <div class="chips">
          <button
            v-for="student in looked"
            :key="student.id"
            type="button"
            :class="{ looked: student.isSeen }"
            :disabled="!ready"
            @click="tellOf(student.id)"
          >
            {{ firstName(student.id) }}
          </button>
        </div>
      </section>
    </div>
  </HallSheet>
</template>

<style scoped>
/* Who was looked at in this class stands behind those who were not. */
.looked {
  opacity: 0.7;
}
h3 {
  margin: 10px 0 6px;
  font-size: 24px;
  color: var(--color-hall-gilt);
}
.halves {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 28px;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  align-items: center;
  gap: 8px;
  padding: 6px 0;
  font-size: 24px;
  line-height: 30px;
  border-bottom: 1px solid #4d3d2f;
}
.row b {
  color: #fff;
}
.of {
  display: block;
  font-size: 18px;
  line-height: 22px;
  color: var(--color-hall-ash);
}
.none,
.whose {
  font-size: 22px;
  line-height: 30px;
  color: var(--color-hall-ash);
}
.row button,
.chips button,
.kinds button {
  min-width: 48px;
  min-height: 48px;
  padding: 2px 14px;
  font-size: 22px;
  line-height: 26px;
  border: 2px solid #75604a;
  border-radius: 4px;
}
.row .right {
  color: #cfe0b4;
}
.chips,
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 10px;
}
.chips button {
  text-align: left;
}
.chips button:disabled {
  opacity: 0.5;
}
[aria-checked='true'] {
  color: #241808;
  background: var(--color-hall-gilt);
}
[aria-checked='true'] .of {
  color: #3f2e12;
}
input {
  width: 100%;
  height: 48px;
  padding: 0 12px;
  font-size: 22px;
  color: #fff;
  background: #241a12;
  border: 2px solid #75604a;
}
input::placeholder {
  color: var(--color-hall-ash);
}
@media (max-width: 900px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
}
</style>
