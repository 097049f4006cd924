<script setup lang="ts">
import { partsOfFile } from '~~/core/curriculum/file-parts'
import { curriculumJsonSchema, writeCurriculum } from '~~/core/curriculum/curriculum-file'
import { LIBRARY_HEADERS, writeLibraryCsv } from '~~/core/curriculum/library-csv'
import { SYLLABUS_HEADERS, writeSyllabusCsv } from '~~/core/curriculum/syllabus-csv'
import { saveFile } from '~/domain/save-file'

useHead({ title: 'Files in and out · Golden Lintel' })
const library = useLibraryStore()
const mayWrite = useMayWrite()
const file = useFileImport()
const over = ref(false)

const documents = () => [...library.items.values()].map(({ version: _v, archived: _a, ...item }) => item)
const json = (value: object) => `${JSON.stringify(value, null, 2)}\n`
const OUT = [
  {
    name: 'Everything',
    about: 'ranks, library, syllabus, shapes and series in one JSON file',
    save: () =>
      saveFile(
        'curriculum.json',
        'application/json',
        json(
          writeCurriculum({
            name: library.club?.name,
            ladder: library.ladder,
            items: documents(),
            syllabus: library.syllabus,
            shapes: library.loaded?.shapes,
            series: library.loaded?.series,
          }),
        ),
      ),
  },
  {
    name: 'Library as CSV',
    about: 'one item a row, for a spreadsheet',
    save: () => saveFile('library.csv', 'text/csv', writeLibraryCsv(documents())),
  },
  {
    name: 'Syllabus as CSV',
    about: 'one entry per row',
    save: () => saveFile('syllabus.csv', 'text/csv', writeSyllabusCsv(library.syllabus)),
  },
  {
    name: 'The JSON Schema',
    about: 'what the JSON file may hold',
    save: () => saveFile('curriculum.schema.json', 'application/schema+json', json(curriculumJsonSchema())),
  },
]

function take(files: FileList | null | undefined) {
  over.value = false
  const [first] = files ?? []
  if (first) void file.open(first)
}
const counts = computed(() =>
  file.read.value && 'preview' in file.read.value ? file.read.value.preview.counts : undefined,
)
/** What the file holds beside its items, each told as new or as the same. */
const parts = computed(() => {
  const told = file.read.value
  if (told?.kind !== 'library') return []
  const { ladder, syllabus, loaded } = library
  return partsOfFile(told.rest, {
    ladder,
    syllabus,
    shapes: loaded?.shapes ?? [],
    series: loaded?.series ?? [],
  })
})
const nothing = computed(
  () =>
    counts.value &&
    counts.value.added + counts.value.changed === 0 &&
    parts.value.every(({ isSame }) => isSame),
)
const percent = computed(() => {
  const { done, of } = file.progress.value ?? { done: 0, of: 1 }
  return Math.round((done / Math.max(1, of)) * 100)
})
const WORDS = { reading: 'Reading the file', sending: 'Sending', writing: 'Taking it over' }
</script>

