<script setup lang="ts">
import { isToasterWanted } from '~/domain/toast'

useDrafts()
useWhatWaits()
const signInAgain = useSignInAgain()
onNuxtReady(() => {
  isToasterWanted.value = true
})
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
  <LazySignInAgain v-if="signInAgain.wanted.value" />
  <AsideBar />
  <LazyToasterPlace v-if="isToasterWanted" />
</template>
