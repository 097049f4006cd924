<script setup lang="ts">
import type { Fault } from '~~/core/kernel/faults'
import { saidFault } from '~~/core/kernel/said-fields'
import { fullName, readStudent, type Student } from '~~/core/people/student'
import type { Unkept } from '~/composables/useSentLines'
import { dayOf } from '~/domain/wall-time'

/** A line to add students one after the other: Enter adds, and the next can be typed. */
const emit = defineEmits<{ added: [id: string, student: Student] }>()
const library = useLibraryStore()
interface Typed {
  /** A retry adds nobody twice. */
  id: string
  firstName: string
  lastName: string
  birthDate: string
  rank: string
}
const typed = ref<Typed>()
const blank = (): Typed => ({
  id: crypto.randomUUID(),
  firstName: '',
  lastName: '',
  birthDate: '',
  rank: typed.value?.rank ?? library.ladder.ranks[0]?.id ?? '',
})
typed.value = blank()
const faults = ref<Fault[]>([])
const first = useTemplateRef<HTMLInputElement>('first')

const lines = useSentLines<{ as: Typed; student: Student }>({
  nameOf: ({ student }) => fullName(student),
  async keep(id, { student }) {
    await api('/api/roster', { method: 'POST', body: { id, student } })
    emit('added', id, student)
  },
})
const isBlank = computed(() => !typed.value?.firstName && !typed.value?.lastName && !typed.value?.birthDate)
function change(one: Unkept<{ as: Typed; student: Student }>) {
  typed.value = one.line.as
  first.value?.focus()
}

/** Off it goes, and the next can be typed. */
function add() {
  const { value: as } = typed
  if (!as) return
  const { id, birthDate, ...rest } = as
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
  lines.send({ as, student: read.student }, id)
  typed.value = blank()
  first.value?.focus()
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
      <button type="submit" class="btn btn-main">Add</button>
    </template>
    <p v-if="faults[0]" role="alert" class="wrong">{{ saidFault(faults[0]) }}.</p>
    <SentLines :lines="lines" :may-change="isBlank" @change="change" />
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
