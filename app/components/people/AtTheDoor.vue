<script setup lang="ts">
import { groupAmong } from '~~/core/people/placed'
import type { Unkept } from '~/composables/useSentLines'
import { toast } from '~/domain/toast'

/** Somebody new at the door: a name and a rank, here now, on the register of this class. */
const store = useClassStore()
const library = useLibraryStore()
const name = ref('')
const rank = ref('')
const kind = ref<'trial' | 'visitor'>('trial')
const problem = ref('')
const field = useTemplateRef<HTMLInputElement>('field')

interface Guest {
  classId: string
  name: string
  rank: string | undefined
  kind: 'trial' | 'visitor'
  /** The group they join, where the class is not for their rank. */
  group: string | undefined
}
/** The id of who is being typed: a retry adds nobody twice. */
let id: string | undefined
const lines = useSentLines<Guest>({
  nameOf: (guest) => guest.name,
  async keep(guestId, { classId, group, ...guest }) {
    await api(`/api/classes/${classId}/guests`, { method: 'POST', body: { id: guestId, ...guest } })
    if (store.data?.id !== classId) return
    await store.readView()
    store.tap('here', guestId, group ? { group } : {})
    toast(`${guest.name} is here.`)
  },
})
function change(one: Unkept<Guest>) {
  id = one.id
  name.value = one.name
  rank.value = one.line.rank ?? ''
  kind.value = one.line.kind
  field.value?.focus()
}

/** The groups to choose from, where none of them is for a rank like theirs. */
const group = ref('')
const joins = computed(() => {
  const groups = store.plan?.groups ?? []
  const theirs = rank.value || library.ladder.ranks[0]?.id
  return groupAmong(groups, { rank: theirs }) ? undefined : groups
})

/** Off it goes, and the next can be typed. */
function add() {
  const classId = store.data?.id
  if (!classId) return
  problem.value = name.value.trim() ? '' : 'The name is wanted.'
  field.value?.focus()
  if (problem.value) return
  lines.send(
    {
      classId,
      name: name.value.trim(),
      rank: rank.value || library.ladder.ranks[0]?.id,
      kind: kind.value,
      group: joins.value ? group.value || joins.value[0]?.id : undefined,
    },
    id,
  )
  id = undefined
  name.value = ''
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
      <button type="submit" class="btn btn-dark">Add, here now</button>
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
    <label v-if="joins" class="block py-1"
      >joins
      <select v-model="group" class="field">
        <option v-for="one in joins" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select></label
    >
    <div class="kinds">
      <label><input v-model="kind" type="radio" value="trial" /> tries a class</label>
      <label><input v-model="kind" type="radio" value="visitor" /> visits from elsewhere</label>
    </div>
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
    <SentLines :lines="lines" :may-change="!name" @change="change" />
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
