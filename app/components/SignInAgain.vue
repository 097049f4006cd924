<script setup lang="ts">
import { Dialog, DialogDescription, DialogPanel, DialogTitle } from '@headlessui/vue'

/** The password, asked for over the page when a session has ended: what was on the page stays as it is behind it. */
const { signIn } = useSignInAgain()
const { user } = useUserSession()
const email = ref('')
const password = ref('')
const problem = ref('')
const busy = ref(false)

async function send() {
  busy.value = true
  problem.value = ''
  try {
    await signIn(email.value, password.value)
    password.value = ''
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <Dialog open class="relative z-50" @close="() => {}">
    <div class="fixed inset-0 bg-[#2a1e16]/60" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-4">
      <DialogPanel class="panel w-full max-w-[420px] border-t-[5px] border-t-gilt p-6">
        <DialogTitle class="text-26">Sign in again</DialogTitle>
        <DialogDescription class="mt-1 text-ash">
          {{ user?.name ? `${user.name.split(' ')[0]}, your` : 'Your' }} session has ended. What is on the
          page is kept, and goes on once you are back.
        </DialogDescription>
        <form class="mt-3" novalidate @submit.prevent="send">
          <label for="again-email" class="mt-2 block font-semibold">E-mail</label>
          <input
            id="again-email"
            v-model="email"
            class="field h-[42px] w-full"
            type="email"
            autocomplete="username"
          />
          <label for="again-password" class="mt-2 block font-semibold">Password</label>
          <input
            id="again-password"
            v-model="password"
            class="field h-[42px] w-full"
            type="password"
            autocomplete="current-password"
          />
          <p v-if="problem" role="alert" class="mt-2 text-brick-deep">{{ problem }}</p>
          <button
            class="btn btn-main mt-4 h-[42px] w-full justify-center"
            :disabled="busy || !email || !password"
          >
            {{ busy ? 'Signing in…' : 'Sign in and go on' }}
          </button>
        </form>
      </DialogPanel>
    </div>
  </Dialog>
</template>
