<script setup lang="ts">
import { toast } from '~/domain/toast'
import { seriesPageSchema, type SavedVersion, type SeriesPage } from '~~/shared/answers'
import {
  mustComeFirst,
  nextLesson,
  readSeries,
  whoMissed,
  type Lesson,
  type Series,
} from '~~/core/curriculum/series'
import { saidFault } from '~~/core/kernel/said-fields'
import { shortDay } from '~/domain/days'
import { withFields } from '~/domain/with-fields'

/** One series and its lessons, changed in place; what was held of it, who missed what, and what must come first for whoever joins. */
const props = defineProps<{
  begin: Series
  version: number
  readonly: boolean
  keep: (series: Series, base: number) => Promise<SavedVersion>
  fresh: (id: string, begin: Series) => Promise<{ value: Series; version: number }>
}>()
defineEmits<{ discard: [] }>()
const library = useLibraryStore()
const planning = usePlanning()
const kept = useKeptDocument<Series>(
  { value: props.begin, version: props.version },
  {
    path: `/api/series/${props.begin.id}`,
    read(draft) {
      const read = readSeries(JSON.parse(JSON.stringify(draft)), {
        items: library.items,
        shapes: new Set((library.loaded?.shapes ?? []).map(({ id }) => id)),
      })
      return read.ok ? { ok: true, value: read.series } : read
    },
    send: (series, base) => props.keep(series, base),
    fresh: () => props.fresh(props.begin.id, props.begin),
    changedBy: 'series',
  },
)
const series = computed(() => kept.draft.value)
const put = (values: Partial<Series>, touch = '') => kept.change(withFields(series.value, values), touch)
const blank = (): Lesson => ({ title: `Lesson ${series.value.lessons.length + 1}`, needs: [], leaves: [] })

const page = shallowRef<SeriesPage>()
const problem = ref('')
onMounted(async () => {
  try {
    page.value = await api(`/api/series/${props.begin.id}`, { answer: seriesPageSchema })
  } catch (error) {
    problem.value = saidBy(error)
  }
})
const held = computed(() => page.value?.held ?? [])
const heldDays = (lesson: number) => held.value.filter((one) => one.lesson === lesson).map(({ day }) => day)
const next = computed(() => nextLesson(series.value, held.value))
const missed = computed(() =>
  whoMissed(
    held.value,
    (page.value?.students ?? []).map(({ id }) => id),
  ),
)
const nameOf = (id: string) => page.value?.students.find((student) => student.id === id)?.name ?? ''
const isAllOpen = ref<number>()

/** Whom is asked about: what must come first if they join at the lesson that is next. */
const joining = ref('')
const mustHave = computed(() => {
  const student = page.value?.students.find(({ id }) => id === joining.value)
  if (!student) return undefined
  const had = new Map(Object.entries(student.had))
  return series.value.lessons.map((_, l) => mustComeFirst(series.value, l + 1, had))
})
const missingWords = (lesson: number) =>
  (mustHave.value?.[lesson] ?? [])
    .map(
      ({ item, layer, lesson: gives }) =>
        `${library.itemName(item)}${layer > 1 ? `, ${library.layerName(item, layer)}` : ''}${gives ? ` (lesson ${gives})` : ''}`,
    )
    .join('; ')

const plans = shallowRef<{ id: string; title: string }[]>([])
onMounted(async () => {
  try {
    plans.value = await planning.templates()
  } catch {
    // Without the server a lesson can still be given a shape.
  }
})
const sourceOf = ({ shape, plan }: Lesson) => (shape ? `shape:${shape}` : plan ? `plan:${plan}` : '')
function setSource(lesson: Lesson, value: string): Lesson {
  const [kind, id] = [value.slice(0, value.indexOf(':')), value.slice(value.indexOf(':') + 1)]
  return withFields(lesson, {
    shape: kind === 'shape' ? id : undefined,
    plan: kind === 'plan' ? id : undefined,
  })
}
type Known = Lesson['needs']
const withItem = (list: Known, item: string | undefined): Known =>
  item && !list.some((one) => one.item === item) ? [...list, { item, layer: 1 }] : list
