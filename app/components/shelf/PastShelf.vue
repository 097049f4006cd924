<script setup lang="ts">
import { savedPlanSchema } from '~~/shared/answers'
import { toast } from '~/domain/toast'
import type { Plan } from '~~/core/plan/schema'
import { pasteBoards, writeBoards } from '~~/core/plan/edit-many'
import { PHASES } from '~~/core/plan/phases'
import { minutes } from '~~/core/kernel/time-text'
import { layPlan } from '~~/core/plan/timeline'
import { shortDay } from '~/domain/days'

/** Classes that were: each board of an old plan can be taken over. */
const store = usePlanStore()
const opened = ref('')
const plan = shallowRef<Plan>()
const find = ref('')
const { plans: list, problem, read } = usePlanList(find)

onMounted(async () => {
  try {
    await read()
  } catch (error) {
    problem.value = saidBy(error)
  }
})
const rows = computed(() => {
  const wanted = find.value.trim().toLowerCase()
  return (list.value ?? [])
    .filter(({ id }) => id !== store.id)
    .filter(
      ({ title, theme, boards }) => !wanted || `${title} ${theme} ${boards}`.toLowerCase().includes(wanted),
    )
    .sort((a, b) => (b.day ?? '').localeCompare(a.day ?? ''))
    .slice(0, 40)
})
async function open(id: string) {
  plan.value = undefined
  opened.value = opened.value === id ? '' : id
  if (!opened.value) return
  try {
    plan.value = (await api(`/api/plans/${id}`, { answer: savedPlanSchema })).plan
  } catch (error) {
    problem.value = saidBy(error)
  }
}
/** A board of the open plan as it would stand in this one, its groups matched. */
function pasted(id: string) {
  const text = plan.value && writeBoards(plan.value, [id])
  return text && store.plan ? pasteBoards(store.plan, store.insertAt, JSON.parse(text)) : undefined
}
function take(id: string) {
  const now = pasted(id)
  if (now?.ok) store.change(now.plan, now.ids[0] ? { select: now.ids[0] } : {})
  else if (now) toast.error(`It does not fit this plan: ${now.faults[0]?.message ?? ''}.`)
}
const carry = useCarriedStore()
function point(id: string, name: string) {
  const now = pasted(id)
  if (now?.ok) carry.point({ boards: now.plan.blocks.filter((block) => now.ids.includes(block.id)), name })
}
</script>

<template>
  <div class="pt-2">
    <input
      v-model="find"
      class="field mb-1 w-[calc(100%-10px)]"
      placeholder="Title, theme or board"
      aria-label="Find a past class"
    />
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
    <p v-else-if="!list" class="text-ash">Looking…</p>
    <p v-else-if="rows.length === 0" class="py-4 text-ash">No class mentions that.</p>
    <div v-for="row in rows" :key="row.id" class="class">
      <button type="button" class="title" :aria-expanded="opened === row.id" @click="open(row.id)">
        <b>{{ row.title }}</b>
        <span>{{ row.day ? shortDay(row.day) : 'template' }}, {{ row.blocks }} boards</span>
      </button>
      <ul v-if="opened === row.id && plan">
        <li v-for="{ block, ms } in layPlan(plan).blocks" :key="block.id">
          <button
            type="button"
            class="board"
            :data-phase="block.phase"
            :aria-label="`Take ${block.title}`"
            @click="take(block.id)"
            @mouseenter="point(block.id, block.title)"
            @mouseleave="carry.leave(block.title)"
            @focus="point(block.id, block.title)"
            @blur="carry.leave(block.title)"
          >
            <i>{{ PHASES[block.phase].mark }}</i> <span>{{ block.title }}</span> {{ minutes(ms) }}
          </button>
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.class {
  width: calc(100% - 10px);
  border-bottom: 1px solid #e7decd;
}
.title {
  width: 100%;
  padding: 4px 4px 5px 8px;
  text-align: left;
}
.title b {
  display: block;
  font: 580 15px/19px var(--font-sans);
}
.title span {
  font-size: 13px;
  color: var(--color-ash);
}
.title:hover {
  background: var(--color-paper);
}
.board {
  display: flex;
  gap: 6px;
  width: 100%;
  min-height: 24px;
  padding: 2px 4px 2px 8px;
  font-size: 13px;
  text-align: left;
  border-left: 4px solid var(--phase);
}
.board:hover {
  background: var(--color-paper);
}
.board i {
  width: 20px;
  font-style: normal;
  font-weight: 700;
  color: var(--phase);
}
.board span {
  flex: 1;
}
</style>
