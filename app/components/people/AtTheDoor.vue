<script setup lang="ts">
import { toast } from '~/domain/toast'
import { isStillAt } from '~/domain/still-there'

/** Somebody new at the door: a name and a rank, here now, on the register of this class. */
const store = useClassStore()
const library = useLibraryStore()
const name = ref('')
const rank = ref('')
const kind = ref<'trial' | 'visitor'>('trial')
const problem = ref('')
const isSending = ref(false)
/** The id of who is being added: a retry adds nobody twice. */
let id = crypto.randomUUID()
const field = useTemplateRef<HTMLInputElement>('field')

async function add() {
  const classId = store.data?.id
  if (!classId || isSending.value) return
  problem.value = ''
  if (!name.value.trim()) {
    problem.value = 'The name is wanted.'
    field.value?.focus()
    return
  }
  isSending.value = true
  try {
    const body = {
      id,
      name: name.value.trim(),
      rank: rank.value || library.ladder.ranks[0]?.id,
      kind: kind.value,
    }
    await api(`/api/classes/${classId}/guests`, { method: 'POST', body })
    await store.readView()
    store.tap('here', id)
    toast(`${body.name} is here.`)
    id = crypto.randomUUID()
    name.value = ''
    if (isStillAt(field.value?.form)) field.value?.focus()
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    isSending.value = false
  }
}
</script>

<template>
  <form class="panel door" aria-labelledby="door-title" novalidate @submit.prevent="add">
    <h2 id="door-title">At the door</h2>
    <div class="line">
      <input
        ref="field"
        v-model="name"
        class="field"
        aria-label="Name of who is new"
        placeholder="Name of who is new"
        autocomplete="off"
        maxlength="120"
      />
      <button type="submit" class="btn btn-dark" :disabled="isSending">Add, here now</button>
    </div>
    <div class="ranks" role="radiogroup" aria-label="Rank">
      <button
        v-for="(one, n) in library.ladder.ranks"
        :key="one.id"
        type="button"
        role="radio"
        :aria-checked="rank ? rank === one.id : n === 0"
        :style="{ background: one.colour, color: one.ink }"
        @click="rank = one.id"
      >
        {{ one.name }}
      </button>
    </div>
    <div class="kinds">
      <label><input v-model="kind" type="radio" value="trial" /> tries a class</label>
      <label><input v-model="kind" type="radio" value="visitor" /> visits from elsewhere</label>
    </div>
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
  </form>
</template>

<style scoped>
.door {
  padding: 10px 14px 12px;
}
.door h2 {
  font-size: 17px;
}
.line {
  display: flex;
  gap: 8px;
  margin-top: 6px;
}
.line .field,
.line .btn {
  height: 36px;
}
.ranks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(84px, 1fr));
  gap: 5px;
  margin-top: 8px;
}
.ranks button {
  height: 30px;
  border: 1.5px solid #1b1611;
  font-weight: 650;
  font-size: 13px;
}
.ranks button[aria-checked='true'] {
  outline: 3px solid var(--color-gilt);
  outline-offset: 1px;
}
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin-top: 8px;
}
@media (max-width: 760px) {
  .line .field,
  .line .btn,
  .ranks button {
    height: 44px;
  }
  .kinds label {
    min-height: 36px;
  }
}
</style>
