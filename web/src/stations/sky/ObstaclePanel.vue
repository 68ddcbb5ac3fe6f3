<script setup lang="ts">
/** Obstacles measured whole: by tape, paces, laser or two places; each becomes part of the skyline. */
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import { ApiError, calculate, type CalcResult } from '@/api/client'
import CalcPanel, { type PanelField } from '@/fields/CalcPanel.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import type { Schemas } from '@/api/client'
import { formatQuantity, toEntry } from '@/lib/quantity'
import { rowId, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ declination: number }>()
const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const columns = computed(() =>
  columnsOf(
    'sky.skylines[].obstacles',
    'name',
    prefs.north === 'magnetic'
      ? { key: 'azimuth_deg', label: 'Compass', add: -props.declination }
      : { key: 'azimuth_deg' },
    'distance_m',
    'height_m',
    'width_m',
    'kind',
    'growth_m_per_year',
    'leafless_share',
  ),
)
const way = ref<'tape' | 'paces' | 'laser' | 'two_places'>('tape')
const WAYS = [
  ['tape', 'Tape'],
  ['paces', 'Paces'],
  ['laser', 'Laser to the top'],
  ['two_places', 'Two angles from two places'],
] as const
const bearing: PanelField = {
  key: 'azimuth_deg',
  label: `${prefs.north === 'magnetic' ? 'Compass' : 'True'} bearing of its middle`,
  unit: 'deg',
  start: '0',
}
const common: PanelField[] = [
  { key: 'eye_height_m', label: 'Eye over ground', unit: 'm', start: toEntry(1.6, 'm', prefs.system) },
  { key: 'top_deg', label: 'Angle to its top', unit: 'deg' },
]
const rest: PanelField[] = [
  { key: 'width_m', label: 'Width', unit: 'm', optional: true },
  { key: 'width_deg', label: 'or its width as an angle', unit: 'deg', optional: true },
  { key: 'foot_deg', label: 'Angle to its foot', unit: 'deg', optional: true, hint: 'Negative below the eye' },
  { key: 'growth_m_per_year', label: 'Growth a year', unit: 'm', start: '0' },
]
const measured: Record<string, PanelField[]> = {
  tape: [{ key: 'tape_m', label: 'Tape', unit: 'm' }],
  paces: [
    { key: 'pace_count', label: 'Paces' },
    { key: 'pace_m', label: 'Length of a pace', unit: 'm', start: toEntry(0.75, 'm', prefs.system) },
  ],
  laser: [{ key: 'laser_m', label: 'Laser', unit: 'm' }],
  two_places: [
    { key: 'back_m', label: 'Steps straight back', unit: 'm' },
    { key: 'far_top_deg', label: 'Angle to its top from there', unit: 'deg' },
  ],
}
const fields = computed<PanelField[]>(() => [...common, ...measured[way.value]!, bearing, ...rest])
const fixed = computed(() => ({
  way: way.value,
  terminal_height_m: job.value.assessment.sky_more?.terminal_height_m ?? 0,
  ahead_years: job.value.facts.sky.ahead_years ?? 0,
}))
const reckons = ref(false)
const typed = ref<Record<string, unknown>>({})
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
function rows(r: CalcResult<'obstacle'>): [string, string][] {
  reckons.value = true
  const own = r.own_height_m == null ? [] : [['Over its own foot', show(r.own_height_m, 'm')] as [string, string]]
  return [
    ['Distance', `${show(r.distance_m, 'm')} ± ${show(r.distance_error_m, 'm')}`],
    ['Height over this ground', `${show(r.height_m, 'm')} ± ${show(r.height_error_m, 'm')}`],
    ...own,
    ['Seen from the terminal', `top at ${show(r.top_from_terminal_deg, 'deg')}, ${show(r.width_m, 'm')} wide`],
  ]
}
/** What is typed now, reckoned anew: what the table shows may be a moment older. */
async function reckoned(): Promise<CalcResult<'obstacle'> | null> {
  try {
    return (await calculate('obstacle', { ...fixed.value, ...typed.value })).result
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    return null // the panel says which field, and why
  }
}
async function add(): Promise<void> {
  const r = await reckoned()
  if (!r) return
  const turned = prefs.north === 'magnetic' ? props.declination : 0
  const middle = (((Number(typed.value.azimuth_deg ?? 0) + turned) % 360) + 360) % 360
  const one: Schemas['Obstacle'] = {
    id: rowId(),
    name: '',
    azimuth_deg: middle,
    distance_m: r.distance_m,
    height_m: r.height_m,
    width_m: r.width_m,
    kind: 'tree',
    growth_m_per_year: Number(typed.value.growth_m_per_year ?? 0),
    leafless_share: 1,
  }
  await store.replaceList('obstacles', [...(store.skyline?.obstacles ?? []), one])
}
</script>

<template>
  <row-grid
    name="obstacles"
    title="Obstacles"
    :columns="columns"
    :rows="store.skyline?.obstacles ?? []"
    :blank="{ kind: 'tree', width_m: 5, growth_m_per_year: 0, leafless_share: 1 }"
    add-label="Add an obstacle"
    ><template #empty
      ><p class="quiet">
        None yet. What is measured whole stands in the skyline from any height, and its growth can be reckoned with.
      </p></template
    ></row-grid
  >
  <h2>Measure one</h2>
  <div class="row" role="radiogroup" aria-label="Way of measuring">
    <label v-for="[code, name] in WAYS" :key="code" class="pick"
      ><input v-model="way" type="radio" :value="code" /> {{ name }}</label
    >
  </div>
  <calc-panel
    :key="way"
    name="obstacle"
    :fields="fields"
    :fixed="fixed"
    wait="Enter the angle to the top and the distance."
    :show="rows"
    @typed="typed = $event"
  />
  <p v-if="reckons && !store.locked"><n-button size="small" @click="add">Add it to the skyline</n-button></p>
</template>

<style scoped>
.pick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
  font-weight: 600;
}
</style>
