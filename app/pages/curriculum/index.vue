<script setup lang="ts">
import { saidFault } from '~~/core/kernel/said-fields'
import { savedVersionSchema } from '~~/shared/answers'
import { CATEGORIES, CATEGORY_NAMES, type Category } from '~~/core/curriculum/categories'
import { readItem } from '~~/core/curriculum/item-rules'
import { freshId } from '~~/core/kernel/ids'
import { needsSpelling, readSpelling } from '~~/core/kernel/spelling'

useHead({ title: 'Curriculum · Golden Lintel' })
const library = useLibraryStore()
const mayWrite = useMayWrite()
const items = computed(() => [...library.items.values()].filter(({ archived }) => !archived))
const asked = computed(() => new Set(library.syllabus.map(({ item }) => item)))

/** How the library stands: a bar a category, what the syllabus asks for filled in. */
const shelves = computed(() => {
  const rows = CATEGORY_NAMES.map((category) => {
    const within = items.value.filter((item) => item.category === category)
    const askedFor = within.filter(({ id }) => asked.value.has(id)).length
    return { name: CATEGORIES[category].name, all: within.length, asked: askedFor }
  }).filter(({ all }) => all > 0)
  return { rows, most: Math.max(1, ...rows.map(({ all }) => all)) }
})
/** What an assistant could not yet teach from. */
const thin = computed(() =>
  items.value.filter(({ keyPoints, faults }) => keyPoints.length === 0 || faults.length === 0).slice(0, 8),
)

const name = ref('')
const category = ref<Category>('hands')
const problem = ref('')
async function add() {
  problem.value = ''
  if (needsSpelling(name.value)) await readSpelling().catch(() => {})
  const id = freshId(name.value, library.items.keys())
  const layers = [{ name: 'As it is' }]
  const read = readItem({ id, name: name.value.trim(), category: category.value, layers })
  if (!read.ok) {
    problem.value = `${saidFault(read.faults[0]!)}.`
    return
  }
  try {
    const body = { base: 0, item: read.item }
    const { version } = await api(`/api/items/${id}`, { answer: savedVersionSchema, method: 'PUT', body })
    library.putItem(id, { ...read.item, version, archived: false })
    await navigateTo(`/curriculum/${id}`)
  } catch (error) {
    problem.value = saidBy(error)
  }
}
</script>

<template>
  <div class="px-8 py-6">
    <h1 class="text-34">Curriculum</h1>
    <p class="text-17 mt-1 max-w-[64ch] text-ash">
      What there is to teach, how each thing is made easier and harder, what goes wrong with it and what to
      say. Choose an item at the left, or add one.
    </p>
    <div class="mt-6 grid gap-10 lg:grid-cols-[minmax(0,1fr)_300px]">
      <section aria-labelledby="shelves">
        <h2 id="shelves" class="text-20">{{ items.length }} items</h2>
        <p v-if="items.length === 0" class="panel mt-3 p-6 text-ash">
          The library is empty. Add an item, or
          <NuxtLink to="/curriculum/files" class="link">import some from a file</NuxtLink>.
        </p>
        <table v-else class="mt-2 w-full">
          <caption class="text-13 pb-1 text-left text-ash">
            gilt: what the syllabus asks of some rank
          </caption>
          <tbody>
            <tr v-for="row in shelves.rows" :key="row.name">
              <th scope="row" class="w-32 py-1 text-left font-normal">{{ row.name }}</th>
              <td>
                <span class="bar" :style="{ width: `${(row.all / shelves.most) * 100}%` }"
                  ><i :style="{ width: `${(row.asked / row.all) * 100}%` }"
                /></span>
              </td>
              <td class="w-28 py-1 pl-3 text-right whitespace-nowrap">
                <b>{{ row.all }}</b><span class="text-13 text-ash">, {{ row.asked }} asked</span>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <div class="space-y-6">
        <form v-if="mayWrite" class="panel border-t-[5px] border-t-gilt p-4" @submit.prevent="add">
          <h2 class="text-20">A new item</h2>
          <label for="new-name" class="mt-2 block font-semibold">Name</label>
          <input id="new-name" v-model="name" class="field" placeholder="as you call it on the floor" />
          <label for="new-category" class="mt-2 block font-semibold">Category</label>
          <select id="new-category" v-model="category" class="field">
            <option v-for="(one, id) in CATEGORIES" :key="id" :value="id">{{ one.name }}</option>
          </select>
          <p v-if="problem" role="alert" class="text-13 mt-2 text-brick-deep">{{ problem }}</p>
          <button class="btn btn-main mt-3" :disabled="!name.trim()">Add and open</button>
        </form>
        <section v-if="thin.length" aria-labelledby="thin">
          <h2 id="thin" class="text-20">Not ready to teach from</h2>
          <p class="text-13 text-ash">no key point, or no fault with its correction</p>
          <ul class="mt-1">
            <li v-for="item in thin" :key="item.id">
              <NuxtLink :to="`/curriculum/${item.id}`" class="link">{{ item.name }}</NuxtLink>
            </li>
          </ul>
        </section>
      </div>
    </div>
  </div>
</template>

<style scoped>
.bar {
  display: block;
  min-width: 4px;
  height: 16px;
  background: repeating-linear-gradient(135deg, #efe6d3 0 5px, #d9ccb4 5px 6px);
  border: 1px solid #cdbfa6;
}
.bar i {
  display: block;
  height: 100%;
  background: linear-gradient(#dcae50, #c8922b);
}
</style>
