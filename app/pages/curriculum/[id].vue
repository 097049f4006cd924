<script setup lang="ts">
import { toast } from 'vue-sonner'
import { breakDown } from '~~/core/curriculum/steps'
import type { Item } from '~~/core/curriculum/item'
import { readItem } from '~~/core/curriculum/item-rules'
import { prerequisiteFaults } from '~~/core/curriculum/prerequisites'
import { spokenName } from '~~/core/curriculum/item'
import { targetInWords } from '~~/core/curriculum/syllabus'
import { minutes } from '~~/core/plan/time-text'
import { layPlan, parsePlan } from '~~/core'
import type { ItemPage } from '~~/server/services/items'
import type { LibraryItem } from '~~/server/services/library'
import { shortDay } from '~/domain/days'

definePageMeta({ key: (route) => route.path })
const route = useRoute()
const library = useLibraryStore()
const mayWrite = useMayWrite()
const id = String(route.params.id)
const found = library.items.get(id)
const page = shallowRef<ItemPage>()
useHead({ title: () => `${found ? spokenName(found) : 'Item'} · Golden Lintel` })

function documentOf({ version: _v, archived: _a, ...item }: LibraryItem): Item {
  return item
}
const kept = found
  ? useKeptDocument<Item>(
      { value: documentOf(found), version: found.version },
      {
        read(draft) {
          const read = readItem(JSON.parse(JSON.stringify(draft)))
          if (!read.ok) return read
          const faults = prerequisiteFaults(read.item, [...library.items.values()].map(documentOf))
          return faults.length ? { ok: false, faults } : { ok: true, value: read.item }
        },
        send: (item, base) => api(`/api/items/${id}`, { method: 'PUT', body: { base, item } }),
        async fresh() {
          await library.refresh()
          const theirs = library.items.get(id)
          if (!theirs) throw new Error('It is no longer in the library.')
          return { value: documentOf(theirs), version: theirs.version }
        },
        kept: (item, version) =>
          library.putItem(id, { ...item, version, archived: library.items.get(id)?.archived ?? false }),
      },
    )
  : undefined
const item = computed(() => kept?.draft.value)
const archived = computed(() => library.items.get(id)?.archived ?? false)
const readonly = computed(() => !mayWrite.value || archived.value)
const faultAt = (path: string) => kept?.faultAt(path)

/** Fields set to `undefined` are left out of the document. */
function change(values: Partial<Item>, touch = '') {
  if (!kept) return
  const next = { ...kept.draft.value, ...values }
  for (const [name, value] of Object.entries(values))
    if (value === undefined) Reflect.deleteProperty(next, name)
  kept.change(next, touch)
}
onMounted(async () => {
  try {
    page.value = await api<ItemPage>(`/api/items/${id}`)
  } catch {
    // The item itself is here; where it is used is told when the server is back.
  }
})

const asked = computed(() =>
  library.ladder.ranks.flatMap((rank) => {
    const entry = library.syllabus.find((one) => one.rank === rank.id && one.item === id)
    return entry ? [{ rank, entry }] : []
  }),
)
const broken = computed(() => {
  const board = item.value && breakDown(item.value, [])
  if (!board) return undefined
  const plan = parsePlan({
    format: 'golden-lintel/plan',
    version: 1,
    title: 'x',
    lengthMin: 60,
    groups: [{ id: 'all', name: 'all', ranks: [], headcount: 0 }],
    blocks: [JSON.parse(JSON.stringify({ ...board, id: 'b' }))],
  })
  const dose = board.dose?.kind === 'ladder' ? board.dose : undefined
  return plan.ok && dose ? { ms: layPlan(plan.plan).totalMs, stages: dose.stages } : undefined
})
const preferred = computed(() => (item.value ? [item.value.name, ...item.value.aliases] : []))
function rename(name: string | undefined) {
  const { preferred: said, name: before } = kept!.draft.value
  change({ name: name ?? '', ...(said === before ? { preferred: name } : {}) })
}
function setAliases(text: string | undefined) {
  const aliases = (text ?? '').split(/\s*[,;]\s*/).filter(Boolean)
  const said = kept?.draft.value.preferred
  const lost = said !== undefined && said !== kept?.draft.value.name && !aliases.includes(said)
  change({ aliases, ...(lost ? { preferred: undefined } : {}) })
}
function call(name: string) {
  change({ preferred: name === kept?.draft.value.name ? undefined : name })
}

