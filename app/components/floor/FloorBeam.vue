<script setup lang="ts">
/** The beam of the floor belongs to time: the class as run and to come, and who is here. */
const store = useClassStore()
const outCount = computed(() => [...store.register.values()].filter(({ state }) => state === 'out').length)
</script>

<template>
  <header class="beam timber">
    <NuxtLink to="/" class="name"><Mark /> <span>Floor</span></NuxtLink>
    <FloorBar v-if="store.data" class="flex-1" />
    <LazyFloorSound v-if="store.data" class="sound" />
    <NuxtLink v-if="store.data" :to="`/people?class=${store.data.id}`" class="here" data-test="here">
      <b>{{ store.here }} here</b>
      <span>{{ outCount ? `${outCount} sitting out` : 'register' }}</span>
    </NuxtLink>
  </header>
</template>

<style scoped>
.beam {
  display: flex;
  flex: none;
  align-items: center;
  gap: 18px;
  height: 84px;
  margin: 0 -10px;
  padding: 0 16px 0 20px;
  border-bottom: 4px solid var(--color-gilt);
}
.name {
  display: flex;
  align-items: center;
  gap: 12px;
  height: 56px;
  font: 640 24px/28px var(--font-serif);
  color: #f6e7c8;
}
.here {
  flex: none;
  padding: 5px 12px;
  border: 2px solid #8d7a63;
  font-size: 20px;
  line-height: 23px;
}
.here b {
  display: block;
  font-size: 22px;
}
@media (max-height: 500px) {
  .beam {
    height: 54px;
  }
  .here {
    padding: 1px 10px;
    font-size: 16px;
    line-height: 18px;
  }
  .here b {
    font-size: 18px;
  }
}
@media (max-width: 760px) {
  .beam {
    position: relative;
    overflow: hidden;
    height: 78px;
    margin: 0;
    padding: 4px 10px;
    align-items: flex-start;
  }
  .name {
    height: 30px;
  }
  .name span {
    display: none;
  }
  .beam > :deep(.bar) {
    margin-left: -46px;
    padding-top: 2px;
  }
  .beam > :deep(.bar .words) {
    margin-left: 46px;
  }
  .here {
    position: absolute;
    right: 8px;
    top: 4px;
    padding: 2px 8px;
    background: #2a1f17;
  }
  .beam > :deep(.sound) {
    position: absolute;
    right: 88px;
    top: 4px;
  }
  .here span,
  .here b {
    font-size: 16px;
    line-height: 18px;
  }
  .here span {
    display: none;
  }
  .here b {
    line-height: 30px;
  }
}
</style>
