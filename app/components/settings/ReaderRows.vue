<script setup lang="ts">
import { newReaderSchema, readersSchema } from '~~/shared/answers'

/** Readers at the door: each has a key that can send taps and nothing else; it is shown once. */
const { rows: readers, problem, attempt, end } = useOpenKeys('/api/readers', readersSchema)
const name = ref('')
const fresh = ref<{ name: string; key: string }>()
const add = () =>
  attempt(async () => {
    const called = name.value.trim()
    const made = await api('/api/readers', {
      answer: newReaderSchema,
      method: 'POST',
      body: { name: called },
    })
    fresh.value = { name: called, key: made.key }
    name.value = ''
  })
const seen = (at: Date | null) =>
  at
    ? `heard last ${at.toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}`
    : 'not heard yet'
</script>

<template>
  <section id="readers" aria-labelledby="readers-title">
    <h2 id="readers-title" class="text-20">Door readers</h2>
    <p class="text-ash">
      A reader of tags on the wall sends who comes in. Its key can do that and nothing else; it is shown once.
      Without one on the wall,
      <NuxtLink to="/people/reader" class="link">the stand-in</NuxtLink> sends the same taps.
    </p>
    <ul>
      <li v-for="reader in readers" :key="reader.id" class="row">
        <b>{{ reader.name }}</b> <span class="text-ash">{{ seen(reader.seenAt) }}</span>
        <button type="button" class="btn" @click="end(reader.id)">End its key</button>
      </li>
    </ul>
    <form class="row" @submit.prevent="add">
      <input
        v-model="name"
        class="field"
        aria-label="Name of the reader"
        placeholder="By the door"
        maxlength="60"
      />
      <button type="submit" class="btn" :disabled="!name.trim()">Add a reader</button>
    </form>
    <p v-if="fresh" role="status" class="fresh">
      The key of {{ fresh.name }}, shown this once: <code>{{ fresh.key }}</code>
    </p>
    <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  min-height: 38px;
}
.row .btn {
  margin-left: auto;
}
form .field {
  width: 240px;
}
form.row .btn {
  margin-left: 0;
}
.fresh {
  margin-top: 8px;
  padding: 8px 12px;
  background: #fbf3df;
  border-left: 4px solid var(--color-gilt);
  overflow-wrap: anywhere;
}
</style>
