<script setup lang="ts">
import type { Fault } from '~~/core/kernel/faults'
import { saidFault } from '~~/core/kernel/said-fields'
import { readStudent, type Student } from '~~/core/people/student'
import { isStillAt } from '~/domain/still-there'
import { dayOf } from '~/domain/wall-time'

/** A line to add students one after the other: Enter adds, and the next can be typed. */
const emit = defineEmits<{ added: [id: string, student: Student] }>()
const library = useLibraryStore()
const blank = () => ({
  firstName: '',
  lastName: '',
  birthDate: '',
  rank: typed.value?.rank ?? library.ladder.ranks[0]?.id ?? '',
})
const typed = ref<{ firstName: string; lastName: string; birthDate: string; rank: string }>()
typed.value = blank()
/** The id of who is being added: a retry adds nobody twice. */
let id = crypto.randomUUID()
const faults = ref<Fault[]>([])
const problem = ref('')
const isSending = ref(false)
const first = useTemplateRef<HTMLInputElement>('first')

async function add() {
  if (!typed.value || isSending.value) return
  problem.value = ''
  const { birthDate, ...rest } = typed.value
  const read = readStudent(
    {
      ...rest,
      firstName: rest.firstName.trim(),
      lastName: rest.lastName.trim(),
      ...(birthDate ? { birthDate } : {}),
    },
    { ladder: library.ladder, groups: library.groups, today: dayOf(Date.now(), library.club?.zone) },
  )
  faults.value = read.ok ? [] : read.faults
  if (!read.ok) return
  isSending.value = true
  try {
    await api('/api/roster', { method: 'POST', body: { id, student: read.student } })
    emit('added', id, read.student)
    id = crypto.randomUUID()
    typed.value = blank()
    if (isStillAt(first.value?.form)) first.value?.focus()
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    isSending.value = false
  }
}
const isWrong = (field: string) => faults.value.some(({ path }) => path === field) || undefined
</script>

<template>
  <form class="add" aria-label="Add a student" novalidate @submit.prevent="add">
    <template v-if="typed">
      <input
        ref="first"
        v-model="typed.firstName"
        class="field"
        aria-label="First name"
        placeholder="First name"
        :aria-invalid="isWrong('firstName')"
      />
      <input v-model="typed.lastName" class="field" aria-label="Last name" placeholder="Last name, if any" />
      <select v-model="typed.rank" class="field" aria-label="Rank">
        <option v-for="rank in library.ladder.ranks" :key="rank.id" :value="rank.id">{{ rank.name }}</option>
      </select>
      <input
        v-model="typed.birthDate"
        class="field"
        type="date"
        aria-label="Born"
        title="Birth date, if known"
        :aria-invalid="isWrong('birthDate')"
      />
      <button type="submit" class="btn btn-main" :disabled="isSending">Add</button>
    </template>
    <p v-if="faults.length || problem" role="alert" class="wrong">
      {{ faults[0] ? `${saidFault(faults[0])}.` : problem }}
    </p>
  </form>
</template>

<style scoped>
.add {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1.2fr) minmax(0, 0.8fr) 150px auto;
  gap: 8px;
}
.add .field,
.add .btn {
  height: 34px;
}
.wrong {
  grid-column: 1 / -1;
  color: var(--color-brick-deep);
}
@media (max-width: 760px) {
  .add {
    grid-template-columns: 1fr 1fr;
  }
  .add .field,
  .add .btn {
    height: 44px;
  }
}
</style>
