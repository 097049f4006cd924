<script setup lang="ts">
/** One student does something else at this board than all, who is spared or not ready: it is what they are credited with. */
const props = defineProps<{ board: string }>()
const emit = defineEmits<{ done: [] }>()
const store = useClassStore()
const library = useLibraryStore()
const acts = useFloorActs()
const chosen = ref('')
const layer = ref(1)
const who = ref('')

const students = computed(() => new Map(store.taking.map((one) => [one.id, one])))
/** Who does something else here already. */
const others = computed(() =>
  [...(store.run?.did ?? [])].flatMap(([id, boards]) => {
    const did = boards.get(props.board)
    const name = store.roster.find((one) => one.id === id)?.name
    return did && name ? [{ id, name, does: library.itemName(did.technique) }] : []
  }),
)
function put() {
  const name = students.value.get(who.value)?.name
  if (!name || !chosen.value) return
  const says = `${name}: ${library.itemName(chosen.value)} at this board.`
  const about = { student: who.value, technique: chosen.value, layer: layer.value }
  acts.told(says, 'did', about, props.board)
  emit('done')
}
function asAll({ id, name }: { id: string; name: string }) {
  acts.told(`${name} does what all do.`, 'did', { student: id }, props.board)
}
</script>

<template>
  <form class="else" @submit.prevent="put">
    <h4>One student does something else</h4>
    <p v-for="one in others" :key="one.id" class="mb-2">
      {{ one.name }}: {{ one.does }}
      <button type="button" @click="asAll(one)">As everybody</button>
    </p>
    <select v-model="who" aria-label="Who does something else">
      <option value="">Who…</option>
      <option v-for="one in store.taking" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select>
    <template v-if="who">
      <HallItem
        v-model:item="chosen"
        v-model:layer="layer"
        find="Find what they do"
        which="What they do"
        at="At which layer"
      />
      <button type="submit" class="yes" :disabled="!chosen">At this board</button>
    </template>
  </form>
</template>

<style scoped>
.else {
  margin-top: 10px;
  padding-top: 10px;
  border-top: 2px solid #3a3028;
}
h4 {
  margin-bottom: 6px;
  font-size: 20px;
  color: var(--color-hall-ash);
}
p {
  display: flex;
  gap: 10px;
  align-items: center;
  font-size: 20px;
}
select,
p button,
.yes {
  min-height: 48px;
  margin-bottom: 8px;
  padding: 0 14px;
  font-size: 20px;
  color: var(--color-hall-text);
  background: var(--color-hall);
  border: 2px solid #75604a;
  border-radius: 4px;
}
.yes {
  display: block;
  color: #241808;
  background: var(--color-hall-gilt);
  border-color: var(--color-hall-gilt);
}
.yes:disabled {
  opacity: 0.45;
}
</style>
