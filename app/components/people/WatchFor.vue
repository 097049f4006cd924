<script setup lang="ts">
/** On the register: what stays open of who is here at the items of this class. */
const library = useLibraryStore()
const { firstName, openAt, tell } = useWatch()
const open = computed(() => openAt())
</script>

<template>
  <section v-if="open.length" class="panel watch" aria-labelledby="watch-title">
    <h2 id="watch-title">Open corrections tonight</h2>
    <CorrectionList
      :list="open"
      :head="({ student }) => firstName(student)"
      :under="({ item }) => library.itemName(item)"
      :most="8"
      @tell="tell"
    />
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
