<script setup lang="ts">
import { isMendable, type Finding } from '~~/core/checks'

/** One finding: a line in the tray that opens to its figures, the boards it is about, its fix and its acceptance. */
const props = defineProps<{ finding: Finding; number: number; open: boolean }>()
const emit = defineEmits<{ toggle: []; mended: [says: string] }>()
const checks = useChecksStore()
const plans = usePlanStore()
const reason = ref('')

const looked = computed(() => (checks.preview?.of === props.finding ? checks.preview : undefined))
/** Only an open row names its boards and groups; a closed one need not follow the plan. */
const boards = computed(() =>
  props.open
    ? props.finding.blocks.flatMap((id) => plans.plan?.blocks.find((block) => block.id === id) ?? [])
    : [],
)
const groups = computed(() =>
  props.open
    ? props.finding.groups.flatMap((id) => plans.plan?.groups.find((group) => group.id === id) ?? [])
    : [],
)
function point(on: boolean) {
  checks.lit = on ? props.finding.blocks : []
}
function mend() {
  if (!looked.value) return checks.look(props.finding)
  const says = checks.take()
  if (says) emit('mended', says)
}
</script>

<template>
  <li
    :class="{ open }"
    @mouseenter="point(true)"
    @mouseleave="point(false)"
    @focusin="point(true)"
    @focusout="point(false)"
  >
    <div class="line">
      <FindingDiamond :n="number" :severity="finding.severity" />
      <button type="button" class="says" :aria-expanded="open" data-finding @click="emit('toggle')">
        <span class="word" :class="finding.severity">{{ finding.severity }}</span>
        <b>{{ finding.says }}</b>
        <span class="figures">{{ finding.figures }}</span>
      </button>
      <button
        v-if="finding.blocks[0] && !open"
        type="button"
        class="btn"
        @click="plans.selected = finding.blocks[0]"
      >
        Show it
      </button>
      <button
        v-if="isMendable(finding)"
        type="button"
        class="btn"
        :class="{ 'btn-main': looked }"
        @click="mend"
      >
        {{ looked ? `Do it: ${looked.does}` : 'Fix it' }}
      </button>
      <button v-if="looked" type="button" class="btn" @click="checks.leave()">Cancel</button>
    </div>
    <div v-if="open" class="more">
      <p v-if="looked" class="would">
        <b>{{ looked.says }}.</b>
        {{
          looked.after < looked.before
            ? `${looked.before - looked.after} fewer to fix`
            : 'as many left to fix'
        }}; <SpareTime :spare-ms="looked.spareMs" />.
      </p>
      <p class="flex flex-wrap items-center gap-2">
        <span v-for="group in groups" :key="group.id" class="inline-flex"><Sash :ranks="group.ranks" /></span>
        <button
          v-for="board in boards"
          :key="board.id"
          type="button"
          class="chip"
          :data-phase="board.phase"
          @click="plans.selected = board.id"
        >
          {{ board.title }}
        </button>
        <code class="text-13 text-ash">{{ finding.code }}</code>
      </p>
      <form class="flex items-center gap-2" @submit.prevent="checks.accept(finding, reason)">
        <input
          v-model="reason"
          class="field h-[26px] max-w-[420px] flex-1"
          maxlength="2000"
          :aria-label="`Reason to accept: ${finding.says}`"
          placeholder="why it may stay, to be kept with the plan"
        />
        <button type="submit" class="btn" :disabled="!reason.trim()">Accept it</button>
      </form>
    </div>
  </li>
</template>

<style scoped>
li {
  border-bottom: 1px solid #eee6d6;
}
.line {
  display: flex;
  align-items: center;
  gap: 10px;
  height: 27px;
  white-space: nowrap;
}
.says {
  display: flex;
  flex: 1;
  align-items: baseline;
  gap: 10px;
  min-width: 0;
  height: 25px;
  text-align: left;
  line-height: 25px;
}
.says b {
  font-weight: 620;
  overflow: hidden;
  text-overflow: ellipsis;
}
.figures {
  flex: 1;
  font-size: 13px;
  color: var(--color-ash);
  overflow: hidden;
  text-overflow: ellipsis;
}
.line .btn {
  height: 24px;
  padding: 0 9px;
  font-size: 13px;
}
.word {
  width: 34px;
  flex: none;
  font-size: 13px;
  font-weight: 620;
  color: var(--color-brick-deep);
}
.word.stop {
  padding: 0 3px;
  line-height: 18px;
  color: #fff;
  background: var(--color-brick);
  border-radius: 2px;
}
.word.hint {
  color: var(--color-harbour);
}
.more {
  display: grid;
  gap: 6px;
  padding: 4px 0 9px 29px;
  white-space: normal;
}
.would {
  padding: 3px 8px;
  background: var(--color-ground);
  border-left: 3px solid var(--color-gilt);
}
.chip {
  height: 24px;
  padding: 0 7px;
  font-size: 13px;
  background: var(--color-paper);
  border: 1px solid #d3c6ae;
  border-left: 4px solid var(--phase);
  border-radius: 2px;
}
/* On a phone the whole sentence stands above what can be done about it. */
@media (max-width: 700px) {
  .line {
    flex-wrap: wrap;
    gap: 2px 8px;
    height: auto;
    padding: 4px 0;
    white-space: normal;
  }
  .says {
    flex: 1 1 calc(100% - 40px);
    height: auto;
    line-height: 19px;
  }
  .figures {
    display: none;
  }
  .line .btn {
    height: 36px;
    margin-left: 28px;
  }
  .line .btn + .btn {
    margin-left: 0;
  }
}
</style>
