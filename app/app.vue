<script setup lang="ts">
import { Toaster } from 'vue-sonner'
import 'vue-sonner/style.css'

useDrafts()
const signInAgain = useSignInAgain()
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
  <LazySignInAgain v-if="signInAgain.wanted.value" />
  <Toaster position="bottom-center" :toast-options="{ style: { fontFamily: 'var(--font-sans)' } }" />
</template>
