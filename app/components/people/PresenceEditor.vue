<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { changeSaid } from '~~/core/people/amendments'
import { tapsFor, typedFrom, typedMarks, typedWrong, withTyped } from '~~/core/people/presence-edit'
import { without } from '~~/core/people/intervals'
import { minutes } from '~~/core/kernel/time-text'
import { correctionPreviewSchema, type CorrectionPreview, type RosterStudent } from '~~/shared/answers'
import { wallMoment, wallTime } from '~/domain/wall-time'

/** When somebody was there, as a bar over the class with typed times; what it changes, and for whom, before it is kept. */
const props = defineProps<{ student: RosterStudent }>()
const emit = defineEmits<{ leave: []; kept: [] }>()
const store = useClassStore()
const library = useLibraryStore()
const mayWrite = useMayWrite()
const zone = computed(() => library.club?.zone)
const isOver = computed(() => store.run?.phase === 'finished')
const startsAt = computed(() => store.run?.startedAt ?? store.data?.startsAt ?? 0)
const endsAt = computed(() => store.run?.finishedAt ?? store.dueAt)
const time = (ms: number | undefined) => (ms === undefined ? '' : wallTime(ms, zone.value))

const typed = typedFrom(store.register.get(props.student.id))
const from = ref(time(typed.from))
const to = ref(time(typed.to))
const remote = ref(typed.remote)
const out = ref(typed.out.map(([a, b]) => ({ from: time(a), to: Number.isFinite(b) ? time(b) : '' })))

const moment = (clock: string) => (clock ? wallMoment(startsAt.value, clock, zone.value) : undefined)
const presence = computed(() => ({
  remote: remote.value,
  from: moment(from.value),
  to: moment(to.value),
  out: out.value.flatMap((one) => {
    const start = moment(one.from)
    return start === undefined ? [] : [[start, moment(one.to) ?? Infinity] as [number, number]]
  }),
}))
const wrong = computed(() =>
  typedWrong(presence.value, { began: startsAt.value, ended: store.run?.finishedAt }),
)
const taps = computed(() => tapsFor(presence.value, startsAt.value))
/** The bar: where they were there, in parts of the class. */
const parts = computed(() => {
  const line = withTyped(store.data?.marks ?? [], props.student.id, taps.value)
  const [start, end] = [startsAt.value, Math.max(startsAt.value + 1, endsAt.value)]
  const there = (line?.there ?? []).flatMap(([a, b]) =>
    without(Math.max(a, start), Math.min(b, end), line?.out ?? []),
  )
  return there.map(([a, b]) => ({
    left: `${((a - start) / (end - start)) * 100}%`,
    width: `${((b - a) / (end - start)) * 100}%`,
  }))
})

const preview = shallowRef<CorrectionPreview>()
const problem = ref('')
const look = useDebounceFn(async () => {
  if (!isOver.value || !mayWrite.value || wrong.value) return void (preview.value = undefined)
  const marks = typedMarks(store.data?.marks ?? [], props.student.id, taps.value, Math.round(Date.now()))
  try {
    preview.value = await api(`/api/classes/${store.data?.id}/preview`, {
      answer: correctionPreviewSchema,
      method: 'POST',
      body: { presence: marks.map((mark, n) => ({ id: crypto.randomUUID(), n, ...mark })) },
    })
    problem.value = ''
  } catch (error) {
    preview.value = undefined
    problem.value = `What it changes is not known now: ${saidBy(error)}`
  }
}, 300)
watch(presence, () => void look(), { immediate: true })
const saidOf = (changes: CorrectionPreview['students'][number]['changes']) =>
  changes.map((one) => `${library.itemName(one.item)}, layer ${one.layer}: ${changeSaid(one, minutes)}`)
const others = computed(
  () => preview.value?.students.filter(({ student }) => student !== props.student.id) ?? [],
)
const own = computed(() => preview.value?.students.find(({ student }) => student === props.student.id))

function keep() {
  if (wrong.value) return
  store.typePresence(props.student.id, taps.value)
  emit('kept')
}
</script>

<template>
  <Dialog open class="relative z-40" @close="emit('leave')">
    <div class="fixed inset-0 bg-[#2a1e16]/55" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center overflow-y-auto p-4">
      <DialogPanel as="form" class="editor" @submit.prevent="keep">
        <DialogTitle class="text-20 font-semibold"
          >When {{ student.name.split(' ')[0] }} was there</DialogTitle
        >
        <div
          class="bar"
          role="img"
          :aria-label="`There from ${from || 'the first bow'} to ${to || 'the end'}`"
        >
          <i v-for="(part, n) in parts" :key="n" :style="part" />
        </div>
        <p class="ends">
          <span>{{ time(startsAt) }}</span><span>{{ time(endsAt) }}</span>
        </p>
        <div class="times">
          <label>Came <input v-model="from" type="time" class="field" :disabled="remote" /></label>
          <span class="text-13 text-ash">{{ from ? '' : 'from the first bow' }}</span>
          <label>Left <input v-model="to" type="time" class="field" /></label>
          <span class="text-13 text-ash">{{ to ? '' : 'stayed to the end' }}</span>
        </div>
        <div v-for="(one, n) in out" :key="n" class="times">
          <label>Out from <input v-model="one.from" type="time" class="field" /></label>
          <label>to <input v-model="one.to" type="time" class="field" /></label>
          <button
            type="button"
            class="btn"
            :aria-label="`Not out from ${one.from}`"
            @click="out.splice(n, 1)"
          >
            Remove
          </button>
        </div>
        <div class="flex flex-wrap items-center gap-4">
          <button type="button" class="btn" @click="out.push({ from: '', to: '' })">
            Was out for a while
          </button>
          <label><input v-model="remote" type="checkbox" /> took part from home</label>
        </div>
        <p v-if="wrong" role="alert" class="text-brick-deep">{{ wrong }}</p>
        <div v-else-if="isOver && mayWrite" aria-live="polite" class="changes">
          <p v-if="problem" class="text-13 text-ash">{{ problem }}</p>
          <p v-else-if="!preview" class="text-13 text-ash">Working out what it changes…</p>
          <p v-else-if="preview.students.length === 0">It changes nothing in anybody’s record.</p>
          <template v-else>
            <template v-if="own">
              <p><b>It changes:</b></p>
              <ul>
                <li v-for="line in saidOf(own.changes)" :key="line">{{ line }}</li>
              </ul>
            </template>
            <div v-if="others.length" class="text-brick-deep">
              <p>
                <b>It also changes the record of {{ others.length }} others:</b>
              </p>
              <p v-for="one in others.slice(0, 4)" :key="one.student">
                {{ one.name }}: {{ saidOf(one.changes).join('; ') }}
              </p>
            </div>
          </template>
        </div>
        <div class="flex gap-2">
          <button type="submit" class="btn btn-main" :disabled="!!wrong">Keep</button>
          <button type="button" class="btn" @click="emit('leave')">Cancel</button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>

<style scoped>
.editor {
  display: grid;
  gap: 10px;
  width: 100%;
  max-width: 520px;
  padding: 20px 24px;
  background: var(--color-paper);
  border-top: 5px solid var(--color-gilt);
}
.bar {
  position: relative;
  height: 22px;
  background: #e7decd;
}
.bar i {
  position: absolute;
  top: 0;
  bottom: 0;
  background: var(--color-moss);
}
.ends {
  display: flex;
  justify-content: space-between;
  margin-top: -8px;
  font-size: 13px;
  color: var(--color-ash);
}
.times {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.times .field {
  width: 134px;
}
.changes {
  max-height: 180px;
  overflow-y: auto;
}
</style>
