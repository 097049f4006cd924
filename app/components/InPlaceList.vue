<script setup lang="ts" generic="T">
import { ArrowDownIcon, ArrowUpIcon, XMarkIcon } from '@heroicons/vue/20/solid'

/** A list whose rows are edited where they stand, moved with Alt and the arrows, taken out and added. */
const props = withDefaults(
  defineProps<{
    modelValue: readonly T[]
    /** What one row is, as in "a key point". */
    one: string
    blank: () => T
    readonly?: boolean
    most?: number
    numbered?: boolean
  }>(),
  { readonly: false, most: 20, numbered: false },
)
const emit = defineEmits<{ 'update:modelValue': [rows: T[]] }>()
const list = useTemplateRef<HTMLElement>('list')

const put = (at: number, row: T) =>
  emit(
    'update:modelValue',
    props.modelValue.map((old, n) => (n === at ? row : old)),
  )
const takeOut = (at: number) =>
  emit(
    'update:modelValue',
    props.modelValue.filter((_, n) => n !== at),
  )
async function focusRow(at: number) {
  await nextTick()
  const row = list.value?.children[at]
  row?.querySelector<HTMLElement>('textarea, input, select, button')?.focus()
}
function move(at: number, by: number) {
  const to = at + by
  if (to < 0 || to >= props.modelValue.length) return
  const rows = [...props.modelValue]
  const [row] = rows.splice(at, 1)
  rows.splice(to, 0, row as T)
  emit('update:modelValue', rows)
  void focusRow(to)
}
function add() {
  emit('update:modelValue', [...props.modelValue, props.blank()])
  void focusRow(props.modelValue.length)
}
/** Enter goes on: to the next field of the row, to the next row, after the last one to a new one. */
async function goOn(at: number, { target }: KeyboardEvent) {
  if (!(target instanceof HTMLTextAreaElement) || props.readonly) return
  const isWritten = target.value.trim() !== ''
  const fields = [...(list.value?.children[at]?.querySelectorAll<HTMLElement>('textarea') ?? [])]
  const next = fields[fields.indexOf(target) + 1]
  // What was typed is taken first.
  await nextTick()
  if (next) next.focus()
  else if (at < props.modelValue.length - 1) await focusRow(at + 1)
  else if (isWritten && props.modelValue.length < props.most) add()
}
</script>

<template>
  <div>
    <ol ref="list">
      <li
        v-for="(row, at) in modelValue"
        :key="at"
        class="row"
        @keydown.alt.up.prevent="move(at, -1)"
        @keydown.alt.down.prevent="move(at, 1)"
        @keydown.enter="goOn(at, $event)"
      >
        <span v-if="numbered" class="number" aria-hidden="true">{{ at + 1 }}</span>
        <div class="min-w-0 flex-1"><slot :row="row as T" :at="at" :put="(next: T) => put(at, next)" /></div>
        <span v-if="!readonly" class="acts">
          <button
            type="button"
            :disabled="at === 0"
            :aria-label="`${one} ${at + 1}: up`"
            @click="move(at, -1)"
          >
            <ArrowUpIcon class="size-4" />
          </button>
          <button
            type="button"
            :disabled="at === modelValue.length - 1"
            :aria-label="`${one} ${at + 1}: down`"
            @click="move(at, 1)"
          >
            <ArrowDownIcon class="size-4" />
          </button>
          <button type="button" :aria-label="`${one} ${at + 1}: take out`" @click="takeOut(at)">
            <XMarkIcon class="size-4" />
          </button>
        </span>
      </li>
    </ol>
    <button v-if="!readonly && modelValue.length < most" type="button" class="add" @click="add">
      + {{ one }}
    </button>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  align-items: flex-start;
  gap: 6px;
  position: relative;
}
.number {
  flex: none;
  width: 22px;
  height: 22px;
  margin-top: 1px;
  border: 1.5px solid var(--color-gilt);
  border-radius: 50%;
  font: 660 13px/19px var(--font-serif);
  text-align: center;
  color: var(--color-umber);
}
.acts {
  display: flex;
  flex: none;
  opacity: 0;
}
.row:hover .acts,
.row:focus-within .acts {
  opacity: 1;
}
.acts button {
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
  color: var(--color-ash);
  border-radius: 3px;
}
.acts button:hover:not(:disabled) {
  background: var(--color-ground);
  color: var(--color-umber);
}
.acts button:disabled {
  opacity: 0.3;
}
.add {
  height: 24px;
  margin-top: 2px;
  padding: 0 6px 0 0;
  font-size: 13px;
  color: var(--color-harbour);
  font-weight: 600;
}
@media (hover: none) {
  .acts {
    opacity: 1;
  }
}
</style>
