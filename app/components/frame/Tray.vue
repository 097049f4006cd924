<script setup lang="ts">
import { toast } from '~/domain/toast'
import { identityOf as keyOf, type Finding } from '~~/core/checks'

/** What there is to tell about the plan, the worst first, those of one kind together; each opens to its figures and its fix. */
const checks = useChecksStore()
const plans = usePlanStore()
const draft = useDraftStore()
const opened = ref('')
const rows = useTemplateRef<HTMLElement>('rows')
const unfolded = ref(new Set<string>())

const toFix = computed(() => (draft.isShown ? draft.toFix : checks.toFix))

interface Row {
  finding: Finding
  number: number
  /** How many of the same kind are folded away under it. */
  folded: number
}
/** The first two of a kind are shown; the others unfold. */
const SHOWN = 2
const list = computed(() => {
  const seen = new Map<string, number>()
  const kinds = new Map<string, number>()
  for (const { code } of checks.findings) kinds.set(code, (kinds.get(code) ?? 0) + 1)
  return checks.findings.flatMap((finding, f): Row[] => {
    const nth = (seen.get(finding.code) ?? 0) + 1
    seen.set(finding.code, nth)
    const all = unfolded.value.has(finding.code) || (kinds.get(finding.code) ?? 0) <= SHOWN + 1
    if (nth > SHOWN && !all) return []
    return [
      { finding, number: f + 1, folded: !all && nth === SHOWN ? (kinds.get(finding.code) ?? 0) - SHOWN : 0 },
    ]
  })
})

function toggle(finding: Finding) {
  opened.value = opened.value === keyOf(finding) ? '' : keyOf(finding)
}
function mended(says: string) {
  toast(`Done: ${says}.`, { action: { label: 'Undo', onClick: () => plans.undo() } })
}
watch(
  () => checks.preview,
  (looked) => {
    if (looked) opened.value = keyOf(looked.of)
  },
)

const focusable = () => [...(rows.value?.querySelectorAll<HTMLElement>('[data-finding]') ?? [])]
/** To the first finding; checks that still wait for the keys to rest are run now, so that a quick hand finds them there. */
async function focus() {
  checks.fresh()
  await nextTick()
  focusable()[0]?.focus()
}
defineExpose({ focus })
function walk(event: KeyboardEvent) {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
  const all = focusable()
  const at = all.indexOf(document.activeElement as HTMLElement)
  if (by === 0 || at < 0) return
  event.preventDefault()
  event.stopPropagation()
  all[at + by]?.focus()
}
</script>

<template>
  <section class="tray" :class="{ grown: opened }" aria-label="Checks">
    <div class="title">
      <h2>Checks <kbd>C</kbd></h2>
      <p :class="toFix ? 'text-brick-deep' : 'text-moss'" role="status">
        {{ toFix ? `${toFix} to fix` : 'nothing to fix' }}
      </p>
      <p v-if="toFix && !draft.isShown" class="font-normal text-ash"><kbd>F</kbd> one by one</p>
    </div>
    <div ref="rows" class="rows" @keydown="walk">
      <p v-if="checks.problem" role="alert" class="py-1 text-13 text-brick-deep">{{ checks.problem }}</p>
      <p v-if="checks.solving" class="py-1 text-13 text-ash">
        Working out the least that prepares it…
        <button type="button" class="link" @click="checks.stop()">Stop</button>
      </p>
      <p v-if="draft.isShown" class="py-2 text-ash">
        Of the draft on the frame. What the plan itself has to fix is told again when you leave the draft.
      </p>
      <ul v-else-if="list.length">
        <template v-for="{ finding, number, folded } in list" :key="keyOf(finding)">
          <FindingRow
            :finding="finding"
            :number="number"
            :open="opened === keyOf(finding)"
            @toggle="toggle(finding)"
            @mended="mended"
          />
          <li v-if="folded" class="fold">
            <button type="button" class="link" @click="unfolded = new Set([...unfolded, finding.code])">
              {{ folded }} more of this kind
            </button>
          </li>
        </template>
      </ul>
      <p v-else class="py-2 text-ash">It fits, everyone is served, and water comes in time.</p>
      <ul v-if="checks.accepted.length" class="accepted">
        <li v-for="{ finding, reason } in checks.accepted" :key="keyOf(finding)">
          <span class="text-ash">accepted:</span> {{ finding.says }} <i>“{{ reason }}”</i>
          <button type="button" class="link ml-1.5" @click="checks.reopen(finding)">Take it back</button>
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.tray {
  display: flex;
  height: 84px;
  flex: none;
  /* It is painted again only when something in it changes. */
  contain: strict;
  border-top: 2px solid #b9a98d;
  background: var(--color-paper);
}
.grown {
  height: 176px;
}
.title {
  width: 132px;
  flex: none;
  padding: 7px 14px;
  font-size: 13px;
  font-weight: 600;
}
.title h2 {
  font-size: 17px;
}
.rows {
  flex: 1;
  min-width: 0;
  overflow-y: auto;
  padding-right: 12px;
}
.fold {
  padding-left: 29px;
  font-size: 13px;
  line-height: 24px;
}
.accepted li {
  padding-left: 29px;
  font-size: 13px;
  line-height: 25px;
}
/* On a phone what is to fix is read in full, one under the other. */
@media (max-width: 700px) {
  .tray {
    height: 112px;
  }
  .grown {
    height: 240px;
  }
  .title {
    width: 84px;
    padding: 6px 4px 6px 8px;
  }
  .rows {
    padding-right: 4px;
  }
}
</style>
