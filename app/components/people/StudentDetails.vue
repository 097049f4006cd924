<script setup lang="ts">
import { AGE_BANDS, CONSENTS, type Consent, type Contact, type Student } from '~~/core/people/student'
import { saidFault } from '~~/core/kernel/said-fields'
import type { RosterEntry, RosterPage } from '~~/shared/answers'
import { dayOfYear } from '~/domain/days'
import { dayOf } from '~/domain/wall-time'
import { withFields } from '~/domain/with-fields'

/** All that the roster knows of a student, edited where it stands and kept by itself. */
const props = defineProps<{ page: RosterPage; roster: RosterEntry[] }>()
const emit = defineEmits<{ told: [page: RosterPage] }>()
const library = useLibraryStore()
/** Health is for those who teach. */
const seesHealth = useMayWrite()
const { kept, change } = useStudentDocument(props.page, (page) => emit('told', page))
defineExpose({ kept })
const student = computed(() => kept.draft.value)

type Words =
  | 'firstName'
  | 'lastName'
  | 'floorNote'
  | 'healthNote'
  | 'family'
  | 'tag'
  | 'birthDate'
  | 'rankSince'
  | 'joined'
const valueOf = (event: Event) => (event.target as HTMLInputElement).value
function setText(field: Words, event: Event) {
  const text = valueOf(event).trim()
  change({ [field]: text === '' && field !== 'firstName' && field !== 'lastName' ? undefined : text })
}
function setFigure(field: 'heightCm' | 'massKg', event: Event) {
  const text = valueOf(event).replace(',', '.').trim()
  change({ [field]: text === '' ? undefined : Number(text) })
}
const setRank = (event: Event) => {
  const rank = valueOf(event)
  // A new rank is new from today, without the stripes of the last; both can be set otherwise.
  change({ rank, notches: 0, rankSince: today.value })
}
const today = computed(() => dayOf(Date.now(), library.club?.zone))
const notches = computed(() => library.ranks.get(student.value.rank)?.notches ?? 0)
const byRank = computed(
  () => library.groups.find(({ ranks }) => ranks.includes(student.value.rank))?.name ?? '',
)

const CONSENT_SAYS: Record<Consent, string> = {
  photos: 'Photos and films',
  contact: 'Contact drills',
  partnerAdults: 'May partner adults in contact',
}
const ANSWERS = [
  { value: undefined, says: 'not asked' },
  { value: true, says: 'yes' },
  { value: false, says: 'no' },
] as const
function setConsent(which: Consent, value: boolean | undefined) {
  const { [which]: _had, ...others } = student.value.consents
  change({ consents: value === undefined ? others : { ...others, [which]: value } })
}

const others = computed(() =>
  props.roster
    .filter(({ id }) => id !== props.page.id)
    .map(({ id, student: one }) => ({
      id,
      name: `${one.firstName} ${one.lastName}`.trim(),
      rankId: one.rank,
      family: one.family,
    })),
)
const nameOf = (id: string) => others.value.find((one) => one.id === id)?.name ?? 'somebody no longer known'
const family = computed(() => {
  const { family: name } = student.value
  return name ? others.value.filter((one) => one.family === name) : []
})
const families = computed(() => [...new Set(others.value.flatMap((one) => one.family ?? []))].sort())
const LISTS = [
  { field: 'apart', says: 'Never paired with', add: 'Keep apart from…' },
  { field: 'together', says: 'Rather paired with', add: 'Keep together with…' },
] as const
type List = (typeof LISTS)[number]['field']
const open = (field: List) => others.value.filter(({ id }) => !student.value[field].includes(id))
const put = (field: List, ids: string[]) => change({ [field]: ids })

const blankContact = (): Contact => ({ name: '' })
const PARTS = ['name', 'relation', 'phone', 'email'] as const
function setContact(contact: Contact, part: (typeof PARTS)[number], event: Event): Contact {
  const text = valueOf(event).trim()
  return withFields(contact, { [part]: text || (part === 'name' ? '' : undefined) })
}
const faultAt = (field: keyof Student) => kept.faultAt(field)
</script>

