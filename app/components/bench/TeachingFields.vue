<script setup lang="ts">
import type { Block, Group } from '~~/core/plan/schema'
import { withFields } from '~/domain/with-fields'

/** What those who teach agree on: why the board is there, who demonstrates, who leads which group. */
type Teaching = NonNullable<Block['teaching']>
const props = defineProps<{ block: Block; groups: readonly Group[] }>()
const emit = defineEmits<{ change: [teaching: Teaching | undefined] }>()
const open = ref(false)
watch(
  () => props.block.id,
  () => (open.value = false),
)
const isOpen = computed(() => open.value || props.block.teaching !== undefined)
const text = (event: Event) => (event.target as HTMLInputElement).value.trim() || undefined

function set(values: { [K in keyof Teaching]?: Teaching[K] | undefined }) {
  const next = withFields(props.block.teaching ?? {}, values)
  emit('change', Object.keys(next).length ? next : undefined)
}
const leadOf = (group: string) => props.block.teaching?.leads?.find((lead) => lead.group === group)?.who ?? ''
function setLead(group: string, who: string | undefined) {
  const others = (props.block.teaching?.leads ?? []).filter((lead) => lead.group !== group)
  const leads = who ? [...others, { group, who }] : others
  set({ leads: leads.length ? leads : undefined })
}
</script>

<template>
  <button v-if="!isOpen" type="button" class="link text-13 min-h-6" @click="open = true">
    Why it is there, who shows it…
  </button>
  <div v-else class="teaching">
    <label for="why">Why</label>
    <input
      id="why"
      class="field"
      maxlength="500"
      :value="block.teaching?.why"
      :title="block.teaching?.why"
      placeholder="why it is there"
      @change="set({ why: text($event) })"
    />
    <label for="demonstrates">Shows it</label>
    <input
      id="demonstrates"
      class="field"
      maxlength="120"
      :value="block.teaching?.demonstrates"
      placeholder="who demonstrates"
      @change="set({ demonstrates: text($event) })"
    />
    <template v-for="group in groups" :key="group.id">
      <span class="truncate"><Sash :ranks="group.ranks" /></span>
      <input
        class="field"
        maxlength="120"
        :value="leadOf(group.id)"
        :aria-label="`Who leads ${group.name}`"
        placeholder="who leads them"
        @change="setLead(group.id, text($event))"
      />
    </template>
  </div>
</template>

<style scoped>
.teaching {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 2px 4px;
  align-items: center;
  margin: 4px 0;
}
</style>
