<script setup lang="ts">
import { insteadSaid } from '~~/core/plan/lines/instead'
import { shortName } from '~/domain/short-name'

/** Who works with whom at a board, to be read out and seen from three metres; changed behind one press. */
const props = defineProps<{ board: string; title: string }>()
const store = useClassStore()
/** What whoever is left over does. */
const alone = computed(() => {
  const block = store.plan?.blocks.find(({ id }) => id === props.board)
  const all = [...(block?.instead ?? []), ...(block?.tracks ?? []).flatMap(({ instead = [] }) => instead)]
  return all.filter((one) => one.if === 'alone')
})
const open = ref(false)
const isChanging = ref(false)
const { pairsAt } = usePartners()
const pairs = computed(() => pairsAt(props.board))
const round = ref(0)
const shown = computed(
  () => pairs.value?.rounds[Math.min(round.value, (pairs.value?.rounds.length ?? 1) - 1)],
)
const names = computed(() => new Map(store.roster.map(({ id, name }) => [id, name])))
const nameOf = (id: string) => shortName(names.value.get(id))
watch(open, (now) => {
  if (!now) return
  isChanging.value = pairs.value === undefined
  round.value = 0
})
</script>

<template>
  <HallSheet
    v-model="open"
    :opener="`Partners${pairs ? `: ${pairs.rounds[0]?.groups.length ?? 0} groups` : ''}`"
    :title="title"
  >
    <template v-if="!isChanging" #top>
      <div v-if="(pairs?.rounds.length ?? 0) > 1" class="rounds" role="tablist" aria-label="Rounds">
        <button
          v-for="n in pairs?.rounds.length"
          :key="n"
          type="button"
          role="tab"
          :aria-selected="round === n - 1"
          @click="round = n - 1"
        >
          {{ n }}
        </button>
      </div>
      <button type="button" class="change" @click="isChanging = true">Change</button>
    </template>
    <PartnersPanel
      v-if="isChanging"
      class="mx-auto mt-3 max-w-[440px] text-ink"
      :board="board"
      @close="pairs ? (isChanging = false) : (open = false)"
    />
    <template v-else>
      <ul class="pairs">
        <li
          v-for="group in shown?.groups"
          :key="group.students.join()"
          :class="{ three: group.students.length === 3 }"
        >
          {{ group.students.map(nameOf).join(' – ') }}
        </li>
      </ul>
      <p v-if="shown?.left.length" class="over">
        Left over: {{ shown.left.map(({ id }) => nameOf(id)).join(', ')
        }}<template v-for="one in alone" :key="one.do">. {{ insteadSaid(one) }}</template>
      </p>
    </template>
  </HallSheet>
</template>

<style scoped>
.rounds {
  display: flex;
  gap: 6px;
}
.rounds button,
.change {
  min-width: 48px;
  height: 48px;
  padding: 0 10px;
  font-size: 22px;
  border: 2px solid #75604a;
}
.rounds button[aria-selected='true'] {
  color: #241808;
  background: var(--color-hall-gilt);
}
.pairs {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(320px, 1fr));
  gap: 4px 28px;
  margin-top: 14px;
}
.pairs li {
  padding: 5px 2px;
  font-size: 28px;
  line-height: 36px;
  border-bottom: 1px solid #4d3d2f;
}
.three {
  color: var(--color-hall-gilt);
}
.over {
  margin-top: 12px;
  font-size: 24px;
  color: var(--color-hall-brick);
}
</style>
