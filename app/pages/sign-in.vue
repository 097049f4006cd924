<script setup lang="ts">
import type { z } from 'zod'
import { demoSignInsSchema } from '~~/shared/answers'

definePageMeta({ layout: 'bare' })
useHead({ title: 'Sign in · Golden Lintel' })

const email = ref('')
const password = ref('')
const problem = ref('')
const busy = ref(false)
const { fetch: refreshSession } = useUserSession()
const route = useRoute()

/** Only a path of this application: a sign-in never leads elsewhere. */
function destination(): string {
  const to = typeof route.query.to === 'string' ? route.query.to : '/'
  return /^\/(?![/\\])/.test(to) ? to : '/'
}

/** Of the demo club, whoever may come in: one press does it. */
const demo = shallowRef<z.infer<typeof demoSignInsSchema>>([])
onMounted(async () => {
  demo.value = await api('/api/auth/demo', { answer: demoSignInsSchema }).catch(() => [])
})
function comeInAs(one: { email: string; password: string }) {
  email.value = one.email
  password.value = one.password
  return signIn()
}
async function signIn() {
  busy.value = true
  problem.value = ''
  try {
    await api('/api/auth/sign-in', { method: 'POST', body: { email: email.value, password: password.value } })
    await refreshSession()
    await navigateTo(destination())
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="gate">
    <form class="doorway" novalidate @submit.prevent="signIn">
      <div class="lintel timber">
        <Mark />
        <h1>Golden Lintel</h1>
      </div>
      <div class="opening">
        <p class="mb-4 text-ash">Compose the class, run it, and know what each student practised.</p>
        <label for="email">E-mail</label>
        <input
          id="email"
          v-model="email"
          class="field big"
          type="email"
          autocomplete="username"
          :aria-invalid="problem !== ''"
          autofocus
        />
        <label for="password">Password</label>
        <input
          id="password"
          v-model="password"
          class="field big"
          type="password"
          autocomplete="current-password"
          :aria-invalid="problem !== ''"
        />
        <p v-if="problem" role="alert" class="mt-3 text-brick-deep">{{ problem }}</p>
        <button class="btn btn-main big mt-5 justify-center" :disabled="busy || !email || !password">
          {{ busy ? 'Opening…' : 'Come in' }}
        </button>
        <section v-if="demo.length" class="demo" aria-label="Demo sign-ins">
          <p>This is the demo club. Come in as</p>
          <button
            v-for="one in demo"
            :key="one.email"
            type="button"
            class="btn"
            :disabled="busy"
            @click="comeInAs(one)"
          >
            <b>{{ one.name.split(' ')[0] }}</b> {{ one.role }}
          </button>
        </section>
        <p class="mt-4 text-center"><NuxtLink to="/new-club" class="link">Set up a new club</NuxtLink></p>
      </div>
    </form>
  </main>
</template>

<style scoped>
.gate {
  min-height: 100%;
  display: grid;
  place-items: center;
  padding: 24px;
  background: radial-gradient(circle at 50% 30%, #fbf7ee, var(--color-plaster) 60%, #e6dcc8);
}
.demo {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 18px;
  padding-top: 12px;
  border-top: 1px solid var(--color-straw);
}
.demo p {
  width: 100%;
  color: var(--color-ash);
}
.demo .btn {
  flex: 1 1 45%;
  justify-content: center;
  gap: 5px;
}
.doorway {
  width: min(400px, 100%);
}
.lintel {
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 12px;
  height: 74px;
  margin: 0 -14px;
  border-bottom: 5px solid var(--color-gilt);
  box-shadow: 0 3px 8px rgba(50, 32, 15, 0.3);
}
.lintel h1 {
  color: #f6e7c8;
  font-size: 26px;
}
.opening {
  padding: 26px 30px 34px;
  background: var(--color-paper);
  border-left: 12px solid #4a382b;
  border-right: 12px solid #4a382b;
  border-bottom: 1px solid var(--color-straw);
}
label {
  display: block;
  margin: 10px 0 3px;
  font-weight: 600;
}
.big {
  height: 42px;
  width: 100%;
  font-size: 17px;
}
</style>
