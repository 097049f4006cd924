<script setup lang="ts">
import { longDay } from '~/domain/days'

/** At the bow: what is on next tonight, and when each group comes again. */
const store = useClassStore()
const tonight = computed(() => (store.data?.next ?? []).find(({ day }) => day === store.data?.day))
const again = computed(() => {
  const next = store.data?.next ?? []
  const groups = (store.plan?.groups ?? []).map(({ id, name }) => {
    const own = next.find((one) => one.groups.includes(id) && one.day !== store.data?.day)
    return { name, when: own ? `${longDay(own.day)}, ${own.startTime}` : '' }
  })
  const whens = new Map<string, string[]>()
  for (const { name, when } of groups) if (when) whens.set(when, [...(whens.get(when) ?? []), name])
  return [...whens].map(([when, names]) => ({
    when,
    who: names.length === groups.length ? 'Everybody' : names.join(', '),
  }))
})
</script>

<template>
  <div v-if="tonight || again.length" class="next-classes" data-test="next-classes">
    <p v-if="tonight">
      Next tonight, {{ tonight.startTime }}: <b>{{ tonight.title }}</b>
    </p>
    <p v-for="one in again" :key="one.when">
      {{ one.who }} again on <b>{{ one.when }}</b>
    </p>
  </div>
</template>

<style scoped>
.next-classes {
  flex: none;
  font-size: 20px;
  line-height: 27px;
  color: var(--color-hall-ash);
}
b {
  font-weight: 600;
  color: var(--color-hall-text);
}
</style>
