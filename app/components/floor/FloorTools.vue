<script setup lang="ts">
import type { FloorNow } from '~~/core/floor/now'
import { asksOf } from '~~/core/partners/for-board'

/** What is at hand beside the keys: partners, corrections, figures, the last act taken back, and what is one swipe away. */
const props = defineProps<{ shown: FloorNow; ready: boolean; watched: string[] }>()
const emit = defineEmits<{ finish: [] }>()
const store = useClassStore()
const library = useLibraryStore()
const acts = useFloorActs()
const teaches = useMayWrite()
const isMore = ref(false)
defineExpose({ openMore: () => (isMore.value = true) })
/** The drill that asks for figures is made easier or harder by a step; kept with the class and with each figure. */
const step = computed(() => store.run?.steps.get(props.shown.placed?.block.id ?? '') ?? 0)
const rule = (by: number) =>
  acts.told(by > 0 ? 'One step further.' : 'One step nearer.', 'rule', { step: by })
const next = computed(() => props.shown.coming)
/** The board under way, else the one to come, where it is worked in twos. */
const forTwo = computed(() => {
  const { plan: of } = store
  const blocks = [props.shown.placed?.block, props.shown.coming?.block]
  return of && blocks.find((block) => block && asksOf(of, block, (id) => library.items.get(id)))
})
</script>

<template>
  <div class="tools">
    <LazyFloorPartners v-if="forTwo" :board="forTwo.id" :title="forTwo.title" />
    <LazyFloorWatch
      v-if="teaches && watched.length && shown.placed"
      :items="watched"
      :block="shown.placed.block"
    />
    <LazyDrillFigures
      v-if="shown.placed?.block.result"
      :key="shown.placed.block.id"
      :block="shown.placed.block"
      hall
    />
    <template v-if="!ready && acts.leads.value && shown.placed?.block.result">
      <button type="button" class="tool" aria-label="Nearer: easier by a step" @click="rule(-1)">
        Nearer
      </button>
      <button type="button" class="tool" aria-label="Further: harder by a step" @click="rule(1)">
        Further<span v-if="step">{{ step > 0 ? ` +${step}` : ` −${-step}` }}</span>
      </button>
    </template>
    <template v-if="!ready && acts.leads.value">
      <button type="button" class="tool undo" :disabled="!acts.undoable.value" @click="acts.undo">
        Undo<span>{{ acts.undoable.value ? ` ${acts.undoSays.value}` : '' }}</span>
      </button>
      <button
        type="button"
        class="tool rare"
        :aria-label="next ? `Skip ${next.block.title}` : 'Skip'"
        :disabled="!next"
        @click="acts.skip"
      >
        Skip it
      </button>
      <LazyFloorCalls />
      <FloorMore v-model="isMore" @finish="emit('finish')" />
      <button
        type="button"
        class="tool"
        :class="{ rare: next }"
        :disabled="!acts.underWay.value"
        @click="emit('finish')"
      >
        Finish
      </button>
    </template>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex: none;
  flex-wrap: wrap;
  gap: 10px;
}
.tool {
  max-width: 260px;
  min-height: 40px;
  padding: 0 14px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 20px;
  color: var(--color-hall-text);
  border: 2px solid #75604a;
  border-radius: 4px;
}
.tool span {
  color: var(--color-hall-ash);
}
.tool:disabled {
  opacity: 0.45;
}
/* One row under the thumb: what finds no room is drawn in from the side. */
@media (max-width: 760px), (max-height: 500px) {
  .tools {
    flex: 1;
    flex-wrap: nowrap;
    gap: 6px;
    min-width: 0;
    overflow-x: auto;
  }
  .tool,
  .tools > :deep(.opener) {
    flex: none;
    max-width: 190px;
    padding: 0 9px;
    font-size: 17px;
    white-space: nowrap;
  }
  .undo {
    flex: 0 1 auto;
    min-width: 66px;
  }
  /* They are behind More. */
  .rare {
    display: none;
  }
}
@media (max-width: 760px) {
  .tools {
    order: -1;
    flex: none;
  }
}
</style>
