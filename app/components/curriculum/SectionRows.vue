<script setup lang="ts">
import { directionInWords, readDirection } from '~~/core/curriculum/form-path'
import type { Item, Move, Section } from '~~/core/curriculum/item'
import { withFields } from '~/domain/with-fields'

/** The sections of a form, each with its length at the form's own pace and its moves; beside them the way they take over the floor. */
const props = defineProps<{
  item: Item
  readonly: boolean
  faultAt: (path: string) => string | undefined
}>()
const emit = defineEmits<{ change: [sections: Item['sections']] }>()
const open = ref<number>()
const HANDS = [
  { value: '', name: '—' },
  { value: 'R', name: 'right' },
  { value: 'L', name: 'left' },
  { value: 'both', name: 'both' },
]
const blankMove = (): Move => ({ name: '' })
const moves = (section: Section) => section.moves ?? []
const withMoves = (section: Section, next: Move[]): Section =>
  withFields(section, { moves: next.length ? next : undefined })
const number = (text: string | undefined, most: number): number | undefined => {
  const n = Number((text ?? '').replace(',', '.'))
  return text && n >= 0 && n <= most ? n : undefined
}
const hasMoves = computed(() => props.item.sections.some((section) => moves(section).length > 0))
</script>

<template>
  <section aria-labelledby="sections">
    <h2 id="sections" class="text-20">Sections and moves</h2>
    <div class="both">
      <InPlaceList
        class="min-w-0"
        :model-value="item.sections"
        one="section"
        :blank="() => ({ name: `Section ${item.sections.length + 1}`, sec: 20 })"
        :most="60"
        numbered
        :readonly="readonly"
        @update:model-value="emit('change', $event)"
      >
        <template #default="{ row, at, put }">
          <div class="flex items-start gap-2">
            <InPlace
              class="flex-1"
              :model-value="row.name"
              :label="`Section ${at + 1}`"
              :readonly="readonly"
              :fault="faultAt(`sections[${at}].name`)"
              @update:model-value="put({ ...row, name: $event ?? '' })"
            />
            <button
              type="button"
              class="link text-13 min-h-6 whitespace-nowrap"
              :aria-expanded="open === at"
              @click="open = open === at ? undefined : at"
            >
              {{ moves(row).length ? `${moves(row).length} moves` : 'moves' }} {{ open === at ? '▴' : '▾' }}
            </button>
            <FigureRow
              class="w-[190px]"
              label="lasts"
              unit="s"
              :min="0.5"
              :max="600"
              :model-value="row.sec"
              :readonly="readonly"
              @update:model-value="put({ ...row, sec: $event ?? row.sec })"
            />
          </div>
          <InPlaceList
            v-if="open === at"
            class="moves"
            :model-value="moves(row)"
            one="move"
            :blank="blankMove"
            :most="60"
            numbered
            :readonly="readonly"
            @update:model-value="put(withMoves(row, $event))"
          >
            <template #default="{ row: move, at: m, put: putMove }">
              <div class="move">
                <InPlace
                  :model-value="move.name"
                  :label="`Move ${m + 1}`"
                  placeholder="what is done"
                  :readonly="readonly"
                  :fault="faultAt(`sections[${at}].moves[${m}].name`)"
                  @update:model-value="putMove({ ...move, name: $event ?? '' })"
                />
                <InPlace
                  :model-value="move.stance"
                  :label="`Move ${m + 1}: stance`"
                  placeholder="stance"
                  optional
                  :readonly="readonly"
                  @update:model-value="putMove(withFields(move, { stance: $event }))"
                />
                <select
                  class="field"
                  :value="move.hand ?? ''"
                  :aria-label="`Move ${m + 1}: hand`"
                  :disabled="readonly"
                  @change="
                    putMove(
                      withFields(move, {
                        hand: (($event.target as HTMLSelectElement).value || undefined) as Move['hand'],
                      }),
                    )
                  "
                >
                  <option v-for="hand in HANDS" :key="hand.value" :value="hand.value">{{ hand.name }}</option>
                </select>
                <InPlace
                  :model-value="move.towards === undefined ? undefined : directionInWords(move.towards)"
                  :label="`Move ${m + 1}: towards`"
                  placeholder="towards: 3 or left"
                  optional
                  :readonly="readonly"
                  @update:model-value="
                    putMove(withFields(move, { towards: $event ? readDirection($event) : undefined }))
                  "
                />
                <InPlace
                  :model-value="move.steps?.toString()"
                  :label="`Move ${m + 1}: steps`"
                  placeholder="steps"
                  optional
                  :readonly="readonly"
                  @update:model-value="putMove(withFields(move, { steps: number($event, 9) }))"
                />
                <InPlace
                  :model-value="move.counts?.toString()"
                  :label="`Move ${m + 1}: counts`"
                  placeholder="counts"
                  optional
                  :readonly="readonly"
                  @update:model-value="
                    putMove(withFields(move, { counts: Math.round(number($event, 9) ?? 0) || undefined }))
                  "
                />
                <label class="shout"
                  ><input
                    type="checkbox"
                    class="accent-umber"
                    :checked="move.shout ?? false"
                    :disabled="readonly"
                    @change="
                      putMove(
                        withFields(move, { shout: ($event.target as HTMLInputElement).checked || undefined }),
                      )
                    "
                  />
                  shout</label
                >
              </div>
            </template>
          </InPlaceList>
        </template>
      </InPlaceList>
      <FormPath v-if="hasMoves" class="w-[340px]" :sections="item.sections" />
    </div>
  </section>
</template>

<style scoped>
.both {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.moves {
  margin: 2px 0 8px;
  padding-left: 8px;
  border-left: 3px solid var(--color-gilt);
}
.move {
  display: grid;
  grid-template-columns: 68px minmax(0, 1fr) 60px 60px 64px;
  gap: 0 6px;
  align-items: start;
  font-size: 13px;
  line-height: 20px;
  padding-bottom: 2px;
  border-bottom: 1px solid #e7decd;
}
.move > :nth-child(1) {
  grid-column: 1 / 3;
  font-weight: 600;
}
.move > :nth-child(2) {
  grid-column: 3 / 6;
}
.move .field {
  height: 24px;
  padding: 0 2px;
  font-size: 13px;
}
.shout {
  display: flex;
  gap: 4px;
  align-items: center;
}
</style>
