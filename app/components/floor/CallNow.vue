<script setup lang="ts">
import type { CallNow } from '~~/core/floor/call-now'

/** The call that is on, as large as it can be: on the floor, and on the wall. */
const props = defineProps<{ now: CallNow; wall?: boolean }>()
const text = computed(() => {
  const { call } = props.now
  return call ? (call.feint ? '…' : call.call) : 'ready'
})
</script>

<template>
  <section
    class="calls"
    :class="{ wall, feint: now.call?.feint, long: text.length > 9, longer: text.length > 18 }"
    aria-label="The call"
    aria-live="off"
  >
    <b>{{ text }}</b>
    <span v-if="now.call?.answer">→ {{ now.call.answer }}</span>
  </section>
</template>

<style scoped>
.calls {
  display: flex;
  flex-direction: column;
  justify-content: center;
  min-width: 0;
  height: 100%;
  padding: 8px 20px;
  background: #f4ecdd;
  color: var(--color-hall);
}
.calls b {
  font: 800 min(150px, 11vw) / 1.05 var(--font-sans);
  overflow-wrap: anywhere;
}
.calls.long b {
  font-size: min(96px, 7.4vw);
}
.calls.longer b {
  font-size: min(62px, 5vw);
}
.calls span {
  font-size: min(46px, 4vw);
  line-height: 1.2;
}
.feint {
  background: #3a3028;
  color: #f4ecdd;
}
.wall {
  flex: 1;
  align-items: center;
}
.calls.wall b {
  font-size: 22vh;
  line-height: 1;
}
.calls.wall.long b {
  font-size: 15vh;
}
.calls.wall span {
  font-size: 9vh;
}
@media (max-width: 760px) {
  .calls:not(.wall) {
    height: auto;
    min-height: 130px;
  }
  .calls:not(.wall) b {
    font-size: 21vw;
  }
  .calls.long:not(.wall) b {
    font-size: 13vw;
  }
  .calls.longer:not(.wall) b {
    font-size: 8vw;
  }
  .calls:not(.wall) span {
    font-size: 26px;
  }
}
</style>
