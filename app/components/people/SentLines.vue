<script setup lang="ts" generic="L">
import type { Unkept } from '~/composables/useSentLines'

/** What was entered and is on its way, and what could not be kept: that goes off again, is changed first, or left out. */
const props = defineProps<{
  lines: ReturnType<typeof useSentLines<L>>
  /** Nothing is being typed in whose place it would be put. */
  mayChange: boolean
}>()
const emit = defineEmits<{ change: [one: Unkept<L>] }>()
const { going, unkept, again, leave } = props.lines
function change(one: Unkept<L>) {
  leave(one)
  emit('change', one)
}
</script>

<template>
  <div v-if="going.length || unkept.length" class="lines">
    <p v-if="going.length" role="status" class="going">
      On the way: {{ going.map(({ name }) => name).join(', ') }}…
    </p>
    <div v-if="unkept.length" role="alert" class="unkept">
      <ul>
        <li v-for="one in unkept" :key="one.id">
          <span
            ><b>{{ one.name }}</b> is not kept: {{ one.why }}</span
          >
          <button type="button" class="link" :aria-label="`Try ${one.name} again`" @click="again(one)">
            Try again
          </button>
          <button
            v-if="mayChange"
            type="button"
            class="link"
            :aria-label="`Change ${one.name}`"
            @click="change(one)"
          >
            Change
          </button>
          <button type="button" class="link" :aria-label="`Leave ${one.name} out`" @click="leave(one)">
            Leave out
          </button>
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.lines {
  grid-column: 1 / -1;
}
/* An answer that comes at once is not announced. */
.going {
  margin-top: 6px;
  color: var(--color-ash);
  animation: shown 0.1s 0.5s both;
}
@keyframes shown {
  from {
    opacity: 0;
  }
}
.unkept {
  margin-top: 6px;
  padding: 6px 10px;
  background: var(--color-brick-tint);
  border-left: 4px solid var(--color-brick);
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 14px;
  min-height: 30px;
}
@media (max-width: 760px) {
  .link {
    min-height: 44px;
  }
}
</style>
