<script setup lang="ts">
import { toast } from 'vue-sonner'
import { readShape, type Shape } from '~~/core/curriculum/shapes'
import { freshId } from '~~/core/kernel/ids'
import { newBlock } from '~~/core/plan/edit'

useHead({ title: 'Shapes · Golden Lintel' })
const library = useLibraryStore()
const mayWrite = useMayWrite()
const route = useRoute()
const shapes = computed(() => library.loaded?.shapes ?? [])
const open = computed(() => shapes.value.find(({ id }) => id === route.query.shape) ?? shapes.value[0])
const plain = <T,>(value: T): T => JSON.parse(JSON.stringify(value)) as T

async function keep(shape: Shape) {
  await api(`/api/shapes/${shape.id}`, { method: 'PUT', body: plain(shape) })
  const rest = shapes.value.filter(({ id }) => id !== shape.id)
  library.change({ shapes: [...rest, shape].sort((a, b) => a.name.localeCompare(b.name)) })
}
async function add() {
  const id = freshId(
    'a new shape',
    shapes.value.map((shape) => shape.id),
  )
  const read = readShape({
    id,
    name: 'A new shape',
    about: 'what it is for',
    kind: 'rounds',
    minutes: { least: 2, most: 20 },
    blocks: [{ ...newBlock('drill', 'Sets of ten'), id: 'board' }],
  })
  if (!read.ok) return
  try {
    await keep(read.shape)
    await navigateTo({ path: '/curriculum/shapes', query: { shape: id } })
  } catch (error) {
    toast.error(saidBy(error))
  }
}
async function discard(shape: Shape) {
  try {
    await api(`/api/shapes/${shape.id}`, { method: 'DELETE' })
    library.change({ shapes: shapes.value.filter(({ id }) => id !== shape.id) })
    toast(`${shape.name} is taken off the shelf.`, {
      duration: 8000,
      action: { label: 'Undo', onClick: () => keep(shape) },
    })
  } catch (error) {
    toast.error(saidBy(error))
  }
}
</script>

<template>
  <div class="shapes">
    <section class="min-w-0" aria-labelledby="shapes-title">
      <h1 id="shapes-title" class="text-26">Shapes</h1>
      <p class="text-13 text-ash">
        Pieces of a class, to be put on any plan. Their length is asked for on the shelf.
      </p>
      <ul class="mt-2">
        <li v-for="shape in shapes" :key="shape.id">
          <NuxtLink
            :to="{ path: '/curriculum/shapes', query: { shape: shape.id } }"
            class="shape"
            :class="{ open: shape.id === open?.id }"
            :aria-current="shape.id === open?.id ? 'true' : undefined"
          >
            <PhaseMark :phase="shape.blocks[0]!.phase" />
            <span class="truncate">{{ shape.name }}</span>
            <span class="text-13 ml-auto text-ash">{{ shape.kind }}</span>
          </NuxtLink>
        </li>
      </ul>
      <button v-if="mayWrite" type="button" class="btn mt-3" @click="add">A new shape</button>
    </section>
    <ShapeBench
      v-if="open"
      :key="open.id"
      :begin="open"
      :readonly="!mayWrite"
      :keep="keep"
      @discard="discard(open)"
    />
    <p v-else class="text-ash">No shape yet. Make one, or save some boards as one in Compose.</p>
  </div>
</template>

<style scoped>
.shapes {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 32px;
  padding: 20px 28px 40px;
}
.shape {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 30px;
  padding: 0 6px;
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--color-straw);
}
.shape:hover {
  background: var(--color-paper);
}
.shape.open {
  background: #f1e4c6;
  border-left-color: var(--color-gilt);
  font-weight: 640;
}
@media (max-width: 1000px) {
  .shapes {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