async function discard() {
  await kept?.save()
  const before = library.items.get(id)
  if (!before) return
  try {
    const { outcome } = await api<{ outcome: 'archived' | 'deleted' }>(`/api/items/${id}`, {
      method: 'DELETE',
    })
    library.putItem(id, outcome === 'archived' ? { ...before, archived: true } : undefined)
    const said =
      outcome === 'archived'
        ? 'is put away: plans and records still know it'
        : 'is deleted: nothing spoke of it'
    toast(`${spokenName(before)} ${said}.`, {
      duration: 8000,
      action: { label: 'Undo', onClick: () => bringBack(before, outcome) },
    })
    if (outcome === 'deleted') await navigateTo('/curriculum')
  } catch (error) {
    toast.error(saidBy(error))
  }
}
async function bringBack(before: LibraryItem, outcome: 'archived' | 'deleted') {
  if (outcome === 'archived') await api(`/api/items/${id}/restore`, { method: 'POST', body: {} })
  else await api(`/api/items/${id}`, { method: 'PUT', body: { base: 0, item: documentOf(before) } })
  await library.refresh()
  await navigateTo(`/curriculum/${id}`)
}
</script>

<template>
  <div v-if="!item || !kept" class="p-10 text-center text-ash">
    There is no such item in the library.
    <NuxtLink to="/curriculum" class="link">Back to the library</NuxtLink>
  </div>
  <article v-else class="item">
    <div class="head">
      <div class="min-w-0 flex-1">
        <h1>
          <InPlace
            :model-value="item.name"
            label="Name"
            :readonly="readonly"
            :fault="faultAt('name')"
            @update:model-value="rename"
          />
        </h1>
        <div class="flex flex-wrap items-center gap-x-4 text-ash">
          <span class="flex min-w-[200px] gap-1"
            >also:
            <InPlace
              class="flex-1"
              :model-value="item.aliases.join(', ') || undefined"
              label="Aliases"
              placeholder="what others call it"
              optional
              :readonly="readonly"
              :fault="kept.faults.value.find(({ path }) => path.startsWith('aliases'))?.message"
              @update:model-value="setAliases"
            />
          </span>
          <label v-if="item.aliases.length" class="text-13"
            >we say
            <select
              class="said"
              :disabled="readonly"
              @change="call(preferred[($event.target as HTMLSelectElement).selectedIndex] ?? item.name)"
            >
              <option
                v-for="name in preferred"
                :key="name"
                :selected="name === (item.preferred ?? item.name)"
              >
                {{ name }}
              </option>
            </select>
          </label>
        </div>
      </div>
      <KeptBar v-if="!readonly" :kept="kept" what="the item" />
    </div>
    <p v-if="archived" class="away">
      Put away: it is not offered any more; plans and records still know it.
      <button
        v-if="mayWrite"
        type="button"
        class="link"
        @click="bringBack(library.items.get(id)!, 'archived')"
      >
        Bring it back
      </button>
    </p>
    <div class="care">
      <b>Care.</b>
      <InPlace
        class="flex-1"
        :model-value="item.hazard"
        label="Caution"
        placeholder="what must be said before it is done"
        optional
        :readonly="readonly"
        @update:model-value="change({ hazard: $event })"
      />
    </div>
    <ul v-if="asked.length" class="asked">
      <li v-for="{ rank, entry } in asked" :key="rank.id">
        <Sash :ranks="[rank.id]" /> layer {{ entry.layer
        }}<template v-if="entry.target">, {{ targetInWords(entry.target) }}</template>
      </li>
    </ul>
    <div class="body">
      <div class="min-w-0 space-y-6">
        <section aria-labelledby="points">
          <h2 id="points" class="text-20">Key points</h2>
          <InPlaceList
            class="points"
            :model-value="item.keyPoints"
            one="key point"
            :blank="() => ''"
            :most="12"
            :readonly="readonly"
            @update:model-value="change({ keyPoints: $event })"
          >
            <template #default="{ row, at, put }">
              <InPlace
                :model-value="row"
                :label="`Key point ${at + 1}`"
                :readonly="readonly"
                :fault="faultAt(`keyPoints[${at}]`)"
                @update:model-value="put($event ?? '')"
              />
            </template>
          </InPlaceList>
        </section>
        <LayerStair
          :item="item"
          :readonly="readonly"
          :fault-at="faultAt"
          @change="change({ layers: $event })"
        />
        <FaultTable
          :item="item"
          :readonly="readonly"
          :fault-at="faultAt"
          @change="change({ faults: $event })"
        />
        <section aria-labelledby="steps">
          <h2 id="steps" class="text-20">Steps</h2>
          <InPlaceList
            class="mt-1"
            :model-value="item.steps"
            one="step"
            :blank="() => ''"
            :most="12"
            numbered
            :readonly="readonly"
            @update:model-value="change({ steps: $event })"
          >
            <template #default="{ row, at, put }">
              <InPlace
                :model-value="row"
                :label="`Step ${at + 1}`"
                :readonly="readonly"
                :fault="faultAt(`steps[${at}]`)"
                @update:model-value="put($event ?? '')"
              />
            </template>
          </InPlaceList>
          <p v-if="broken" class="text-13 mt-1 text-ash">
            Broken down it takes <b>{{ minutes(broken.ms) }}</b>:
            {{ broken.stages.map(({ title }) => title).join(' → ') }}. On the shelf in Compose it lies ready
            as <i>Break it down</i>.
          </p>
          <p v-else class="text-13 mt-1 text-ash">
            With two steps or more it can be broken down on the count.
          </p>
        </section>
        <section
          v-if="item.category === 'forms' || item.category === 'weapons' || item.sections.length"
          aria-labelledby="sections"
        >
          <h2 id="sections" class="text-20">Sections</h2>
          <InPlaceList
            :model-value="item.sections"
            one="section"
            :blank="() => ({ name: `Section ${item!.sections.length + 1}`, sec: 20 })"
            :most="60"
            numbered
            :readonly="readonly"
            @update:model-value="change({ sections: $event })"
          >
            <template #default="{ row, at, put }">
              <div class="flex items-start gap-2">
                <InPlace
                  class="flex-1"
                  :model-value="row.name"
                  :label="`Section ${at + 1}`"
                  :readonly="readonly"
                  @update:model-value="put({ ...row, name: $event ?? '' })"
                />
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
            </template>
          </InPlaceList>
        </section>
        <PartnerRungs
          v-if="item.partner !== 'solo'"
          :item="item"
          :page="page"
          :readonly="readonly"
          @change="change({ ladder: $event })"
        />
      </div>
      <aside class="side">
        <ItemFigures :item="item" :readonly="readonly" @change="change" />
        <section v-if="item.partner !== 'solo'" aria-labelledby="solo">
          <h2 id="solo" class="text-17">Without a partner</h2>
          <InPlace
            :model-value="item.soloForm"
            label="Solo form"
            placeholder="what one does alone"
            optional
            :readonly="readonly"
            @update:model-value="change({ soloForm: $event })"
          />
        </section>
        <BuildsOn
          :item="item"
          :readonly="readonly"
          :fault-at="faultAt"
          @change="change({ prerequisites: $event })"
        />
        <BodyPanel :item="item" :readonly="readonly" @change="change($event, 'body')" />
        <section v-if="page" aria-labelledby="uses">
          <h2 id="uses" class="text-17">Where it is known</h2>
          <p class="text-13 text-ash">
            {{ page.uses.plans }} plans and classes, {{ page.uses.ledger }} rows of practice and marks.
            {{
              page.lastPractised ? `Last practised ${shortDay(page.lastPractised)}.` : 'Never practised yet.'
            }}
          </p>
          <button v-if="!readonly" type="button" class="btn mt-2" @click="discard">
            Take it out of the library
          </button>
        </section>
      </aside>
    </div>
  </article>
