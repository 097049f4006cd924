<script setup lang="ts">
/** On the register: what stays open of who is here at the items of this class. */
const library = useLibraryStore()
const { firstName, openAt, tell } = useWatch()
const open = computed(() => openAt())
const MOST = 8
const all = ref(false)
const shown = computed(() => (all.value ? open.value : open.value.slice(0, MOST)))
</script>

<template>
  <section v-if="open.length" class="panel watch" aria-labelledby="watch-title">
    <h2 id="watch-title">Open corrections tonight</h2>
    <ul>
      <CorrectionRow
        v-for="one in shown"
        :key="`${one.student} ${one.item} ${one.said}`"
        :one="one"
        :head="firstName(one.student)"
        :under="library.itemName(one.item)"
        @tell="tell($event, one)"
      />
    </ul>
    <button v-if="open.length > shown.length" type="button" class="link mt-1" @click="all = true">
      {{ open.length - shown.length }} more
    </button>
  </section>
</template>

<style scoped>
.watch {
  padding: 10px 14px 12px;
}
.watch h2 {
  margin-bottom: 6px;
  font-size: 17px;
}
</style>
