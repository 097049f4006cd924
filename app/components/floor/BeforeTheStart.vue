<script setup lang="ts">
import { minutes } from '~~/core/kernel/time-text'

/** What is to be seen to before the first bow. */
const store = useClassStore()
</script>

<template>
  <section v-if="store.data && store.plan" class="begin">
    <h2>{{ store.data.title }}</h2>
    <p>
      {{ store.plan.blocks.length }} boards, {{ minutes(store.timeline?.totalMs ?? 0) }} of
      {{ store.plan.lengthMin }}:00. {{ store.here }} here so far.
    </p>
    <p>Room to move, water to hand, rings and watches off, one pair to one space.</p>
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
.begin p + p {
  margin-top: 8px;
  color: var(--color-hall-ash);
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