<template>
  <div class="details">
    <p v-for="one in kept.faults.value" :key="one.path" role="alert" class="fault">{{ saidFault(one) }}.</p>
    <section aria-labelledby="who">
      <h2 id="who">Who</h2>
      <label
        >First name<input
          class="field"
          :value="student.firstName"
          :aria-invalid="!!faultAt('firstName')"
          @change="setText('firstName', $event)"
      /></label>
      <label
        >Last name<input
          class="field"
          :value="student.lastName"
          placeholder="none"
          @change="setText('lastName', $event)"
      /></label>
      <label
        >Born<input
          class="field"
          type="date"
          :max="today"
          :value="student.birthDate"
          :aria-invalid="!!faultAt('birthDate')"
          @change="setText('birthDate', $event)"
      /></label>
      <label v-if="!student.birthDate"
        >or about
        <select
          class="field"
          :value="student.ageBand ?? ''"
          @change="change({ ageBand: (valueOf($event) || undefined) as Student['ageBand'] })"
        >
          <option value="">not known</option>
          <option v-for="band in AGE_BANDS" :key="band">{{ band }}</option>
        </select></label
      >
      <label
        >Family<input
          class="field"
          list="families"
          :value="student.family"
          placeholder="none"
          @change="setText('family', $event)" /><datalist id="families">
          <option v-for="name in families" :key="name" :value="name" /></datalist
      ></label>
      <p v-if="family.length" class="beside">
        with
        <template v-for="(one, n) in family" :key="one.id"
          ><template v-if="n">, </template
          ><NuxtLink :to="`/people/roster/${one.id}`" class="link">{{ one.name }}</NuxtLink></template
        >
      </p>
      <label
        >Joined<input
          class="field"
          type="date"
          :max="today"
          :value="student.joined"
          @change="setText('joined', $event)"
      /></label>
      <label
        >Reader tag<input
          class="field"
          :value="student.tag"
          placeholder="none"
          :aria-invalid="!!faultAt('tag')"
          @change="setText('tag', $event)"
      /></label>
    </section>
    <section aria-labelledby="rank">
      <h2 id="rank">Rank and group</h2>
      <label
        >Rank
        <select class="field" :value="student.rank" @change="setRank">
          <option v-for="one in library.ladder.ranks" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label v-if="notches"
        >Stripes
        <select
          class="field"
          :value="student.notches"
          @change="change({ notches: Number(valueOf($event)), rankSince: today })"
        >
          <option v-for="n in notches + 1" :key="n" :value="n - 1">{{ n - 1 }}</option>
        </select></label
      >
      <label
        >Since<input
          class="field"
          type="date"
          :max="today"
          :value="student.rankSince"
          :aria-invalid="!!faultAt('rankSince')"
          @change="setText('rankSince', $event)"
      /></label>
      <label
        >Trains with
        <select
          class="field"
          :value="student.group ?? ''"
          @change="change({ group: valueOf($event) || undefined })"
        >
          <option value="">{{ byRank }}, by rank</option>
          <option v-for="group in library.groups" :key="group.id" :value="group.id">
            {{ group.name }}, placed by hand
          </option>
        </select></label
      >
      <table v-if="page.awards.length" class="awards">
        <caption>
          Given before
        </caption>
        <tbody>
          <tr v-for="(award, n) in page.awards" :key="n">
            <td><Sash :ranks="[award.rank]" :notches="award.notches" /></td>
            <td>{{ award.day ? dayOfYear(award.day) : 'day not known' }}</td>
            <td class="text-ash">kept by {{ award.by || 'the demo' }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="seesHealth" aria-labelledby="floor">
      <h2 id="floor">For the floor</h2>
      <label class="wide"
        >The floor must know<input
          class="field"
          :value="student.floorNote"
          placeholder="left wrist, no falls until March"
          @change="setText('floorNote', $event)"
      /></label>
      <label class="wide"
        >Health, for those who teach<textarea
          class="field tall"
          rows="3"
          :value="student.healthNote"
          placeholder="nothing is known"
          @change="setText('healthNote', $event)"
        />
      </label>
      <p class="beside">A note is no clearance: a licensed practitioner says who may train with what.</p>
    </section>
    <section aria-labelledby="partners">
      <h2 id="partners">Partners</h2>
      <label
        >Height, cm<input
          class="field"
          inputmode="numeric"
          :value="student.heightCm"
          placeholder="not known"
          :aria-invalid="!!faultAt('heightCm')"
          @change="setFigure('heightCm', $event)"
      /></label>
      <label
        >Mass, kg<input
          class="field"
          inputmode="decimal"
          :value="student.massKg"
          placeholder="not known"
          :aria-invalid="!!faultAt('massKg')"
          @change="setFigure('massKg', $event)"
      /></label>
      <p class="beside">Both serve the safety of partners only, and are on no list.</p>
      <div v-for="list in LISTS" :key="list.field" class="listed" role="group" :aria-label="list.says">
        <span>{{ list.says }}</span>
        <span v-for="id in student[list.field]" :key="id" class="chip"
          >{{ nameOf(id)
          }}<button
            type="button"
            :aria-label="`${list.says} ${nameOf(id)}: take out`"
            @click="
              put(
                list.field,
                student[list.field].filter((one) => one !== id),
              )
            "
          >
            ×
          </button></span
        >
        <StudentPick
          :label="list.add"
          :students="open(list.field)"
          class="pick"
          @pick="put(list.field, [...student[list.field], $event])"
        />
      </div>
    </section>
    <section aria-labelledby="consents">
      <h2 id="consents">Agreed to</h2>
      <div
        v-for="which in CONSENTS"
        :key="which"
        class="consent"
        role="radiogroup"
        :aria-label="CONSENT_SAYS[which]"
      >
        <span>{{ CONSENT_SAYS[which] }}</span>
        <button
          v-for="answer in ANSWERS"
          :key="answer.says"
          type="button"
          role="radio"
          :aria-checked="student.consents[which] === answer.value"
          @click="setConsent(which, answer.value)"
        >
          {{ answer.says }}
        </button>
      </div>
      <p class="beside">Local rules say what a consent must hold, and who gives it for a minor.</p>
    </section>
    <section aria-labelledby="contacts" class="contacts">
      <h2 id="contacts">Contacts</h2>
      <InPlaceList
        :model-value="student.contacts"
        one="a contact"
        :blank="blankContact"
        :most="6"
        @update:model-value="change({ contacts: $event })"
      >
        <template #default="{ row, put: putRow }">
          <span class="contact">
            <input
              v-for="part in PARTS"
              :key="part"
              class="field"
              :aria-label="part"
              :placeholder="part"
              :type="part === 'email' ? 'email' : part === 'phone' ? 'tel' : 'text'"
              :value="row[part]"
              @change="putRow(setContact(row, part, $event))"
            />
          </span>
        </template>
      </InPlaceList>
    </section>
  </div>
</template>

<style scoped>
.details {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(330px, 1fr));
  gap: 22px 34px;
  align-items: start;
  margin-top: 16px;
}
.fault {
  grid-column: 1 / -1;
  padding: 6px 12px;
  color: var(--color-brick-deep);
  background: var(--color-brick-tint);
  border-left: 4px solid var(--color-brick);
}
section h2 {
  margin-bottom: 6px;
  padding-bottom: 3px;
  font-size: 18px;
  border-bottom: 2px solid var(--color-umber);
}
label {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  align-items: center;
  min-height: 34px;
  color: var(--color-ash);
}
label.wide {
  grid-template-columns: minmax(0, 1fr);
  margin-bottom: 6px;
}
.tall {
  height: auto;
  padding: 5px 8px;
}
.beside {
  margin: 2px 0 6px;
  font-size: 13px;
  color: var(--color-ash);
}
.awards {
  width: 100%;
  margin-top: 8px;
}
.awards caption {
  text-align: left;
  font-size: 13px;
  color: var(--color-ash);
}
.awards td {
  padding: 4px 8px 4px 0;
  border-top: 1px solid var(--color-straw);
}
.listed {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  margin-top: 8px;
}
.listed > :first-child {
  width: 100%;
  color: var(--color-ash);
}
.chip {
  display: inline-flex;
  align-items: center;
  height: 28px;
  padding-left: 9px;
  background: #f1e4c6;
  border-radius: 3px;
  font-weight: 600;
}
.chip button {
  width: 28px;
  height: 28px;
  font-size: 17px;
  color: var(--color-ash);
}
.pick {
  width: 190px;
}
.consent {
  display: grid;
  grid-template-columns: minmax(0, 1fr) repeat(3, 76px);
  align-items: center;
  min-height: 34px;
}
.consent button {
  height: 28px;
  border: 1px solid #bdac90;
  color: var(--color-ash);
}
.consent button + button {
  border-left: 0;
}
.consent button[aria-checked='true'] {
  background: var(--color-umber);
  color: var(--color-paper);
  font-weight: 640;
}
.contacts {
  grid-column: 1 / -1;
}
.contact {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 6px;
  margin-bottom: 6px;
}
</style>
