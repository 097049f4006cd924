<script setup lang="ts">
import { toast } from '~/domain/toast'
import { AFTER_A_HEAD_KNOCK, SITS_OUT_FOR, WHO_DECIDES } from '~~/core/people/incidents'

/**
 * A knock to the head, or anything else that happened to somebody: whom it was stops them at once, and then it is written down. It says who
 * decides, and decides nothing.
 */
const store = useClassStore()
const open = ref(false)
const student = ref('')
const at = ref(0)
const clock = useClock()
const site = ref('head')
const happened = ref('')
const done = ref('sits out, somebody stays with them')
const told = ref('')
const isAsking = ref(false)

const who = computed(() =>
  store.taking.map(({ id, name }) => ({ id, name })).sort((a, b) => a.name.localeCompare(b.name)),
)
const name = computed(() => who.value.find(({ id }) => id === student.value)?.name ?? '')
watch(open, (now) => {
  if (!now) return
  student.value = ''
  happened.value = ''
  told.value = ''
  isAsking.value = false
})
function choose(id: string) {
  student.value = id
  at.value = clock.device()
  if (store.register.get(id)?.state !== 'out') store.tap('out', id, { reason: SITS_OUT_FOR })
}
const asChoices = (names: readonly string[]) => names.map((name) => ({ value: name, name }))
const SITES = asChoices(['head', 'face', 'jaw', 'neck', 'another place'])
const TOLD = asChoices(['a parent or guardian', 'whoever takes them home', 'the student only', 'nobody yet'])
const missing = computed(() =>
  [happened.value.trim() ? '' : 'what happened', told.value.trim() ? '' : 'who was told'].filter(Boolean),
)
function keep() {
  isAsking.value = true
  if (missing.value.length) return
  store.report({
    student: student.value,
    at: at.value,
    site: site.value.trim() || 'not said',
    happened: happened.value.trim(),
    done: done.value.trim() || 'nothing was said',
    told: told.value.trim(),
  })
  toast(`Written down for ${name.value}. They sit out.`)
  open.value = false
}
</script>

<template>
  <HallSheet v-model="open" opener="Head knock" title="Head knock, or somebody is hurt">
    <div v-if="!student" class="people">
      <p class="lead">Who? They sit out from this moment.</p>
      <button v-for="one in who" :key="one.id" type="button" class="person" @click="choose(one.id)">
        {{ one.name }}
      </button>
      <p v-if="who.length === 0" class="lead">Nobody is on the register yet.</p>
    </div>
    <form v-else class="form" @submit.prevent="keep">
      <section class="care">
        <p>
          <b>{{ name }}</b> sits out.
        </p>
        <ul>
          <li v-for="line in AFTER_A_HEAD_KNOCK" :key="line">{{ line }}</li>
        </ul>
        <p>{{ WHO_DECIDES }}</p>
      </section>
      <section class="fields">
        <label for="knock-site">Where</label>
        <HallChoices v-model="site" label="Where" :options="SITES" />
        <input id="knock-site" v-model="site" maxlength="100" />
        <label for="knock-happened">What happened, as it was seen</label>
        <textarea
          id="knock-happened"
          v-model="happened"
          rows="2"
          maxlength="2000"
          :aria-invalid="isAsking && !happened.trim()"
        />
        <label for="knock-done">What was done</label>
        <textarea id="knock-done" v-model="done" rows="2" maxlength="2000" />
        <label for="knock-told">Who was told</label>
        <HallChoices v-model="told" label="Who was told" :options="TOLD" />
        <input id="knock-told" v-model="told" maxlength="500" :aria-invalid="isAsking && !told.trim()" />
        <p v-if="isAsking && missing.length" role="alert" class="asked">
          Still to say: {{ missing.join(' and ') }}. They sit out already.
        </p>
        <button type="submit" class="keep">Write it down</button>
        <p class="private">Kept apart from the class, for those who teach and the person themselves.</p>
      </section>
    </form>
  </HallSheet>
</template>

<style scoped>
.people {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 8px;
  margin-top: 12px;
}
.lead {
  grid-column: 1 / -1;
  font-size: 22px;
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
input,
textarea {
  width: 100%;
}
.person {
  text-align: left;
}
.form {
  display: grid;
  grid-template-columns: 2fr 3fr;
  gap: 24px;
  margin-top: 12px;
}
.care {
  padding: 12px 16px;
  font-size: 20px;
  line-height: 27px;
  border-left: 5px solid #db5b3d;
  background: #2a1710;
}
.care li {
  margin: 8px 0;
}
.fields label {
  display: block;
  margin: 8px 0 2px;
  font-size: 20px;
  color: var(--color-hall-ash);
}
.asked {
  margin-top: 8px;
  font-size: 20px;
  color: var(--color-hall-brick);
}
[aria-invalid='true'] {
  border-color: #db5b3d;
}
.keep {
  width: 100%;
  min-height: 60px;
  margin-top: 12px;
  color: #241808;
  background: var(--color-hall-gilt);
}
.private {
  margin-top: 8px;
  font-size: 18px;
  color: var(--color-hall-ash);
}
@media (max-width: 760px) {
  .form {
    grid-template-columns: 1fr;
  }
}
</style>
