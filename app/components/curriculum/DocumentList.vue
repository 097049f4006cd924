<script setup lang="ts" generic="D extends { id: string; name: string }">
import type { RouteLocationRaw } from 'vue-router'

/** Documents of the club at the left, the open one marked; the open one is worked on beside them. */
defineProps<{
  title: string
  about: string
  all: readonly D[]
  open: D | undefined
  linkTo: (id: string) => RouteLocationRaw
  /** What a new one is called on its button; without it none is made. */
  another?: string | undefined
}>()
defineEmits<{ add: [] }>()
const id = useId()
</script>

<template>
  <div class="documents">
    <section class="min-w-0" :aria-labelledby="id">
      <h1 :id="id" class="text-26">{{ title }}</h1>
      <p class="text-13 text-ash">{{ about }}</p>
      <ul class="mt-2">
        <li v-for="one in all" :key="one.id">
          <NuxtLink
            :to="linkTo(one.id)"
            class="one"
            :class="{ open: one.id === open?.id }"
            :aria-current="one.id === open?.id ? 'true' : undefined"
          >
            <slot name="mark" :one="one as D" />
            <span class="truncate">{{ one.name }}</span>
            <span class="text-13 ml-auto whitespace-nowrap text-ash"
              ><slot name="says" :one="one as D"
            /></span>
          </NuxtLink>
        </li>
      </ul>
      <button v-if="another" type="button" class="btn mt-3" @click="$emit('add')">{{ another }}</button>
    </section>
    <slot />
  </div>
</template>

<style scoped>
.documents {
  display: grid;
  grid-template-columns: 280px minmax(0, 1fr);
  gap: 32px;
  padding: 20px 28px 40px;
}
.one {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 30px;
  padding: 0 6px;
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--color-straw);
}
.one:hover {
  background: var(--color-paper);
}
.one.open {
  background: #f1e4c6;
  border-left-color: var(--color-gilt);
  font-weight: 640;
}
@media (max-width: 1000px) {
  .documents {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
