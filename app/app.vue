<script setup lang="ts">
import { Toaster } from 'vue-sonner'
import 'vue-sonner/style.css'

useDrafts()
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
  <SignInOver />
  <Toaster position="bottom-center" :toast-options="{ style: { fontFamily: 'var(--font-sans)' } }" />
</template>
