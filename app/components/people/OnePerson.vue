<script setup lang="ts">
import { toast } from '~/domain/toast'
import { counted } from '~~/core/kernel/time-text'
import { doubtsOf } from '~~/core/people/one-person'
import { fullName } from '~~/core/people/student'
import { mergeDoneSchema, type RosterEntry, type RosterPage } from '~~/shared/answers'
import { shortDay } from '~/domain/days'
import { saveFile } from '~/domain/save-file'

/** What is rarely done with a record: merged with another of the same person and taken apart again, saved for them, erased. */
const props = defineProps<{ page: RosterPage; roster: RosterEntry[]; save: () => Promise<void> }>()
const emit = defineEmits<{ changed: [] }>()
const mayErase = useMay('POST /api/roster/:id/erase')
const today = new Date().toISOString().slice(0, 10)
const name = computed(() => fullName(props.page.student))

const others = computed(() =>
  props.roster
    .filter(({ id, kind }) => id !== props.page.id && (props.page.kind === 'member' || kind !== 'member'))
    .map(({ id, student }) => ({ id, name: fullName(student), rankId: student.rank })),
)
const gone = ref<RosterEntry>()
const doubts = computed(() => (gone.value ? doubtsOf(props.page.student, gone.value.student, today) : []))
const mergeSays = computed(() => {
  const of = gone.value && fullName(gone.value.student)
  const but = doubts.value.length ? ` But ${doubts.value.join(', and ')}: is it the same person?` : ''
  return `Everything that ${of} was in becomes ${name.value}’s, each class counted once. It can be undone.${but}`
})
const problem = ref('')
const busy = ref(false)
/** Named by this device, so that a retry merges once. */
let mergeId = crypto.randomUUID()

async function doing(task: () => Promise<void>) {
  problem.value = ''
  busy.value = true
  try {
    await task()
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    busy.value = false
  }
}
const merge = () =>
  doing(async () => {
    if (!gone.value) return
    await props.save()
    const body = { id: mergeId, gone: gone.value.id }
    const done = await api(`/api/roster/${props.page.id}/merge`, {
      method: 'POST',
      body,
      answer: mergeDoneSchema,
    })
    const made = mergeId
    mergeId = crypto.randomUUID()
    gone.value = undefined
    emit('changed')
    toast(`One record now; ${counted(done.classes, 'class', 'classes')} counted anew.`, {
      duration: 10_000,
      action: { label: 'Undo', onClick: () => void undo(made) },
    })
  })
const undo = (id: string) =>
  doing(async () => {
    await api(`/api/merges/${id}/undone`, { method: 'PUT', body: {}, answer: mergeDoneSchema })
    emit('changed')
    toast('Two records again.')
  })

const saveAll = () =>
  doing(async () => {
    const response = await $fetch<object>(`/api/roster/${props.page.id}/file`)
    const file = `${name.value.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-')}.person.json`
    saveFile(file, 'application/json', `${JSON.stringify(response, null, 2)}\n`)
  })

const isErasing = ref(false)
const typed = ref('')
const erase = () =>
  doing(async () => {
    await api(`/api/roster/${props.page.id}/erase`, { method: 'POST', body: { name: typed.value } })
    isErasing.value = false
    toast('Erased. What the class did stays in its figures, of nobody.')
    await navigateTo('/people/roster')
  })
const at = (moment: Date) => shortDay(moment.toISOString().slice(0, 10))
</script>

<template>
  <section class="rare" aria-labelledby="rare-title">
    <h2 id="rare-title">The record itself</h2>
    <ul v-if="page.merges.length" class="mb-2">
      <li v-for="one in page.merges" :key="one.id">
        Merged with {{ one.name }} on {{ at(one.at) }} by {{ one.by }}.
        <button type="button" class="link" :disabled="busy" @click="undo(one.id)">Undo the merge</button>
      </li>
    </ul>
    <div class="line">
      <span>Is there a second record of {{ name }}?</span>
      <StudentPick
        class="pick"
        label="The other record"
        :students="others"
        @pick="gone = roster.find(({ id }) => id === $event)"
      />
    </div>
    <div v-if="mayErase" class="line">
      <button type="button" class="btn" :disabled="busy" @click="saveAll">Save all about them</button>
      <span class="text-13 text-ash">a file for them, marked as personal data</span>
      <button type="button" class="btn brick" :disabled="busy" @click="isErasing = true">Erase…</button>
    </div>
    <p v-if="problem && !gone && !isErasing" role="alert" class="text-brick-deep">{{ problem }}</p>
    <AskDialog
      :open="gone !== undefined"
      :title="`Is ${gone ? fullName(gone.student) : ''} the same person?`"
      :says="mergeSays"
      yes="They are one"
      :problem="problem"
      :busy="busy"
      @yes="merge"
      @no="gone = undefined"
    />
    <AskDialog
      :open="isErasing"
      :title="`Erase ${name} for good?`"
      says="Name, birth date, contacts, notes and what was said of them go, under every record they had, and do not come back. What the classes did stays in their figures, of nobody."
      yes="Erase them"
      :problem="problem"
      :busy="busy"
      @yes="erase"
      @no="isErasing = false"
    >
      <label class="mt-3 block"
        >To be sure, type their name: {{ name }}
        <input v-model="typed" class="field mt-1" autocomplete="off" />
      </label>
    </AskDialog>
  </section>
</template>

<style scoped>
.rare {
  margin-top: 26px;
  padding-top: 10px;
  border-top: 2px solid var(--color-umber);
}
.rare h2 {
  margin-bottom: 6px;
  font-size: 20px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  margin-top: 6px;
}
.pick {
  width: 280px;
}
.brick {
  margin-left: auto;
  color: var(--color-brick-deep);
}
</style>
