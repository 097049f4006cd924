<script setup lang="ts">
import { toast } from 'vue-sonner'
import type { Series } from '~~/core/curriculum/series'
import { freshId } from '~~/core/kernel/ids'

useHead({ title: 'Series · Golden Lintel' })
const library = useLibraryStore()
const mayWrite = useMayWrite()
const route = useRoute()
const all = computed(() => library.loaded?.series ?? [])
const open = computed(() => all.value.find(({ id }) => id === route.query.series) ?? all.value[0])
const plain = <T,>(value: T): T => JSON.parse(JSON.stringify(value)) as T

async function keep(series: Series) {
  await api(`/api/series/${series.id}`, { method: 'PUT', body: plain(series) })
  const rest = all.value.filter(({ id }) => id !== series.id)
  library.change({ series: [...rest, series].sort((a, b) => a.name.localeCompare(b.name)) })
}
async function add() {
  const id = freshId(
    'a new series',
    all.value.map((series) => series.id),
  )
  try {
    await keep({ id, name: 'A new series', lessons: [{ title: 'First lesson', needs: [], leaves: [] }] })
    await navigateTo({ path: '/curriculum/series', query: { series: id } })
  } catch (error) {
    toast.error(saidBy(error))
  }
}
async function discard(series: Series) {
  try {
    await api(`/api/series/${series.id}`, { method: 'DELETE' })
    library.change({ series: all.value.filter(({ id }) => id !== series.id) })
    toast(`${series.name} is taken out.`, {
      duration: 8000,
      action: { label: 'Undo', onClick: () => keep(series) },
    })
  } catch (error) {
    toast.error(saidBy(error))
  }
}
</script>

<template>
  <div class="series">
    <section class="min-w-0" aria-labelledby="series-title">
      <h1 id="series-title" class="text-26">Series</h1>
      <p class="text-13 text-ash">
        Lessons that build on one another: each a shape or a plan, used in order. Who missed which is known
        from the records.
      </p>
      <ul class="mt-2">
        <li v-for="one in all" :key="one.id">
          <NuxtLink
            :to="{ path: '/curriculum/series', query: { series: one.id } }"
            class="one"
            :class="{ open: one.id === open?.id }"
            :aria-current="one.id === open?.id ? 'true' : undefined"
          >
            <span class="truncate">{{ one.name }}</span>
            <span class="text-13 ml-auto text-ash">{{ one.lessons.length }} lessons</span>
          </NuxtLink>
        </li>
      </ul>
      <button v-if="mayWrite" type="button" class="btn mt-3" @click="add">A new series</button>
    </section>
    <SeriesBench
      v-if="open"
      :key="open.id"
      :begin="open"
      :readonly="!mayWrite"
      :keep="keep"
      @discard="discard(open)"
    />
    <p v-else class="text-ash">No series yet.</p>
  </div>
</template>

<style scoped>
.series {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
  gap: 32px;
  padding: 20px 28px 40px;
}
.one {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 30px;
  padding: 0 6px;
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--color-straw);
}
.one:hover {
  background: var(--color-paper);
}
.one.open {
  background: #f1e4c6;
  border-left-color: var(--color-gilt);
  font-weight: 640;
}
@media (max-width: 1000px) {
  .series {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
