<script setup lang="ts">
import type { Today } from '~~/shared/answers'
import { toast } from '~/domain/toast'
import { shortDay } from '~/domain/days'

/** Classes whose record could not be worked out, for the head: what stands of them is what stood before. */
defineProps<{ classes: Today['setAside'] }>()
const emit = defineEmits<{ changed: [] }>()
const busy = ref('')
async function again(id: string) {
  busy.value = id
  try {
    await api(`/api/classes/${id}/settle`, { method: 'POST', body: {} })
    toast('Its record is worked out now.')
  } catch (error) {
    toast.error(saidBy(error))
  }
  busy.value = ''
  emit('changed')
}
</script>

<template>
  <section class="panel mb-4 border-l-4 border-l-brick px-4 py-3" aria-labelledby="aside-title">
    <h2 id="aside-title" class="text-17">Records that could not be worked out</h2>
    <p class="text-13 text-ash">
      What was tapped is kept. What students were credited with is as it was before.
    </p>
    <p v-for="one in classes" :key="one.id" class="flex flex-wrap items-center gap-3">
      <b>{{ one.title }}</b> {{ shortDay(one.day) }}
      <span class="text-13 text-ash">{{ one.why }}</span>
      <button type="button" class="btn ml-auto" :disabled="busy === one.id" @click="again(one.id)">
        Try again
      </button>
    </p>
  </section>
</template>
