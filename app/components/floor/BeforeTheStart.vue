<script setup lang="ts">
import { counted, minutes } from '~~/core/kernel/time-text'

/** What is to be seen to before the first bow. */
const store = useClassStore()
const library = useLibraryStore()
const opening = computed(() => library.loaded?.settings.opening ?? [])
</script>

<template>
  <section v-if="store.data && store.plan" class="begin">
    <h2>{{ store.data.title }}</h2>
    <p>
      {{ counted(store.plan.blocks.length, 'board') }}, {{ minutes(store.timeline?.totalMs ?? 0) }} of
      {{ store.plan.lengthMin }}:00. {{ store.here }} here so far.
    </p>
    <ul v-if="opening.length" aria-label="Before the first bow">
      <li v-for="line in opening" :key="line">
        <label><input type="checkbox" /> {{ line }}</label>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.begin {
  padding-left: 26px;
  border-left: 2px solid #3a3028;
  font-size: 24px;
  line-height: 31px;
}
.begin h2 {
  margin-bottom: 8px;
  font-size: 44px;
  line-height: 48px;
  color: #fff;
}
.begin ul {
  margin-top: 8px;
  color: var(--color-hall-ash);
}
.begin label {
  display: inline-block;
  padding: 2px 0;
}
.begin input {
  width: 22px;
  height: 22px;
  margin-right: 8px;
  vertical-align: -3px;
  accent-color: var(--color-hall-gilt);
}
@media (max-width: 760px) {
  .begin {
    padding: 6px 4px;
    border: 0;
    font-size: 20px;
    line-height: 26px;
  }
  .begin h2 {
    font-size: 28px;
    line-height: 34px;
  }
}
</style>
