<script setup lang="ts">
import { doorSchema, type DoorTap } from '~~/shared/answers'
import { wallTime } from '~/domain/wall-time'

/** What the reader at the door heard for this class; whose a tag is that nobody owns. */
const store = useClassStore()
const library = useLibraryStore()
const mayGive = useMayKeepRoster()
const {
  told: heard,
  read,
  readSoon,
} = useClassReading('door', {
  answer: doorSchema,
  nothing: [],
  afterMs: 300,
  what: 'door',
})
const problem = ref('')
const asking = ref<string>()

onChange('students', undefined, () => void readSoon())

const students = computed(() => store.roster)
const nameOf = (id: string | null) =>
  students.value.find((one) => one.id === id)?.name.split(' ')[0] ?? 'somebody'
const WHAT: Record<DoorTap['outcome'], string> = {
  here: 'here',
  late: 'late',
  back: 'back',
  again: 'again',
  unknown: 'a tag nobody owns',
  'no class': 'no class then',
}
async function give(tag: string, id: string) {
  problem.value = ''
  try {
    await api(`/api/roster/${id}/tag`, { method: 'PUT', body: { tag } })
    asking.value = undefined
    await read()
  } catch (error) {
    problem.value = saidBy(error)
  }
}
</script>

<template>
  <section v-if="heard.length" class="panel heard" aria-labelledby="heard-title">
    <h2 id="heard-title">Heard by the reader</h2>
    <ul aria-live="polite">
      <li v-for="tap in heard.slice(0, 6)" :key="`${tap.tag} ${tap.outcome}`">
        <span class="at">{{ wallTime(tap.at, library.club?.zone) }}</span>
        <span v-if="tap.student">{{ nameOf(tap.student) }}, {{ WHAT[tap.outcome] }}, by tag</span>
        <span v-else
          >{{ WHAT[tap.outcome] }}: {{ tap.tag
          }}<template v-if="tap.times > 1">, {{ tap.times }} times</template></span
        >
        <button
          v-if="!tap.student && mayGive && asking !== tap.tag"
          type="button"
          class="link"
          @click="asking = tap.tag"
        >
          Whose?
        </button>
        <StudentPick
          v-if="asking === tap.tag"
          class="pick"
          label="Whose tag is it?"
          :students="students"
          @pick="give(tap.tag, $event)"
        />
      </li>
    </ul>
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
  </section>
</template>

<style scoped>
.heard {
  padding: 10px 14px 12px;
}
.heard h2 {
  font-size: 17px;
}
.heard li {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 10px;
  padding: 4px 0;
  border-top: 1px solid #e7decd;
}
.at {
  color: var(--color-ash);
}
.heard .link {
  margin-left: auto;
}
.pick {
  width: 100%;
}
</style>