<template>
  <div class="max-w-[980px] px-8 py-6">
    <h1 class="text-34">Files in and out</h1>
    <section aria-labelledby="out" class="mt-4">
      <h2 id="out" class="text-20">Out</h2>
      <ul class="mt-2 grid gap-2 sm:grid-cols-2">
        <li v-for="one in OUT" :key="one.name">
          <button type="button" class="out" @click="one.save">
            <b>{{ one.name }}</b> <span>{{ one.about }}</span>
          </button>
        </li>
      </ul>
    </section>
    <section v-if="mayWrite" aria-labelledby="in" class="mt-8">
      <h2 id="in" class="text-20">In</h2>
      <p class="text-ash">
        A curriculum as JSON, a library as CSV ({{ LIBRARY_HEADERS.slice(0, 5).join(', ') }}…) or a syllabus
        as CSV ({{ SYLLABUS_HEADERS.join(', ') }}). Nothing is changed before you have seen what it would do;
        then all of it, or nothing.
      </p>
      <label
        class="drop"
        :class="{ over }"
        @dragover.prevent="over = true"
        @dragleave="over = false"
        @drop.prevent="take($event.dataTransfer?.files)"
      >
        <input
          type="file"
          class="sr-only"
          accept=".json,.csv,.txt,application/json,text/csv"
          @change="take(($event.target as HTMLInputElement).files)"
          @click="($event.target as HTMLInputElement).value = ''"
        />
        <b>Choose a file</b>, or drop one here
      </label>
      <div v-if="file.progress.value" class="mt-4" role="status">
        <div class="flex items-center gap-3">
          <span
            >{{ WORDS[file.progress.value.what] }}: {{ file.progress.value.done }} of
            {{ file.progress.value.of }}</span
          >
          <button
            v-if="file.progress.value.what !== 'writing'"
            type="button"
            class="btn"
            @click="file.stop()"
          >
            Stop
          </button>
        </div>
        <div
          class="track"
          role="progressbar"
          aria-label="How far it is"
          aria-valuemin="0"
          aria-valuemax="100"
          :aria-valuenow="percent"
        >
          <i :style="{ width: `${percent}%` }" />
        </div>
      </div>
      <p v-if="file.problem.value" role="alert" class="mt-3 text-brick-deep">{{ file.problem.value }}</p>
      <p v-if="file.outcome.value" role="status" class="mt-3 font-semibold text-moss">
        {{ file.outcome.value }}
      </p>
      <div v-if="file.read.value?.kind === 'wrong'" role="alert" class="mt-3">
        <p class="font-semibold text-brick-deep">This file cannot be imported:</p>
        <ul class="ml-5 list-disc">
          <li v-for="fault in file.read.value.faults.slice(0, 30)" :key="fault">{{ fault }}</li>
        </ul>
      </div>
      <template v-else-if="file.read.value && counts && !file.progress.value">
        <p class="mt-4" data-test="import-counts">
          <b>{{ counts.added }}</b> added, <b>{{ counts.changed }}</b> changed, <b>{{ counts.same }}</b> the
          same, <b :class="{ 'text-brick-deep': counts.refused }">{{ counts.refused }}</b> refused<template
            v-if="parts.length"
            >; and {{ parts.map(({ says }) => says).join('; ') }}</template
          >.
        </p>
        <p v-if="counts.refused" class="text-brick-deep">
          Fix these rows first; nothing was imported. Then choose the file again.
        </p>
        <p v-else-if="nothing" class="text-ash">Nothing would change: all of it is like this already.</p>
        <div class="mt-2 flex gap-2">
          <button
            type="button"
            class="btn btn-main"
            :disabled="counts.refused > 0 || nothing"
            @click="file.takeOver()"
          >
            Import
          </button>
          <button type="button" class="btn" @click="file.reset()">Cancel</button>
        </div>
        <ImportRows class="mt-4" :rows="file.read.value.preview.rows" />
      </template>
    </section>
  </div>
</template>

<style scoped>
.out {
  display: block;
  width: 100%;
  padding: 8px 12px;
  text-align: left;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-left: 5px solid var(--color-gilt);
}
.out:hover {
  border-color: var(--color-umber);
  border-left-color: var(--color-gilt);
}
.out b {
  display: block;
  color: var(--color-umber);
}
.out span {
  font-size: 13px;
  color: var(--color-ash);
}
.drop {
  display: block;
  margin-top: 10px;
  padding: 22px;
  text-align: center;
  background: var(--color-paper);
  border: 2px dashed #bdac90;
  border-radius: 4px;
}
.drop.over,
.drop:hover {
  border-color: var(--color-harbour);
}
.drop:focus-within {
  outline: 2px solid var(--color-harbour);
}
.track {
  height: 10px;
  margin-top: 6px;
  background: #efe6d3;
  border: 1px solid #cdbfa6;
}
.track i {
  display: block;
  height: 100%;
  background: linear-gradient(#dcae50, #c8922b);
}
</style>
