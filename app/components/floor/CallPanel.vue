<script setup lang="ts">
import type { Call } from '~/domain/calls'

/** Beside the clock: the side, the role, and the count as pegs. */
defineProps<{
  call: Call
  /** How long the board and the class go on. */
  times?: string
  /** How a version of an item is called. */
  layerName?: (item: string, layer: number) => string
}>()
const MOST_PEGS = 20
</script>

<template>
  <section class="call" :class="{ change: call.change, chained: call.chain.length }" aria-live="off">
    <div class="top">
      <h2 :class="{ long: call.word.length > 10, longer: call.word.length > 15 }">{{ call.word }}</h2>
      <span v-if="call.sides.length" class="slabs" aria-hidden="true">
        <i v-for="(side, s) in call.sides" :key="s" :class="{ lit: side.lit }" />
      </span>
    </div>
    <p class="line">{{ call.line }}</p>
    <LinkChain v-if="call.chain.length" :lines="call.chain" :layer-name="layerName ?? (() => '')" />
    <div class="counts">
      <div v-for="(count, c) in call.counts" :key="count.name" class="count" :class="{ small: c > 0 }">
        <span class="figure">
          {{ count.name }} <b>{{ count.n }}</b> of {{ count.of }}
        </span>
        <span v-if="count.of <= MOST_PEGS" class="pegs" aria-hidden="true">
          <i
            v-for="n in count.of"
            :key="n"
            :class="{ done: n < count.n, now: n === count.n, gap: c === 0 && n % 5 === 0 && n < count.of }"
          >
            <u v-if="n === count.n && c > 0" :style="{ width: `${count.part * 100}%` }" />
          </i>
        </span>
      </div>
    </div>
    <p v-if="times" class="times">{{ times }}</p>
  </section>
</template>

<style scoped>
.call {
  display: flex;
  flex-direction: column;
  justify-content: center;
  min-width: 0;
  padding: 6px 0 6px 26px;
  border-left: 2px solid #3a3028;
}
.change {
  padding: 14px 20px 14px 26px;
  border: 0;
  background: #f4ecdd;
  color: var(--color-hall);
}
.top {
  display: flex;
  align-items: center;
  gap: 20px;
}
h2 {
  flex: 1;
  font: 800 min(64px, 5.2vw) / 1.1 var(--font-sans);
  color: inherit;
  white-space: nowrap;
}
h2.long {
  font-size: min(54px, 4.6vw);
}
h2.longer {
  font-size: min(44px, 3.6vw);
  white-space: normal;
}
.slabs {
  display: flex;
  gap: 7px;
}
.slabs i {
  width: 34px;
  height: 58px;
  border: 2px solid #75604a;
}
.slabs .lit {
  background: #fff3d6;
  border-color: #fff3d6;
}
.change .slabs .lit {
  background: var(--color-hall);
  border-color: var(--color-hall);
}
.line {
  min-height: 30px;
  margin: 6px 0 10px;
  font-size: 24px;
  line-height: 30px;
}
.times {
  margin-top: 6px;
  font-size: 22px;
  line-height: 28px;
  color: #c3b6a2;
}
.change .times {
  color: #4a3a2a;
}
.count {
  display: flex;
  align-items: flex-end;
  justify-content: space-between;
  gap: 18px;
  min-height: 62px;
}
.chained .counts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 26px;
}
.chained .pegs {
  display: none;
}
.chained .count,
.chained .count b {
  min-height: 34px;
  font-size: 32px;
  line-height: 34px;
}
.chained .figure {
  font-size: 22px;
}
.figure {
  font-size: 28px;
  font-weight: 650;
  white-space: nowrap;
}
.figure b {
  font-size: 58px;
  line-height: 56px;
  font-weight: 740;
  color: var(--color-hall-gilt);
}
.small .figure b {
  font-size: 44px;
}
.pegs {
  display: flex;
  flex: 1;
  justify-content: flex-end;
  align-items: flex-end;
  gap: 4px;
  padding-bottom: 8px;
}
.pegs i {
  position: relative;
  flex: 1;
  max-width: 24px;
  height: 30px;
  border: 2px solid #75604a;
}
.pegs .done {
  border-color: #b07f2a;
  background: #b07f2a;
}
.pegs .now {
  height: 44px;
  border-color: var(--color-hall-gilt);
  background: var(--color-hall-gilt);
}
.pegs .gap {
  margin-right: 8px;
}
.small .pegs i {
  max-width: 78px;
  height: 22px;
}
.small .pegs .now {
  background: none;
}
.pegs u {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--color-hall-gilt);
}
/* Where other lines take their room, it keeps within its own. */
@container (height < 300px) {
  .line {
    min-height: 0;
    margin: 0 0 4px;
    font-size: 21px;
    line-height: 25px;
  }
  .count {
    min-height: 44px;
  }
  .figure b {
    font-size: 44px;
    line-height: 42px;
  }
  .small .figure b {
    font-size: 36px;
  }
  .times {
    margin-top: 2px;
    font-size: 20px;
    line-height: 24px;
  }
}
@container (height < 235px) {
  .chained .times {
    display: none;
  }
  h2,
  h2.long {
    font-size: 40px;
  }
  .slabs i {
    height: 40px;
  }
  .count {
    min-height: 36px;
  }
  .figure {
    font-size: 22px;
  }
  .figure b,
  .small .figure b {
    font-size: 32px;
    line-height: 32px;
  }
  .pegs {
    padding-bottom: 4px;
  }
  .pegs i,
  .small .pegs i {
    height: 18px;
  }
  .pegs .now {
    height: 26px;
  }
}
@media (max-width: 760px) {
  .call {
    padding: 4px 0;
    border: 0;
  }
  .change {
    padding: 8px 12px;
  }
  .top {
    gap: 10px;
    flex-direction: row-reverse;
    justify-content: flex-end;
  }
  h2,
  h2.long {
    font-size: 32px;
    white-space: normal;
  }
  h2.longer {
    font-size: 25px;
  }
  .times {
    font-size: 16px;
    line-height: 20px;
  }
  .slabs i {
    width: 14px;
    height: 32px;
  }
  .line {
    margin: 2px 0;
    font-size: 20px;
    line-height: 24px;
    min-height: 24px;
  }
  .count {
    min-height: 40px;
    align-items: center;
  }
  .figure {
    font-size: 20px;
  }
  .figure b,
  .small .figure b {
    font-size: 36px;
    line-height: 36px;
  }
  .pegs i,
  .small .pegs i {
    height: 20px;
  }
  .pegs .now {
    height: 26px;
  }
}
@media (min-width: 500px) and (max-height: 500px) {
  .call,
  .change {
    padding: 4px 0 0;
  }
  h2,
  h2.long {
    font-size: 26px;
    white-space: normal;
  }
  .line,
  .times {
    min-height: 0;
    margin: 0;
    font-size: 17px;
    line-height: 22px;
  }
}
</style>
