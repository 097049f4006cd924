<script setup lang="ts">
import { ArrowsRightLeftIcon, ArrowsUpDownIcon } from '@heroicons/vue/20/solid'
import { mirrored } from '~~/core/curriculum/combinations'
import { linksOf, readLinks, turnedAbout, writeLinks } from '~~/core/curriculum/links-line'
import { linksWords } from '~~/core/plan/place-words'
import type { Link } from '~~/core/plan/places'

/** A rep link by link, as it is called: typed in one line, taken from the item’s steps, mirrored, and turned about between the two. */
const props = withDefaults(
  defineProps<{
    links: readonly Link[] | undefined
    /** The steps of what is worked, to be taken with one tap. */
    steps?: readonly string[]
    /** Those that the library has for it, to be taken with one tap. */
    own?: readonly Link[] | undefined
    /** Two do it: each link may be by the one or the other. */
    paired?: boolean
    label?: string
  }>(),
  { steps: () => [], own: undefined, paired: false, label: 'Link by link' },
)
const emit = defineEmits<{ change: [links: Link[] | undefined] }>()
const library = useLibraryStore()
function take(line: string): string | undefined {
  const read = readLinks(line, library.itemCalled, props.links)
  if (!read.ok) return read.message
  emit('change', read.links.length ? read.links : undefined)
  return undefined
}
</script>

<template>
  <div class="links">
    <p v-if="links" class="said" data-test="links">{{ linksWords(links) }}</p>
    <TypedLine
      :label="label"
      :written="writeLinks(links ?? [])"
      :take="take"
      :placeholder="paired ? 'A: jab / B: slip / B: cross' : 'step / kick / back'"
    />
    <div class="acts">
      <button
        v-if="own && JSON.stringify(own) !== JSON.stringify(links)"
        type="button"
        class="btn px-2"
        @click="emit('change', [...own])"
      >
        As in the library
      </button>
      <button
        v-if="steps.length && !links && !own"
        type="button"
        class="btn px-2"
        @click="emit('change', linksOf(steps))"
      >
        Take its {{ steps.length }} steps
      </button>
      <template v-if="links">
        <button
          type="button"
          class="btn px-2"
          title="The same on the other side"
          aria-label="Mirror the links"
          @click="emit('change', mirrored(links))"
        >
          <ArrowsRightLeftIcon class="size-4" />
        </button>
        <button
          v-if="paired"
          type="button"
          class="btn px-2"
          title="What A did B does, and the other way about"
          aria-label="Turn the links about"
          @click="emit('change', turnedAbout(links))"
        >
          <ArrowsUpDownIcon class="size-4" />
        </button>
        <button type="button" class="link text-13 ml-auto" @click="emit('change', undefined)">
          Call reps whole
        </button>
      </template>
    </div>
  </div>
</template>

<style scoped>
.links {
  margin-top: 4px;
}
.said {
  margin-bottom: 2px;
  font-weight: 560;
}
.acts {
  display: flex;
  align-items: center;
  gap: 4px;
  margin-top: 3px;
}
</style>
