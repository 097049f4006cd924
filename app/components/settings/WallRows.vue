<script setup lang="ts">
import { newWallSchema, wallsSchema } from '~~/shared/answers'

/** Links for a projector or a television in the hall: each opens the class of the day and nothing else; it is shown once. */
const { rows: walls, problem, attempt, end } = useOpenKeys('/api/walls', wallsSchema)
const fresh = ref('')
const add = () =>
  attempt(async () => {
    const { key } = await api('/api/walls', { answer: newWallSchema, method: 'POST', body: {} })
    fresh.value = `${location.origin}/wall#${key}`
  })
const made = (at: Date) => at.toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <section id="walls" aria-labelledby="walls-title">
    <h2 id="walls-title" class="text-20">Walls</h2>
    <p class="text-ash">
      A second screen for the hall, in letters that read at twelve metres. Whoever has the link sees the class
      of the day, first names with an initial, and nothing else; no one needs to sign in there.
    </p>
    <ul>
      <li v-for="wall in walls" :key="wall.id" class="row">
        <b>A wall</b> <span class="text-ash">made {{ made(wall.madeAt) }}</span>
        <button type="button" class="btn" @click="end(wall.id)">End its link</button>
      </li>
    </ul>
    <button type="button" class="btn" @click="add">Make a link for a wall</button>
    <p v-if="fresh" role="status" class="fresh">
      Open this on the projector; it is shown this once:
      <a :href="fresh" target="_blank" class="link">{{ fresh }}</a>
    </p>
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  min-height: 38px;
}
.row .btn {
  margin-left: auto;
}
.fresh {
  margin-top: 8px;
  padding: 8px 12px;
  background: #fbf3df;
  border-left: 4px solid var(--color-gilt);
  overflow-wrap: anywhere;
}
</style>
