<script setup lang="ts">
import type { FormDose } from '~~/core/plan/doses/form'
import { movesOf, readMoves, writeMoves } from '~~/core/plan/lines/moves'
import { MEANT } from '~/domain/dose-fields'
import { freshId } from '~~/core/kernel/ids'

/** Sections of a form with their lengths, and the runs over them. */
const props = defineProps<{ dose: FormDose; item?: string | undefined }>()
const emit = defineEmits<{ change: [dose: FormDose] }>()

const change = (values: Partial<FormDose>) => emit('change', { ...props.dose, ...values })
const at = <T extends object>(list: T[], index: number, values: Partial<T>): T[] =>
  list.map((entry, i) => (i === index ? { ...entry, ...values } : entry))

function addSection() {
  const id = freshId(
    `section ${props.dose.sections.length + 1}`,
    props.dose.sections.map((section) => section.id),
  )
  change({ sections: [...props.dose.sections, { id, sec: 20 }] })
}
/** Runs that reached past the sections that are left are cut to them. */
function removeSection(index: number) {
  const sections = props.dose.sections.filter((_, i) => i !== index)
  const last = sections.length
  const runs = props.dose.runs.map((run) => ({
    ...run,
    from: Math.min(run.from, last),
    to: Math.min(run.to, last),
  }))
  change({ sections, runs })
}
function addRun() {
  change({ runs: [...props.dose.runs, { from: 1, to: props.dose.sections.length, times: 1, tempo: 1 }] })
}
const library = useLibraryStore()
/** The moves that the form's item has for its sections, by the section's name or its place. */
const known = computed(() => {
  const { sections = [] } = library.items.get(props.item ?? '') ?? {}
  return props.dose.sections.map(({ id }, s) =>
    movesOf(((sections.find(({ name }) => name === id) ?? sections[s])?.moves ?? []).map(({ name }) => name)),
  )
})
const mayTake = computed(
  () => known.value.some((moves) => moves.length) && props.dose.sections.every(({ moves }) => !moves),
)
function takeMoves() {
  change({
    sections: props.dose.sections.map((section, s) =>
      known.value[s]?.length ? { ...section, moves: known.value[s] } : section,
    ),
  })
}
function setMoves(index: number, line: string): string | undefined {
  const read = readMoves(line, props.dose.sections[index]?.moves)
  if (!read.ok) return read.message
  change({
    sections: props.dose.sections.map((section, s) => {
      if (s !== index) return section
      const { moves: _had, ...bare } = section
      return read.value.length ? { ...bare, moves: read.value } : bare
    }),
  })
  return undefined
}
function setMeant(index: number, event: Event) {
  const meant = MEANT[(event.target as HTMLSelectElement).selectedIndex]?.value
  change({
    runs: props.dose.runs.map((run, r) => {
      if (r !== index) return run
      const { meant: _had, ...bare } = run
      return meant ? { ...bare, meant } : bare
    }),
  })
}
const opensMoves = ref(false)
const number = (event: Event) => Number((event.target as HTMLInputElement).value.replace(',', '.'))
</script>

<template>
  <div class="mt-1">
    <h3 class="part">Sections</h3>
    <div v-for="(section, s) in dose.sections" :key="section.id" class="line">
      <b>{{ s + 1 }}</b>
      <span class="truncate">{{ section.id }}</span>
      <input
        class="field"
        inputmode="decimal"
        :value="section.sec"
        :aria-label="`Section ${s + 1}, seconds`"
        @change="change({ sections: at(dose.sections, s, { sec: number($event) }) })"
      />
      <span>s</span>
      <button
        type="button"
        class="btn px-2"
        :aria-label="`Remove section ${s + 1}`"
        :disabled="dose.sections.length === 1"
        @click="removeSection(s)"
      >
        ×
      </button>
    </div>
    <div class="mt-1 flex flex-wrap gap-1">
      <button type="button" class="btn" @click="addSection">Add a section</button>
      <button v-if="mayTake" type="button" class="btn" @click="takeMoves">Take its moves</button>
    </div>
    <template v-for="(section, s) in dose.sections" :key="`moves ${section.id}`">
      <TypedLine
        v-if="section.moves || opensMoves"
        :label="`Moves of section ${s + 1}`"
        :written="writeMoves(section.moves ?? [])"
        :take="(line) => setMoves(s, line)"
        placeholder="low parry / step / punch"
      />
    </template>
    <button
      v-if="!opensMoves && dose.sections.some(({ moves }) => !moves)"
      type="button"
      class="link text-13 min-h-6"
      @click="opensMoves = true"
    >
      Call it move by move…
    </button>
    <h3 class="part">Runs</h3>
    <div v-for="(run, r) in dose.runs" :key="r" class="run">
      <input
        class="field"
        inputmode="numeric"
        :value="run.times"
        :aria-label="`Run ${r + 1}, times`"
        @change="change({ runs: at(dose.runs, r, { times: number($event) }) })"
      />
      <span>×</span>
      <select
        class="field"
        :value="run.from"
        :aria-label="`Run ${r + 1}, from section`"
        @change="
          change({ runs: at(dose.runs, r, { from: number($event), to: Math.max(run.to, number($event)) }) })
        "
      >
        <option v-for="n in dose.sections.length" :key="n" :value="n">{{ n }}</option>
      </select>
      <span>to</span>
      <select
        class="field"
        :value="run.to"
        :aria-label="`Run ${r + 1}, to section`"
        @change="
          change({ runs: at(dose.runs, r, { to: number($event), from: Math.min(run.from, number($event)) }) })
        "
      >
        <option v-for="n in dose.sections.length" :key="n" :value="n">{{ n }}</option>
      </select>
      <select
        class="field"
        :value="run.tempo"
        :aria-label="`Run ${r + 1}, tempo`"
        @change="change({ runs: at(dose.runs, r, { tempo: number($event) }) })"
      >
        <option v-for="tempo in [...new Set([1, 1.5, 2, 0.75, run.tempo])]" :key="tempo" :value="tempo">
          {{ tempo === 1 ? 'full' : tempo === 2 ? 'half' : `${tempo} ×` }}
        </option>
      </select>
      <button
        type="button"
        class="btn px-2"
        :aria-label="`Remove run ${r + 1}`"
        :disabled="dose.runs.length === 1"
        @click="change({ runs: dose.runs.filter((_, i) => i !== r) })"
      >
        ×
      </button>
      <select class="field meant" :aria-label="`Run ${r + 1}, how it is meant`" @change="setMeant(r, $event)">
        <option v-for="one in MEANT" :key="one.name" :selected="run.meant === one.value">
          {{ one.name }}
        </option>
      </select>
    </div>
    <button type="button" class="btn mt-1" @click="addRun">Add a run</button>
  </div>
</template>

<style scoped>
.part {
  margin: 6px 0 2px;
  font-size: 13px;
}
.line {
  display: grid;
  grid-template-columns: 14px 1fr 56px 10px 28px;
  gap: 4px;
  align-items: center;
  min-height: 30px;
  font-size: 13px;
}
.run {
  display: grid;
  grid-template-columns: 34px 8px 40px 14px 40px 1fr 28px;
  gap: 3px;
  align-items: center;
  min-height: 30px;
  font-size: 13px;
}
.field {
  padding: 0 4px;
}
.meant {
  grid-column: 3 / 7;
}
</style>
