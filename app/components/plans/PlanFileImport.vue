<script setup lang="ts">
import { madeSchema } from '~~/shared/answers'
import { ArrowUpTrayIcon } from '@heroicons/vue/20/solid'
import { leavesActiveOpen, sayActive } from '~~/core/plan/active'
import { parsePlan } from '~~/core/plan/parse'
import type { Fault } from '~~/core/kernel/faults'
import type { Plan } from '~~/core/plan/schema'
import { itemsFor } from '~~/core/curriculum/items-for-plan'

/** A plan file read in: every fault with its path, and items the library does not know offered to it. */
const emit = defineEmits<{ added: [id: string] }>()
const library = useLibraryStore()
const input = useTemplateRef<HTMLInputElement>('input')
const faults = shallowRef<Fault[]>([])
const problem = ref('')
const waiting = shallowRef<Plan>()
const busy = ref(false)

/** Boards of plain time of which the file does not say whether it is work. */
const open = computed(() => (waiting.value?.blocks ?? []).filter(leavesActiveOpen))
const isOpenWork = ref(true)

const unknown = computed(() => (waiting.value ? itemsFor(waiting.value, library.items) : []))

function reset() {
  faults.value = []
  problem.value = ''
  waiting.value = undefined
}
async function read(event: Event) {
  const field = event.target as HTMLInputElement
  const file = field.files?.[0]
  field.value = ''
  reset()
  if (!file) return
  let json: unknown
  try {
    json = JSON.parse((await file.text()).replace(/^\uFEFF/, ''))
  } catch (error) {
    problem.value = `${file.name} is not JSON: ${error instanceof Error ? error.message : String(error)}`
    return
  }
  const parsed = parsePlan(json)
  if (!parsed.ok) {
    faults.value = parsed.faults
    return
  }
  waiting.value = parsed.plan
  isOpenWork.value = true
  if (unknown.value.length === 0 && open.value.length === 0) await add()
}
/** Unknown items go into the library first, each under its own id; then the plan. The library is read afresh, so a second try puts only what is still missing. */
async function add() {
  if (!waiting.value) return
  busy.value = true
  try {
    await library.refresh()
    for (const item of unknown.value)
      await api(`/api/items/${item.id}`, { method: 'PUT', body: { base: 0, item } })
    if (unknown.value.length) await library.refresh()
    const { id } = await api('/api/plans', {
      answer: madeSchema,
      method: 'POST',
      body: {
        plan: {
          ...waiting.value,
          blocks: waiting.value.blocks.map((block) => sayActive(block, isOpenWork.value)),
        },
      },
    })
    reset()
    emit('added', id)
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <span class="relative">
    <input
      ref="input"
      type="file"
      accept=".json,application/json"
      class="sr-only"
      tabindex="-1"
      aria-label="Plan file"
      @change="read"
    />
    <button type="button" class="btn inline-flex items-center gap-1" @click="input?.click()">
      <ArrowUpTrayIcon class="size-4" /> Read a plan file
    </button>
    <div v-if="problem || faults.length || waiting" class="panel told" role="alert">
      <p v-if="problem" class="text-brick-deep">{{ problem }}</p>
      <template v-if="faults.length">
        <p>
          <b>The file is not a plan: {{ faults.length }} {{ faults.length === 1 ? 'fault' : 'faults' }}.</b>
          Nothing was kept.
        </p>
        <ul class="max-h-[40vh] overflow-y-auto">
          <li v-for="fault in faults" :key="fault.path + fault.message">
            <code>{{ fault.path }}</code> {{ fault.message }}
          </li>
        </ul>
      </template>
      <template v-if="waiting && unknown.length">
        <p>
          <b>{{ waiting.title }}</b> works {{ unknown.length }}
          {{ unknown.length === 1 ? 'item' : 'items' }} that the library does not have:
          {{ unknown.map(({ name }) => name).join(', ') }}.
        </p>
      </template>
      <fieldset v-if="waiting && open.length" class="mt-2">
        <legend>
          The file does not say whether {{ open.map(({ title }) => `“${title}”`).join(', ') }}
          {{ open.length === 1 ? 'is' : 'are' }} worked or talked through:
        </legend>
        <label class="answer"><input v-model="isOpenWork" type="radio" :value="true" /> worked</label>
        <label class="answer"
          ><input v-model="isOpenWork" type="radio" :value="false" /> talked through</label
        >
      </fieldset>
      <p class="mt-2 flex flex-wrap gap-2">
        <button v-if="waiting" type="button" class="btn btn-main" :disabled="busy" @click="add">
          {{ unknown.length ? 'Put them into the library and keep the plan' : 'Keep the plan' }}
        </button>
        <button type="button" class="btn" @click="reset">Cancel</button>
      </p>
    </div>
  </span>
</template>

<style scoped>
.told {
  position: absolute;
  right: 0;
  top: 38px;
  z-index: 10;
  width: min(520px, 90vw);
  padding: 12px 16px;
  border-top: 4px solid var(--color-gilt);
}
.answer {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 36px;
  margin-right: 18px;
}
/* On a phone the button stands at the left, so what hangs from it goes across the page. */
@media (max-width: 640px) {
  .told {
    position: fixed;
    top: auto;
    right: 12px;
    bottom: 12px;
    left: 12px;
    width: auto;
  }
}
</style>
