<script setup lang="ts">
import type { Notice } from '~~/shared/answers'

/** At the closing board: what is to be read out. */
defineProps<{ notices: Notice[] }>()
const library = useLibraryStore()
</script>

<template>
  <section class="notices" aria-labelledby="notices-title">
    <h2 id="notices-title">To be read out</h2>
    <ul>
      <li v-for="notice in notices" :key="notice.id">
        {{ notice.says }}<span v-if="notice.group"> ({{ library.groupName(notice.group) }})</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.notices {
  padding: 6px 14px;
  border-left: 5px solid var(--color-gilt);
  background: #241a12;
  text-align: left;
}
h2 {
  font-size: 20px;
  color: var(--color-hall-gilt);
}
li {
  font-size: 26px;
  line-height: 34px;
}
/* On a phone the groups stay below it: more is read by scrolling the list. */
@media (max-width: 760px) {
  ul {
    max-height: 104px;
    overflow-y: auto;
  }
  li {
    font-size: 20px;
    line-height: 26px;
  }
}
li span {
  color: var(--color-hall-ash);
}
</style>
