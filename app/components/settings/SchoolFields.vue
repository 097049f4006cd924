<script setup lang="ts">
import { COUNT_WORDS, type ClubSettings } from '~~/core/curriculum/settings'

/** Where instructors disagree: what this club does. Nothing here is right or wrong. */
const props = defineProps<{ kept: KeptDocument<ClubSettings>; readonly: boolean }>()
const settings = computed(() => props.kept.draft.value)
const put = (values: Partial<ClubSettings>) => props.kept.change({ ...settings.value, ...values })
const options = <T extends string>(...given: [value: T, name: string][]) =>
  given.map(([value, name]) => ({ value, name }))

const WARMUP = options(
  ['general', 'general exercise first'],
  ['own', 'the art’s own movements only'],
  ['light', 'light technique as warm-up'],
)
const SIDE = options(['R', 'right first'], ['L', 'left first'])
const AHEAD = options(['allow', 'may taste it'], ['warn', 'may, with a word to me'], ['forbid', 'must not'])
const PARTNERS = options(['like', 'like with like'], ['mentor', 'a senior with each junior'])
const HOLDS = options(
  ['anywhere', 'wherever they are'],
  ['point out', 'pointed out before power'],
  ['end only', 'kept for the end'],
)
const SHOUT = options(['every', 'every rep'], ['last', 'the last of a set'], ['none', 'none'])
const LANGUAGES = Object.keys(COUNT_WORDS)
const spoken = computed(
  () => LANGUAGES.find((name) => COUNT_WORDS[name]?.join() === settings.value.countWords.join()) ?? '',
)
function countIn(name: string) {
  const words = COUNT_WORDS[name]
  if (words) put({ countWords: words })
}
const MOST_LINES = 12
function setOpening(typed: string) {
  const lines = typed.split('\n').map((line) => line.trim())
  put({ opening: lines.filter(Boolean).slice(0, MOST_LINES) })
}
function setWord(at: number, word: string) {
  const countWords = settings.value.countWords.map((had, n) => (n === at ? word.trim() || had : had))
  put({ countWords })
}
</script>

<template>
  <section id="schools" aria-labelledby="schools-title">
    <h2 id="schools-title" class="text-20">How you teach</h2>
    <p class="text-ash">Schools differ; these tell the product yours.</p>
    <div class="mt-2 grid gap-x-8 sm:grid-cols-2">
      <ChoiceRow
        label="Warm-up"
        :model-value="settings.warmup"
        :options="WARMUP"
        :readonly="readonly"
        @update:model-value="put({ warmup: $event })"
      />
      <ChoiceRow
        label="Long holds"
        :model-value="settings.holds"
        :options="HOLDS"
        :readonly="readonly"
        @update:model-value="put({ holds: $event })"
      />
      <ChoiceRow
        label="Sides"
        :model-value="settings.firstSide"
        :options="SIDE"
        :readonly="readonly"
        @update:model-value="put({ firstSide: $event })"
      />
      <ChoiceRow
        label="Beginners and what is ahead"
        :model-value="settings.ahead"
        :options="AHEAD"
        :readonly="readonly"
        @update:model-value="put({ ahead: $event })"
      />
      <ChoiceRow
        label="Partners"
        :model-value="settings.partners"
        :options="PARTNERS"
        :readonly="readonly"
        @update:model-value="put({ partners: $event })"
      />
      <Stepper
        v-if="settings.partners === 'mentor' && !readonly"
        label="Ranks apart"
        :model-value="settings.mentorGap"
        :min="1"
        :max="6"
        :step="1"
        @update:model-value="put({ mentorGap: $event ?? 2 })"
      />
      <ChoiceRow
        label="A shout on"
        :model-value="settings.shout"
        :options="SHOUT"
        :readonly="readonly"
        @update:model-value="put({ shout: $event })"
      />
      <label class="count">
        <span>Counted in</span>
        <select
          class="field"
          :value="spoken"
          :disabled="readonly"
          @change="countIn(($event.target as HTMLSelectElement).value)"
        >
          <option value="" disabled>words of our own</option>
          <option v-for="name in LANGUAGES" :key="name" :value="name">{{ name }}</option>
        </select>
      </label>
    </div>
    <label class="opening">
      <span>Seen to before the first bow, one to a line; the floor shows it</span>
      <textarea
        class="field"
        rows="3"
        :value="settings.opening.join('\n')"
        :readonly="readonly"
        @change="setOpening(($event.target as HTMLTextAreaElement).value)"
      />
    </label>
    <fieldset class="words">
      <legend>The words the floor counts with; any can be your own</legend>
      <input
        v-for="(word, n) in settings.countWords"
        :key="n"
        class="field"
        :value="word"
        :aria-label="`The word for ${n + 1}`"
        :readonly="readonly"
        maxlength="20"
        @change="setWord(n, ($event.target as HTMLInputElement).value)"
      />
    </fieldset>
  </section>
</template>

<style scoped>
.count {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  min-height: 38px;
}
.opening {
  display: block;
  margin-top: 8px;
}
.opening span {
  color: var(--color-ash);
}
.opening .field {
  width: 100%;
  height: auto;
}
.words {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 6px;
}
.words legend {
  margin-bottom: 4px;
  color: var(--color-ash);
}
.words .field {
  width: 98px;
}
</style>
