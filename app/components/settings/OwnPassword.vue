<script setup lang="ts">
import { toast } from '~/domain/toast'

/** One's own password. Setting it ends every session but this one. */
const present = ref('')
const wanted = ref('')
const problem = ref('')

async function change() {
  problem.value = ''
  try {
    await api('/api/account/password', {
      method: 'PUT',
      body: { present: present.value, wanted: wanted.value },
    })
    present.value = ''
    wanted.value = ''
    toast('The password is changed. Other devices sign in anew.')
  } catch (error) {
    problem.value = saidBy(error)
  }
}
</script>

<template>
  <section id="password" aria-labelledby="password-title">
    <h2 id="password-title" class="text-20">Your password</h2>
    <form class="mt-2 flex flex-wrap items-end gap-4" novalidate @submit.prevent="change">
      <label class="flex flex-col font-semibold"
        >Present password<input
          v-model="present"
          class="field"
          type="password"
          autocomplete="current-password"
      /></label>
      <label class="flex flex-col font-semibold"
        >New password<input v-model="wanted" class="field" type="password" autocomplete="new-password"
      /></label>
      <button class="btn" :disabled="!present || wanted.length < 12">Change it</button>
      <span class="text-13 pb-2 text-ash">At least 12 characters. Every other device is signed out.</span>
    </form>
    <p v-if="problem" role="alert" class="text-13 mt-1 text-brick-deep">{{ problem }}</p>
  </section>
</template>
