<script setup lang="ts">
import type { ClubSettings } from '~~/core/curriculum/settings'

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
const PARTNERS = options(['like', 'like with like'], ['mentor', 'a senior by each junior'])
const HOLDS = options(
  ['anywhere', 'wherever they are'],
  ['point out', 'pointed out before power'],
  ['end only', 'kept for the end'],
)
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
    </div>
  </section>
</template>
