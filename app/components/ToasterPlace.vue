<script setup lang="ts">
import { Toaster } from 'vue-sonner'
import 'vue-sonner/style.css'
import { toasterIsThere } from '~/domain/toast'

/** Where toasts come up. In the hall the keys are at the bottom edge: what is told comes over the beam, and is dark. */
const route = useRoute()
const inHall = computed(() => route.path === '/floor')
const PLAIN = { fontFamily: 'var(--font-sans)' }
const HALL = {
  ...PLAIN,
  width: 'auto',
  // On a phone the button of a toast stays within reach.
  maxWidth: 'min(640px, calc(100vw - 32px))',
  color: '#f4ecdd',
  fontSize: '19px',
  lineHeight: '25px',
  background: '#2e251c',
  border: '2px solid #a9c98f',
}
onMounted(toasterIsThere)
</script>

<template>
  <Toaster
    :position="inHall ? 'top-center' : 'bottom-center'"
    :offset="inHall ? '12px' : undefined"
    :mobile-offset="inHall ? '8px' : undefined"
    :toast-options="{ style: inHall ? HALL : PLAIN }"
  />
</template>
