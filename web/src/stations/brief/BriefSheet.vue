<script setup lang="ts">
import { formatQuantity } from '@/lib/quantity'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import ServeList from '@/stations/brief/ServeList.vue'
import GoalList from '@/stations/brief/GoalList.vue'
import { computed, ref } from 'vue'
import CrewPanels from '@/stations/brief/CrewPanels.vue'
import CustomerPanels from '@/stations/brief/CustomerPanels.vue'
import OrderPanels from '@/stations/brief/OrderPanels.vue'
import VisitPanels from '@/stations/brief/VisitPanels.vue'
import RepairPart from '@/stations/brief/RepairPart.vue'
import PlaceFinder from '@/stations/brief/PlaceFinder.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import LeafPart from '@/frame/LeafPart.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const grid = ref<InstanceType<typeof RowGrid> | null>(null)
const terminals = computed(() =>
  (store.catalogue?.terminals ?? []).map((one) => ({
    label: one.panel
      ? `${one.name} · family ${one.family}, low-orbit panel`
      : `${one.name} · family ${one.family}, ${formatQuantity(one.aperture_mm / 1000, 'm', prefs.system, 1)}, ${one.polarization}`,
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
    label: `${one.name} · ${
      one.elements?.length
        ? `${one.elements.length} satellites by elements`
        : (one.shells ?? [])
            .map((shell) => `${formatQuantity(shell.altitude_km, 'km', prefs.system)}, ${shell.inclination_deg}°`)
            .join('; ')
    }`,
    value: one.code,
  })),
)
const runColumns = computed(() =>
  columnsOf(
    'handover.runs',
    'down_mbps',
    'up_mbps',
    'latency_ms',
    'source',
    'link',
    { key: 'measured_at', optional: true, zone: job.value.assessment.zone },
    'note',
  ),
)
const before = (row: Record<string, unknown>) => row.when === 'before'
const placed = computed(() => job.value.assessment.visit ?? null)
/** No instrument of the trade reads finer than a hundredth. */
const tiny = (value: number) => (value < 0.01 ? 'less than 0.01°' : `${value.toFixed(2)}°`)
defineExpose({ newEntry: () => grid.value?.add() })
</script>

<template>
  <repair-part />
  <leaf-part leaf="job">
    <div class="fields">
      <fact at="brief.customer" />
      <fact at="brief.service_wanted" class="span" />
      <fact
        at="brief.place_text"
        class="span"
        :hint="
          job.place_understood
            ? `Understood as ${job.place_understood}`
            : 'Decimal, degrees and minutes, DMS, UTM, military grid or a geo: link'
        "
      />
      <fact at="brief.height_m" />
      <fact at="brief.date" />
      <fact at="brief.terminal_code" :options="terminals" />
      <fact v-if="job.facts.picks.terminal?.panel" at="brief.constellation_code" :options="constellations" />
      <fact v-else at="brief.satellite_code" :options="satellites" />
    </div>
    <goal-list :stations="job.assessment.stations" :number="store.number" />
    <drawing-view name="blocks" />
    <p v-if="!job.facts.picks.terminal" class="quiet">
      Once a terminal is chosen its parts are drawn here: what is plugged where, and where the work stands in it.
    </p>
  </leaf-part>
  <leaf-part leaf="serve" title="Which system serves this place" note="best first">
    <serve-list />
  </leaf-part>
  <leaf-part leaf="place" title="Map, names and files" note="other ways to the place">
    <div class="fields">
      <fact at="brief.place_text" class="span" />
      <fact at="brief.height_m" />
      <fact at="brief.address" class="span" />
    </div>
    <place-finder />
  </leaf-part>
  <leaf-part
    leaf="place"
    title="How sure the place is"
    :note="
      placed?.place_error
        ? `an error of ${formatQuantity(placed.place_error_m ?? 0, 'm', prefs.system)} turns the azimuth by ${tiny(placed.place_error.azimuth_deg)}`
        : 'which way it was found, and what an error would do'
    "
  >
    <div class="fields">
      <fact at="brief.place_method" />
      <fact at="brief.place_error_m" />
      <fact at="brief.other_place_text" />
    </div>
    <p v-if="placed?.place_error" class="quiet">
      If the place is off by {{ formatQuantity(placed.place_error_m ?? 0, 'm', prefs.system) }}: azimuth
      {{ tiny(placed.place_error.azimuth_deg) }}, elevation {{ tiny(placed.place_error.elevation_deg) }}, skew
      {{ tiny(placed.place_error.skew_deg) }}. The skyline and the drive mind it far more than the dish does.
    </p>
  </leaf-part>
  <order-panels />
  <customer-panels />
  <crew-panels />
  <visit-panels />
  <leaf-part leaf="customer" title="Present service">
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
  </leaf-part>
</template>

<style scoped>
.span {
  grid-column: span 2;
}
@media (max-width: 700px) {
  .span {
    grid-column: auto;
  }
}
</style>
