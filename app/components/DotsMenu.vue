<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { EllipsisVerticalIcon } from '@heroicons/vue/20/solid'

/** The rarer acts on a row of a list, behind three dots. */
defineProps<{ label: string; acts: readonly { name: string; act: () => unknown }[] }>()
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="dots" :aria-label="label"><EllipsisVerticalIcon class="size-5" /></MenuButton>
    <MenuItems class="panel menu">
      <MenuItem v-for="{ name, act } in acts" :key="name" v-slot="{ active }" as="template">
        <button type="button" :class="{ active }" @click="act">{{ name }}</button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>

<style scoped>
.dots {
  display: grid;
  place-items: center;
  width: 32px;
  height: 32px;
  color: var(--color-ash);
}
.menu {
  position: absolute;
  right: 0;
  z-index: 20;
  width: 190px;
  padding: 4px 0;
  outline: none;
}
.menu button {
  display: block;
  width: 100%;
  padding: 5px 12px;
  text-align: left;
}
.menu .active {
  background: #f1e4c6;
}
</style>
