<script setup lang="ts">
import { SpeakerWaveIcon, SpeakerXMarkIcon } from '@heroicons/vue/24/solid'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'

/** The sound of the class on this device: bells, ticks and words, or none of it and the edge lights up. */
const { wishes, hasVoice, flash, test, wake } = useFloorSound()
const isHeard = computed(() => wishes.value.isOn && !wishes.value.isSilent)
const says = computed(() => (wishes.value.isSilent ? 'Silent' : wishes.value.isOn ? 'Sound on' : 'Sound off'))
</script>

<template>
  <div class="sounds">
    <Popover class="relative">
      <PopoverButton class="open" :aria-label="says">
        <component :is="isHeard ? SpeakerWaveIcon : SpeakerXMarkIcon" class="size-7" />
      </PopoverButton>
      <PopoverPanel class="panel">
        <label><input v-model="wishes.isOn" type="checkbox" @change="wake" /> Bells and ticks</label>
        <label>
          <input v-model="wishes.speaks" type="checkbox" :disabled="!hasVoice" /> The device’s voice counts
          and calls
          <small v-if="!hasVoice">this device has none</small>
        </label>
        <label><input v-model="wishes.rises" type="checkbox" /> Louder with every set</label>
        <label
          ><input v-model="wishes.isSilent" type="checkbox" /> Silent: the edge lights up, a phone
          shakes</label
        >
        <label class="volume">
          Volume <input v-model.number="wishes.volume" type="range" min="0" max="1" step="0.05" />
        </label>
        <button type="button" class="try" @click="test">Try it</button>
        <p>Count words and shouts are the club’s, in Settings.</p>
      </PopoverPanel>
    </Popover>
    <div v-if="flash" class="flash" aria-hidden="true" />
  </div>
</template>

<style scoped>
.sounds :deep(.open) {
  display: grid;
  place-items: center;
  width: 56px;
  height: 56px;
  border: 2px solid #8d7a63;
}
.sounds :deep(.panel) {
  position: absolute;
  top: 64px;
  right: 0;
  z-index: 30;
  width: 340px;
  padding: 14px 18px;
  font-size: 19px;
  line-height: 25px;
  color: var(--color-hall-text);
  background: var(--color-hall);
  border: 3px solid var(--color-hall-gilt);
}
label {
  display: block;
  padding: 7px 0;
}
input[type='checkbox'] {
  width: 22px;
  height: 22px;
  margin-right: 8px;
  vertical-align: -4px;
  accent-color: var(--color-hall-gilt);
}
.volume input {
  width: 100%;
  accent-color: var(--color-hall-gilt);
}
small {
  display: block;
  color: var(--color-hall-ash);
}
.try {
  width: 100%;
  min-height: 48px;
  color: #241808;
  background: var(--color-hall-gilt);
}
.sounds :deep(.panel p) {
  margin-top: 8px;
  font-size: 17px;
  line-height: 22px;
  color: var(--color-hall-ash);
}
.flash {
  position: fixed;
  inset: 0;
  z-index: 20;
  pointer-events: none;
  border: 22px solid #fff3d6;
}
@media (max-width: 760px) {
  .sounds :deep(.open) {
    width: 44px;
    height: 34px;
  }
  .sounds :deep(.panel) {
    position: fixed;
    top: 84px;
    right: 8px;
  }
}
</style>
