<script setup lang="ts">
import { LockClosedIcon } from '@heroicons/vue/20/solid'
import type { Item, Stage } from '~~/core/curriculum/item'
import { partnerLadder } from '~~/core/curriculum/partner-ladder'
import type { ItemPage } from '~~/shared/answers'
import { linksWords } from '~~/core/plan/place-words'
import { withFields } from '~/domain/with-fields'
import { shortDay } from '~/domain/days'

/** The partner ladder, rung by rung: made by the core until the club writes its own. */
const props = defineProps<{ item: Item; page: ItemPage | undefined; readonly: boolean }>()
const emit = defineEmits<{ change: [ladder: Stage[]] }>()
const stages = computed(() => partnerLadder([props.item]))
const own = computed(() => props.item.ladder.length > 0)
const open = computed(() => props.page?.ladder.open ?? 1)
const FIELDS = [
  ['does', 'does'],
  ['partner', 'partner'],
  ['allowed', 'allowed'],
  ['distance', 'starts'],
  ['solo', 'alone'],
] as const
const why = computed(() => {
  const last = props.page?.ladder.last
  if (!last) return 'Not worked as a ladder yet: it begins on the first rung.'
  const good = last.marks.filter((mark) => mark === 'sound' || mark === 'sharp').length
  const marks = last.marks.length ? `${good} of ${last.marks.length} marks sound or sharp` : 'no marks given'
  return `Last on ${shortDay(last.day)}: ${last.rungsRun} rungs, ${marks}. The next opens at half.`
})
const blank = (): Stage => ({
  title: 'A rung',
  does: 'the technique',
  partner: 'holds',
  allowed: 'this only',
  distance: 'arm’s length',
  solo: 'to a mark',
  contact: 'none',
})
</script>

<template>
  <section aria-labelledby="rungs">
    <div class="flex flex-wrap items-baseline gap-x-3">
      <h2 id="rungs" class="text-20">The partner ladder</h2>
      <span class="text-13 text-ash">{{ own ? 'the club’s own' : 'made from the item' }}</span>
      <button v-if="!readonly && !own" type="button" class="link text-13" @click="emit('change', stages)">
        write our own
      </button>
      <button v-if="!readonly && own" type="button" class="link text-13" @click="emit('change', [])">
        back to the usual
      </button>
    </div>
    <p class="text-13 text-ash">{{ why }}</p>
    <InPlaceList
      class="mt-2"
      :model-value="stages"
      one="rung"
      :blank="blank"
      :readonly="readonly || !own"
      :most="12"
      @update:model-value="emit('change', $event)"
    >
      <template #default="{ row, at, put }">
        <div class="rung" :class="{ locked: at >= open }">
          <span class="number" aria-hidden="true">{{ at + 1 }}</span>
          <div class="min-w-0 flex-1">
            <div class="flex items-baseline gap-2">
              <InPlace
                class="flex-1 font-semibold"
                :label="`Rung ${at + 1}`"
                :model-value="row.title"
                :readonly="readonly || !own"
                @update:model-value="put({ ...row, title: $event ?? '' })"
              />
              <span class="text-13 flex items-center gap-1 text-ash">
                <LockClosedIcon v-if="at >= open" class="size-3.5" />
                {{ at >= open ? 'not open yet' : 'open' }}, contact {{ row.contact }}
              </span>
            </div>
            <dl class="details">
              <template v-for="[field, label] in FIELDS" :key="field">
                <dt>{{ label }}</dt>
                <dd>
                  <InPlace
                    :label="`Rung ${at + 1}: ${label}`"
                    :model-value="row[field]"
                    :readonly="readonly || !own"
                    @update:model-value="put({ ...row, [field]: $event ?? '' })"
                  />
                </dd>
              </template>
            </dl>
            <p v-if="(readonly || !own) && row.links" class="text-15">{{ linksWords(row.links) }}</p>
            <LinksField
              v-else-if="!readonly && own"
              paired
              :label="`Rung ${at + 1}, link by link`"
              :links="row.links"
              @change="put(withFields(row, { links: $event }))"
            />
          </div>
        </div>
      </template>
    </InPlaceList>
  </section>
</template>

<style scoped>
.rung {
  display: flex;
  gap: 10px;
  margin-bottom: 5px;
  padding: 5px 10px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-left: 5px solid #7c3a62;
}
.rung.locked {
  background: repeating-linear-gradient(135deg, #fbf7ee 0 7px, #f1e9da 7px 8px);
  border-left-color: #bdac90;
}
.number {
  width: 18px;
  font: 680 17px/24px var(--font-serif);
  color: #7c3a62;
}
.details {
  display: grid;
  grid-template-columns: 60px minmax(0, 1fr);
  font-size: 15px;
}
.details dt {
  font-size: 13px;
  line-height: 24px;
  color: var(--color-ash);
}
</style>
