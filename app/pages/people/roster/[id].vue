<script setup lang="ts">
import {
  archivedSchema,
  rosterEntriesSchema,
  rosterPageSchema,
  type RosterEntry,
  type RosterPage,
} from '~~/shared/answers'
import { toast } from '~/domain/toast'
import { fullName } from '~~/core/people/student'

/** A student on the roster: who they are, as far as whoever is signed in may know. */
const route = useRoute()
const id = String(route.params.id)
const library = useLibraryStore()
const teaches = useMayWrite()
const page = shallowRef<RosterPage>()
const roster = shallowRef<RosterEntry[]>([])
const problem = ref('')
const name = computed(() => (page.value ? fullName(page.value.student) : ''))
useHead({ title: () => `${name.value || 'A student'} · Golden Lintel` })
const details = useTemplateRef('details')

onMounted(async () => {
  try {
    const [found, everybody] = await Promise.all([
      api(`/api/roster/${id}`, { answer: rosterPageSchema }),
      api('/api/roster', { answer: rosterEntriesSchema }),
      library.load(),
    ])
    page.value = found
    roster.value = everybody
  } catch (error) {
    problem.value = saidBy(error)
  }
})

async function archive(archived: boolean) {
  if (!page.value) return
  try {
    await details.value?.kept.save()
    await api(`/api/roster/${id}/archive`, { answer: archivedSchema, method: 'PUT', body: { archived } })
    page.value = await api(`/api/roster/${id}`, { answer: rosterPageSchema })
    editing.value++
    const said = archived
      ? 'is archived: on no register to come; what was recorded stays'
      : 'is on the registers again'
    toast(`${name.value} ${said}.`, {
      duration: 8000,
      ...(archived ? { action: { label: 'Undo', onClick: () => void archive(false) } } : {}),
    })
  } catch (error) {
    toast.error(saidBy(error))
  }
}
const save = async () => {
  await details.value?.kept.save()
}
async function readAnew() {
  page.value = await api(`/api/roster/${id}`, { answer: rosterPageSchema })
  roster.value = await api('/api/roster', { answer: rosterEntriesSchema })
  editing.value++
}
/** The form is begun anew where the page was read anew. */
const editing = ref(0)
async function keep() {
  try {
    await api(`/api/roster/${id}/keep`, { method: 'PUT', body: {} })
    page.value = await api(`/api/roster/${id}`, { answer: rosterPageSchema })
    editing.value++
  } catch (error) {
    toast.error(saidBy(error))
  }
}
</script>

<template>
  <div class="page">
    <PeopleNav />
    <p v-if="problem" role="alert" class="text-brick-deep">
      {{ problem }} <NuxtLink to="/people/roster" class="link">Back to the roster</NuxtLink>
    </p>
    <p v-else-if="!page" class="text-ash">Turning to the page…</p>
    <template v-else>
      <div class="head">
        <h1>{{ name }}</h1>
        <Sash :ranks="[page.student.rank]" :notches="page.student.notches" />
        <span v-if="!page.active" class="away">archived</span>
        <span v-if="page.kind !== 'member'" class="away">{{
          page.kind === 'trial' ? 'trial class' : 'visitor'
        }}</span>
        <div class="acts">
          <KeptBar v-if="details" :kept="details.kept" what="this student" />
          <button v-if="page.kind !== 'member'" type="button" class="btn btn-main" @click="keep">
            Keep as a member
          </button>
          <NuxtLink v-if="teaches" :to="`/people/${id}`" class="btn">What they practised</NuxtLink>
          <button type="button" class="btn" @click="archive(page.active)">
            {{ page.active ? 'Archive' : 'Bring back' }}
          </button>
        </div>
      </div>
      <p v-if="page.sameAs" class="note">
        This record was merged:
        <NuxtLink :to="`/people/roster/${page.sameAs}`" class="link">go to the one that is kept</NuxtLink>.
      </p>
      <StudentDetails
        v-else
        ref="details"
        :key="editing"
        :page="page"
        :roster="roster"
        @told="page = $event"
      />
      <OnePerson v-if="!page.sameAs" :page="page" :roster="roster" :save="save" @changed="readAnew" />
    </template>
  </div>
</template>

<style scoped>
.page {
  max-width: 1180px;
  margin: 0 auto;
  padding: 14px 28px 40px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
}
.head h1 {
  font-size: 34px;
  line-height: 40px;
}
.away {
  padding: 1px 8px;
  font-size: 13px;
  background: var(--color-ground);
  border: 1px solid var(--color-straw);
}
.note {
  margin-top: 16px;
  padding: 6px 12px;
  border-left: 4px solid var(--color-gilt);
  background: #fbf5e6;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-left: auto;
}
@media (max-width: 760px) {
  .page {
    padding: 10px 12px 30px;
  }
  .acts {
    margin-left: 0;
  }
}
</style>
