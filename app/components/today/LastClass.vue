<script setup lang="ts">
import { minutes } from '~~/core/kernel/time-text'
import type { Today } from '~~/shared/answers'
import { agoSaid, longDay } from '~/domain/days'

/** What happened in the class before: how much of it ran, what was cut, who came. */
defineProps<{ last: Today['last'] | undefined; today: string }>()
const mayRun = useMayRun()
</script>

<template>
  <TodayColumn
    name="Last class"
    :figure="last ? `${longDay(last.day)}, ${agoSaid(last.day, today)}` : undefined"
  >
    <dl v-if="last" class="last">
      <dt>Was</dt>
      <dd>{{ last.title }}</dd>
      <dt>Ran</dt>
      <dd>
        {{ last.boards - last.cut.length }} of {{ last.boards }} boards whole, {{ minutes(last.ranMs) }} on
        the floor
      </dd>
      <template v-if="last.cut.length">
        <dt>Cut</dt>
        <dd>
          <span v-for="cut in last.cut" :key="cut.title" class="block"
            >{{ cut.title }}:
            <span class="text-brick-deep">{{
              cut.ranMs ? `${minutes(cut.ranMs)} of ${minutes(cut.ms)}` : 'left out'
            }}</span></span
          >
        </dd>
      </template>
      <dt>Came</dt>
      <dd>{{ last.came.length }}, {{ last.late }} of them late</dd>
    </dl>
    <p v-if="last && last.day === today" class="mt-2 flex flex-wrap gap-x-4">
      <NuxtLink :to="`/people?class=${last.id}`" class="link">Its register</NuxtLink>
      <NuxtLink v-if="mayRun" :to="`/floor?class=${last.id}`" class="link">Not finished after all?</NuxtLink>
    </p>
    <p v-if="!last" class="py-3 text-ash">
      Nothing has been run yet. After the first class, what happened stands here.
    </p>
    <NuxtLink to="/term" class="link mt-2 inline-block">All classes</NuxtLink>
  </TodayColumn>
</template>

<style scoped>
.last {
  display: grid;
  grid-template-columns: 62px 1fr;
}
.last dt {
  padding: 7px 0;
  font: 660 15px/20px var(--font-serif);
  color: var(--color-umber);
  border-bottom: 1px solid var(--color-straw);
}
.last dd {
  padding: 7px 0;
  border-bottom: 1px solid var(--color-straw);
}
</style>
