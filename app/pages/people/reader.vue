<script setup lang="ts">
import { newReaderSchema, rosterEntriesSchema, tapsTakenSchema } from '~~/shared/answers'
import { fullName } from '~~/core/people/student'
import { StandIn, type SentTap } from '~/domain/reader-stand-in'
import { wallTime } from '~/domain/wall-time'

/** A stand-in for the reader on the wall: the same taps by the same way, with the same key; what comes of them is seen on the register. */
useHead({ title: 'Door reader, stand-in · Golden Lintel' })
const mayMakeKeys = useMay('POST /api/readers')
const library = useLibraryStore()
const clock = useClock()
const key = useSessionStorage('lintel-reader-key', '')
const tags = shallowRef<{ tag: string; name: string }[]>([])
const told = shallowRef<SentTap[]>([])
const waiting = ref(0)
const isOffline = ref(false)
const problem = ref('')
const typed = ref('')

const reader = new StandIn(
  async (taps, sentAt) => {
    const moved = clock.moved.value
    const answer = await fetch('/api/reader/taps', {
      method: 'POST',
      credentials: 'omit',
      headers: {
        'content-type': 'application/json',
        authorization: `Bearer ${key.value}`,
        ...(moved ? { 'x-lintel-test-moved': String(moved) } : {}),
      },
      body: JSON.stringify({ taps, sentAt }),
    })
    const body: unknown = await answer.json()
    if (!answer.ok)
      throw new Error((body as { title?: string }).title ?? `The server answers ${answer.status}.`)
    return tapsTakenSchema.parse(body).taps.map(({ outcome }) => outcome)
  },
  (sent) => (told.value = [...sent.reverse(), ...told.value].slice(0, 100)),
  () => clock.read(),
)
async function doing(task: () => Promise<unknown>) {
  problem.value = ''
  const sent = task()
  waiting.value = reader.waiting.length
  try {
    await sent
  } catch (error) {
    problem.value = `${error instanceof Error ? error.message : String(error)} The taps wait on the reader.`
  }
  waiting.value = reader.waiting.length
}
onMounted(async () => {
  try {
    await library.load()
    const roster = await api('/api/roster', { answer: rosterEntriesSchema })
    tags.value = roster.flatMap(({ student, active }) =>
      student.tag && active ? [{ tag: student.tag, name: fullName(student) }] : [],
    )
  } catch (error) {
    problem.value = saidBy(error)
  }
})
const makeKey = () =>
  doing(async () => {
    const made = await api('/api/readers', {
      answer: newReaderSchema,
      method: 'POST',
      body: { name: 'Stand-in' },
    })
    key.value = made.key
  })
const anyTag = () => tags.value[Math.floor(Math.random() * tags.value.length)]?.tag ?? 'NOBODY-0000'
const MINUTE = 60_000
const twice = () =>
  doing(async () => {
    const tag = anyTag()
    await reader.hear(tag)
    await reader.hear(tag)
  })
/** The later tap first, as after a moment without the network. */
const outOfOrder = () =>
  doing(async () => {
    const tag = anyTag()
    await reader.hear(tag)
    await reader.hear(tag, clock.read() - 2 * MINUTE)
  })
const BURST = 60
const BURST_MS = 10_000
const isBursting = ref(false)
/** Sixty taps in ten seconds, as when a full hall comes in at once. */
const burst = () =>
  doing(async () => {
    isBursting.value = true
    const all: Promise<void>[] = []
    for (let n = 0; n < BURST; n++) {
      all.push(reader.hear(tags.value[n % Math.max(1, tags.value.length)]?.tag ?? 'NOBODY-0000'))
      waiting.value = reader.waiting.length
      await new Promise((done) => setTimeout(done, BURST_MS / BURST))
    }
    isBursting.value = false
    await Promise.all(all)
  })
function setOffline(is: boolean) {
  isOffline.value = reader.isOffline = is
  if (!is) void doing(() => reader.flush())
}
const nameOf = (tag: string) => tags.value.find((one) => one.tag === tag)?.name ?? tag
</script>

