<script setup lang="ts">
import { importedSchema, rosterEntriesSchema, type RosterEntry } from '~~/shared/answers'
import { needsSpelling, readSpelling } from '~~/core/kernel/spelling'
import { previewRosterCsv, ROSTER_HEADERS, type RosterPreview } from '~~/core/people/roster-csv'
import { sendInPieces } from '~/domain/send-in-pieces'
import { dayOf } from '~/domain/wall-time'

/** The roster out as CSV, and in: shown row by row first, then all of it or nothing. */
const emit = defineEmits<{ changed: [] }>()
const library = useLibraryStore()
const seesHealth = useMayWrite()
const preview = shallowRef<RosterPreview>()
const problem = ref('')
const outcome = ref('')
/** How many of the rows have been sent, while they are. */
const sent = ref<number>()
const isStopped = ref(false)
/** Ids of the new rows, made once a file: sent twice it adds nobody twice. */
let fresh = new Map<number, string>()

const ground = () => ({
  ladder: library.ladder,
  groups: library.groups,
  today: dayOf(Date.now(), library.club?.zone),
})
async function open(files: FileList | null) {
  const [file] = files ?? []
  if (!file) return
  problem.value = outcome.value = ''
  preview.value = undefined
  let roster: RosterEntry[]
  try {
    // As it stands now: what was taken over a moment ago, here or elsewhere, is not new.
    roster = await api('/api/roster', { answer: rosterEntriesSchema })
  } catch (error) {
    problem.value = saidBy(error)
    return
  }
  const text = await file.text()
  if (needsSpelling(text)) await readSpelling().catch(() => {})
  const read = previewRosterCsv(text, roster, ground(), seesHealth.value)
  if (!read.ok) problem.value = read.wrong
  else {
    preview.value = read.preview
    fresh = new Map(read.preview.write.map(({ row }) => [row, crypto.randomUUID()]))
  }
}
/** Sends the rows in pieces, which can be stopped, and then takes all of them over at once. */
async function takeOver() {
  const { value } = preview
  if (!value) return
  problem.value = ''
  isStopped.value = false
  const to = `/api/roster/imports/${crypto.randomUUID()}`
  const rows = value.write.map(({ row, id, was, student }) => ({
    row,
    id: id ?? fresh.get(row),
    isNew: id === undefined,
    student,
    ...(was ? { was } : {}),
  }))
  try {
    const isThere = await sendInPieces({
      to,
      rows,
      body: (piece) => ({ rows: piece }),
      isStopped: () => isStopped.value,
      sent: (count) => (sent.value = count),
    })
    if (!isThere) {
      outcome.value = 'Stopped. Nothing was changed.'
      return
    }
    const done = await api(`${to}/take-over`, {
      answer: importedSchema,
      method: 'POST',
      body: { rows: rows.length },
    })
    outcome.value = `Imported: ${done.added} added, ${done.changed} changed.`
    preview.value = undefined
    emit('changed')
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    sent.value = undefined
  }
}
const sending = computed(() => {
  const of = preview.value?.write.length ?? 0
  return sent.value !== undefined && sent.value < of ? `Sending, ${sent.value} of ${of}…` : 'Taking it over…'
})
const nothing = computed(
  () => preview.value && preview.value.write.length === 0 && preview.value.counts.refused === 0,
)
</script>

<template>
  <section class="panel files" aria-labelledby="files-title">
    <h2 id="files-title" class="text-20">Files in and out</h2>
    <p class="text-ash">
      The file holds personal data: keep it where nobody else reads it. Coming in, a row belongs to the
      student of its id, else of its name and birth date; columns that are not there change nothing. Known
      columns: {{ ROSTER_HEADERS.join(', ') }}.
    </p>
    <div class="mt-3 flex flex-wrap gap-3">
      <a class="btn" href="/api/roster/file" download>Save as CSV</a>
      <label class="btn cursor-pointer"
        >Read a CSV…<input
          type="file"
          class="sr-only"
          accept=".csv,.txt,text/csv"
          @change="open(($event.target as HTMLInputElement).files)"
          @click="($event.target as HTMLInputElement).value = ''"
      /></label>
    </div>
    <p v-if="problem" role="alert" class="mt-3 text-brick-deep">{{ problem }}</p>
    <p v-if="outcome" role="status" class="mt-3 font-semibold text-moss">{{ outcome }}</p>
    <template v-if="preview">
      <div class="mt-4 flex flex-wrap items-center gap-3">
        <p role="status">
          <b>{{ preview.counts.added }}</b> added, <b>{{ preview.counts.changed }}</b> changed,
          <b>{{ preview.counts.same }}</b> the same,
          <b :class="{ 'text-brick-deep': preview.counts.refused }">{{ preview.counts.refused }}</b> refused
        </p>
        <button
          type="button"
          class="btn btn-main"
          :disabled="preview.write.length === 0 || sent !== undefined"
          @click="takeOver"
        >
          {{ sent === undefined ? 'Import' : sending }}
        </button>
        <button v-if="sent === undefined" type="button" class="btn" @click="preview = undefined">
          Cancel
        </button>
        <button v-else-if="sent < preview.write.length" type="button" class="btn" @click="isStopped = true">
          Stop
        </button>
        <span v-if="preview.counts.refused" class="text-brick-deep"
          >Fix these rows first; nothing was imported.</span
        >
        <span v-if="nothing" class="text-ash">The roster is like this already.</span>
      </div>
      <p v-if="preview.ignored.length" class="mt-2 text-ash">
        Passed over, for the roster has no such {{ preview.ignored.length === 1 ? 'column' : 'columns' }}:
        <b>{{ preview.ignored.join(', ') }}</b>. It has: {{ ROSTER_HEADERS.join(', ') }}.
      </p>
      <ImportRows class="mt-3" :rows="preview.rows" what="student" />
    </template>
  </section>
</template>

<style scoped>
.files {
  padding: 14px 18px;
}
</style>
