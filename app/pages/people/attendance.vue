<script setup lang="ts">
import { attendanceListSchema } from '~~/shared/answers'
import { attendanceFigures, weeksUnder, type Stood } from '~~/core/people/attendance-figures'
import { dayOfYear } from '~/domain/days'

/** How everybody came in the last weeks: the rate, the streak, each class a mark, and who is under the club's minimum. */
useHead({ title: 'Attendance · Golden Lintel' })
const library = useLibraryStore()
const { data, problem, readQuietly } = useReading(() =>
  api('/api/attendance', { answer: attendanceListSchema }),
)
const isUnderOnly = ref(false)
const sortedBy = ref<'rank' | 'rate' | 'last'>('rank')

onChange('class', undefined, (change) => {
  if (change === 'back' || change.what === 'settled') readQuietly()
})
const minimum = computed(() => library.loaded?.settings.weeklyMinimum ?? 0)
const rows = computed(() =>
  (data.value?.students ?? []).map((student) => {
    const figures = attendanceFigures(student.classes, data.value?.today ?? '')
    return { ...student, ...figures, under: weeksUnder(figures, minimum.value) }
  }),
)
const shown = computed(() => {
  const some = rows.value.filter(({ under }) => !isUnderOnly.value || under > 0)
  if (sortedBy.value === 'rate') return [...some].sort((a, b) => (a.rate ?? 2) - (b.rate ?? 2))
  if (sortedBy.value === 'last')
    return [...some].sort((a, b) => ((a.lastThere ?? '') < (b.lastThere ?? '') ? -1 : 1))
  return some
})
const SAYS: Record<Stood, string> = { there: 'there', home: 'from home', excused: 'excused', away: 'away' }
const percent = (rate: number | undefined) => (rate === undefined ? '–' : `${Math.round(rate * 100)} %`)
</script>

<template>
  <div class="page">
    <PeopleNav />
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
    <p v-else-if="!data" class="text-ash">Reading the registers…</p>
    <template v-else>
      <div class="head">
        <h1>Attendance</h1>
        <p class="text-ash">the last twelve weeks</p>
        <label v-if="minimum" class="tick"
          ><input v-model="isUnderOnly" type="checkbox" /> under {{ minimum }} a week only</label
        >
        <p v-else class="text-ash ml-auto">
          A weekly minimum can be set under <NuxtLink to="/settings" class="link">Club settings</NuxtLink>.
        </p>
      </div>
      <table v-if="shown.length" class="ruled">
        <thead>
          <tr>
            <th scope="col" :aria-sort="sortedBy === 'rank' ? 'ascending' : undefined">
              <button type="button" @click="sortedBy = 'rank'">Name</button>
            </th>
            <th scope="col" class="n" :aria-sort="sortedBy === 'rate' ? 'ascending' : undefined">
              <button type="button" @click="sortedBy = 'rate'">Rate</button>
            </th>
            <th scope="col" class="n">In a row</th>
            <th scope="col" :aria-sort="sortedBy === 'last' ? 'ascending' : undefined">
              <button type="button" @click="sortedBy = 'last'">Last there</button>
            </th>
            <th scope="col">Class by class, the newest last</th>
            <th v-if="minimum" scope="col" class="n">Weeks under</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in shown" :key="row.id">
            <th scope="row">
              <NuxtLink :to="`/people/${row.id}`">{{ row.name }}</NuxtLink> <RankTag :rank="row.rankId" />
            </th>
            <td class="n">{{ percent(row.rate) }}</td>
            <td class="n">{{ row.streak }}</td>
            <td>{{ row.lastThere ? dayOfYear(row.lastThere) : 'never' }}</td>
            <td class="marks">
              <i
                v-for="(one, n) in row.classes"
                :key="n"
                :class="one.stood"
                :title="`${dayOfYear(one.day)}: ${SAYS[one.stood]}`"
              />
              <span class="sr-only">{{ row.there + row.home }} of {{ row.held }}</span>
            </td>
            <td v-if="minimum" class="n">{{ row.under || '' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else class="panel p-6 text-center text-ash">
        {{ rows.length ? 'Nobody is under the minimum.' : 'Nobody is on the roster yet.' }}
      </p>
      <p class="legend">
        <span v-for="(says, stood) in SAYS" :key="stood"><i :class="stood" /> {{ says }}</span>
      </p>
    </template>
  </div>
</template>

<style scoped>
.page {
  max-width: 1280px;
  margin: 0 auto;
  padding: 14px 28px 40px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
  margin-bottom: 10px;
}
.head h1 {
  font-size: 26px;
  line-height: 32px;
}
.tick {
  display: flex;
  align-items: center;
  gap: 6px;
  margin-left: auto;
}
thead button {
  text-decoration: underline dotted;
}
thead th[aria-sort] button {
  color: #ffd98a;
}
tbody th,
td {
  text-align: left;
  white-space: nowrap;
}
tbody th a {
  margin-right: 8px;
}
tbody th a:hover {
  text-decoration: underline;
}
.n {
  text-align: right !important;
}
.marks i,
.legend i {
  display: inline-block;
  width: 10px;
  height: 18px;
  margin-right: 2px;
  vertical-align: middle;
  border: 1px solid #b9a98d;
}
i.there {
  background: var(--color-moss);
  border-color: var(--color-moss);
}
i.home {
  background: repeating-linear-gradient(0deg, var(--color-harbour) 0 3px, #9cc9e2 3px 5px);
}
i.excused {
  background: repeating-linear-gradient(135deg, #fffdf8 0 2px, #b9a98d 2px 3px);
}
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin-top: 8px;
  font-size: 13px;
  color: var(--color-ash);
}
@media (max-width: 900px) {
  .page {
    padding: 10px 12px 30px;
  }
  .marks,
  thead th:nth-child(5) {
    display: none;
  }
}
</style>
