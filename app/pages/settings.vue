<script setup lang="ts">
import { savedVersionSchema } from '~~/shared/answers'
import type { Ladder } from '~~/core/curriculum/ladder'
import { readLadder } from '~~/core/curriculum/ladder'
import { readSettings, type ClubSettings } from '~~/core/curriculum/settings'
import type { ClassGroup } from '~~/shared/answers'

useHead({ title: 'Club settings · Golden Lintel' })
interface Ranks {
  ladder: Ladder
  groups: ClassGroup[]
}
const library = useLibraryStore()
const route = useRoute()
const mayChange = useMay('PUT /api/settings')
const readonly = computed(() => !mayChange.value)
const problem = ref('')
const scope = getCurrentScope()
const settings = shallowRef<KeptDocument<ClubSettings>>()
const ranks = shallowRef<KeptDocument<Ranks>>()
const plain = <T,>(value: T): T => JSON.parse(JSON.stringify(value)) as T

onMounted(async () => {
  try {
    const { versions } = await library.load()
    scope?.run(() => {
      settings.value = useKeptDocument<ClubSettings>(
        { value: library.loaded!.settings, version: versions.settings },
        {
          path: '/api/settings',
          field: 'settings',
          changedBy: 'settings',
          read(draft) {
            const read = readSettings(plain(draft))
            return read.ok ? { ok: true, value: read.settings } : read
          },
          send: (value, base) =>
            api('/api/settings', {
              answer: savedVersionSchema,
              method: 'PUT',
              body: { base, settings: value },
            }),
          async fresh() {
            const now = await library.refresh()
            return { value: now.settings, version: now.versions.settings }
          },
          kept: (value, version) => {
            const { name, place, zone, firstSide, lengthMin, startTime } = value
            library.change({
              settings: value,
              club: { ...library.loaded!.club, name, place, zone, firstSide, lengthMin, startTime },
              versions: { ...library.loaded!.versions, settings: version },
            })
          },
        },
      )
      ranks.value = useKeptDocument<Ranks>(
        { value: { ladder: library.ladder, groups: library.groups }, version: versions.ladder },
        {
          path: '/api/ladder',
          changedBy: 'ladder',
          read(draft) {
            const read = readLadder(plain(draft.ladder))
            return read.ok ? { ok: true, value: { ladder: read.ladder, groups: draft.groups } } : read
          },
          send: ({ ladder, groups }, base) =>
            api('/api/ladder', { answer: savedVersionSchema, method: 'PUT', body: { base, ladder, groups } }),
          async fresh() {
            const now = await library.refresh()
            return { value: { ladder: library.ladder, groups: now.groups }, version: now.versions.ladder }
          },
          kept: ({ ladder, groups }, version) =>
            library.change({
              ladderKind: ladder.kind,
              ranks: ladder.ranks,
              groups,
              versions: { ...library.loaded!.versions, ladder: version },
            }),
        },
      )
    })
    await nextTick()
    // The part that a link asked for is there only now.
    if (route.hash) document.querySelector(route.hash)?.scrollIntoView()
  } catch (error) {
    problem.value = saidBy(error)
  }
})
const SECTIONS = computed(() => [
  ['club', 'The club'],
  ['ranks', 'Ranks and groups'],
  ['schools', 'How you teach'],
  ['mix', 'What the work is made of'],
  ['hall', 'Days and hall'],
  ['limits', 'Limits'],
  ...(readonly.value
    ? []
    : [
        ['accounts', 'Who signs in'],
        ['readers', 'Door readers'],
        ['walls', 'Walls'],
      ]),
  ['password', 'Your password'],
])
</script>

<template>
  <div class="page">
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
    <p v-else-if="!settings || !ranks" class="text-ash">Opening the settings…</p>
    <template v-else>
      <nav class="index" aria-label="On this page">
        <h1 class="text-26">Club settings</h1>
        <a v-for="[id, name] in SECTIONS" :key="id" :href="`#${id}`">{{ name }}</a>
        <p v-if="readonly" class="text-13 mt-3 text-ash">Only the head of the club changes these.</p>
      </nav>
      <div class="sections">
        <div class="kept">
          <span class="text-13 text-ash">Settings:</span>
          <KeptBar v-if="!readonly" :kept="settings" what="the settings" />
        </div>
        <ClubFields :kept="settings" :readonly="readonly" />
        <section id="ranks" aria-labelledby="ranks-title">
          <div class="flex flex-wrap items-baseline gap-4">
            <h2 id="ranks-title" class="text-20">Ranks and groups</h2>
            <SaveState v-if="!readonly" :state="ranks.state.value" :fault="ranks.faults.value[0]" />
            <button
              v-if="!readonly"
              type="button"
              class="btn"
              aria-label="Undo the last change to the ranks"
              :disabled="!ranks.canUndo.value"
              @click="ranks.undo()"
            >
              Undo
            </button>
          </div>
          <RankRows :kept="ranks" :readonly="readonly" />
        </section>
        <SchoolFields :kept="settings" :readonly="readonly" />
        <MixFields :kept="settings" :readonly="readonly" />
        <HallFields :kept="settings" :readonly="readonly" />
        <LimitFields :kept="settings" :readonly="readonly" />
        <AccountRows v-if="!readonly" />
        <ReaderRows v-if="!readonly" />
        <WallRows v-if="!readonly" />
        <OwnPassword />
      </div>
    </template>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: 200px minmax(0, 930px);
  gap: 36px;
  max-width: 1220px;
  margin: 0 auto;
  padding: 24px;
}
.index {
  position: sticky;
  top: 20px;
  align-self: start;
}
.index a {
  display: block;
  padding: 4px 10px;
  margin-top: 4px;
  border-left: 3px solid var(--color-straw);
}
.index a:hover {
  border-left-color: var(--color-gilt);
}
.sections {
  display: flex;
  flex-direction: column;
  gap: 26px;
  min-width: 0;
}
/* Each part is a doorway of its own: its name on the beam, its fields between the posts. */
.sections :deep(section) {
  padding: 0 18px 16px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  box-shadow: 0 1px 4px rgb(74 56 43 / 0.1);
  scroll-margin-top: 16px;
}
.sections :deep(section > h2:first-child),
.sections :deep(section > div:first-child:has(h2)) {
  margin: 0 -18px 14px;
  padding: 8px 18px 9px;
  color: #f6e7c8;
  background: linear-gradient(#4f3b2d, #38281e);
  border-bottom: 3px solid var(--color-gilt);
}
.sections :deep(section > div:first-child h2) {
  color: #f6e7c8;
}
.sections :deep(section > div:first-child [data-test='save-state']) {
  color: #ebdcc0;
}
.sections :deep(h3) {
  margin-top: 14px;
  padding-bottom: 2px;
  font: 660 15px/20px var(--font-serif);
  color: var(--color-umber);
  border-bottom: 1px solid var(--color-straw);
}
.kept {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 30px;
}
@media (max-width: 800px) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }
  .index {
    position: static;
  }
}
</style>
