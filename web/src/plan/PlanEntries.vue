<script setup lang="ts">
/** What is entered of the thing that is chosen on the plan: its name, its heights, its corners to the centimetre. */
import { IconTrash } from '@tabler/icons-vue'
import { NButton, NSelect } from 'naive-ui'
import { computed } from 'vue'
import HeldInput from '@/fields/HeldInput.vue'
import { factAt, type Path } from '@/fields/told'
import { formatQuantity, unitSign } from '@/lib/quantity'
import WordHelp from '@/frame/WordHelp.vue'
import PlanTape from '@/plan/PlanTape.vue'
import { boxed, boxOf, cornerAfter, kindOf, leastCorners, stretches, type Thing, withoutCorner } from '@/plan/plan'
import { usePlanHere } from '@/plan/usePlan'
import { rowId, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ thing: Thing; declination: number }>()
const corner = defineModel<number>('corner', { required: true })
const emit = defineEmits<{ gone: [] }>()
const plan = usePlanHere()
const store = useJob()
const prefs = usePrefs()
const kind = computed(() => kindOf(props.thing))
const told = (key: string) => factAt(`sky.things[].${key}` as Path)
const labelOf = (key: string) =>
  key === 'height_m' ? kind.value.height_word : key === 'across_m' ? kind.value.across_word : told(key).label
const numbers = computed(() => kind.value.asks.filter((one) => one !== 'letter'))
const letters = computed(() => [
  { label: 'The job’s place', value: '' },
  ...(store.job?.positions ?? []).map((one) => ({ label: `Position ${one.letter}`, value: one.letter })),
])
/** Only these say a height at each corner. */
const raised = computed(() => kind.value.live || kind.value.role === 'cable')
const valueOf = (key: string) => (props.thing as unknown as Record<string, number | null | undefined>)[key] ?? null
const NEEDED: Record<string, number> = { overhang_m: 0, growth_m_per_year: 0, leafless_share: 1 }
function set(key: string, value: unknown): void {
  plan.change(props.thing.id ?? '', (one) => ({ ...one, [key]: value ?? NEEDED[key] ?? null }))
  void plan.keep()
}
function setCorner(index: number, key: string, value: number | null): void {
  if (value === null && key !== 'up_m') return
  plan.change(props.thing.id ?? '', (one) => ({
    ...one,
    corners: one.corners.map((at, k) => (k === index ? { ...at, [key]: value } : at)),
  }))
  void plan.keep()
}
function edit(to: (thing: Thing) => Thing | null): void {
  plan.change(props.thing.id ?? '', (one) => to(one) ?? one)
  void plan.keep()
}
const box = computed(() =>
  kind.value.shape === 'outline' && props.thing.corners.length > 2 ? boxOf(props.thing) : null,
)
const shift = computed(() => (prefs.north === 'magnetic' ? props.declination : 0))
const round = (angle: number) => ((angle % 360) + 360) % 360
const BOX = computed(() => [
  { key: 'along_m' as const, label: 'First side', unit: 'm' },
  { key: 'across_m' as const, label: 'The other', unit: 'm' },
  {
    key: 'bearing_deg' as const,
    label: prefs.north === 'magnetic' ? 'Compass bearing of the first' : 'True bearing of the first',
    unit: 'deg',
  },
])
const cm = (value: number) => Math.round(value * 100) / 100
const boxValue = (key: 'along_m' | 'across_m' | 'bearing_deg') =>
  key === 'bearing_deg' ? Math.round(10 * round(box.value!.bearing_deg - shift.value)) / 10 : cm(box.value![key])
function setBox(key: 'along_m' | 'across_m' | 'bearing_deg', value: number | null): void {
  if (value === null || (key !== 'bearing_deg' && value <= 0)) return
  const told = key === 'bearing_deg' ? round(value + shift.value) : value
  edit((one) => boxed(one, { ...boxOf(one), [key]: told }, rowId))
}
const sides = computed(() => stretches(props.thing).map(([a, b]) => Math.hypot(a.east - b.east, a.north - b.north)))
const lengthOf = (index: number) => {
  const side = sides.value[index]
  return side === undefined ? '' : formatQuantity(side, 'm', prefs.system, 1)
}
const faults = computed(() => {
  const at = (store.job?.facts.sky.things ?? []).length
  return Object.entries(store.faults)
    .filter(([field]) => field.startsWith('things.') && at >= 0)
    .map(([field, why]) => `${field.split('.').slice(2).join(' ').replaceAll('_', ' ')}: ${why}`)
})
function remove(): void {
  plan.remove(props.thing.id ?? '')
  emit('gone')
}
</script>

