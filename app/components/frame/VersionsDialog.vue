<script setup lang="ts">
import { onePlanSchema, planVersionSchema } from '~~/shared/answers'
import { z } from 'zod'
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { format } from 'date-fns'
import { toast } from '~/domain/toast'
import { minutes } from '~~/core/kernel/time-text'
import { planDifferences } from '~~/core/plan/differences'
import type { Plan } from '~~/core/plan/schema'
import type { PlanVersion } from '~~/shared/answers'

/** What the plan was before: who kept it and when, under which name, what was different; looked at before it comes back. */
const emit = defineEmits<{ close: [] }>()
const store = usePlanStore()
const versions = shallowRef<PlanVersion[]>()
const problem = ref('')
/** The version that is looked at. */
const looked = shallowRef<{ row: PlanVersion; plan: Plan }>()
const changes = computed(() =>
  looked.value && store.plan ? planDifferences(looked.value.plan, store.plan) : [],
)

onMounted(async () => {
  try {
    await store.save()
    versions.value = await api(`/api/plans/${store.id}/versions`, { answer: z.array(planVersionSchema) })
  } catch (error) {
    problem.value = saidBy(error)
  }
})
const isNow = (row: PlanVersion) => row.version === store.version && row.outcome === 'saved'

async function look(row: PlanVersion) {
  problem.value = ''
  try {
    const { plan } = await api(`/api/plans/${store.id}/versions/${row.id}`, { answer: onePlanSchema })
    looked.value = { row, plan }
  } catch (error) {
    problem.value = saidBy(error)
  }
}
/** Its boards, groups and figures come back; the day and the hour stay those of the class. */
function restore() {
  if (!looked.value || !store.plan) return
  const { row, plan } = looked.value
  const { date, start } = store.plan
  store.change({ ...plan, ...(date ? { date } : {}), ...(start ? { start } : {}) })
  emit('close')
  toast(`The plan is as it was at version ${row.version}.`, {
    action: { label: 'Undo', onClick: () => store.undo() },
  })
}
async function rename(row: PlanVersion, event: Event) {
  const name = (event.target as HTMLInputElement).value.trim()
  try {
    await api(`/api/plans/${store.id}/versions/${row.id}`, { method: 'PUT', body: { name } })
    versions.value = versions.value?.map((one) => (one.id === row.id ? { ...one, name: name || null } : one))
  } catch (error) {
    problem.value = saidBy(error)
  }
}
/** What of a version is different from the one kept before it, from what the list knows of both. */
function than(at: number): string {
  const [row, before] = [versions.value?.[at], versions.value?.[at + 1]]
  if (!row || !before) return 'the first'
  const boards = row.blocks - before.blocks
  const ms = row.totalMs - before.totalMs
  return [
    row.title !== before.title ? `named “${row.title}”` : '',
    boards
      ? `${boards > 0 ? '+' : '−'}${Math.abs(boards)} ${Math.abs(boards) === 1 ? 'board' : 'boards'}`
      : '',
    ms ? `${ms > 0 ? '+' : '−'}${minutes(Math.abs(ms))}` : '',
  ]
    .filter(Boolean)
    .join(', ')
}
</script>

<template>
  <Dialog :open="true" class="relative z-40" @close="emit('close')">
    <div class="fixed inset-0 bg-[#2a1e16]/55" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-4">
      <DialogPanel
        class="panel flex max-h-[84vh] w-full max-w-[860px] flex-col border-t-[5px] border-t-gilt p-6"
      >
        <DialogTitle class="text-26">Versions</DialogTitle>
        <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
        <p v-else-if="!versions" class="text-ash">Looking…</p>
        <div v-else class="both">
          <ul class="overflow-y-auto">
            <li v-for="(row, at) in versions" :key="row.id" :class="{ on: looked?.row.id === row.id }">
              <b class="w-9">{{ row.version }}</b>
              <span class="who">
                {{ format(new Date(row.savedAt), 'd MMM, HH:mm') }}, {{ row.savedBy }}
                <b v-if="row.outcome === 'set aside'" class="text-brick-deep">set aside</b>
                <i>{{ than(at) }}</i>
              </span>
              <input
                class="field name"
                :value="row.name ?? ''"
                maxlength="80"
                placeholder="name it"
                :aria-label="`Name of version ${row.version}`"
                @change="rename(row, $event)"
              />
              <span v-if="isNow(row)" class="text-moss">as it is</span>
              <button
                v-else
                type="button"
                class="btn"
                :aria-label="`Look at version ${row.version}`"
                @click="look(row)"
              >
                Look
              </button>
            </li>
          </ul>
          <section v-if="looked" class="look" aria-label="That version">
            <h3 class="text-17">
              Version {{ looked.row.version
              }}<template v-if="looked.row.name">, {{ looked.row.name }}</template>
            </h3>
            <ol>
              <li v-for="block in looked.plan.blocks" :key="block.id" :data-phase="block.phase">
                <PhaseMark :phase="block.phase" /> {{ block.title }}
              </li>
            </ol>
            <h4>What has changed since</h4>
            <p v-if="changes.length === 0" class="text-ash">Nothing: it is the same plan.</p>
            <p v-for="one in changes" :key="one">{{ one }}</p>
            <button
              type="button"
              class="btn btn-main mt-3"
              :aria-label="`Back to version ${looked.row.version}`"
              @click="restore"
            >
              Back to it
            </button>
          </section>
        </div>
        <button type="button" class="btn mt-4 self-start" @click="emit('close')">Back to the frame</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 20px;
  min-height: 0;
  margin-top: 12px;
}
.both > ul > li {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 5px 6px;
  border-bottom: 1px solid var(--color-straw);
}
.both > ul > .on {
  background: #fbf3df;
}
.who {
  flex: 1;
  min-width: 0;
}
.who i {
  display: block;
  font-size: 13px;
  font-style: normal;
  color: var(--color-ash);
}
.name {
  width: 128px;
  height: 28px;
}
.look {
  width: 280px;
  overflow-y: auto;
  padding-left: 16px;
  border-left: 3px solid var(--color-gilt);
  font-size: 13px;
}
.look ol {
  margin: 6px 0;
}
.look ol li {
  display: flex;
  gap: 4px;
  line-height: 22px;
}
.look h4 {
  margin-top: 8px;
  font-weight: 640;
}
@media (max-width: 760px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
    overflow-y: auto;
  }
  .look {
    width: auto;
  }
}
</style>
