<script setup lang="ts">
import { attendanceFigures, weeksUnder } from '~~/core/people/attendance-figures'
import { counted } from '~~/core/kernel/time-text'
import type { StudentPage } from '~~/shared/answers'
import { dayOfYear } from '~/domain/days'

/** How a student comes to class: rate, streak, weekdays, and the last weeks against the club's minimum. */
const props = defineProps<{ page: StudentPage }>()
const library = useLibraryStore()
const figures = computed(() => attendanceFigures(props.page.attended, props.page.today))
const minimum = computed(() => library.loaded?.settings.weeklyMinimum ?? 0)
const under = computed(() => weeksUnder(figures.value, minimum.value))
const often = (count: number, what: string) =>
  count === 0 ? '' : count === 1 ? `Once ${what}.` : `${counted(count, 'time')} ${what}.`
const saidOften = computed(() => {
  const { lastThere, home, excused } = figures.value
  const last = lastThere ? `Last there ${dayOfYear(lastThere)}.` : ''
  return [last, often(home, 'from home'), often(excused, 'excused')].filter(Boolean).join(' ')
})
const percent = (rate: number | undefined) => (rate === undefined ? '–' : `${Math.round(rate * 100)} %`)
const dayName = (weekday: string) => `${weekday[0]?.toUpperCase()}${weekday.slice(1, 3)}`
</script>

<template>
  <section class="panel p-4 mb-4" aria-labelledby="attendance-title">
    <h2 id="attendance-title" class="text-17">Attendance</h2>
    <p v-if="figures.held === 0" class="text-ash">No class has been held since they joined.</p>
    <template v-else>
      <dl>
        <div>
          <dd>{{ percent(figures.rate) }}</dd>
          <dt>of {{ figures.held - figures.excused }}</dt>
        </div>
        <div>
          <dd>{{ figures.streak }}</dd>
          <dt>in a row</dt>
        </div>
        <div>
          <dd>{{ figures.longest }}</dd>
          <dt>at most</dt>
        </div>
      </dl>
      <p class="text-13 text-ash">
        {{ saidOften }}
      </p>
      <table class="days">
        <caption class="sr-only">
          By weekday
        </caption>
        <tbody>
          <tr v-for="one in figures.byWeekday" :key="one.weekday">
            <th scope="row">{{ dayName(one.weekday) }}</th>
            <td class="bar"><i :style="{ width: `${(100 * one.there) / one.held}%` }" /></td>
            <td class="n">{{ one.there }} of {{ one.held }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="under" class="under">
        Under the {{ counted(minimum, 'class', 'classes') }} a week in {{ under }} of the last 4 weeks.
      </p>
    </template>
  </section>
</template>

<style scoped>
dl {
  display: flex;
  gap: 26px;
  margin: 4px 0;
}
dl div {
  display: flex;
  flex-direction: column;
}
dd {
  font: 700 26px/30px var(--font-serif);
  color: var(--color-umber);
}
dt {
  font-size: 13px;
  color: var(--color-ash);
}
.days {
  width: 100%;
  margin-top: 6px;
}
.days th {
  width: 44px;
  font-weight: 450;
  text-align: left;
}
.bar {
  height: 22px;
}
.bar i {
  display: block;
  height: 12px;
  background: var(--color-moss);
}
.n {
  width: 76px;
  text-align: right;
  color: var(--color-ash);
}
.under {
  margin-top: 8px;
  padding: 4px 10px;
  background: #fbf3df;
  border-left: 4px solid var(--color-gilt);
}
</style>