<template>
  <section class="entries" aria-label="What is chosen on the plan">
    <header>
      <h3>{{ kind.name }} <word-help :text="kind.name" /></h3>
      <n-button v-if="!store.locked" size="small" aria-label="Take it out" @click="remove"
        ><template #icon><icon-trash /></template>Take out</n-button
      >
    </header>
    <fieldset :disabled="store.locked">
      <label class="one wide"
        ><span>Name</span><held-input :value="thing.name" maxlength="60" @text="set('name', $event)"
      /></label>
      <label v-for="key in numbers" :key="key" class="one">
        <span>{{ labelOf(key) }} <word-help :text="labelOf(key)" /></span>
        <span class="unit"
          ><held-input
            :value="valueOf(key)"
            :unit="told(key).unit ?? ''"
            :aria-label="labelOf(key)"
            @number="set(key, $event)"
          />{{ told(key).unit ? unitSign(told(key).unit!, prefs.system) : '' }}</span
        >
        <em v-if="key === 'height_m' && thing.height_m == null" class="wanted">not told</em>
      </label>
      <div v-if="kind.asks.includes('letter')" class="one wide">
        <span>{{ told('letter').label }}</span>
        <n-select
          :value="thing.letter ?? ''"
          :options="letters"
          aria-label="From position"
          @update:value="set('letter', $event)"
        />
      </div>
    </fieldset>
    <fieldset v-if="box" :disabled="store.locked" aria-label="As a rectangle">
      <label v-for="one in BOX" :key="one.key" class="one">
        <span>{{ one.label }}</span>
        <span class="unit"
          ><held-input
            :value="boxValue(one.key)"
            :unit="one.unit"
            needed
            :aria-label="one.label"
            @number="setBox(one.key, $event)"
          />{{ unitSign(one.unit, prefs.system) }}</span
        >
      </label>
      <em v-if="!box.square" class="wide small quiet">A figure here makes a rectangle of it, from its first corner.</em>
    </fieldset>
    <table class="grid-table corners">
      <thead>
        <tr>
          <th scope="col">Corner</th>
          <th scope="col">East, {{ unitSign('m', prefs.system) }}</th>
          <th scope="col">North, {{ unitSign('m', prefs.system) }}</th>
          <th v-if="raised" scope="col">Up, {{ unitSign('m', prefs.system) }}</th>
          <th v-if="kind.shape !== 'point'" scope="col">Length</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(one, index) in thing.corners" :key="one.id" :class="{ now: corner === index }">
          <th scope="row">
            <button type="button" class="link" @click="corner = index">{{ index + 1 }}</button>
          </th>
          <td>
            <held-input
              :value="one.east_m"
              unit="m"
              needed
              :disabled="store.locked"
              :aria-label="`Corner ${index + 1}, east`"
              @number="setCorner(index, 'east_m', $event)"
            />
          </td>
          <td>
            <held-input
              :value="one.north_m"
              unit="m"
              needed
              :disabled="store.locked"
              :aria-label="`Corner ${index + 1}, north`"
              @number="setCorner(index, 'north_m', $event)"
            />
          </td>
          <td v-if="raised">
            <held-input
              :value="one.up_m ?? null"
              unit="m"
              :disabled="store.locked"
              :aria-label="`Corner ${index + 1}, over ground`"
              @number="setCorner(index, 'up_m', $event)"
            />
          </td>
          <td v-if="kind.shape !== 'point'" class="quiet length">{{ lengthOf(index) }}</td>
        </tr>
      </tbody>
    </table>
    <div v-if="!store.locked && kind.shape !== 'point'" class="row">
      <n-button size="small" @click="edit((one) => cornerAfter(one, Math.max(0, corner), rowId()))"
        >Add a corner</n-button
      >
      <n-button
        v-if="corner >= 0 && thing.corners.length > leastCorners(kind)"
        size="small"
        @click="edit((one) => withoutCorner(one, corner))"
        >Take corner {{ corner + 1 }} out</n-button
      >
    </div>
    <plan-tape v-if="!store.locked" :thing="thing" :corner="Math.max(0, corner)" :declination="declination" />
    <p v-for="one in faults" :key="one" class="fault" role="alert">{{ one }}</p>
  </section>
</template>

<style scoped>
.length {
  white-space: nowrap;
}
.entries {
  display: grid;
  gap: 10px;
  align-content: start;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
}
h3 {
  margin: 0;
  font-size: 16px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(118px, 1fr));
  gap: 8px 12px;
  min-width: 0;
}
.one {
  display: grid;
  gap: 2px;
  font-size: 13px;
  font-weight: 600;
  align-content: end;
}
.wide {
  grid-column: 1 / -1;
}
.unit {
  display: flex;
  gap: 6px;
  align-items: center;
  font-weight: 400;
}
fieldset :deep(input),
.corners :deep(input) {
  width: 100%;
  min-width: 0;
  height: 44px;
  font-size: 15px;
}
.corners :deep(input) {
  height: 40px;
  min-width: 54px;
  padding: 0 6px;
}
.corners th,
.corners td {
  padding: 2px 6px 2px 0;
}
.corners tbody > tr > * {
  vertical-align: middle;
}
.now th {
  color: var(--stream);
}
.wanted {
  color: var(--ochre);
  font-style: normal;
}
</style>