const busy = ref(0)
async function use(lesson: number) {
  const one = series.value.lessons[lesson - 1]
  if (!one) return
  busy.value = lesson
  try {
    await kept.save()
    const id = await planning.planOfLesson(series.value, lesson)
    toast(`“${one.title}” is a plan now, beside the others.`)
    await navigateTo(`/compose/${id}`)
  } catch (error) {
    toast.error(saidBy(error))
  } finally {
    busy.value = 0
  }
}
</script>

<template>
  <section class="min-w-0" aria-labelledby="series-name">
    <div class="flex items-start gap-4">
      <InPlace
        id="series-name"
        class="name flex-1"
        :model-value="series.name"
        label="Name of the series"
        :readonly="readonly"
        :fault="kept.faultAt('name')"
        @update:model-value="put({ name: $event ?? '' })"
      />
      <KeptBar v-if="!readonly" :kept="kept" what="the series" />
    </div>
    <InPlace
      :model-value="series.about"
      label="What the series is for"
      placeholder="what it is for, and for whom"
      optional
      :readonly="readonly"
      @update:model-value="put({ about: $event })"
    />
    <p v-if="problem" role="alert" class="text-13 text-brick-deep">{{ problem }}</p>
    <p v-for="fault in kept.faults.value" :key="fault.path" class="text-13 text-brick-deep" role="alert">
      {{ saidFault(fault) }}
    </p>
    <label v-if="page?.students.length" class="joins">
      Who joins midway?
      <select v-model="joining" class="field">
        <option value="">nobody just now</option>
        <option v-for="student in page.students" :key="student.id" :value="student.id">
          {{ student.name }}
        </option>
      </select>
    </label>
    <InPlaceList
      class="mt-3"
      :model-value="series.lessons"
      one="lesson"
      :blank="blank"
      :most="60"
      numbered
      :readonly="readonly"
      @update:model-value="put({ lessons: $event })"
    >
      <template #default="{ row, at, put: putLesson }">
        <article class="lesson" :class="{ next: next === at + 1 }" :aria-label="`Lesson ${at + 1}`">
          <div class="top">
            <InPlace
              class="title"
              :model-value="row.title"
              :label="`Lesson ${at + 1}: title`"
              :readonly="readonly"
              :fault="kept.faultAt(`lessons[${at}].title`)"
              @update:model-value="putLesson({ ...row, title: $event ?? '' })"
            />
            <select
              class="field source"
              :value="sourceOf(row)"
              :disabled="readonly"
              :aria-label="`Lesson ${at + 1}: made from`"
              @change="putLesson(setSource(row, ($event.target as HTMLSelectElement).value))"
            >
              <option value="">made from…</option>
              <optgroup label="Shapes">
                <option v-for="shape in library.loaded?.shapes" :key="shape.id" :value="`shape:${shape.id}`">
                  {{ shape.name }}
                </option>
              </optgroup>
              <optgroup label="Plans">
                <option v-for="plan in plans" :key="plan.id" :value="`plan:${plan.id}`">
                  {{ plan.title }}
                </option>
              </optgroup>
            </select>
            <button
              v-if="!readonly"
              type="button"
              class="btn"
              :class="{ 'btn-main': next === at + 1 }"
              :disabled="!sourceOf(row) || busy === at + 1"
              @click="use(at + 1)"
            >
              Use it
            </button>
          </div>
          <InPlace
            :model-value="row.about"
            :label="`Lesson ${at + 1}: about`"
            placeholder="what it is about"
            optional
            :readonly="readonly"
            @update:model-value="putLesson(withFields(row, { about: $event }))"
          />
          <div class="known">
            <template v-for="field in ['needs', 'leaves'] as const" :key="field">
              <span>{{ field === 'needs' ? 'Needs' : 'Leaves' }}</span>
              <span class="items">
                <span v-for="one in row[field]" :key="one.item" class="one">
                  {{ library.itemName(one.item) }}
                  <select
                    v-if="(library.items.get(one.item)?.layers.length ?? 1) > 1"
                    :value="one.layer"
                    :disabled="readonly"
                    :aria-label="`Lesson ${at + 1} ${field}: layer of ${library.itemName(one.item)}`"
                    @change="
                      putLesson({
                        ...row,
                        [field]: row[field].map((other) =>
                          other === one
                            ? { ...one, layer: Number(($event.target as HTMLSelectElement).value) }
                            : other,
                        ),
                      })
                    "
                  >
                    <option v-for="n in library.items.get(one.item)?.layers.length" :key="n" :value="n">
                      {{ library.layerName(one.item, n) }}
                    </option>
                  </select>
                  <button
                    v-if="!readonly"
                    type="button"
                    :aria-label="`Lesson ${at + 1} ${field}: take out ${library.itemName(one.item)}`"
                    @click="putLesson({ ...row, [field]: row[field].filter((other) => other !== one) })"
                  >
                    ×
                  </button>
                </span>
                <ItemPick
                  v-if="!readonly"
                  class="add"
                  placeholder="add an item"
                  :label="`Lesson ${at + 1} ${field}: add an item`"
                  :model-value="undefined"
                  @update:model-value="putLesson({ ...row, [field]: withItem(row[field], $event) })"
                />
              </span>
            </template>
          </div>
          <p v-if="heldDays(at + 1).length" class="text-13">
            Held
            {{
              heldDays(at + 1)
                .map(shortDay)
                .join(', ')
            }}.
            <button
              v-if="missed.get(at + 1)?.length"
              type="button"
              class="link"
              :aria-expanded="isAllOpen === at"
              @click="isAllOpen = isAllOpen === at ? undefined : at"
            >
              {{ missed.get(at + 1)!.length }} missed it
            </button>
            <span v-else class="text-ash">Nobody missed it.</span>
          </p>
          <p v-else-if="next === at + 1" class="text-13 text-ash">To be given next.</p>
          <p v-if="isAllOpen === at" class="text-13 text-ash" data-test="missed">
            {{
              missed
                .get(at + 1)!
                .map(nameOf)
                .join(', ')
            }}
          </p>
          <p v-if="mustHave && (mustHave[at]?.length ?? 0) > 0" class="text-13 must">
            First: {{ missingWords(at) }}
          </p>
          <p v-else-if="mustHave" class="text-13 text-ash">Can join here.</p>
        </article>
      </template>
    </InPlaceList>
    <h2 class="text-17 mt-5">Films, sheets, pages</h2>
    <ReferenceRows
      class="max-w-[640px]"
      :references="series.references"
      :readonly="readonly"
      :fault-at="kept.faultAt"
      @change="put({ references: $event })"
    />
    <button v-if="!readonly" type="button" class="btn mt-4" @click="$emit('discard')">
      Take the series out
    </button>
  </section>
