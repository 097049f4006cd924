<script setup lang="ts">
import { toast } from '~/domain/toast'
import { counted } from '~~/core/kernel/time-text'
import type { Notice } from '~~/shared/answers'
import { shortDay } from '~/domain/days'

/** What is to be read out to a class: written here, shown at the closing board and in the recap, off the list with one tap. */
const props = defineProps<{ notices: Notice[]; today: string }>()
const emit = defineEmits<{ changed: [] }>()
const library = useLibraryStore()
const now = computed(() => props.notices.filter(({ from }) => from <= props.today))
function when({ from, until, group }: Notice): string {
  return [
    group ? `for ${library.groupName(group)}` : '',
    from > props.today ? `from ${shortDay(from)}` : '',
    until ? `until ${shortDay(until)}` : '',
  ]
    .filter(Boolean)
    .join(', ')
}

/** What is being written: a new one, or one that stands. */
const writing = ref<{ id: string; base: number; says: string; from: string; until: string; group: string }>()
const problem = ref('')
const busy = ref(false)
const field = useTemplateRef<HTMLTextAreaElement>('field')
async function write(notice?: Notice) {
  problem.value = ''
  writing.value = notice
    ? {
        id: notice.id,
        base: notice.version,
        says: notice.says,
        from: notice.from,
        until: notice.until ?? '',
        group: notice.group ?? '',
      }
    : { id: crypto.randomUUID(), base: 0, says: '', from: props.today, until: '', group: '' }
  await nextTick()
  field.value?.focus()
}
async function keep() {
  if (!writing.value || busy.value) return
  const { id, base, says, from, until, group } = writing.value
  if (!says.trim()) return void (problem.value = 'Say what is to be read out.')
  const body = { says: says.trim(), from, until: until || null, group: group || null }
  busy.value = true
  try {
    if (base) await api(`/api/notices/${id}`, { method: 'PUT', body: { ...body, base } })
    else await api('/api/notices', { method: 'POST', body: { ...body, id } })
    writing.value = undefined
    emit('changed')
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    busy.value = false
  }
}
async function end({ id, says }: Notice, ended: boolean) {
  try {
    await api(`/api/notices/${id}/ended`, { method: 'PUT', body: { ended } })
    emit('changed')
    if (ended)
      toast(`Off the list: ${says}`, {
        duration: 8000,
        action: { label: 'Undo', onClick: () => void end({ id, says } as Notice, false) },
      })
  } catch (error) {
    toast.error(saidBy(error))
  }
}
</script>

<template>
  <TodayColumn name="To be read out" :figure="now.length ? counted(now.length, 'notice') : 'nothing'">
    <ul>
      <li v-for="notice in notices" :key="notice.id" class="notice" :class="{ later: notice.from > today }">
        <div class="min-w-0 flex-1">
          <p>{{ notice.says }}</p>
          <p v-if="when(notice)" class="text-13 text-ash">{{ when(notice) }}</p>
        </div>
        <DotsMenu
          :label="`${notice.says}: more`"
          :acts="[
            { name: 'Change it', act: () => write(notice) },
            { name: 'Off the list', act: () => end(notice, true) },
          ]"
        />
      </li>
    </ul>
    <button v-if="!writing" type="button" class="btn mt-2" @click="write()">Add a notice</button>
    <form v-else class="writing" novalidate @submit.prevent="keep" @keydown.esc="writing = undefined">
      <textarea
        ref="field"
        v-model="writing.says"
        class="field"
        rows="2"
        maxlength="500"
        aria-label="What is to be read out"
        placeholder="what is to be read out"
      />
      <div class="line">
        <label>from <input v-model="writing.from" type="date" class="field" aria-label="From" /></label>
        <label>until <input v-model="writing.until" type="date" class="field" aria-label="Until" /></label>
        <select v-model="writing.group" class="field" aria-label="For whom">
          <option value="">everybody</option>
          <option v-for="group in library.groups" :key="group.id" :value="group.id">{{ group.name }}</option>
        </select>
      </div>
      <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
      <div class="flex gap-2">
        <button type="submit" class="btn btn-main" :disabled="busy">Keep it</button>
        <button type="button" class="btn" @click="writing = undefined">Cancel</button>
      </div>
    </form>
  </TodayColumn>
</template>

<style scoped>
.notice {
  display: flex;
  align-items: center;
  padding: 5px 0 5px 12px;
  margin-top: 6px;
  border-left: 4px solid var(--color-harbour);
  background: #f2f4f2;
}
.later {
  opacity: 0.75;
}
.writing {
  display: grid;
  gap: 6px;
  margin-top: 10px;
}
.writing textarea {
  height: auto;
  padding: 5px 8px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
}
.line .field {
  display: inline-block;
  width: auto;
}
</style>
