<script setup lang="ts">
import { computed, ref } from 'vue'
import client, { type Schemas, unwrap } from '@/api/client'
import CustomerPanels from '@/components/brief/CustomerPanels.vue'
import OrderPanels from '@/components/brief/OrderPanels.vue'
import VisitPanels from '@/components/brief/VisitPanels.vue'
import EntryField from '@/components/EntryField.vue'
import PickField from '@/components/PickField.vue'
import PlaceFinder from '@/components/PlaceFinder.vue'
import RowGrid, { type Column } from '@/components/RowGrid.vue'
import UnFold from '@/components/UnFold.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const grid = ref<InstanceType<typeof RowGrid> | null>(null)
const words = ref<Schemas['BriefChoices'] | null>(null)
void unwrap(client.GET('/api/stores/brief')).then((found) => {
  words.value = found
})
const terminals = computed(() =>
  (store.catalogue?.terminals ?? []).map((one) => ({
    label: one.panel
      ? `${one.name} · family ${one.family}, low-orbit panel`
      : `${one.name} · family ${one.family}, ${one.aperture_mm / 1000} m, ${one.polarization}`,
    value: one.code,
  })),
)
const satellites = computed(() =>
  (store.catalogue?.satellites ?? []).map((one) => ({
    label: `${one.name} · ${Math.abs(one.longitude_deg)}° ${one.longitude_deg < 0 ? 'W' : 'E'}`,
    value: one.code,
  })),
)
const constellations = computed(() =>
  (store.catalogue?.constellations ?? []).map((one) => ({
    label: `${one.name} · ${(one.elements ?? []).length ? `${(one.elements ?? []).length} satellites by elements` : (one.shells ?? []).map((shell) => `${shell.altitude_km} km, ${shell.inclination_deg}°`).join('; ')}`,
    value: one.code,
  })),
)
const LINKS = [
  { label: '–', value: '' },
  { label: 'wired', value: 'wired' },
  { label: 'wireless', value: 'wireless' },
]
const runColumns: Column[] = [
  { key: 'down_mbps', label: 'Download', unit: 'mbps' },
  { key: 'up_mbps', label: 'Upload', unit: 'mbps' },
  { key: 'latency_ms', label: 'Latency', unit: 'ms' },
  { key: 'link', label: 'Device was', choices: LINKS },
  { key: 'note', label: 'Test and time', text: true },
]
const before = (row: Record<string, unknown>) => row.when === 'before'
const METHODS = [
  ['typed', 'Typed'],
  ['satnav', 'Satellite navigation on site'],
  ['map', 'Map'],
  ['photo', 'Photo'],
  ['file', 'File'],
  ['order', 'Work order'],
  ['gazetteer', 'Gazetteer'],
  ['address', 'Street address'],
].map(([value, label]) => ({ value: value!, label: label! }))
const placed = computed(() => job.value.assessment.visit ?? null)
const tiny = (value: number) => `${value < 0.001 ? value.toFixed(5) : value.toFixed(3)}°`
defineExpose({ newEntry: () => grid.value?.add() })
</script>

<template>
  <div class="fields">
    <entry-field field="customer" label="Customer" :value="job.facts.brief.customer" :maxlength="120" />
    <entry-field
      class="span"
      field="service_wanted"
      label="Service wanted"
      :value="job.facts.brief.service_wanted"
      placeholder="What must work when you leave?"
    />
    <entry-field
      class="wide"
      field="place_text"
      label="Place"
      :value="job.facts.brief.place_text"
      :maxlength="200"
      placeholder="-29.3118, 27.9362 or 29°18'43&quot;S 27°56'10&quot;E or UTM 35J … or geo: …"
      :hint="
        job.place_understood
          ? `Understood as ${job.place_understood}`
          : 'Decimal, degrees and minutes, DMS, UTM, military grid or a geo: link'
      "
    />
    <entry-field field="height_m" label="Height above sea" :value="job.facts.brief.height_m" unit="m" />
    <entry-field
      field="date"
      label="Day of the work"
      :value="job.facts.brief.date"
      hint="Year-month-day; for the magnetic model"
    />
    <pick-field field="terminal_code" label="Terminal" :value="job.facts.brief.terminal_code" :options="terminals" />
    <pick-field
      v-if="job.facts.picks.terminal?.panel"
      field="constellation_code"
      label="Constellation"
      :value="job.facts.brief.constellation_code"
      :options="constellations"
    />
    <pick-field
      v-else
      field="satellite_code"
      label="Satellite"
      :value="job.facts.brief.satellite_code"
      :options="satellites"
    />
  </div>
  <div v-if="words">
    <h2 class="group">The place</h2>
    <un-fold title="Map, names and files" note="other ways to the place"><place-finder /></un-fold>
    <un-fold
      title="How sure the place is"
      :note="
        placed?.place_error
          ? `an error of ${placed.place_error_m} m turns the azimuth by ${tiny(placed.place_error.azimuth_deg)}`
          : 'which way it was found, and what an error would do'
      "
    >
      <div class="fields">
        <pick-field
          field="place_method"
          label="Found by"
          :value="job.facts.brief.place_method ?? ''"
          :options="METHODS"
        />
        <entry-field
          field="place_error_m"
          label="May be off by"
          :value="job.facts.brief.place_error_m"
          unit="m"
          hint="Empty: what is usual for this way"
        />
      </div>
      <p v-if="placed?.place_error" class="quiet">
        If the place is off by {{ placed.place_error_m }} m: azimuth {{ tiny(placed.place_error.azimuth_deg) }},
        elevation {{ tiny(placed.place_error.elevation_deg) }}, skew {{ tiny(placed.place_error.skew_deg) }}. The
        skyline and the drive mind it far more than the dish does.
      </p>
    </un-fold>
    <h2 class="group">The order</h2>
    <order-panels />
    <h2 class="group">The customer</h2>
    <customer-panels :words="words" />
    <h2 class="group">The visit</h2>
    <visit-panels :words="words" />
  </div>
  <section class="block">
    <h2>Present service</h2>
    <p class="quiet">Measure before anything is changed, three times or more: the gain is shown against the median.</p>
    <row-grid
      ref="grid"
      name="runs"
      title="Runs before"
      :columns="runColumns"
      :rows="job.facts.handover.runs ?? []"
      :keep="before"
      :fixed="{ when: 'before' }"
      :blank="{}"
      add-label="Add a run"
    />
    <p v-if="job.assessment.acceptance.before" class="quiet">
      Median {{ job.assessment.acceptance.before.down_mbps.toFixed(1) }} down,
      {{ job.assessment.acceptance.before.up_mbps.toFixed(1) }} up,
      {{ job.assessment.acceptance.before.latency_ms.toFixed(0) }} ms; spread
      {{ job.assessment.acceptance.before.down_spread_mbps.toFixed(1) }},
      {{ job.assessment.acceptance.before.up_spread_mbps.toFixed(1) }},
      {{ job.assessment.acceptance.before.latency_spread_ms.toFixed(0) }}.
    </p>
  </section>
</template>

<style scoped>
.span {
  grid-column: span 2;
}
.group {
  margin-top: 24px;
  padding-bottom: 8px;
  color: var(--stream);
  font-size: 15px;
}
@media (max-width: 700px) {
  .span {
    grid-column: auto;
  }
}
</style>
