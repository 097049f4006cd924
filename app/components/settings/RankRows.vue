<script setup lang="ts">
import { inkFor, NO_RANKS, type Ladder, type Rank } from '~~/core/curriculum/ladder'
import { saidFault } from '~~/core/kernel/said-fields'
import { freshId } from '~~/core/kernel/ids'
import type { ClassGroup } from '~~/shared/answers'

/** The rank ladder from the lowest up, and the groups in which the ranks are taught. */
interface Ranks {
  ladder: Ladder
  groups: ClassGroup[]
}
const props = defineProps<{ kept: KeptDocument<Ranks>; readonly: boolean }>()
const ladder = computed(() => props.kept.draft.value.ladder)
const groups = computed(() => props.kept.draft.value.groups)
const KINDS = [
  { value: 'ranks' as const, name: 'ranks with colours' },
  { value: 'levels' as const, name: 'plain levels' },
  { value: 'none' as const, name: 'no ranks at all' },
]

function putRanks(ranks: Rank[], kind = ladder.value.kind) {
  const known = new Set(ranks.map(({ id }) => id))
  const kept = groups.value
    .map((group) => ({ ...group, ranks: group.ranks.filter((id) => known.has(id)) }))
    .filter((group) => group.ranks.length > 0)
  const taught = new Set(kept.flatMap((group) => group.ranks))
  const left = ranks.filter(({ id }) => !taught.has(id))
  // A new rank is taught with the one below it until it has a group of its own.
  const last = kept.at(-1)
  const next = last
    ? kept.map((group) =>
        group === last ? { ...group, ranks: [...group.ranks, ...left.map(({ id }) => id)] } : group,
      )
    : left.map(({ id, name }) => ({ id, name, pace: 1, ranks: [id] }))
  props.kept.change({ ladder: { kind, ranks }, groups: next })
}
function setKind(kind: Ladder['kind']) {
  if (kind === 'none') return putRanks(NO_RANKS.ranks, kind)
  props.kept.change({ ladder: { ...ladder.value, kind }, groups: groups.value })
}
function blank(): Rank {
  const name = `${ladder.value.kind === 'levels' ? 'Level' : 'Rank'} ${ladder.value.ranks.length + 1}`
  const id = freshId(
    name,
    ladder.value.ranks.map((rank) => rank.id),
  )
  return {
    id,
    name,
    colour: '#E9E2D0',
    ink: inkFor('#E9E2D0'),
    notches: 0,
    minMonths: 0,
    minClasses: 0,
    variants: [],
  }
}
const putGroup = (at: number, values: Partial<ClassGroup>) =>
  props.kept.change({
    ladder: ladder.value,
    groups: groups.value.map((group, g) => (g === at ? { ...group, ...values } : group)),
  })
/** Puts a rank into a group; a group that is left without ranks goes. */
function teachIn(rank: string, at: number) {
  const order = ladder.value.ranks.map(({ id }) => id)
  const moved = groups.value.map((group, g) => {
    const ranks = group.ranks.filter((id) => id !== rank)
    if (g === at) ranks.push(rank)
    return { ...group, ranks: ranks.sort((a, b) => order.indexOf(a) - order.indexOf(b)) }
  })
  props.kept.change({ ladder: ladder.value, groups: moved.filter(({ ranks }) => ranks.length > 0) })
}
function ownGroup(rank: Rank) {
  const rest = groups.value.map((group) => ({ ...group, ranks: group.ranks.filter((id) => id !== rank.id) }))
  const made = {
    id: freshId(
      rank.name,
      groups.value.map(({ id }) => id),
    ),
    name: rank.name,
    pace: 1,
    ranks: [rank.id],
  }
  props.kept.change({ ladder: ladder.value, groups: [...rest, made].filter(({ ranks }) => ranks.length > 0) })
}
/** Two groups become one: the ranks of both, under the name of the one they are joined with. */
function join(at: number, event: Event) {
  const into = Number((event.target as HTMLSelectElement).value)
  const [gone, kept] = [groups.value[at], groups.value[into]]
  if (!gone || !kept) return
  const order = ladder.value.ranks.map(({ id }) => id)
  const ranks = [...kept.ranks, ...gone.ranks].sort((a, b) => order.indexOf(a) - order.indexOf(b))
  props.kept.change({
    ladder: ladder.value,
    groups: groups.value.flatMap((group) =>
      group === gone ? [] : group === kept ? [{ ...kept, ranks }] : [group],
    ),
  })
}
const groupOf = (rank: string) => groups.value.findIndex(({ ranks }) => ranks.includes(rank))
const text = (event: Event) => (event.target as HTMLInputElement).value
function take(event: Event, rank: Rank) {
  const at = (event.target as HTMLSelectElement).selectedIndex
  if (at < groups.value.length) teachIn(rank.id, at)
  else ownGroup(rank)
}
const variantOf = (rank: Rank) => rank.variants[0]
function setVariant(
  rank: Rank,
  values: Partial<Rank['variants'][number]> | undefined,
  put: (rank: Rank) => void,
) {
  const [first, ...rest] = rank.variants
  put({ ...rank, variants: values ? [{ under: 16, ...first, ...values }, ...rest] : rest })
}
</script>

