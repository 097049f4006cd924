<script setup lang="ts">
import { starterSchema } from '~~/shared/answers'
import { z } from 'zod'
import { inkFor, NO_RANKS, type Ladder } from '~~/core/curriculum/ladder'
import { freshId } from '~~/core/kernel/ids'
import { needsSpelling, readSpelling } from '~~/core/kernel/spelling'

/** A club from empty: who, how its ranks stand, and what it begins to teach with. */
definePageMeta({ layout: 'bare' })
useHead({ title: 'A new club · Golden Lintel' })

interface StarterCard {
  id: string
  name: string
  about: string
  ladder: Ladder
  items: number
  asked: number
}
const starters = shallowRef<StarterCard[]>([])
const problem = ref('')
const busy = ref(false)
const { fetch: refreshSession } = useUserSession()
const club = ref('')
const zone = ref(Intl.DateTimeFormat().resolvedOptions().timeZone)
const name = ref('')
const email = ref('')
const password = ref('')
const starter = ref('')
const ranksFrom = ref<'starter' | 'own' | 'levels' | 'none'>('none')
const ownRanks = ref('First, Second, Third, Fourth')
const levels = ref<number | string>(5)
const MOST_LEVELS = 40
/** As many levels as a ladder takes; nothing while the figure is none of that. */
const levelCount = computed(() => {
  const count = Number(levels.value)
  return Number.isInteger(count) && count >= 2 && count <= MOST_LEVELS ? count : undefined
})
const zones = Intl.supportedValuesOf('timeZone')

onMounted(async () => {
  try {
    starters.value = await api('/api/auth/starters', { answer: z.array(starterSchema) })
  } catch (error) {
    problem.value = saidBy(error)
  }
})
watch(starter, (id) => {
  if (id && ranksFrom.value === 'none') ranksFrom.value = 'starter'
  if (!id && ranksFrom.value === 'starter') ranksFrom.value = 'none'
})

/** Colours that go from light to dark, to begin with; each can be changed in the settings. */
const SHADES = [
  '#F4EEDD',
  '#E3C56B',
  '#D98A3D',
  '#7F9A5C',
  '#3F7A86',
  '#4B5590',
  '#7A4A6A',
  '#7B5236',
  '#4A4A50',
  '#23262E',
]
function ladderOf(kind: 'ranks' | 'levels', names: string[]): Ladder {
  const ids: string[] = []
  const ranks = names.map((rank, at) => {
    const id = freshId(rank, ids)
    ids.push(id)
    const colour = SHADES[Math.round((at * (SHADES.length - 1)) / Math.max(1, names.length - 1))] ?? '#F4EEDD'
    return {
      id,
      name: rank,
      colour,
      ink: inkFor(colour),
      notches: 0,
      minMonths: 0,
      minClasses: 0,
      variants: [],
    }
  })
  return { kind, ranks }
}
const names = computed(() =>
  ownRanks.value
    .split(/\s*[,;\n]\s*/)
    .filter(Boolean)
    .slice(0, MOST_LEVELS),
)
/** Grows when names in other scripts can be spelled: their ranks get ids that can be read. */
const spellings = ref(0)
watch(names, async (list) => {
  if (spellings.value || !list.some(needsSpelling)) return
  await readSpelling().catch(() => {})
  spellings.value++
})
const ladder = computed<Ladder | undefined>(() => {
  if (ranksFrom.value === 'starter') return undefined
  if (ranksFrom.value === 'none') return NO_RANKS
  // Worked out anew once they can.
  void spellings.value
  if (ranksFrom.value === 'own') return ladderOf('ranks', names.value)
  return ladderOf(
    'levels',
    Array.from({ length: levelCount.value ?? 0 }, (_, n) => `Level ${n + 1}`),
  )
})
const shown = computed(() => ladder.value ?? starters.value.find(({ id }) => id === starter.value)?.ladder)
const losesSyllabus = computed(() => starter.value !== '' && ranksFrom.value !== 'starter')
const ready = computed(
  () =>
    (ranksFrom.value !== 'levels' || levelCount.value !== undefined) &&
    club.value.trim() &&
    name.value.trim() &&
    email.value.trim() &&
    password.value.length >= 12,
)

