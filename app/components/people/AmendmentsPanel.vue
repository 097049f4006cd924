<script setup lang="ts">
import { changeSaid } from '~~/core/people/amendments'
import { minutes } from '~~/core/kernel/time-text'
import { classAmendmentsSchema, type ClassAmendment } from '~~/shared/answers'
import { wallTime } from '~/domain/wall-time'

/** After the class: why something is corrected, and what each correction changed for whom. */
const store = useClassStore()
const library = useLibraryStore()
const { told: made } = useClassReading('amendments', {
  answer: classAmendmentsSchema,
  nothing: [],
  afterMs: 200,
  what: 'settled',
})
const MOST = 5
const all = ref(false)
const shown = computed(() => (all.value ? made.value : made.value.slice(0, MOST)))
const when = (at: number) => wallTime(at, library.club?.zone)
const saidOf = ({ changes }: ClassAmendment['students'][number]) =>
  changes.map((one) => `${library.itemName(one.item)} ${changeSaid(one, minutes)}`).join('; ')
</script>

<template>
  <section class="panel amendments" aria-labelledby="amendments-title">
    <h2 id="amendments-title">Corrections</h2>
    <label class="block"
      >Why, kept with what you correct now
      <input
        v-model="store.whyCorrected"
        class="field mt-1"
        maxlength="300"
        placeholder="left early, forgot to tap…"
        autocomplete="off"
      />
    </label>
    <p v-if="made.length === 0" class="mt-2 text-ash">
      Nothing has been corrected since the class was finished.
    </p>
    <ol aria-live="polite">
      <li v-for="one in shown" :key="`${one.revision} ${one.by} ${one.reason}`">
        <p>
          <b>{{ when(one.at) }}, {{ one.by || 'the reader' }}</b
          ><template v-if="one.reason">: {{ one.reason }}</template>
        </p>
        <p v-for="of in one.students" :key="of.student" class="for">
          <b>{{ of.name || 'Former student' }}</b> {{ saidOf(of) }}
        </p>
      </li>
    </ol>
    <button v-if="made.length > shown.length" type="button" class="link" @click="all = true">
      {{ made.length - shown.length }} more
    </button>
  </section>
</template>

<style scoped>
.amendments {
  padding: 10px 14px 12px;
}
.amendments h2 {
  font-size: 17px;
}
.amendments li {
  padding: 6px 0;
  border-top: 1px solid #e7decd;
}
.amendments b {
  font-weight: 640;
}
.for {
  padding-left: 10px;
  font-size: 14px;
  line-height: 19px;
  border-left: 4px solid var(--color-gilt);
}
</style>
