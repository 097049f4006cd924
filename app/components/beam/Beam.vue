<script setup lang="ts">
/**
 * The lintel across the top of every screen: the mark, the doorways that are open to the role, and in the middle what the page puts
 * there.
 */
const mayWrite = useMayWrite()
const runs = useMayRun()
const doorways = computed(() =>
  [
    { to: '/', name: 'Today', isOpen: true },
    { to: '/compose', name: 'Compose', isOpen: mayWrite.value },
    { to: '/floor', name: 'Floor', isOpen: runs.value },
    { to: '/people', name: 'People', isOpen: true },
    { to: '/term', name: 'Term', isOpen: true },
  ].filter((door) => door.isOpen),
)
const route = useRoute()
const isOpen = (to: string) => (to === '/' ? route.path === '/' : route.path.startsWith(to))
</script>

<template>
  <header class="beam timber">
    <NuxtLink to="/" class="name">
      <Mark />
      <span class="wide">Golden<br />Lintel</span>
    </NuxtLink>
    <nav aria-label="Doorways" class="doors">
      <NuxtLink
        v-for="door in doorways"
        :key="door.to"
        :to="door.to"
        class="door"
        :class="{ on: isOpen(door.to) }"
        :aria-current="isOpen(door.to) ? 'page' : undefined"
      >
        {{ door.name }}
      </NuxtLink>
    </nav>
    <div class="middle"><slot /></div>
    <ClubMenu />
  </header>
</template>

<style scoped>
.beam {
  position: relative;
  z-index: 20;
  display: flex;
  align-items: stretch;
  height: 58px;
  flex: none;
  color: #f2e6d0;
}
.beam::after {
  content: '';
  position: absolute;
  left: 0;
  right: 0;
  bottom: 0;
  height: 3px;
  background: linear-gradient(#e7be63, #b47c1d);
  box-shadow: 0 2px 5px rgba(50, 32, 15, 0.28);
}
.name {
  display: flex;
  align-items: center;
  gap: 9px;
  width: 142px;
  padding: 0 8px 3px 14px;
  font: 640 17px/18px var(--font-serif);
  color: #f6e7c8;
}
.doors {
  display: flex;
  align-items: flex-end;
  gap: 2px;
  z-index: 2;
}
.door {
  position: relative;
  height: 40px;
  padding: 10px 13px 0;
  margin-bottom: 3px;
  font: 560 15px/20px var(--font-serif);
  color: #ebdcc0;
}
.door::before {
  content: '';
  position: absolute;
  left: 6px;
  right: 6px;
  top: 3px;
  height: 1px;
  background: rgba(231, 190, 99, 0.38);
}
.door.on {
  height: 43px;
  margin: 0 7px;
  padding-bottom: 3px;
  font-weight: 680;
  color: var(--color-umber);
  background: var(--color-plaster);
}
.door.on::before {
  left: -6px;
  right: -6px;
  top: -4px;
  height: 4px;
  border-radius: 1px;
  background: linear-gradient(#f0cc78, #c8922b);
}
.middle {
  flex: 1;
  min-width: 0;
  display: flex;
  align-items: center;
  padding: 0 0 3px 18px;
}
.beam :focus-visible {
  outline-color: #ffe7a8;
}
@media print {
  .beam {
    display: none;
  }
}
@media (max-width: 1150px) {
  .wide {
    display: none;
  }
  .name {
    width: auto;
  }
  .door {
    padding-inline: 9px;
  }
}
@media (max-width: 760px) {
  .wide,
  .middle {
    display: none;
  }
  .name {
    width: auto;
    padding-right: 2px;
    padding-left: 8px;
  }
  .doors {
    flex: 1;
    justify-content: space-between;
  }
  .door {
    padding: 12px 6px 0;
  }
  .door.on {
    margin: 0 3px;
  }
}
</style>