<template>
  <div class="page">
    <PeopleNav />
    <h1>Door reader, stand-in</h1>
    <p class="text-ash">
      Sends what a reader on the wall would send, with a reader’s key and nothing else. What it means is on
      <NuxtLink to="/people" class="link">the register</NuxtLink>.
    </p>
    <div class="line">
      <label
        >Key
        <input
          v-model.trim="key"
          class="field"
          type="password"
          autocomplete="off"
          placeholder="reader_…"
          aria-label="Key of the reader"
      /></label>
      <button v-if="mayMakeKeys && !key" type="button" class="btn" @click="makeKey">Make one</button>
      <span v-else-if="!key" class="text-ash">The head makes one under Club settings.</span>
    </div>
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
    <fieldset :disabled="!key" class="acts">
      <legend class="sr-only">What is held to it</legend>
      <form class="typed" @submit.prevent="doing(() => reader.hear(typed || 'NOBODY-0000'))">
        <input v-model.trim="typed" class="field" aria-label="Tag" placeholder="NOBODY-0000" maxlength="64" />
        <button type="submit" class="btn">Tap this tag</button>
      </form>
      <button type="button" class="btn" @click="twice">One tag twice</button>
      <button type="button" class="btn" @click="outOfOrder">Out of order</button>
      <button type="button" class="btn" :disabled="isBursting" @click="burst">Sixty in ten seconds</button>
      <label class="tick"
        ><input
          type="checkbox"
          :checked="isOffline"
          @change="setOffline(($event.target as HTMLInputElement).checked)"
        />
        the network is gone</label
      >
      <span role="status">{{ waiting ? `${waiting} wait on the reader` : 'nothing waits' }}</span>
    </fieldset>
    <div class="both">
      <section aria-labelledby="bands">
        <h2 id="bands" class="text-17">Bands</h2>
        <div class="bands">
          <button
            v-for="one in tags"
            :key="one.tag"
            type="button"
            class="band"
            :disabled="!key"
            @click="doing(() => reader.hear(one.tag))"
          >
            <b>{{ one.name }}</b> <span>{{ one.tag }}</span>
          </button>
        </div>
        <p v-if="tags.length === 0" class="text-ash">
          Nobody has a tag yet: it is set on a student’s page of the roster.
        </p>
      </section>
      <section aria-labelledby="log">
        <h2 id="log" class="text-17">What came of it</h2>
        <ol class="log" aria-live="polite">
          <li v-for="tap in told" :key="tap.id">
            <span>{{ wallTime(tap.at, library.club?.zone) }}</span> {{ nameOf(tap.tag) }}
            <b>{{ tap.outcome }}</b>
          </li>
        </ol>
      </section>
    </div>
  </div>
</template>

<style scoped>
.page {
  max-width: 1180px;
  margin: 0 auto;
  padding: 14px 28px 40px;
}
h1 {
  font-size: 26px;
  line-height: 32px;
}
.line,
.acts,
.typed {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}
.line,
.acts {
  margin-top: 12px;
}
.line .field {
  display: inline-block;
  width: 320px;
}
.typed .field {
  width: 150px;
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 28px;
  margin-top: 18px;
}
.bands {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 6px;
  margin-top: 6px;
}
.band {
  display: flex;
  flex-direction: column;
  padding: 6px 10px;
  text-align: left;
  background: var(--color-paper);
  border: 1px solid #bdac90;
  border-radius: 3px;
}
.band:disabled {
  opacity: 0.55;
}
.band span {
  font-size: 13px;
  color: var(--color-ash);
}
.log {
  max-height: 60vh;
  overflow-y: auto;
}
.log li {
  padding: 3px 0;
  border-top: 1px solid var(--color-straw);
}
.log span {
  color: var(--color-ash);
}
@media (max-width: 760px) {
  .page {
    padding: 10px 12px 30px;
  }
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
