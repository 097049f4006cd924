<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { ChevronDownIcon } from '@heroicons/vue/20/solid'
import { classesWithUnsent, clearDevice } from '~/domain/device-store'

/** At the right end of the beam: what the club knows and how it is set, and the way out. */
const { user, clear } = useUserSession()
const keepsAccounts = useMay('GET /api/accounts')
const PLACES = computed(() => [
  { to: '/curriculum', name: 'Curriculum', about: 'what there is to teach' },
  { to: '/syllabus', name: 'Syllabus', about: 'who must know what, when' },
  keepsAccounts.value
    ? { to: '/settings', name: 'Club settings', about: 'ranks, limits, hall, who signs in' }
    : { to: '/settings', name: 'Club and password', about: 'how the club is set; your password' },
])

/** What waits is sent first; what cannot be stays on the device under its owner. Registers and names leave it. */
async function signOut() {
  // The classes are the floor's: no other page loads them to be able to leave.
  const { useClassStore } = await import('~/stores/class')
  const classes = useClassStore()
  await Promise.all([usePlanStore().leave(), classes.sendEverything()])
  const waits = (await classesWithUnsent()).length > 0
  if (
    waits &&
    !confirm('Some taps could not be sent. They wait on this device until you sign in here again. Sign out?')
  )
    return
  await api('/api/auth/sign-out', { method: 'POST', body: {} }).catch(() => {})
  await clearDevice()
  await clear()
  // Whatever was on the screens goes with the page.
  location.assign('/sign-in')
}
</script>

<template>
  <Menu as="div" class="club">
    <MenuButton class="button" :aria-label="`${user?.name}: library and club`">
      <span class="wide">{{ user?.name }}</span>
      <ChevronDownIcon class="size-5" />
    </MenuButton>
    <MenuItems class="list">
      <p class="who">{{ user?.name }}, {{ user?.role }}</p>
      <MenuItem v-for="place in PLACES" :key="place.to" v-slot="{ active, close }">
        <NuxtLink :to="place.to" class="place" :class="{ active }" @click="close">
          <b>{{ place.name }}</b>
          <span>{{ place.about }}</span>
        </NuxtLink>
      </MenuItem>
      <MenuItem v-slot="{ active }">
        <button type="button" class="place out" :class="{ active }" @click="signOut"><b>Sign out</b></button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>

<style scoped>
.club {
  position: relative;
  z-index: 30;
  display: flex;
  align-items: center;
  padding: 0 14px 3px 8px;
}
.button {
  display: flex;
  align-items: center;
  gap: 4px;
  height: 32px;
  padding: 0 6px 0 10px;
  color: #ebdcc0;
  white-space: nowrap;
  border: 1px solid rgba(231, 190, 99, 0.38);
  border-radius: 4px;
}
.list {
  position: absolute;
  top: calc(100% + 2px);
  right: 10px;
  width: 250px;
  padding: 6px 0;
  color: var(--color-ink);
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-top: 4px solid var(--color-gilt);
  box-shadow: 0 8px 22px rgba(50, 32, 15, 0.28);
}
.list:focus {
  outline: none;
}
.who {
  padding: 2px 14px 6px;
  font-size: 13px;
  color: var(--color-ash);
  border-bottom: 1px solid var(--color-straw);
}
.place {
  display: block;
  width: 100%;
  padding: 6px 14px;
  text-align: left;
  border-left: 3px solid transparent;
}
.place b {
  display: block;
  font: 640 15px/19px var(--font-serif);
  color: var(--color-umber);
}
.place span {
  font-size: 13px;
  color: var(--color-ash);
}
.place.active {
  background: var(--color-ground);
  border-left-color: var(--color-gilt);
}
.out {
  border-top: 1px solid var(--color-straw);
}
@media (max-width: 900px) {
  .club {
    padding: 0 8px 3px 2px;
  }
  .wide {
    display: none;
  }
  .button {
    padding: 0 5px;
  }
}
</style>
