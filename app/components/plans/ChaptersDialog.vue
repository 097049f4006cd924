<script setup lang="ts">
import { z } from 'zod'
import type { ClassSummary } from '~~/shared/answers'
import { CHAPTERS_BY, type ChaptersBy } from '~~/core/formats/chapters'
import { wallMoment, wallTime } from '~/domain/wall-time'
import { saveFile } from '~/domain/save-file'

/** Chapters for a recording of a class that was run: by board, by rank or by rung, from where the recording begins. */
const props = defineProps<{ held: ClassSummary }>()
const emit = defineEmits<{ leave: [] }>()
const library = useLibraryStore()
const by = ref<ChaptersBy>('board')
const WORDS: Record<ChaptersBy, string> = {
  board: 'a chapter per board',
  rank: 'what each rank did',
  rung: 'rungs and exercises',
}
const begins = ref(`${wallTime(props.held.startsAt, library.club?.zone)}:00`)
const problem = ref('')
const busy = ref(false)

async function save() {
  const at = wallMoment(props.held.startsAt, begins.value, library.club?.zone)
  if (at === undefined) {
    problem.value = 'Say when the recording begins, as 19:02:30.'
    return
  }
  busy.value = true
  try {
    const path = `/api/classes/${props.held.id}/chapters?by=${by.value}&begins=${at}`
    const text = await api(path, { answer: z.string() })
    saveFile(`class-${props.held.day}.chapters.vtt`, 'text/vtt', text)
    emit('leave')
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <AskDialog
    open
    title="Chapters for a recording"
    says="From what really happened, as WebVTT: most players show them beside the film."
    yes="Save the file"
    no="Cancel"
    :problem="problem"
    :busy="busy"
    @yes="save"
    @no="emit('leave')"
  >
    <fieldset class="mt-3">
      <label v-for="one in CHAPTERS_BY" :key="one" class="flex min-h-7 items-center gap-2">
        <input v-model="by" type="radio" name="chapters-by" :value="one" class="accent-umber" />
        {{ WORDS[one] }}
      </label>
    </fieldset>
    <label class="mt-2 flex items-center gap-2">
      The recording begins at
      <input v-model="begins" class="field w-36" type="time" step="1" />
    </label>
  </AskDialog>
</template>
