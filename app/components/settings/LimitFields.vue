<script setup lang="ts">
import { LIMITS, LIMIT_NAMES, USUAL_LIMITS, type LimitName } from '~~/core/curriculum/limits'
import type { ClubSettings } from '~~/core/curriculum/settings'

const props = defineProps<{ kept: KeptDocument<ClubSettings>; readonly: boolean }>()
const settings = computed(() => props.kept.draft.value)
function set(name: LimitName, value: number | undefined) {
  props.kept.change({
    ...settings.value,
    limits: { ...settings.value.limits, [name]: value ?? USUAL_LIMITS[name] },
  })
}
const labelOf = (name: LimitName) => {
  const { says, band } = LIMITS[name] as { says: string; band?: string }
  return band ? `${says}, ${band}` : says
}
const cautionOf = (name: LimitName) => (LIMITS[name] as { caution?: string }).caution
/** A caution is said once, at the first limit it belongs to. */
const saidHere = (name: LimitName) =>
  LIMIT_NAMES.find((other) => cautionOf(other) === cautionOf(name)) === name
</script>

<template>
  <section id="limits" aria-labelledby="limits-title">
    <h2 id="limits-title" class="text-20">Limits</h2>
    <p class="care">
      These are defaults for a club to set with its governing body, insurer and local rules. They are
      cautions, not a standard and not medical advice.
    </p>
    <div class="mt-2 grid gap-x-10 sm:grid-cols-2">
      <div v-for="name in LIMIT_NAMES" :key="name" class="limit">
        <FigureRow
          :label="labelOf(name)"
          :unit="LIMITS[name].unit"
          :min="LIMITS[name].least"
          :max="LIMITS[name].most"
          :model-value="settings.limits[name]"
          :readonly="readonly"
          @update:model-value="set(name, $event)"
        />
        <p v-if="cautionOf(name) && saidHere(name)" class="caution">{{ cautionOf(name) }}</p>
        <p v-if="settings.limits[name] !== USUAL_LIMITS[name]" class="usual">
          usually {{ USUAL_LIMITS[name] }}
          <button v-if="!readonly" type="button" class="link" @click="set(name, undefined)">
            back to it
          </button>
        </p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.care {
  margin-top: 4px;
  padding: 6px 10px;
  background: var(--color-brick-tint);
  border-left: 5px solid var(--color-brick);
}
.limit {
  padding: 2px 0;
  border-bottom: 1px solid var(--color-straw);
}
.caution,
.usual {
  font-size: 13px;
  line-height: 17px;
  color: var(--color-ash);
}
.limit :deep(.unit) {
  min-width: 74px;
}
</style>
