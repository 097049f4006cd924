<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { XMarkIcon } from '@heroicons/vue/24/solid'
import { shortName } from '~/domain/short-name'

/** Who works with whom at a board, to be read out and seen from three metres; changed behind one press. */
const props = defineProps<{ board: string; title: string }>()
const open = ref(false)
const isChanging = ref(false)
const store = useClassStore()
const { pairsAt } = usePartners()
const pairs = computed(() => pairsAt(props.board))
const round = ref(0)
const shown = computed(
  () => pairs.value?.rounds[Math.min(round.value, (pairs.value?.rounds.length ?? 1) - 1)],
)
const names = computed(() => new Map((store.data?.roster ?? []).map(({ id, name }) => [id, name])))
const nameOf = (id: string) => shortName(names.value.get(id))
function show() {
  isChanging.value = pairs.value === undefined
  round.value = 0
  open.value = true
}
</script>

<template>
  <button type="button" class="opener" @click="show">
    Partners{{ pairs ? `: ${pairs.rounds[0]?.groups.length ?? 0} groups` : '' }}
  </button>
  <Dialog :open="open" class="relative z-40" @close="open = false">
    <div class="fixed inset-0 bg-black/60" aria-hidden="true" />
    <div class="fixed inset-0 overflow-y-auto p-4">
      <DialogPanel v-if="isChanging" class="mx-auto max-w-[440px] text-ink">
        <DialogTitle class="sr-only">Partners for {{ title }}</DialogTitle>
        <PartnersPanel :board="board" @close="pairs ? (isChanging = false) : (open = false)" />
      </DialogPanel>
      <DialogPanel v-else class="sheet">
        <div class="top">
          <DialogTitle as="h2">{{ title }}</DialogTitle>
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
          <button type="button" class="close" aria-label="Close" @click="open = false">
            <XMarkIcon class="size-7" />
          </button>
        </div>
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
          Left over: {{ shown.left.map(({ id }) => nameOf(id)).join(', ') }}
        </p>
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.opener {
  flex: none;
  min-height: 40px;
  padding: 0 14px;
  font-size: 20px;
  color: var(--color-hall-text);
  border: 2px solid #75604a;
  border-radius: 4px;
}
.sheet {
  max-width: 1180px;
  margin: 0 auto;
  padding: 18px 22px 24px;
  color: var(--color-hall-text);
  background: var(--color-hall);
  border: 3px solid var(--color-hall-gilt);
}
.top {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
}
.top h2 {
  flex: 1;
  font-size: 32px;
  line-height: 38px;
  color: #fff;
}
.rounds {
  display: flex;
  gap: 6px;
}
.rounds button,
.change,
.close {
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
.close {
  display: grid;
  place-items: center;
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
