<script setup lang="ts">
import { toast } from '~/domain/toast'
import { correctionsOf, type Correction, type Sighting } from '~~/core/people/corrections'
import type { StudentPage } from '~~/shared/answers'

/** What stays open of a student, what was seen right since, and what was praised; and the telling of something new. */
const props = defineProps<{ page: StudentPage }>()
const library = useLibraryStore()
const mayWrite = useMayWrite()
/** The server's clock, by which what was seen before is in order. */
const clock = useClock()
const added = shallowRef<Sighting[]>([])
const corrections = computed(() => correctionsOf([...props.page.sightings, ...added.value]))
const open = computed(() => corrections.value.filter(({ state }) => state === 'open'))
const settled = computed(() => corrections.value.filter(({ state }) => state !== 'open'))
const showsSettled = ref(false)

/** Shown at once, and taken from view again where it is not kept. */
async function keep(more: Omit<Sighting, 'id' | 'at' | 'student'>): Promise<string | undefined> {
  const about = more.kind === 'undo' ? {} : { student: props.page.id }
  const sighting: Sighting = { id: crypto.randomUUID(), at: Math.round(clock.read()), ...about, ...more }
  added.value = [...added.value, sighting]
  try {
    await api('/api/corrections', { method: 'POST', body: sighting })
    return sighting.id
  } catch (error) {
    added.value = added.value.filter((one) => one !== sighting)
    toast.error(`It is not kept: ${saidBy(error)}`)
    return undefined
  }
}
async function tell(kind: 'seen' | 'right', { item, said }: Pick<Correction, 'item' | 'said'>) {
  const id = await keep({ kind, item, said })
  if (id)
    toast(kind === 'right' ? `${said}: seen right` : said, {
      action: { label: 'Undo', onClick: () => void keep({ kind: 'undo', undoes: id }) },
    })
}

const item = ref<string>()
const said = ref('')
const kind = ref<'seen' | 'right'>('seen')
const oral = ref(false)
const problem = ref('')
const isAdding = ref(false)
const faults = computed(() => library.items.get(item.value ?? '')?.faults ?? [])
/** What they practised last comes first. */
const choices = computed(() =>
  [...props.page.totals]
    .sort((a, b) => ((b.last ?? '') < (a.last ?? '') ? -1 : 1))
    .map(({ itemId }) => ({ id: itemId, name: library.itemName(itemId) })),
)
const others = computed(() => {
  const had = new Set(choices.value.map(({ id }) => id))
  return [...library.items.values()]
    .filter(({ id, archived }) => !had.has(id) && !archived)
    .map(({ id, name }) => ({ id, name }))
})
async function add() {
  problem.value = ''
  if (!item.value) return void (problem.value = 'Say of which item.')
  if (!said.value.trim()) return void (problem.value = 'Say what was seen.')
  const given = { kind: kind.value, item: item.value, said: said.value.trim() }
  if (await keep({ ...given, ...(oral.value ? { oral: true } : {}) })) {
    said.value = ''
    oral.value = false
  }
}
</script>

<template>
  <section class="panel mb-4 p-4" aria-labelledby="corrections-title">
    <h2 id="corrections-title" class="text-17 mb-1">Open corrections</h2>
    <p v-if="open.length === 0" class="text-ash">Nothing is open.</p>
    <CorrectionList
      :list="open"
      :head="({ item: of }) => library.itemName(of)"
      :most="6"
      :readonly="!mayWrite"
      @tell="tell"
    />
    <button v-if="settled.length" type="button" class="link mt-2 block" @click="showsSettled = !showsSettled">
      {{ showsSettled ? 'Hide what was seen right' : `Seen right: ${settled.length}` }}
    </button>
    <CorrectionList
      v-if="showsSettled"
      :list="settled"
      :head="({ item: of }) => library.itemName(of)"
      :readonly="!mayWrite"
      @tell="tell"
    />
    <template v-if="mayWrite">
      <button v-if="!isAdding" type="button" class="btn mt-3" @click="isAdding = true">
        Something was seen…
      </button>
      <form v-else class="new" novalidate @submit.prevent="add">
        <select v-model="item" class="field" aria-label="Of which item">
          <option :value="undefined" disabled>of which item…</option>
          <optgroup label="Practised">
            <option v-for="one in choices" :key="one.id" :value="one.id">{{ one.name }}</option>
          </optgroup>
          <optgroup label="Others">
            <option v-for="one in others" :key="one.id" :value="one.id">{{ one.name }}</option>
          </optgroup>
        </select>
        <input
          v-model="said"
          class="field"
          aria-label="What was seen"
          placeholder="what was seen, in a few words"
          maxlength="200"
          autocomplete="off"
        />
        <div v-if="faults.length" class="chips">
          <button v-for="one in faults" :key="one.fault" type="button" class="chip" @click="said = one.fault">
            {{ one.fault }}
          </button>
        </div>
        <div class="kinds">
          <label><input v-model="kind" type="radio" value="seen" /> a fault</label>
          <label><input v-model="kind" type="radio" value="right" /> done right</label>
          <label><input v-model="oral" type="checkbox" /> by word only, on nothing they see</label>
        </div>
        <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
        <div class="flex gap-2">
          <button type="submit" class="btn btn-main">Keep it</button>
          <button type="button" class="btn" @click="isAdding = false">Close</button>
        </div>
      </form>
    </template>
  </section>
</template>

<style scoped>
.new {
  display: grid;
  gap: 8px;
  margin-top: 12px;
}
.chips,
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
.chip {
  padding: 1px 8px;
  font-size: 13px;
  line-height: 22px;
  text-align: left;
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.chip:hover {
  background: #f1e4c6;
}
</style>
