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
const SHOUT = options(['every', 'on each rep'], ['last', 'on the last'], ['none', 'none'])
const SIDE = options(['R', 'right first'], ['L', 'left first'])
const PARTNERS = options(['like', 'like with like'], ['mentor', 'senior with junior'])
const AHEAD = options(['allow', 'may taste it'], ['warn', 'may, with a word to me'], ['forbid', 'must not'])
const HOLDS = options(
  ['anywhere', 'wherever they are'],
  ['point out', 'pointed out before power'],
  ['end only', 'kept for the end'],
)
const LANGUAGES = [...Object.keys(COUNT_WORDS), 'our own']
const language = computed(
  () =>
    Object.entries(COUNT_WORDS).find(([, words]) => words.join() === settings.value.countWords.join())?.[0] ??
    'our own',
)
function speak(name: string) {
  const words = COUNT_WORDS[name]
  if (words) put({ countWords: words })
}
function setWord(at: number, word: string) {
  put({ countWords: settings.value.countWords.map((old, n) => (n === at ? word.trim() : old)) })
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
        label="Partners"
        :model-value="settings.partners"
        :options="PARTNERS"
        :readonly="readonly"
        @update:model-value="put({ partners: $event })"
      />
      <ChoiceRow
        label="Beginners and what is ahead"
        :model-value="settings.ahead"
        :options="AHEAD"
        :readonly="readonly"
        @update:model-value="put({ ahead: $event })"
      />
      <ChoiceRow
        label="A shout"
        :model-value="settings.shout"
        :options="SHOUT"
        :readonly="readonly"
        @update:model-value="put({ shout: $event })"
      />
      <ChoiceRow
        label="Counting in"
        :model-value="language"
        :options="LANGUAGES.map((value) => ({ value, name: value }))"
        :readonly="readonly"
        @update:model-value="speak($event)"
      />
    </div>
    <div class="words" role="group" aria-label="The words to count with">
      <label v-for="(word, at) in settings.countWords" :key="at"
        ><span>{{ at + 1 }}</span>
        <input
          :value="word"
          :readonly="readonly"
          :aria-label="`The word for ${at + 1}`"
          :aria-invalid="!!kept.faultAt(`countWords[${at}]`) || undefined"
          @change="setWord(at, ($event.target as HTMLInputElement).value)"
        />
      </label>
    </div>
    <p
      v-for="one in kept.faults.value.filter(({ path }) => path.startsWith('countWords'))"
      :key="one.path"
      role="alert"
      class="text-13 text-brick-deep"
    >
      Each of the ten words {{ one.message }}.
    </p>
  </section>
</template>

<style scoped>
.words {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(104px, 1fr));
  gap: 4px 8px;
  margin-top: 8px;
}
.words label {
  display: flex;
  align-items: center;
  gap: 6px;
}
.words span {
  width: 16px;
  text-align: right;
  font-size: 13px;
  color: var(--color-ash);
}
.words input {
  width: 100%;
  height: 26px;
  padding: 0 6px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.words input[aria-invalid] {
  border-color: var(--color-brick);
  background: var(--color-brick-tint);
}
</style>
