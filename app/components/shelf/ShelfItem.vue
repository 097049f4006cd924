<script setup lang="ts">
import { itemPageSchema } from '~~/shared/answers'
import { toast } from '~/domain/toast'
import { boardFor } from '~~/core/curriculum/boards'
import { spokenName, type Item } from '~~/core/curriculum/item'
import { ladderBoard } from '~~/core/curriculum/partner-ladder'
import { combinationLadder } from '~~/core/curriculum/combinations'
import { breakDown, layersWithSteps } from '~~/core/curriculum/steps'
import { simpleGroups } from '~/domain/simple-groups'

/** An item on the shelf: a click places it, a drag carries it, a digit puts it onto one group of the selected board. */
const props = defineProps<{
  item: Item
  about: string
  placed: boolean
}>()
const store = usePlanStore()
const library = useLibraryStore()
const carry = useCarriedStore()
/** Pointed at by the mouse, or by the focus: letting go of the one does not end the other. */
const over = ref(false)
const within = ref(false)
const pointed = computed(() => over.value || within.value)
const what = () => ({ boards: [boardFor(props.item)], item: props.item.id, name: spokenName(props.item) })
watch(pointed, (is) => (is ? carry.point(what()) : carry.leave(spokenName(props.item))))
onScopeDispose(() => carry.leave(spokenName(props.item)))

/** The ladder as far as the marks of the last class have opened it; without the server, its first rung. */
async function climb() {
  let open = 1
  try {
    open = (await api(`/api/items/${props.item.id}`, { answer: itemPageSchema })).ladder.open
  } catch (error) {
    toast(`Only the first rung is put on the plan: ${saidBy(error)}`)
  }
  store.add(ladderBoard([props.item], open))
}
/** The versions that can be broken down: of several the wanted one is picked. */
const versions = computed(() => layersWithSteps(props.item))
/** The groups for whom it is new keep the simpler version; where that has steps of its own, two ladders stand side by side. */
function teach(layer: number) {
  const groups = store.plan?.groups ?? []
  const simple = simpleGroups(props.item, store.plan, library.loaded)
  const board = breakDown(props.item, groups, simple, layer, Math.min(layer, versions.value[0] ?? 1))
  if (board) store.add(board)
}
const combination = computed(() =>
  props.item.parts ? combinationLadder(props.item, library.items) : undefined,
)
function lift(event: DragEvent) {
  event.dataTransfer?.setData('text/plain', spokenName(props.item))
  carry.lift(what())
}
function paintKey(event: KeyboardEvent) {
  const group = store.plan?.groups[Number(event.key) - 1]
  if (!/^[1-9]$/.test(event.key) || !group || !store.selected) return
  event.preventDefault()
  carry.paint(store.selected, group.id, props.item.id)
  toast(`${spokenName(props.item)} is on ${group.name} of ${store.selectedBlock?.title ?? ''}.`)
}
</script>

<template>
  <div
    class="item"
    :class="{ placed }"
    @focusin="within = true"
    @focusout="within = false"
    @mouseenter="over = true"
    @mouseleave="over = false"
  >
    <button
      type="button"
      class="place"
      draggable="true"
      @click="store.add(boardFor(item))"
      @dragstart="lift"
      @dragend="carry.letGo()"
      @keydown="paintKey"
    >
      <span class="name">{{ spokenName(item) }}</span>
      <span v-if="placed" class="tick" title="on the plan">✓</span>
      <span class="about">{{ about }}</span>
    </button>
    <span v-if="pointed && (versions.length || combination || item.partner !== 'solo')" class="also">
      <button
        v-if="versions.length"
        type="button"
        :aria-label="`Break down ${spokenName(item)}`"
        @click="teach(versions[0]!)"
      >
        Break it down
      </button>
      <template v-if="item.layers.some((layer) => layer.steps?.length)">
        <button
          v-for="layer in versions.slice(1)"
          :key="layer"
          type="button"
          :aria-label="`Break down ${spokenName(item)}, ${library.layerName(item.id, layer)}`"
          :title="library.layerName(item.id, layer)"
          @click="teach(layer)"
        >
          {{ layer }}
        </button>
      </template>
      <button
        v-if="combination"
        type="button"
        :aria-label="`${spokenName(item)}, part by part`"
        @click="store.add(combination)"
      >
        Part by part
      </button>
      <button
        v-if="item.partner !== 'solo'"
        type="button"
        :aria-label="`Ladder of ${spokenName(item)}`"
        @click="climb"
      >
        Ladder
      </button>
    </span>
  </div>
</template>

<style scoped>
.item {
  width: calc(100% - 10px);
  border-left: 2px solid transparent;
  border-bottom: 1px solid #e7decd;
}
.item:hover,
.item:focus-within {
  background: var(--color-paper);
  border-left-color: var(--color-gilt);
}
.place {
  display: grid;
  grid-template-columns: 1fr auto;
  width: 100%;
  padding: 4px 4px 5px 8px;
  text-align: left;
  outline-offset: -2px;
}
.also {
  display: flex;
  gap: 6px;
  padding: 0 4px 6px 8px;
}
.also button {
  height: 24px;
  padding: 0 7px;
  font-size: 13px;
  color: var(--color-harbour);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.also button:hover {
  border-color: var(--color-harbour);
}
.name {
  font: 580 15px/19px var(--font-sans);
}
.placed .name {
  font-weight: 450;
}
.tick {
  color: var(--color-moss);
  font-weight: 700;
}
.about {
  grid-column: 1 / -1;
  font-size: 13px;
  line-height: 16px;
  color: var(--color-ash);
}
</style>
