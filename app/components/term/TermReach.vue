<script setup lang="ts">
import type { GroupReach, MissedItem } from '~~/core/term/reach'
import { counted } from '~~/core/kernel/time-text'
import { shortDay } from '~/domain/days'

/** Who comes how often gets how much of what is planned, and what comes on days on which too few are there. */
const { reach } = defineProps<{ reach: readonly GroupReach[] }>()
const emit = defineEmits<{ move: [group: string, item: string, better: NonNullable<MissedItem['better']>] }>()
const library = useLibraryStore()
const FIRST = 3
const opened = ref<string>()
const often = (times: number) => (times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`)
const shown = (one: GroupReach) => (opened.value === one.group ? one.missed : one.missed.slice(0, FIRST))
const better = ({ better: found }: MissedItem) =>
  found && `${shortDay(found.from)} → ${shortDay(found.to)}: reaches ${found.reached}`
</script>

<template>
  <section class="panel px-3.5 py-3" aria-labelledby="reach-title">
    <h2 id="reach-title" class="text-20">Who comes how often</h2>
    <p class="text-13 text-ash">
      What each can expect of the minutes planned, by how often they came in the last twelve weeks.
    </p>
    <div v-for="one in reach" :key="one.group" class="one">
      <GroupSash :group="one.group" />
      <p v-for="part in one.byTimes" :key="part.times" class="part">
        <span>{{ part.heads }} come{{ part.heads === 1 ? 's' : '' }} {{ often(part.times) }} a week</span>
        <b>{{ Math.round(part.share * 100) }} %</b>
      </p>
      <p v-if="one.byTimes.length === 0" class="text-ash">Nobody from it has come yet.</p>
      <ul v-if="one.missed.length" class="text-13">
        <li v-for="row in shown(one)" :key="row.item">
          {{ library.itemName(row.item) }} reaches
          <b class="text-brick-deep">{{ row.reached }} of {{ row.of }}</b>
          <button
            v-if="row.better"
            type="button"
            class="link"
            :aria-label="`Move ${library.itemName(row.item)} of ${library.groupName(one.group)}, ${better(row)}`"
            @click="emit('move', one.group, row.item, row.better)"
          >
            {{ better(row) }}
          </button>
        </li>
      </ul>
      <button
        v-if="one.missed.length > FIRST"
        type="button"
        class="link text-13"
        @click="opened = opened === one.group ? undefined : one.group"
      >
        {{
          opened === one.group
            ? 'Only the first'
            : `${counted(one.missed.length - FIRST, 'item')} more that reach${one.missed.length - FIRST === 1 ? 'es' : ''} too few`
        }}
      </button>
    </div>
  </section>
</template>

<style scoped>
.one {
  padding: 7px 0;
  border-top: 1px solid var(--color-straw);
}
.one:first-of-type {
  border-top: 0;
}
.part {
  display: flex;
  justify-content: space-between;
}
li {
  padding-left: 12px;
}
</style>