</template>

<style scoped>
.item {
  max-width: 1020px;
  padding: 16px 24px 40px 28px;
}
.head {
  display: flex;
  align-items: flex-start;
  gap: 16px;
}
h1 {
  font-size: 34px;
  line-height: 40px;
}
.said {
  height: 24px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  color: var(--color-ink);
}
.away {
  margin-top: 8px;
  padding: 6px 10px;
  background: var(--color-ground);
}
.care {
  display: flex;
  gap: 8px;
  margin-top: 10px;
  padding: 6px 10px;
  background: var(--color-brick-tint);
  border-left: 5px solid var(--color-brick);
}
.care b {
  color: var(--color-brick-deep);
}
.asked {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  margin-top: 10px;
}
.asked li {
  display: flex;
  align-items: center;
  gap: 6px;
}
.body {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 286px;
  gap: 32px;
  margin-top: 18px;
}
.points {
  font-size: 17px;
  line-height: 24px;
}
.side {
  display: flex;
  flex-direction: column;
  gap: 20px;
  padding-left: 20px;
  border-left: 1px solid var(--color-straw);
}
@media (max-width: 1000px) {
  .body {
    grid-template-columns: minmax(0, 1fr);
  }
  .side {
    padding-left: 0;
    border-left: 0;
  }
}
</style>
