<script setup lang="ts">
import { callAt, callsOf } from '~~/core/floor/call-mode'
import type { Run } from '~~/core/floor/run'

/** The call that is on, as large as it can be: on the floor, and on the wall. */
const props = defineProps<{ calls: NonNullable<Run['calls']>; wall?: boolean }>()
const clock = useClock()
const all = computed(() => callsOf(props.calls.mode))
const ms = computed(() => clock.now.value - props.calls.at)
const isOn = computed(() => ms.value < props.calls.mode.sec * 1000)
const now = computed(() => (isOn.value ? callAt(all.value, ms.value) : undefined))
/** In a drill of reactions a call is there for a moment, and then there is nothing to see. */
const SHOWN_MS = 1500
const shown = computed(() => {
  const call = now.value?.call
  if (!call) return undefined
  return props.calls.mode.kind === 'react' && ms.value - call.at > SHOWN_MS ? undefined : call
})
</script>

<template>
  <section v-if="isOn" class="calls" :class="{ wall, feint: shown?.feint }" aria-live="off">
    <b>{{ shown ? (shown.feint ? '…' : shown.call) : 'ready' }}</b>
    <span v-if="shown?.answer">→ {{ shown.answer }}</span>
  </section>
</template>

<style scoped>
.calls {
  display: flex;
  flex: none;
  align-items: baseline;
  gap: 24px;
  padding: 2px 16px;
  background: #f4ecdd;
  color: var(--color-hall);
}
.calls b {
  font: 800 54px/62px var(--font-sans);
}
.calls span {
  font-size: 34px;
}
.feint {
  background: #3a3028;
  color: #f4ecdd;
}
.wall {
  flex: 1;
  align-items: center;
  justify-content: center;
}
.wall b {
  font-size: 22vh;
  line-height: 1;
}
.wall span {
  font-size: 9vh;
}
</style>
