<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { ArrowDownTrayIcon } from '@heroicons/vue/20/solid'
import { toast } from '~/domain/toast'
import { PLAN_FORMATS, type Names, type PlanFormat } from '~~/core/formats'
import { freshId } from '~~/core/kernel/ids'
import { HALF_RATE, SAMPLE_RATE, type SampleRate } from '~~/core/formats/wav'
import { saveFile } from '~/domain/save-file'

/** The plan as files: cards to print, and open formats to keep, send and read in again. */
const store = usePlanStore()
const library = useLibraryStore()
const wav = useWav()
defineEmits<{ versions: [] }>()

const names: Names = {
  item: (id) => library.itemName(id),
  layer: (id, layer) => library.layerName(id, layer),
}
const fileName = (ending: string) => `${freshId(store.plan?.title ?? 'plan', [])}.${ending}`

function keep(format: PlanFormat) {
  if (store.plan) saveFile(fileName(format.ending), format.type, format.write(store.plan, names))
}

/** What only a calendar needs is fetched when one is wanted. */
async function keepCalendar() {
  const { plan } = store
  const { club } = library
  if (!plan?.date || !club) return
  const [{ TZDate }, { planCalendar }] = await Promise.all([
    import('@date-fns/tz'),
    import('~~/core/formats/plan-calendar'),
  ])
  const [year = 0, month = 1, day = 1] = plan.date.split('-').map(Number)
  const [hour = 0, minute = 0] = (plan.start ?? club.startTime).split(':').map(Number)
  const startsAt = new TZDate(year, month - 1, day, hour, minute, club.zone).getTime()
  const dated = {
    uid: store.held?.uid ?? `${store.id}@golden-lintel`,
    startsAt,
    now: Date.now(),
    club: club.name,
    place: club.place,
  }
  saveFile(fileName('ics'), 'text/calendar', planCalendar(plan, names, dated))
}

async function keepSound(rate: SampleRate) {
  if (!store.plan) return
  try {
    const file = await wav.make(store.plan, rate)
    saveFile(fileName(rate === HALF_RATE ? 'half.wav' : 'wav'), 'audio/wav', file)
  } catch (error) {
    toast.error(saidBy(error))
  }
}
</script>

<template>
  <div class="relative">
    <p v-if="wav.share.value !== undefined" class="flex items-center gap-2 text-13" role="status">
      <progress :value="wav.share.value" max="1" aria-label="Making the sound" class="w-16" />
      {{ Math.round(wav.share.value * 100) }} %
      <button type="button" class="btn" @click="wav.stop()">Stop</button>
    </p>
    <Menu v-else as="div">
      <MenuButton class="btn inline-flex items-center" aria-label="Files and print" title="Files and print"
        ><ArrowDownTrayIcon class="size-4"
      /></MenuButton>
      <MenuItems class="panel out">
        <MenuItem v-slot="{ active }" as="template">
          <NuxtLink :to="`/print/${store.id}`" target="_blank" :class="{ active }"
            ><b>Session card</b><span>one page to print, and sheets for stations and helpers</span></NuxtLink
          >
        </MenuItem>
        <MenuItem v-for="format in PLAN_FORMATS" :key="format.id" v-slot="{ active }" as="template">
          <button type="button" :class="{ active }" @click="keep(format)">
            <b>{{ format.name }}</b><span>{{ format.says }}</span>
          </button>
        </MenuItem>
        <MenuItem v-slot="{ active }" as="template" :disabled="!store.plan?.date">
          <button type="button" :class="{ active }" :disabled="!store.plan?.date" @click="keepCalendar">
            <b>Calendar entry</b
            ><span>{{ store.plan?.date ? 'iCalendar, for this class' : 'for a class with a day' }}</span>
          </button>
        </MenuItem>
        <MenuItem v-slot="{ active }" as="template">
          <button type="button" :class="{ active }" @click="keepSound(SAMPLE_RATE)">
            <b>Bells and ticks</b><span>WAV, the whole class</span>
          </button>
        </MenuItem>
        <MenuItem v-slot="{ active }" as="template">
          <button type="button" :class="{ active }" @click="keepSound(HALF_RATE)">
            <b>Bells and ticks, half the size</b><span>WAV at 11,025 Hz, for a telephone</span>
          </button>
        </MenuItem>
        <MenuItem v-slot="{ active }" as="template">
          <button type="button" :class="{ active }" @click="$emit('versions')">
            <b>Versions</b><span>who kept what and when; back to any of them</span>
          </button>
        </MenuItem>
        <MenuItem v-slot="{ active }" as="template">
          <NuxtLink :to="`/compose/compare?a=${store.id}`" :class="{ active }"
            ><b>Compare</b><span>side by side with another plan</span></NuxtLink
          >
        </MenuItem>
      </MenuItems>
    </Menu>
  </div>
</template>

<style scoped>
.out {
  position: absolute;
  right: 0;
  top: 30px;
  z-index: 20;
  width: 300px;
  padding: 4px;
  border-top: 4px solid var(--color-gilt);
  outline: none;
}
.out > * {
  display: block;
  width: 100%;
  padding: 4px 8px;
  text-align: left;
  border-radius: 3px;
}
.out b {
  display: block;
  font-weight: 620;
}
.out span {
  font-size: 13px;
  color: var(--color-ash);
}
.out .active {
  background: var(--color-ground);
}
.out [disabled] b {
  color: var(--color-ash);
}
</style>
