<script setup lang="ts">
/** The library at the left on every page of the curriculum; the item, the map or the files beside it. */
definePageMeta({ layout: 'bare' })
const library = useLibraryStore()
const problem = ref('')
const ready = ref(false)
const route = useRoute()
const inLibrary = computed(() => !/^\/curriculum\/(map|shapes|series|files)/.test(route.path))
onMounted(async () => {
  try {
    await library.load()
    ready.value = true
  } catch (error) {
    problem.value = saidBy(error)
  }
})
</script>

<template>
  <div class="flex h-full flex-col">
    <Beam>
      <nav class="places" aria-label="Curriculum">
        <NuxtLink to="/curriculum" :class="{ on: inLibrary }">Library</NuxtLink>
        <NuxtLink to="/curriculum/map" active-class="on">What builds on what</NuxtLink>
        <NuxtLink to="/curriculum/shapes" active-class="on">Shapes</NuxtLink>
        <NuxtLink to="/curriculum/series" active-class="on">Series</NuxtLink>
        <NuxtLink to="/curriculum/files" active-class="on">Files in and out</NuxtLink>
        <NuxtLink to="/syllabus">Syllabus</NuxtLink>
      </nav>
    </Beam>
    <main v-if="ready" class="room">
      <LibraryList />
      <div class="page"><NuxtPage /></div>
    </main>
    <p v-else-if="problem" role="alert" class="p-10 text-center text-brick-deep">{{ problem }}</p>
    <p v-else class="p-10 text-center text-ash">Opening the library…</p>
  </div>
</template>

<style scoped>
.room {
  display: grid;
  flex: 1;
  min-height: 0;
  grid-template-columns: 286px minmax(0, 1fr);
}
.page {
  min-height: 0;
  overflow-y: auto;
}
.places {
  display: flex;
  gap: 4px;
  white-space: nowrap;
}
.places a {
  padding: 5px 9px;
  border-radius: 4px;
  color: #ebdcc0;
  font-size: 15px;
}
.places .on {
  background: rgba(231, 190, 99, 0.2);
  color: #ffe7a8;
}
@media (max-width: 760px) {
  .room {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: 240px minmax(0, 1fr);
  }
}
</style>
