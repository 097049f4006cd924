<script setup lang="ts">
import type { Series } from '~~/core/curriculum/series'

useHead({ title: 'Series · Golden Lintel' })
const library = useLibraryStore()
const mayWrite = useMayWrite()
const { all, open, linkTo, keep, versionOf, fresh, add, discard } = useClubDocuments<Series>(
  () => library.loaded?.series ?? [],
  (series) => library.change({ series }),
  {
    what: 'series',
    query: 'series',
    first: (id) => ({
      id,
      name: 'A new series',
      lessons: [{ title: 'First lesson', needs: [], leaves: [] }],
    }),
    gone: (name) => `${name} is taken out.`,
  },
)
</script>

<template>
  <DocumentList
    title="Series"
    about="Lessons that build on one another: each a shape or a plan, used in order. Who missed which is known from the records."
    :all="all"
    :open="open"
    :link-to="linkTo"
    :another="mayWrite ? 'A new series' : undefined"
    @add="add"
  >
    <template #says="{ one }">{{ one.lessons.length }} lessons</template>
    <SeriesBench
      v-if="open"
      :key="open.id"
      :begin="open"
      :readonly="!mayWrite"
      :version="versionOf(open.id)"
      :keep="keep"
      :fresh="fresh"
      @discard="discard(open)"
    />
    <p v-else class="text-ash">No series yet.</p>
  </DocumentList>
</template>
