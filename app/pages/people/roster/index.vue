<script setup lang="ts">
import { rosterEntriesSchema } from '~~/shared/answers'
import { counted } from '~~/core/kernel/time-text'
import { fullName, type Student } from '~~/core/people/student'
import { toast } from '~/domain/toast'
import { dayOfYear } from '~/domain/days'

/** Everybody the club knows: found, added, opened; the archived behind a tick. */
useHead({ title: 'Roster · Golden Lintel' })
const library = useLibraryStore()
const {
  data: roster,
  problem,
  readAnew,
  readQuietly,
} = useReading(() => api('/api/roster', { answer: rosterEntriesSchema }))
const find = ref('')
const group = ref('')
const withArchived = ref(false)
const showsFiles = ref(false)

onChange('students', undefined, readQuietly)

const position = computed(() => new Map(library.ladder.ranks.map(({ id }, n) => [id, n])))
const shown = computed(() => {
  const words = find.value.trim().toLowerCase().split(/\s+/)
  return (roster.value ?? [])
    .filter(({ active }) => active || withArchived.value)
    .filter(({ groupId }) => !group.value || groupId === group.value)
    .filter(({ student }) => {
      const said = `${fullName(student)} ${student.family ?? ''} ${student.floorNote ?? ''}`.toLowerCase()
      return words.every((word) => said.includes(word))
    })
    .sort(
      (a, b) =>
        (position.value.get(a.student.rank) ?? 0) - (position.value.get(b.student.rank) ?? 0) ||
        fullName(a.student).localeCompare(fullName(b.student)),
    )
})
const archived = computed(() => (roster.value ?? []).filter(({ active }) => !active).length)
const active = computed(() => (roster.value ?? []).length - archived.value)
const minors = computed(() => shown.value.filter(({ age }) => age !== null && age < 18).length)
const asked = (student: Student) => Object.values(student.consents).filter((one) => one !== undefined).length

async function added(id: string, student: Student) {
  await readAnew().catch(() => undefined)
  const twice = (roster.value ?? []).filter(
    (one) => one.id !== id && fullName(one.student).toLowerCase() === fullName(student).toLowerCase(),
  )
  toast(`${fullName(student)} is on the roster.${twice.length ? ' Somebody else is called the same.' : ''}`, {
    duration: 6000,
    action: { label: 'Open', onClick: () => void navigateTo(`/people/roster/${id}`) },
  })
}
</script>

<template>
  <div class="page">
    <PeopleNav />
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
    <p v-else-if="!roster" class="text-ash">Opening the roster…</p>
    <template v-else>
      <div class="head">
        <h1>Roster</h1>
        <p class="text-ash">
          {{ counted(active, 'student') }}<template v-if="archived">, {{ archived }} archived</template
          ><template v-if="minors">; {{ minors }} of those shown under 18</template>
        </p>
        <button
          type="button"
          class="btn ml-auto"
          :aria-expanded="showsFiles"
          @click="showsFiles = !showsFiles"
        >
          Files in and out
        </button>
      </div>
      <RosterFiles v-if="showsFiles" class="mt-3" @changed="readQuietly" />
      <AddStudent class="mt-4" @added="added" />
      <div class="sieve">
        <FindField v-model="find" label="Find by name, family or note" class="grow" />
        <select v-model="group" class="field group" aria-label="Group">
          <option value="">all groups</option>
          <option v-for="one in library.groups" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
        <label v-if="archived" class="tick"
          ><input v-model="withArchived" type="checkbox" /> show archived</label
        >
      </div>
      <table v-if="shown.length" class="ruled">
        <thead>
          <tr>
            <th>Name</th>
            <th>Rank</th>
            <th>Since</th>
            <th>Group</th>
            <th class="num">Age</th>
            <th>Family</th>
            <th>The floor must know</th>
            <th>Agreed</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in shown" :key="one.id" :class="{ gone: !one.active }">
            <td class="name">
              <NuxtLink :to="`/people/roster/${one.id}`">{{ fullName(one.student) }}</NuxtLink>
              <em v-if="!one.active">archived</em>
              <em v-else-if="one.kind !== 'member'">{{
                one.kind === 'trial' ? 'trial class' : 'visitor'
              }}</em>
            </td>
            <td><Sash :ranks="[one.student.rank]" :notches="one.student.notches" /></td>
            <td class="since">{{ one.student.rankSince ? dayOfYear(one.student.rankSince) : '' }}</td>
            <td class="group-cell">
              {{ library.groupName(one.groupId) }}<template v-if="one.student.group">, by hand</template>
            </td>
            <td class="num">
              {{ one.age ?? '' }}<b v-if="one.age !== null && one.age < 18" title="under 18"> ·</b>
            </td>
            <td class="family">{{ one.student.family }}</td>
            <td class="note">{{ one.student.floorNote }}</td>
            <td class="agreed text-ash">{{ asked(one.student) ? `${asked(one.student)} of 3` : '' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else-if="roster.length === 0" class="panel empty">
        Nobody is on the roster yet. Type a name above and press Enter, or read a spreadsheet under
        <b>Files in and out</b>.
      </p>
      <p v-else class="panel empty">Nobody matches.</p>
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
}
.head h1 {
  font-size: 26px;
  line-height: 32px;
}
.sieve {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  margin: 14px 0 8px;
}
.grow {
  flex: 1 1 240px;
}
.group {
  width: 170px;
  height: 32px;
}
.tick {
  display: flex;
  align-items: center;
  gap: 6px;
}
.name a {
  font-weight: 640;
}
.name a:hover {
  text-decoration: underline;
}
.name em {
  margin-left: 6px;
  font-size: 13px;
  color: var(--color-ash);
}
.gone {
  color: var(--color-ash);
}
.gone .name a {
  font-weight: 450;
}
.num {
  text-align: right !important;
}
.since,
.group-cell {
  white-space: nowrap;
  color: var(--color-ash);
}
.empty {
  padding: 26px;
  text-align: center;
  color: var(--color-ash);
}
@media (max-width: 900px) {
  .page {
    padding: 10px 12px 30px;
  }
  .ruled th:nth-child(n + 3),
  .since,
  .group-cell,
  .family,
  .agreed {
    display: none;
  }
  .ruled td.num,
  .ruled td.note {
    display: none;
  }
}
</style>
