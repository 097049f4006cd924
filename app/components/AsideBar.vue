<script setup lang="ts">
import { counted } from '~~/core/kernel/time-text'
import type { Unsent } from '~/domain/device-store'

/** What the server did not take of what was tapped here: each with why, to be sent again or put away. It holds up nothing else. */
const store = useAsideStore()
const route = useRoute()
const isOnFloor = computed(() => route.path === '/floor')
const { loggedIn } = useUserSession()
const isOpen = ref(false)
watch(loggedIn, (isIn) => void (isIn ? store.look() : store.forget()), { immediate: true })

const WORDS: Record<string, string> = {
  here: 'here',
  home: 'from home',
  late: 'late',
  out: 'sits out',
  back: 'back in',
  left: 'left',
  away: 'away',
  excused: 'excused',
  clear: 'cleared',
  undo: 'taken back',
}
const nameOf = (id: string | undefined) => store.names.get(id ?? '') ?? 'a student'
function what({ presence, mark, run, sighting, result, incident }: Unsent): string {
  if (presence) return `${nameOf(presence.student)}: ${WORDS[presence.kind] ?? presence.kind}`
  if (mark) return `${nameOf(mark.student)}: marked ${mark.mark}`
  if (sighting) return `${nameOf(sighting.student)}: a correction`
  if (result) return `${nameOf(result.student)}: a figure`
  if (incident) return 'an incident'
  return `the floor: ${run?.kind ?? 'an act'}`
}
</script>

<template>
  <section
    v-if="loggedIn && store.rows.length"
    class="aside"
    :class="{ 'on-floor': isOnFloor }"
    aria-label="Not kept by the server"
  >
    <button type="button" class="line" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      <b>{{ counted(store.rows.length, 'tap') }} could not be kept.</b> {{ isOpen ? 'Close' : 'Show' }}
    </button>
    <ul v-if="isOpen">
      <li v-for="one in store.rows" :key="one.id">
        <span
          ><b>{{ what(one) }}</b> <i>{{ one.aside }}</i></span
        >
        <button type="button" class="btn" @click="store.again(one)">
          {{ one.isMine ? 'Try again' : 'Send it as mine' }}
        </button>
        <button type="button" class="btn" @click="store.putAway(one.id)">Put away</button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.aside {
  position: fixed;
  right: 12px;
  bottom: 12px;
  left: 12px;
  z-index: 30;
  max-width: 620px;
  margin: 0 auto;
  color: var(--color-ink);
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-left: 5px solid var(--color-brick);
  box-shadow: 0 4px 14px rgb(42 30 22 / 0.25);
}
/* The keys of the floor stay free. */
.on-floor {
  bottom: calc(104px + env(safe-area-inset-bottom));
}
.on-floor:not(:has(ul)) {
  left: auto;
}
.line {
  width: 100%;
  min-height: 44px;
  padding: 0 14px;
  text-align: left;
}
ul {
  max-height: 40vh;
  overflow-y: auto;
  padding: 0 14px 8px;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 6px 0;
  border-top: 1px solid var(--color-straw);
}
li span {
  flex: 1 1 260px;
}
li i {
  font-size: 13px;
  font-style: normal;
  color: var(--color-ash);
}
</style>