<template>
  <ChoiceRow
    class="max-w-[360px]"
    label="The ladder has"
    :model-value="ladder.kind"
    :options="KINDS"
    :readonly="readonly"
    @update:model-value="setKind"
  />
  <InPlaceList
    v-if="ladder.kind !== 'none'"
    class="mt-2"
    :model-value="ladder.ranks"
    one="rank"
    :blank="blank"
    :most="40"
    :readonly="readonly"
    @update:model-value="putRanks($event)"
  >
    <template #default="{ row, at, put }">
      <div class="rank">
        <input
          type="color"
          :aria-label="`${row.name}: colour`"
          :value="row.colour"
          :disabled="readonly"
          @change="put({ ...row, colour: text($event).toUpperCase(), ink: inkFor(text($event)) })"
        />
        <InPlace
          class="font-semibold"
          :model-value="row.name"
          :label="`Rank ${at + 1}`"
          :readonly="readonly"
          :fault="kept.faultAt(`ladder.ranks[${at}].name`) ?? kept.faultAt(`ranks[${at}].name`)"
          @update:model-value="put({ ...row, name: $event ?? '' })"
        />
        <FigureRow
          label="notches"
          :max="10"
          :model-value="row.notches"
          :readonly="readonly"
          @update:model-value="put({ ...row, notches: $event ?? 0 })"
        />
        <FigureRow
          label="at least"
          unit="months"
          :max="120"
          :model-value="row.minMonths"
          :readonly="readonly"
          @update:model-value="put({ ...row, minMonths: $event ?? 0 })"
        />
        <FigureRow
          label="and"
          unit="classes"
          :max="2000"
          :model-value="row.minClasses"
          :readonly="readonly"
          @update:model-value="put({ ...row, minClasses: $event ?? 0 })"
        />
        <label class="text-13"
          >taught in
          <select class="in" :disabled="readonly" @change="take($event, row)">
            <option v-for="(group, g) in groups" :key="group.id" :selected="g === groupOf(row.id)">
              {{ group.name }}
            </option>
            <option>a group of its own</option>
          </select></label
        >
        <div class="variant">
          <template v-if="variantOf(row)">
            <FigureRow
              label="younger than"
              :min="4"
              :max="25"
              :model-value="variantOf(row)?.under"
              :readonly="readonly"
              @update:model-value="setVariant(row, { under: $event ?? 16 }, put)"
            />
            <FigureRow
              label="at least"
              unit="months"
              optional
              :max="120"
              :model-value="variantOf(row)?.minMonths"
              :readonly="readonly"
              @update:model-value="setVariant(row, { minMonths: $event }, put)"
            />
            <FigureRow
              label="and"
              unit="classes"
              optional
              :max="2000"
              :model-value="variantOf(row)?.minClasses"
              :readonly="readonly"
              @update:model-value="setVariant(row, { minClasses: $event }, put)"
            />
            <button
              v-if="!readonly"
              type="button"
              class="link text-13"
              @click="setVariant(row, undefined, put)"
            >
              the same for all ages
            </button>
          </template>
          <button v-else-if="!readonly" type="button" class="link text-13" @click="setVariant(row, {}, put)">
            other times for the young
          </button>
        </div>
      </div>
    </template>
  </InPlaceList>
  <p v-for="one in kept.faults.value" :key="one.path" role="alert" class="text-brick-deep">
    {{ saidFault(one) }}.
  </p>
  <h3 class="mt-3 font-sans font-semibold">Taught together</h3>
  <p class="text-13 text-ash">
    Students follow their rank into its group. On a student’s page somebody can be placed in another by hand.
  </p>
  <ul class="groups">
    <li v-for="(group, at) in groups" :key="group.id">
      <InPlace
        class="font-semibold"
        :model-value="group.name"
        :label="`Group ${at + 1}`"
        :readonly="readonly"
        @update:model-value="putGroup(at, { name: $event ?? '' })"
      />
      <span class="flex flex-wrap gap-2"
        ><RankTag v-for="rank in group.ranks" :key="rank" :rank="rank"
      /></span>
      <FigureRow
        label="pace"
        unit="× time"
        :min="0.5"
        :max="2"
        :model-value="group.pace"
        :readonly="readonly"
        @update:model-value="putGroup(at, { pace: $event ?? 1 })"
      />
      <select
        v-if="!readonly && groups.length > 1"
        class="in"
        :aria-label="`Join ${group.name} with another group`"
        value=""
        @change="join(at, $event)"
      >
        <option value="">join with…</option>
        <template v-for="(other, o) in groups" :key="other.id">
          <option v-if="o !== at" :value="o">{{ other.name }}</option>
        </template>
      </select>
    </li>
  </ul>
</template>

<style scoped>
.rank {
  display: grid;
  grid-template-columns: 34px minmax(76px, 1fr) 146px 166px 154px 166px;
  align-items: center;
  gap: 2px 8px;
  padding: 4px 0;
  border-bottom: 1px solid var(--color-straw);
  font-size: 13px;
}
.rank input[type='color'] {
  width: 32px;
  height: 26px;
  padding: 0;
  border: 1.5px solid #1b1611;
}
.in {
  height: 26px;
  max-width: 110px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.variant {
  grid-column: 2 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  align-items: center;
}
.groups li {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr) 190px 110px;
  gap: 10px;
  align-items: center;
  border-bottom: 1px solid var(--color-straw);
}
@media (max-width: 900px) {
  .rank,
  .groups li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
