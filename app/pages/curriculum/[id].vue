<script setup lang="ts">
import { itemPageSchema, savedVersionSchema } from '~~/shared/answers'
import { spokenName, type Item } from '~~/core/curriculum/item'
import { targetInWords } from '~~/core/curriculum/syllabus'
import type { ItemPage } from '~~/shared/answers'
import { shortDay } from '~/domain/days'

definePageMeta({ key: (route) => route.path })
const route = useRoute()
const library = useLibraryStore()
const mayWrite = useMayWrite()
const id = String(route.params.id)
const found = useItemDocument(id)
const { kept, change = () => undefined, discard, bringBack } = found ?? {}
const page = shallowRef<ItemPage>()

const item = computed(() => kept?.draft.value)
const readonly = computed(() => !mayWrite.value || !!found?.archived.value)
const faultAt = (path: string) => kept?.faultAt(path)
const aliasFault = computed(() => kept?.faults.value.find(({ path }) => path.startsWith('aliases'))?.message)
const hasSections = computed(
  () =>
    !!item.value &&
    (item.value.category === 'forms' || item.value.category === 'weapons' || item.value.sections.length > 0),
)
useHead({ title: () => `${item.value ? spokenName(item.value) : 'Item'} · Golden Lintel` })

onMounted(async () => {
  try {
    page.value = await api(`/api/items/${id}`, { answer: itemPageSchema })
  } catch {
    // The item itself is here; where it is used is told when the server is back.
  }
})

/** Layers in another order, of which it is asked what becomes of those that the syllabus asks for. */
const moved = shallowRef<Item['layers']>()
const problem = ref('')
/** What the syllabus asks of this item, with the number its layer has in another order. */
const movedEntries = computed(() =>
  asked.value.flatMap(({ rank, entry }) => {
    const layer = item.value?.layers[entry.layer - 1]
    const to = layer && moved.value ? moved.value.indexOf(layer) + 1 : 0
    return layer && to && to !== entry.layer ? [{ rank, entry, name: layer.name, to }] : []
  }),
)
function changeLayers(layers: Item['layers']) {
  const before = item.value?.layers ?? []
  const isReordered = layers.length === before.length && layers.every((layer) => before.includes(layer))
  moved.value = isReordered ? layers : undefined
  problem.value = ''
  if (movedEntries.value.length === 0) settleMove(layers)
}
function settleMove(layers = moved.value) {
  moved.value = undefined
  if (layers) change({ layers })
}
/** The syllabus goes on asking for the same layers, under their new numbers. */
async function moveEntries() {
  const { loaded } = library
  const to = new Map(movedEntries.value.map(({ entry, to: layer }) => [entry, layer]))
  if (!loaded) return
  try {
    const syllabus = library.syllabus.map((entry) => ({ ...entry, layer: to.get(entry) ?? entry.layer }))
    const body = { base: loaded.versions.syllabus, syllabus }
    const { version } = await api('/api/syllabus', { answer: savedVersionSchema, method: 'PUT', body })
    library.change({ syllabus, versions: { ...loaded.versions, syllabus: version } })
    settleMove()
  } catch (error) {
    problem.value = saidBy(error)
  }
}
const asked = computed(() =>
  library.ladder.ranks.flatMap((rank) => {
    const entry = library.syllabus.find((one) => one.rank === rank.id && one.item === id)
    return entry ? [{ rank, entry }] : []
  }),
)
</script>

