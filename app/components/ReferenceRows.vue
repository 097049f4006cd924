<script setup lang="ts">
import { ArrowTopRightOnSquareIcon } from '@heroicons/vue/20/solid'
import { addressOf, type Reference } from '~~/core/kernel/references'

/** Films, sheets and pages: title, address or file name, and where a film begins. An address opens in a tab of its own. */
const props = withDefaults(
  defineProps<{
    references: Reference[] | undefined
    readonly?: boolean
    faultAt?: (path: string) => string | undefined
  }>(),
  { readonly: false, faultAt: () => undefined },
)
const emit = defineEmits<{ change: [references: Reference[] | undefined] }>()
const blank = (): Reference => ({ title: '', where: '' })
const change = (rows: Reference[]) => emit('change', rows.length ? rows : undefined)

const minute = ({ fromSec }: Reference) =>
  fromSec === undefined
    ? undefined
    : `${Math.floor(fromSec / 60)}:${String(Math.round(fromSec % 60)).padStart(2, '0')}`
/** `12:30`, or minutes alone. */
function asSeconds(text: string | undefined): number | undefined {
  const found = /^(\d{1,4})(?::([0-5]?\d))?$/.exec((text ?? '').trim())
  return found ? Number(found[1]) * 60 + Number(found[2] ?? 0) : undefined
}
function from(row: Reference, text: string | undefined): Reference {
  const { fromSec: _had, ...rest } = row
  const sec = asSeconds(text)
  return sec === undefined ? rest : { ...rest, fromSec: sec }
}
const rows = computed(() => props.references ?? [])
</script>

<template>
  <InPlaceList
    :model-value="rows"
    one="film, sheet or page"
    :blank="blank"
    :readonly="readonly"
    @update:model-value="change"
  >
    <template #default="{ row, at, put }">
      <div class="reference">
        <InPlace
          class="title"
          :model-value="row.title"
          :label="`Reference ${at + 1}: title`"
          placeholder="what it is"
          :readonly="readonly"
          :fault="faultAt(`references[${at}].title`)"
          @update:model-value="put({ ...row, title: $event ?? '' })"
        />
        <InPlace
          :model-value="row.where"
          :label="`Reference ${at + 1}: address or file`"
          placeholder="address or file name"
          :readonly="readonly"
          :fault="faultAt(`references[${at}].where`)"
          @update:model-value="put({ ...row, where: $event ?? '' })"
        />
        <InPlace
          class="from"
          :model-value="minute(row)"
          :label="`Reference ${at + 1}: begins at the minute`"
          placeholder="from"
          optional
          :readonly="readonly"
          @update:model-value="put(from(row, $event))"
        />
        <a
          v-if="addressOf(row)"
          :href="addressOf(row)"
          target="_blank"
          rel="noopener noreferrer"
          :aria-label="`Open ${row.title} in a new tab`"
          ><ArrowTopRightOnSquareIcon class="size-4"
        /></a>
      </div>
    </template>
  </InPlaceList>
</template>

<style scoped>
.reference {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) 52px 18px;
  gap: 6px;
  align-items: start;
}
.title {
  font-weight: 600;
}
a {
  padding-top: 4px;
  color: var(--color-harbour);
}
</style>
