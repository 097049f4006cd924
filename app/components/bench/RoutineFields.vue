<script setup lang="ts">
import { Bars3Icon } from '@heroicons/vue/20/solid'
import { VueDraggable } from 'vue-draggable-plus'
import { withFields } from '~/domain/with-fields'
import { readRoutine, writeRoutine } from '~~/core/curriculum/routine-lines'
import type { VNode } from 'vue'
import { shortDose, type DoseStage, type PlainDose } from '~~/core/plan/doses'

/** The exercises of a routine: typed as lines, moved by dragging or with Alt and the arrows, each opened for its dose and item. */
const props = defineProps<{ entries: DoseStage[] }>()
const emit = defineEmits<{ change: [entries: DoseStage[], touch: string] }>()
const library = useLibraryStore()
const id = useId()
const open = ref<number>()
const typing = ref(false)
const typed = ref('')
const faults = ref<string[]>([])
const rows = computed({
  get: () => props.entries.map((entry, at) => ({ entry, at })),
  set: (next) =>
    emit(
      'change',
      next.map(({ entry }) => entry),
      'order',
    ),
})

const doseOf = ({ dose }: DoseStage) =>
  dose.kind === 'fixed' ? `${dose.sec} s` : shortDose(dose).replace(', on the count', '')
function type() {
  typed.value = writeRoutine(props.entries)
  faults.value = []
  typing.value = true
}
/** What the lines say so far, shown beside them. */
const reading = computed(() => readRoutine(typed.value, library.itemCalled))
function pick(name: string, item: string) {
  typed.value = typed.value.replace(name, item)
}
function take() {
  const { value: read } = reading
  faults.value = [
    ...read.faults.map(({ line, text, message }) => `Line ${line}, “${text}”: ${message}.`),
    ...read.lines.flatMap(({ line, unread }) =>
      unread.map((word) => `Line ${line}: “${word}” is not understood; take it out, or say it another way.`),
    ),
  ]
  if (faults.value.length) return
  if (read.entries.length === 0) {
    faults.value = ['A routine has at least one exercise.']
    return
  }
  const had = new Map(props.entries.map((entry) => [entry.title.toLowerCase(), entry]))
  // What a line cannot say of an exercise that was there stays as it was.
  const entries = read.entries.map((entry) => {
    const { title: _t, dose: _d, ...more } = had.get(entry.title.toLowerCase()) ?? entry
    return { ...more, ...entry }
  })
  typing.value = false
  emit('change', entries, 'lines')
}
function set(index: number, values: Partial<DoseStage>, touch: string) {
  emit(
    'change',
    props.entries.map((entry, e) => (e === index ? withFields(entry, values) : entry)),
    `entries.${index}.${touch}`,
  )
}
function move(index: number, by: number) {
  const to = index + by
  if (to < 0 || to >= props.entries.length) return
  const order = [...props.entries]
  order.splice(to, 0, ...order.splice(index, 1))
  open.value = undefined
  emit('change', order, 'order')
}
function remove(index: number) {
  open.value = undefined
  emit(
    'change',
    props.entries.filter((_, e) => e !== index),
    'remove',
  )
}
function rename(index: number, event: Event) {
  const field = event.target as HTMLInputElement
  const title = field.value.trim()
  if (!title) field.value = props.entries[index]?.title ?? ''
  else {
    const item = props.entries[index]?.technique ? undefined : library.itemCalled(title)
    set(index, { title, ...(item ? { technique: item.id } : {}) }, 'title')
  }
}
</script>

<template>
  <div class="mt-1">
    <h3 class="text-13 mt-1.5 mb-0.5">{{ entries.length }} exercises, one after the other</h3>
    <template v-if="typing">
      <textarea
        :id="id"
        v-model="typed"
        class="field lines"
        rows="8"
        aria-label="The routine, one exercise a line"
        placeholder="10 jumping jacks&#10;arm circles 20s each side&#10;hip circles 8 each side"
        spellcheck="false"
        @vue:mounted="({ el }: VNode) => (el as HTMLElement).focus()"
        @keydown.ctrl.enter.prevent="take"
        @keydown.esc.stop="typing = false"
      />
      <SaidReading
        v-for="(line, n) in reading.lines"
        :key="n"
        :says="shortDose(line.entry.dose)"
        :name="line.isKnown ? line.entry.title : line.name"
        :is-known="line.isKnown"
        :unread="line.unread"
        @pick="pick(line.name, $event)"
      />
      <p v-for="fault in faults" :key="fault" class="text-13 text-brick-deep" role="alert">{{ fault }}</p>
      <div class="flex gap-1">
        <button type="button" class="btn btn-main" @click="take">Take these lines</button>
        <button type="button" class="btn" @click="typing = false">Cancel</button>
      </div>
    </template>
    <template v-else>
      <VueDraggable v-model="rows" handle=".handle" :animation="120" ghost-class="ghost">
        <div
          v-for="{ entry, at } in rows"
          :key="`${at} ${entry.title}`"
          class="entry"
          @keydown.alt.up.prevent="move(at, -1)"
          @keydown.alt.down.prevent="move(at, 1)"
        >
          <div class="line">
            <span class="handle" aria-hidden="true"><Bars3Icon class="size-4" /></span>
            <input
              class="field"
              :value="entry.title"
              :aria-label="`Exercise ${at + 1}`"
              @change="rename(at, $event)"
            />
            <button
              type="button"
              class="btn dose"
              :aria-expanded="open === at"
              :aria-label="`Dose of exercise ${at + 1}: ${shortDose(entry.dose)}`"
              @click="open = open === at ? undefined : at"
            >
              {{ doseOf(entry) }}
            </button>
            <button
              type="button"
              class="btn px-2"
              :disabled="entries.length === 1"
              :aria-label="`Remove exercise ${at + 1}`"
              @click="remove(at)"
            >
              ×
            </button>
          </div>
          <div v-if="open === at" class="py-1 pl-5">
            <ItemPick
              optional
              :label="`Item of exercise ${at + 1}`"
              :model-value="entry.technique"
              @update:model-value="set(at, { technique: $event }, 'technique')"
            />
            <DoseFields
              :dose="entry.dose"
              in-ladder
              :id-prefix="`entry-${at}`"
              @change="(dose, touch) => set(at, { dose: dose as PlainDose }, touch)"
            />
            <PlaceFields
              :place="entry"
              :dose="entry.dose"
              :worked="entry.technique !== undefined"
              inside
              :label="entry.title"
              @change="(values, touch) => set(at, values as Partial<DoseStage>, touch)"
            />
          </div>
        </div>
      </VueDraggable>
      <button type="button" class="btn mt-1" @click="type">Type it as lines</button>
    </template>
  </div>
</template>

<style scoped>
.lines {
  height: auto;
  padding: 5px 7px;
  font-size: 13px;
  line-height: 19px;
}
.entry {
  border-bottom: 1px solid #e7decd;
}
.line {
  display: grid;
  grid-template-columns: 16px minmax(0, 1fr) auto 28px;
  gap: 3px;
  align-items: center;
  min-height: 30px;
}
.handle {
  color: #a08c6c;
  cursor: grab;
}
.dose {
  max-width: 108px;
  padding: 0 6px;
  overflow: hidden;
  font-size: 13px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.ghost {
  opacity: 0.4;
}
</style>
