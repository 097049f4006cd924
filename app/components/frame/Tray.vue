<script setup lang="ts">
import { findingsOf } from '~~/core'

/** What there is to tell about the plan, the worst first; each row leads to the board it is about. */
const store = usePlanStore()
const findings = computed(() => (store.plan && store.timeline ? findingsOf(store.plan, store.timeline) : []))
const toFix = computed(() => findings.value.filter(({ severity }) => severity !== 'hint').length)
function show(blocks: string[]) {
  if (blocks[0]) store.selected = blocks[0]
}
</script>

<template>
  <section class="tray" aria-label="Checks">
    <div class="title">
      <h2>Checks</h2>
      <p :class="toFix ? 'text-brick-deep' : 'text-moss'">
        {{ toFix ? `${toFix} to fix` : 'nothing to fix' }}
      </p>
    </div>
    <ul v-if="findings.length" class="rows">
      <li v-for="(finding, i) in findings" :key="finding.says">
        <span class="diamond" :class="finding.severity"
          ><i>{{ i + 1 }}</i></span
        >
        <span class="word" :class="finding.severity">{{ finding.severity }}</span>
        <b>{{ finding.says }}</b>
        <span class="figures">{{ finding.figures }}</span>
        <button v-if="finding.blocks.length" type="button" class="btn" @click="show(finding.blocks)">
          Show it
        </button>
      </li>
    </ul>
    <p v-else class="self-center text-ash">It fits, nobody waits long, and water comes in time.</p>
  </section>
</template>

<style scoped>
.tray {
  display: flex;
  height: 84px;
  flex: none;
  border-top: 2px solid #b9a98d;
  background: var(--color-paper);
}
.title {
  width: 104px;
  flex: none;
  padding: 9px 14px;
  font-size: 13px;
  font-weight: 600;
}
.title h2 {
  font-size: 17px;
}
.rows {
  flex: 1;
  overflow-y: auto;
  padding-right: 12px;
}
.rows li {
  display: flex;
  align-items: center;
  gap: 10px;
  height: 27px;
  border-bottom: 1px solid #eee6d6;
  white-space: nowrap;
}
.rows b {
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
.rows .btn {
  height: 24px;
}
.word {
  width: 36px;
  font-size: 13px;
  font-weight: 620;
  color: var(--color-brick-deep);
}
.word.hint {
  color: var(--color-harbour);
}
.diamond {
  position: relative;
  display: grid;
  width: 19px;
  height: 19px;
  place-items: center;
  color: #fff;
  font: 700 13px/17px var(--font-sans);
}
.diamond::before {
  content: '';
  position: absolute;
  inset: 2.5px;
  transform: rotate(45deg);
  border-radius: 2px;
  background: var(--color-brick);
}
.diamond.hint::before {
  background: var(--color-harbour);
}
.diamond i {
  position: relative;
  font-style: normal;
}
</style>
