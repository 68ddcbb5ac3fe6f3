<script setup lang="ts">
/** The service before and after: measured, drawn with what chance leaves open, by source, hour, aligning and place. */
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import LeafPart from '@/frame/LeafPart.vue'
import { counted } from '@/lib/counted'
import { formatQuantity } from '@/lib/quantity'
import DayHours from '@/stations/handover/DayHours.vue'
import FiguresTable from '@/stations/handover/FiguresTable.vue'
import RunSpread from '@/stations/handover/RunSpread.vue'
import SpeedMeter from '@/stations/handover/SpeedMeter.vue'
import type { Series } from '@/stations/handover/spread'
import SaidAnew from '@/stations/SaidAnew.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const grid = ref<InstanceType<typeof RowGrid> | null>(null)
const found = computed(() => job.value.assessment.acceptance)
const letter = computed(() => ({
  key: 'letter' as const,
  choices: [
    { label: 'as planned', value: '' },
    ...job.value.positions.map((one) => ({ label: one.letter, value: one.letter })),
  ],
}))
/** Why a run lies apart is asked where one does. */
const noted = computed(
  () =>
    (job.value.facts.handover.runs ?? []).some((one) => one.when === 'after' && one.note) ||
    job.value.assessment.stations.some((station) =>
      station.findings.some((one) => one.code === 'handover.spread' && one.level !== 'clear'),
    ),
)
const columns = computed(() =>
  columnsOf(
    'handover.runs',
    'down_mbps',
    'up_mbps',
    'latency_ms',
    'source',
    'device',
    'link',
    'aligning',
    ...(job.value.positions.length ? [letter.value] : []),
    { key: 'measured_at', optional: true, zone: job.value.assessment.zone },
    ...(noted.value ? ['note' as const] : []),
  ),
)
const after = (row: Record<string, unknown>) => row.when === 'after'
type Key = 'down_mbps' | 'up_mbps' | 'latency_ms'
const runs = computed(() => job.value.facts.handover.runs ?? [])
type Side = NonNullable<typeof found.value.counted>[number]['side']
/** The dots of a side, as the core counts each run. */
const dots = (key: Key, ...sides: Side[]) =>
  (found.value.counted ?? []).filter((one) => sides.includes(one.side)).map((one) => runs.value[one.number - 1]![key])
function series(key: Key, label: string, figures: Schemas['ServiceFigures'] | null | undefined, values: number[]) {
  if (!figures || !values.length) return []
  const down = key === 'down_mbps'
  const one: Series = {
    label,
    values,
    median: figures[key],
    low: down ? (figures.down_low_mbps ?? null) : null,
    high: down ? (figures.down_high_mbps ?? null) : null,
    sure_percent: down ? (figures.coverage_percent ?? null) : null,
  }
  return [one]
}
const planned = computed(() => job.value.facts.sky.position_letter ?? '')
const both = (key: Key) => [
  ...series(key, 'Before', found.value.before, dots(key, 'before')),
  ...series(key, 'After', found.value.after, dots(key, 'after', 'aligned')),
]
const aligning = computed(() => [
  ...series('down_mbps', 'Before aligning', found.value.found, dots('down_mbps', 'found')),
  ...series('down_mbps', 'After aligning', found.value.aligned, dots('down_mbps', 'aligned')),
])
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const gain = computed(() => found.value.ratio?.said ?? '')
defineExpose({ add: () => grid.value?.add() })
</script>

<template>
  <leaf-part leaf="service">
    <said-anew
      station="handover"
      code="handover.proved_of"
      label="It is of what the job says now"
      @said="
        store.patch({
          proved_terminal_code: '',
          proved_satellite_code: '',
          proved_constellation_code: '',
          proved_mount_code: '',
        })
      "
    />
    <speed-meter />
    <p v-if="gain" class="gain">{{ gain }}.</p>
    <run-spread
      v-if="both('down_mbps').length"
      title="Download before and after"
      unit="mbps"
      :series="both('down_mbps')"
    />
    <table v-if="found.before || found.after" class="grid-table" aria-label="Upload and latency before and after">
      <thead>
        <tr>
          <th scope="col">Median of runs</th>
          <th scope="col">Before</th>
          <th scope="col">After</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">Upload</th>
          <td v-for="(one, at) in [found.before, found.after]" :key="at">
            {{ one ? show(one.up_mbps, 'mbps') : 'not measured' }}
          </td>
        </tr>
        <tr>
          <th scope="row">Latency</th>
          <td v-for="(one, at) in [found.before, found.after]" :key="at">
            {{ one ? show(one.latency_ms, 'ms') : 'not measured' }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-for="one in found.left_out ?? []" :key="one.number" class="trouble">Run {{ one.number }}: {{ one.why }}</p>
    <section class="stack">
      <h2>Runs after the work</h2>
      <row-grid
        ref="grid"
        name="runs"
        title="Runs after"
        :columns="columns"
        :rows="runs"
        :keep="after"
        :fixed="{ when: 'after' }"
        :blank="() => ({ measured_at: new Date().toISOString() })"
        add-label="Add a run"
      >
        <template #empty
          ><p class="quiet">
            No run yet. Make three or more against two test pages with one wired computer, the old line unplugged.
          </p></template
        >
      </row-grid>
    </section>
    <section v-if="(found.by_source ?? []).length > 1" class="block">
      <h2>By what it was measured against</h2>
      <figures-table
        label="Runs by source"
        head="Against"
        :rows="found.by_source!.map((one) => ({ ...one, name: one.name || 'not said' }))"
      />
    </section>
    <section v-if="(found.hours ?? []).length" class="block">
      <h2>By the hour of the day</h2>
      <day-hours :hours="found.hours!" />
      <p class="quiet small">
        <span v-for="one in found.by_time" :key="one.name"
          ><b>{{ one.name }}</b> {{ show(one.figures.down_mbps, 'mbps') }} in the middle of
          {{ counted(one.figures.run_count, 'run') }}.
        </span>
      </p>
    </section>
    <section v-if="aligning.length > 1" class="block">
      <h2>Before and after aligning</h2>
      <run-spread title="Download before and after aligning" unit="mbps" :series="aligning" />
    </section>
    <section v-if="found.by_position?.length" class="block">
      <h2>Position against position</h2>
      <figures-table
        label="Runs by position"
        head="At"
        :rows="
          found.by_position.map((one) => ({
            name: `${one.letter || 'the job’s place'}${one.letter === planned ? ', planned' : ''}`,
            figures: one.figures,
          }))
        "
      />
    </section>
  </leaf-part>
</template>

<style scoped>
.gain {
  font-size: 18px;
  font-weight: 700;
}
</style>