async function setUp() {
  busy.value = true
  problem.value = ''
  try {
    await api('/api/auth/new-club', {
      method: 'POST',
      body: {
        club: club.value.trim(),
        zone: zone.value,
        name: name.value.trim(),
        email: email.value.trim(),
        password: password.value,
        ...(starter.value ? { starter: starter.value } : {}),
        ...(ladder.value ? { ladder: ladder.value } : {}),
      },
    })
    useLibraryStore().forget()
    await refreshSession()
    await navigateTo('/curriculum')
  } catch (error) {
    problem.value = saidBy(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="gate">
    <form class="sheet" novalidate @submit.prevent="setUp">
      <div class="lintel timber">
        <Mark />
        <h1>A new club</h1>
      </div>
      <div class="opening">
        <fieldset>
          <legend>1 · The club and you</legend>
          <div class="two">
            <label>Name of the club <input v-model="club" class="field" autocomplete="organization" /></label>
            <label>Time zone <input v-model="zone" class="field" list="zones" /></label>
            <label>Your name <input v-model="name" class="field" autocomplete="name" /></label>
            <label
              >Your e-mail <input v-model="email" class="field" type="email" autocomplete="username"
            /></label>
            <label
              >A password, 12 characters or more
              <input v-model="password" class="field" type="password" autocomplete="new-password"
            /></label>
          </div>
          <datalist id="zones"><option v-for="one in zones" :key="one" :value="one" /></datalist>
        </fieldset>
        <fieldset>
          <legend>2 · What you begin to teach with</legend>
          <p class="text-13 text-ash">
            A small library with its own ranks and syllabus. Everything in it can be changed.
          </p>
          <div class="cards">
            <label class="card" :class="{ on: starter === '' }">
              <input v-model="starter" type="radio" value="" />
              <b>An empty library</b><span>I bring my own, from a file or by hand</span>
            </label>
            <label v-for="one in starters" :key="one.id" class="card" :class="{ on: starter === one.id }">
              <input v-model="starter" type="radio" :value="one.id" />
              <b>{{ one.name }}</b><span>{{ one.about }}</span
              ><span>{{ one.items }} items</span>
            </label>
          </div>
        </fieldset>
        <fieldset>
          <legend>3 · Ranks</legend>
          <div class="kinds">
            <label v-if="starter"
              ><input v-model="ranksFrom" type="radio" value="starter" /> those of the library</label
            >
            <label><input v-model="ranksFrom" type="radio" value="own" /> my own</label>
            <label><input v-model="ranksFrom" type="radio" value="levels" /> plain levels</label>
            <label><input v-model="ranksFrom" type="radio" value="none" /> none</label>
          </div>
          <label v-if="ranksFrom === 'own'"
            >From the lowest up, separated by commas <input v-model="ownRanks" class="field"
          /></label>
          <label v-if="ranksFrom === 'levels'"
            >How many
            <input
              v-model.number="levels"
              class="field w-20"
              type="number"
              min="2"
              :max="MOST_LEVELS"
              :aria-invalid="levelCount === undefined || undefined"
          /></label>
          <p v-if="ranksFrom === 'levels' && levelCount === undefined" role="alert" class="text-brick-deep">
            Levels must be a whole number from 2 to {{ MOST_LEVELS }}.
          </p>
          <p v-if="shown && shown.kind !== 'none'" class="ladder">
            <span
              v-for="rank in shown.ranks"
              :key="rank.id"
              :style="{ background: rank.colour, color: rank.ink }"
              >{{ rank.name }}</span
            >
          </p>
          <p v-if="losesSyllabus" class="text-13 text-ash">
            The library’s syllabus belongs to its own ranks; with others you begin with an empty one.
          </p>
        </fieldset>
        <p v-if="problem" role="alert" class="text-brick-deep">{{ problem }}</p>
        <div class="flex items-center gap-4">
          <button class="btn btn-main big" :disabled="busy || !ready">
            {{ busy ? 'Setting up…' : 'Set up the club' }}
          </button>
          <NuxtLink to="/sign-in" class="link">I have a club already</NuxtLink>
        </div>
      </div>
    </form>
  </main>
</template>

<style scoped>
.gate {
  min-height: 100%;
  display: grid;
  justify-items: center;
  padding: 24px;
  background: radial-gradient(circle at 50% 20%, #fbf7ee, var(--color-plaster) 60%, #e6dcc8);
}
.sheet {
  width: min(820px, 100%);
}
.lintel {
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 12px;
  height: 62px;
  margin: 0 -14px;
  border-bottom: 5px solid var(--color-gilt);
  box-shadow: 0 3px 8px rgba(50, 32, 15, 0.3);
}
.lintel h1 {
  color: #f6e7c8;
  font-size: 26px;
}
.opening {
  display: grid;
  gap: 16px;
  padding: 20px 30px 26px;
  background: var(--color-paper);
  border-left: 12px solid #4a382b;
  border-right: 12px solid #4a382b;
}
legend {
  font: 660 20px/26px var(--font-serif);
  color: var(--color-umber);
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 6px 20px;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(165px, 1fr));
  gap: 8px;
  margin-top: 6px;
}
.card {
  position: relative;
  display: flex;
  flex-direction: column;
  padding: 8px 10px 10px;
  border: 1px solid var(--color-straw);
  border-left: 5px solid #bdac90;
  background: #fbf7ee;
  font-size: 13px;
  line-height: 17px;
  color: var(--color-ash);
}
.card b {
  padding-right: 22px;
  font: 640 15px/20px var(--font-serif);
  color: var(--color-umber);
}
.card.on {
  border-left-color: var(--color-gilt);
  background: #f8e8c2;
  color: var(--color-ink);
}
.card input {
  position: absolute;
  top: 10px;
  right: 10px;
}
.card:focus-within {
  outline: 2px solid var(--color-harbour);
}
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
}
.ladder {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-top: 8px;
}
.ladder span {
  padding: 0 8px;
  border: 1.5px solid #1b1611;
  font-weight: 650;
  font-size: 13px;
  line-height: 19px;
}
.big {
  height: 42px;
  font-size: 17px;
}
</style>
