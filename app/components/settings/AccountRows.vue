<script setup lang="ts">
import { accountSchema } from '~~/shared/answers'
import { z } from 'zod'
import { toast } from '~/domain/toast'
import { ROLES, type Role } from '~~/shared/roles'

/** Who signs in to the club, and as what. A role that is changed ends its sessions on every device. */
interface Account {
  id: string
  name: string
  email: string
  role: Role
}
const ABOUT: Record<Role, string> = {
  head: 'everything',
  instructor: 'plans, runs, logs and marks',
  assistant: 'runs the floor and keeps the register',
  desk: 'keeps the roster and the register',
}
const blank = () => ({ name: '', email: '', role: 'instructor' as Role, password: '' })

const { user } = useUserSession()
const accounts = ref<Account[]>([])
const problem = ref('')
const adding = ref(false)
const wanted = ref(blank())
const shown = computed(() => accounts.value.filter(({ email }) => !email.startsWith('ended:')))

async function load() {
  accounts.value = await api('/api/accounts', { answer: z.array(accountSchema) })
}
async function attempt(task: () => Promise<unknown>, done: string) {
  problem.value = ''
  try {
    await task()
    await load()
    toast(done)
    return true
  } catch (error) {
    problem.value = saidBy(error)
    await load().catch(() => {})
    return false
  }
}
onMounted(() => load().catch((error: unknown) => (problem.value = saidBy(error))))

const setRole = (account: Account, role: string) =>
  attempt(
    () => api(`/api/accounts/${account.id}`, { method: 'PUT', body: { role } }),
    `${account.name} is ${role} now, and signs in anew.`,
  )
function remove(account: Account) {
  if (confirm(`End the account of ${account.name}? What they did stays in the records under their name.`))
    void attempt(
      () => api(`/api/accounts/${account.id}`, { method: 'DELETE' }),
      `${account.name} no longer signs in.`,
    )
}
async function add() {
  const { name } = wanted.value
  const isAdded = await attempt(
    () => api('/api/accounts', { method: 'POST', body: wanted.value }),
    `${name} may sign in.`,
  )
  if (!isAdded) return
  wanted.value = blank()
  adding.value = false
}
</script>

<template>
  <section id="accounts" aria-labelledby="accounts-title">
    <div class="flex items-baseline gap-4">
      <h2 id="accounts-title" class="text-20">Who signs in</h2>
      <button v-if="!adding" type="button" class="btn" @click="adding = true">Add somebody</button>
    </div>
    <p v-if="problem" role="alert" class="text-13 mt-1 text-brick-deep">{{ problem }}</p>
    <ul class="mt-2">
      <li v-for="account in shown" :key="account.id" class="row">
        <span class="min-w-0">
          <b>{{ account.name }}</b>
          <span class="block truncate text-13 text-ash">{{ account.email }}</span>
        </span>
        <select
          class="field"
          :value="account.role"
          :aria-label="`Role of ${account.name}`"
          @change="setRole(account, ($event.target as HTMLSelectElement).value)"
        >
          <option v-for="role in ROLES" :key="role" :value="role">{{ role }}</option>
        </select>
        <span class="text-13 text-ash">{{ ABOUT[account.role] }}</span>
        <button
          type="button"
          class="btn"
          :disabled="account.id === user?.id"
          :aria-label="`End the account of ${account.name}`"
          @click="remove(account)"
        >
          End
        </button>
      </li>
    </ul>
    <form
      v-if="adding"
      class="panel mt-3 grid gap-x-6 gap-y-2 p-4 sm:grid-cols-2"
      novalidate
      @submit.prevent="add"
    >
      <label class="cell">Name<input v-model="wanted.name" class="field" autocomplete="off" /></label>
      <label class="cell"
        >E-mail<input v-model="wanted.email" class="field" type="email" autocomplete="off"
      /></label>
      <label class="cell"
        >Role
        <select v-model="wanted.role" class="field">
          <option v-for="role in ROLES" :key="role" :value="role">{{ role }}: {{ ABOUT[role] }}</option>
        </select>
      </label>
      <label class="cell"
        >First password
        <input v-model="wanted.password" class="field" type="password" autocomplete="new-password" />
      </label>
      <div class="flex gap-3 sm:col-span-2">
        <button class="btn btn-main" :disabled="!wanted.name || !wanted.email || wanted.password.length < 12">
          Add
        </button>
        <button type="button" class="btn" @click="adding = false">Cancel</button>
        <span class="text-13 self-center text-ash"
          >At least 12 characters; they change it themselves below.</span
        >
      </div>
    </form>
  </section>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 130px minmax(0, 1fr) auto;
  gap: 14px;
  align-items: center;
  padding: 6px 0;
  border-top: 1px solid #e7decd;
}
.cell {
  display: flex;
  flex-direction: column;
  font-weight: 600;
}
@media (max-width: 700px) {
  .row {
    grid-template-columns: minmax(0, 1fr) 120px auto;
  }
  .row > span:nth-of-type(2) {
    display: none;
  }
}
</style>
