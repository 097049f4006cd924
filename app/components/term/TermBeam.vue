<script setup lang="ts">
import { dayAfter, weekOf } from '~~/core/kernel/days'
import type { ComingClass, HeldClass } from '~~/core/term/days'
import { longDay, shortDay } from '~/domain/days'

/** The term as a beam: a field for each class, week by week, with the grading as its post. */
const { held, coming, shut, today, grading } = defineProps<{
  held: readonly HeldClass[]
  coming: readonly ComingClass[]
  shut: readonly string[]
  today: string
  grading: string | undefined
}>()
const WEEKS_BACK = 6

interface Field {
  day: string
  kind: 'run' | 'now' | 'planned' | 'open' | 'shut' | 'grading'
  says: string
}
const SAYS: Record<Field['kind'], string> = {
  run: 'run',
  now: 'today',
  planned: 'planned',
  open: 'to come, no plan yet',
  shut: 'no class',
  grading: 'grading',
}
const weeks = computed(() => {
  const from = dayAfter(weekOf(today), -7 * WEEKS_BACK)
  const fields: Field[] = []
  const add = (day: string, kind: Field['kind']) =>
    fields.push({ day, kind, says: `${longDay(day)}: ${SAYS[kind]}` })
  for (const { day, state } of held) if (state === 'finished' && day >= from) add(day, 'run')
  for (const { day, held: one } of coming) add(day, day === today ? 'now' : one ? 'planned' : 'open')
  for (const day of shut) if (day >= from && (!grading || day < grading)) add(day, 'shut')
  if (grading) add(grading, 'grading')
  fields.sort((a, b) => (a.day < b.day ? -1 : 1))
  const byWeek = new Map<string, Field[]>()
  for (const field of fields) byWeek.set(weekOf(field.day), [...(byWeek.get(weekOf(field.day)) ?? []), field])
  return [...byWeek].map(([week, days]) => ({ week, days }))
})
</script>

<template>
  <div
    class="beam"
    role="img"
    :aria-label="`${coming.length} classes to come${grading ? `, grading ${longDay(grading)}` : ''}`"
  >
    <div v-for="{ week, days } in weeks" :key="week" class="week">
      <span class="when">{{ shortDay(week).slice(4) }}</span>
      <span class="days">
        <span v-for="(field, n) in days" :key="n" class="day" :class="field.kind" :title="field.says">{{
          field.kind === 'grading' ? 'G' : field.kind === 'shut' ? '×' : Number(field.day.slice(8))
        }}</span>
      </span>
    </div>
  </div>
</template>

<style scoped>
.beam {
  display: flex;
  gap: 1px;
  overflow-x: auto;
  padding: 4px 6px 6px;
  color: #e9dcc6;
  background: linear-gradient(#5a4535, #3c2d22);
  border-bottom: 4px solid #c8922b;
  border-radius: 2px 2px 0 0;
}
.week {
  flex: 1 0 auto;
  padding: 0 3px;
  border-left: 1px solid #75604a;
}
.when {
  display: block;
  font-size: 13px;
  white-space: nowrap;
}
.days {
  display: flex;
  gap: 2px;
}
.day {
  display: grid;
  place-items: center;
  width: 26px;
  height: 32px;
  font-size: 13px;
  font-weight: 700;
  border: 1.5px solid #75604a;
}
.run {
  color: #2b2118;
  background: linear-gradient(#f0c56a, #c8922b);
  border-color: #c8922b;
}
.now {
  color: #2b2118;
  background: #fbf7ee;
  border-color: #fbf7ee;
}
.planned {
  border-color: #f0c56a;
}
.open {
  color: #c3b6a2;
}
.shut {
  border-style: dashed;
  color: #c3b6a2;
}
.grading {
  color: #fff;
  background: var(--color-brick);
  border-color: var(--color-brick);
}
</style>