<template>
  <div v-if="!item || !kept" class="p-10 text-center text-ash">
    There is no such item in the library.
    <NuxtLink to="/curriculum" class="link">Back to the library</NuxtLink>
  </div>
  <article v-else class="item">
    <AskDialog
      :open="movedEntries.length > 0"
      title="The syllabus asks for these layers"
      says="They have other numbers now. Should it go on asking for the same layers, or for the same numbers?"
      yes="The same layers"
      no="The same numbers"
      :problem="problem"
      @yes="moveEntries"
      @no="settleMove()"
    >
      <ul class="mt-2">
        <li v-for="{ rank, entry, name, to } in movedEntries" :key="rank.id">
          <Sash :ranks="[rank.id]" /> “{{ name }}”, layer {{ entry.layer }}, is layer {{ to }} now
        </li>
      </ul>
    </AskDialog>
    <div class="head">
      <ItemNames
        :item="item"
        :readonly="readonly"
        :fault-at="faultAt"
        :alias-fault="aliasFault"
        @change="change"
      />
      <KeptBar v-if="!readonly" :kept="kept" what="the item" />
    </div>
    <p v-if="found?.archived.value" class="away">
      Put away: it is not offered any more; plans and records still know it.
      <button v-if="mayWrite" type="button" class="link" @click="bringBack?.()">Bring it back</button>
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
        <LayerStair :item="item" :readonly="readonly" :fault-at="faultAt" @change="changeLayers" />
        <FaultTable
          :item="item"
          :readonly="readonly"
          :fault-at="faultAt"
          @change="change({ faults: $event })"
        />
        <StepRows :item="item" :readonly="readonly" :fault-at="faultAt" @change="change" />
        <RepRows :item="item" :readonly="readonly" :fault-at="faultAt" @change="change" />
        <section aria-labelledby="parts">
          <h2 id="parts" class="text-20">Made of others</h2>
          <CombinationField
            class="max-w-[520px]"
            :parts="item.parts"
            label="Items in order, each credited with its own reps when this one is drilled"
            :readonly="readonly"
            @change="change($event ? { parts: $event, links: undefined } : { parts: undefined })"
          />
          <p v-if="faultAt('parts')" class="text-13 text-brick-deep" role="alert">{{ faultAt('parts') }}</p>
        </section>
        <HelperPanel :item="item" :readonly="readonly" @change="change({ helper: $event })" />
        <SectionRows
          v-if="hasSections"
          :item="item"
          :readonly="readonly"
          :fault-at="faultAt"
          @change="change({ sections: $event })"
        />
        <PartnerRungs
          v-if="item.partner !== 'solo'"
          :item="item"
          :page="page"
          :readonly="readonly"
          @change="change({ ladder: $event })"
        />
      </div>
      <aside class="side">
        <section aria-labelledby="why-taught">
          <h2 id="why-taught" class="text-17">Why it is taught</h2>
          <InPlace
            :model-value="item.why"
            label="Why it is taught"
            placeholder="what it is good for, where it leads"
            optional
            :readonly="readonly"
            @update:model-value="change({ why: $event })"
          />
        </section>
        <section aria-labelledby="meets">
          <h2 id="meets" class="text-17">What meets what</h2>
          <InPlace
            :model-value="item.meets"
            label="What meets what"
            placeholder="the ball of the foot meets the pad, at the height of the belt"
            optional
            :readonly="readonly"
            @update:model-value="change({ meets: $event })"
          />
        </section>
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
        <section aria-labelledby="references">
          <h2 id="references" class="text-17">Films, sheets, pages</h2>
          <ReferenceRows
            :references="item.references"
            :readonly="readonly"
            :fault-at="faultAt"
            @change="change({ references: $event })"
          />
        </section>
        <BodyPanel :item="item" :readonly="readonly" @change="change($event, 'body')" />
        <ItemCorrections :item="item.id" />
        <section v-if="page" aria-labelledby="uses">
          <h2 id="uses" class="text-17">Where it is known</h2>
          <p class="text-13 text-ash">
            {{ page.uses.plans }} plans and classes, {{ page.uses.ledger }} rows of practice and marks.
            {{
              page.lastPractised ? `Last practised ${shortDay(page.lastPractised)}.` : 'Not practised yet.'
            }}
          </p>
          <button v-if="!readonly" type="button" class="btn mt-2" @click="discard?.()">
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
