<script setup lang="ts">
/** A class group by the sash of its ranks; its name for whoever does not see it. */
defineProps<{ group: string }>()
const library = useLibraryStore()
</script>

<template>
  <span
    ><Sash :ranks="library.ranksOfGroup(group)" /><span class="sr-only">{{
      library.groupName(group)
    }}</span></span
  >
</template>
