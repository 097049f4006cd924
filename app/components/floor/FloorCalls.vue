<script setup lang="ts">
import { callModeSchema, callsOf, readWords } from '~~/core/floor/call-mode'
import { counted, minutes } from '~~/core/kernel/time-text'

/** A drill of calls: what is called, in order and then at random, or to react to; and who missed one, by a tap. */
const store = useClassStore()
const clock = useClock()
const open = ref(false)
const kind = ref<'order' | 'react'>('order')
const KINDS = [
  { value: 'order', name: 'In order, then at random' },
  { value: 'react', name: 'To react to, with feints' },
] as const
const typed = useLocalStorage('golden-lintel-calls', 'one\ntwo\nthree\nfour')
const min = ref(2)
const from = ref(4)
const to = ref(2.5)
const least = ref(2)
const most = ref(6)
const feints = ref(15)
const problem = ref('')
const running = computed(() => {
  const { calls } = store.run ?? {}
  return calls && clock.now.value - calls.at < calls.mode.sec * 1000 ? calls : undefined
})
const left = computed(() =>
  running.value ? running.value.mode.sec * 1000 - (clock.now.value - running.value.at) : 0,
)
function begin() {
  const read = readWords(typed.value)
  if ('wrong' in read) {
    problem.value = read.wrong
    return
  }
  const given = callModeSchema.safeParse({
    kind: kind.value,
    words: read.words,
    sec: Math.round(min.value * 60),
    fromSec: from.value,
    toSec: to.value,
    leastSec: least.value,
    mostSec: most.value,
    feints: feints.value,
    seed: Math.floor(Math.random() * 4_294_967_295),
  })
  if (!given.success) {
    problem.value = 'Minutes from ½ to 30, seconds from ½: one of the figures is outside that.'
    return
  }
  problem.value = ''
  store.act('calls', { detail: { calls: given.data } })
}
const many = computed(() => (running.value ? callsOf(running.value.mode).length : 0))
const FIGURES = computed(() =>
  kind.value === 'order'
    ? [
        { name: 'Seconds apart at first', model: from },
        { name: 'Seconds apart at the end', model: to },
      ]
    : [
        { name: 'Seconds apart at least', model: least },
        { name: 'Seconds apart at most', model: most },
        { name: 'Feints in a hundred', model: feints },
      ],
)
</script>

<template>
  <HallSheet v-model="open" :opener="running ? `Calls ${minutes(left)}` : 'Calls'" title="Calls">
    <div v-if="running" class="on">
      <p>{{ counted(many, 'call') }} in all, {{ minutes(left) }} left. Who missed one?</p>
      <div class="row">
        <button
          v-for="one in store.taking"
          :key="one.id"
          type="button"
          @click="store.act('missed', { detail: { student: one.id } })"
        >
          {{ one.name }} <b v-if="store.run?.missed.get(one.id)">{{ store.run.missed.get(one.id) }}</b>
        </button>
      </div>
      <button type="button" class="yes" @click="store.act('calls')">End the calls</button>
    </div>
    <form v-else class="form" @submit.prevent="begin">
      <HallChoices v-model="kind" label="Kind of calls" :options="KINDS" />
      <label for="call-words"
        >What is called, one to a line; an arrow gives its answer: one → slip and counter</label
      >
      <textarea id="call-words" v-model="typed" rows="6" />
      <div class="row">
        <label>Minutes <input v-model.number="min" type="number" min="0.5" max="30" step="0.5" /></label>
        <label v-for="figure in FIGURES" :key="figure.name">
          {{ figure.name }}
          <input v-model.number="figure.model.value" type="number" min="0" max="120" step="0.5" />
        </label>
      </div>
      <p v-if="problem" role="alert" class="wrong">{{ problem }}</p>
      <button type="submit" class="yes" :disabled="store.run?.phase !== 'running'">Begin the calls</button>
    </form>
  </HallSheet>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  margin: 10px 0;
}
button,
input,
textarea {
  min-height: 48px;
  padding: 6px 14px;
  font-size: 20px;
  color: var(--color-hall-text);
  background: none;
  border: 2px solid #75604a;
  border-radius: 4px;
}
label {
  font-size: 20px;
  color: var(--color-hall-ash);
}
input {
  width: 96px;
}
textarea {
  display: block;
  width: 100%;
}
.on p {
  font-size: 22px;
}
.yes {
  min-height: 60px;
  padding: 0 28px;
  color: #241808;
  background: var(--color-hall-gilt);
}
.wrong {
  font-size: 20px;
  color: var(--color-hall-brick);
}
</style>
