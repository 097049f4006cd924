<script setup lang="ts">
import { waitsForServer } from '~/domain/waits-for-server'
import { counted, minutes } from '~~/core/kernel/time-text'
import { afterClass } from '~~/core/floor/after'
import { ranOf } from '~~/core/floor/ran'
import { recapText } from '~~/core/formats/recap'
import { toast } from '~/domain/toast'
import { longDay } from '~/domain/days'
import { saveFile } from '~/domain/save-file'

/** The class is over: what it came to, what is to be read out, and a recap to send. */
const store = useClassStore()
const library = useLibraryStore()
const teaches = useMayWrite()
const { firstName, looked } = useWatch()
const unseen = computed(() => looked.value.filter(({ isSeen }) => !isSeen))
const ranMs = computed(() => (store.run?.legs ?? []).reduce((sum, leg) => sum + leg.to - leg.from, 0))
const after = computed(() => (store.planned && store.run ? afterClass(store.planned, store.run) : undefined))
/** Acts of two devices that both ran it, each not knowing of the other. */
const devices = computed(() => {
  const acts = new Map<string, number>()
  for (const { device } of store.data?.events ?? []) if (device) acts.set(device, (acts.get(device) ?? 0) + 1)
  return acts.size
})
const recap = computed(() => {
  const { data, plan, run, here } = store
  if (!data || !plan || !run) return ''
  const ran = ranOf(run).filter(({ ranMs: ms }) => ms > 0)
  return recapText({
    plan,
    day: longDay(data.day),
    ranMs: ranMs.value,
    here,
    ran: new Set(ran.map(({ placed }) => placed.block.id)),
    notices: data.notices,
    itemName: library.itemName,
    groupName: library.groupName,
  })
})
async function copy() {
  try {
    await navigator.clipboard.writeText(recap.value)
    toast('The recap is copied.')
  } catch {
    saveFile(`recap-${store.data?.day ?? ''}.txt`, 'text/plain', recap.value)
  }
}
</script>

<template>
  <section class="over">
    <h1>Bowed out</h1>
    <p>
      {{ counted(store.here, 'student') }}, {{ minutes(ranMs) }} on the floor.
      <template v-if="after && after.called > 0">{{ after.called }} reps were called.</template>
      <template v-if="after && after.heldMs > 30_000"
        >{{ minutes(after.heldMs) }} paused or waiting.</template
      >
    </p>
    <p v-if="teaches && looked.length" class="small">
      {{ looked.length - unseen.length }} of {{ looked.length }} corrected, praised or marked<template
        v-if="unseen.length"
        >; not {{ unseen.map(({ id }) => firstName(id)).join(', ') }}</template
      >.
    </p>
    <p v-if="devices > 1" class="small">
      Run from {{ devices }} devices; what each did stands in the order of time.
    </p>
    <p v-if="store.unsent">{{ waitsForServer(store.unsent, 'event', !store.hasUnkept) }}</p>
    <p v-else>What each practised is in the ledger.</p>
    <FloorNotices v-if="store.data?.notices.length" :notices="store.data.notices" class="mt-4" />
    <NextClasses class="mt-3" />
    <p class="mt-4">
      <NuxtLink :to="`/people?class=${store.data?.id}`">See what each practised</NuxtLink> ·
      <NuxtLink to="/">Carry forward what was cut</NuxtLink>
    </p>
    <div class="acts">
      <button type="button" @click="copy">Copy the recap</button>
      <button type="button" @click="store.goOnAfterAll()">Not finished after all</button>
    </div>
    <AfterTable v-if="after" :after="after" />
  </section>
</template>

<style scoped>
.over {
  width: 100%;
  max-width: 1180px;
  margin: 0 auto;
  padding: 3vh 24px 24px;
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  text-align: center;
  font-size: 26px;
  line-height: 38px;
}
h1 {
  margin-bottom: 14px;
  font-size: 64px;
  color: var(--color-hall-gilt);
}
.small {
  font-size: 20px;
  color: var(--color-hall-ash);
}
a {
  color: var(--color-hall-harbour);
  text-decoration: underline;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  gap: 14px;
  margin-top: 24px;
}
.acts button {
  padding: 10px 22px;
  font-size: 22px;
  border: 2px solid #75604a;
}
</style>