</template>

<style scoped>
.name {
  font: 680 26px/32px var(--font-serif);
}
.joins {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 8px;
}
.joins .field {
  width: auto;
}
.lesson {
  margin-bottom: 10px;
  padding: 6px 10px 8px;
  background: var(--color-paper);
  border: 1px solid var(--color-straw);
  border-left: 5px solid var(--color-straw);
}
.lesson.next {
  border-left-color: var(--color-gilt);
}
.top {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 200px auto;
  gap: 8px;
  align-items: start;
}
.title {
  font: 640 17px/24px var(--font-serif);
}
.source {
  height: 28px;
}
.known {
  display: grid;
  grid-template-columns: 60px minmax(0, 1fr);
  gap: 2px 8px;
  margin: 4px 0;
  font-size: 13px;
}
.known > span:nth-child(odd) {
  padding-top: 4px;
  color: var(--color-ash);
}
.items {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
}
.one {
  display: inline-flex;
  gap: 4px;
  align-items: center;
  height: 24px;
  padding: 0 4px 0 8px;
  border: 1px solid var(--color-straw);
  border-radius: 3px;
}
.one select {
  height: 20px;
  font-size: 13px;
  color: var(--color-ash);
}
.add {
  width: 150px;
}
.must {
  color: var(--color-brick-deep);
  font-weight: 600;
}
@media (max-width: 760px) {
  .top {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
