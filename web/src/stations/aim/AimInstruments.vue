<script setup lang="ts">
/** What each instrument shows on this terminal, its own corrections, and the way back from a reading. */
import { computed } from 'vue'
import CalcPanel from '@/fields/CalcPanel.vue'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { fixed, sideHint, tolerance } from '@/stations/aim/rows'
import { useAim } from '@/stations/aim/useAim'

const { store, job, show } = useAim()
const num = (value: unknown) => Number(value)
const ofKind = (kind: string) =>
  (store.catalogue?.instruments ?? [])
    .filter((one) => one.kind === kind)
    .map((one) => ({ label: one.name, value: one.code }))
const wanted = computed(() => {
  const reading = job.value.assessment.instruments?.figures[0]?.reading ?? 0
  const [figure, side] = [show(reading, 'deg'), job.value.assessment.dial?.clinometer_side]
  const near = show(job.value.facts.picks.rules?.preset_elevation_deg ?? 0, 'deg')
  return `Wanted ${figure}${side ? `, ${side}` : ''}, within ${near}`
})
</script>

<template>
  <leaf-part
    v-if="job.assessment.instruments"
    leaf="instruments"
    title="What each instrument shows"
    note="in the order in which they are set, with tolerances"
  >
    <drawing-view name="setting" />
    <table class="grid-table figures" aria-label="Instruments">
      <thead>
        <tr>
          <th scope="col">Instrument</th>
          <th scope="col" class="num">Set to</th>
          <th scope="col">It can do</th>
          <th scope="col">Finds it</th>
          <th scope="col">Final</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="(one, index) in job.assessment.instruments.figures" :key="index">
          <tr>
            <th scope="row">{{ one.instrument }}</th>
            <td class="num">{{ show(one.reading, one.unit ?? 'deg') }}</td>
            <td>{{ tolerance(one.instrument_tolerance_deg) }}</td>
            <td>{{ tolerance(one.acquisition_tolerance_deg) }}</td>
            <td>{{ tolerance(one.final_tolerance_deg) }}</td>
          </tr>
          <tr class="how">
            <td colspan="5" class="quiet small">
              {{ one.how
              }}<template v-if="one.correction_deg">
                Own correction {{ fixed(one.correction_deg, 1, '°') }} is inside.</template
              >
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <div class="fields">
      <fact at="aim.preset_measured_deg" :hint="wanted" />
      <fact
        v-if="job.assessment.dial?.side_matters || job.facts.aim.preset_side"
        at="aim.preset_side"
        :hint="sideHint(job.assessment.dial?.clinometer_reads_from)"
      />
      <fact at="aim.compass_code" :options="ofKind('compass')" />
      <fact at="aim.clinometer_code" :options="ofKind('clinometer')" />
      <fact at="aim.compass_correction_deg" />
      <fact at="aim.clinometer_correction_deg" />
    </div>
    <h2>From a reading to the elevation</h2>
    <calc-panel
      v-if="job.facts.picks.terminal"
      name="read_back"
      :fields="[
        { key: 'reading_deg', label: 'The clinometer shows', unit: 'deg' },
        {
          key: 'side',
          label: 'The face leans',
          start: '',
          optional: true,
          choices: [
            { label: 'as usual', value: '' },
            { label: 'past the vertical', value: 'past the vertical' },
            { label: 'the other way', value: 'leaning the other way' },
          ],
        },
      ]"
      :fixed="{
        face: job.facts.picks.terminal.clinometer,
        correction_deg: job.assessment.dial?.clinometer_correction_deg ?? 0,
      }"
      :wait="`Read it on the ${job.facts.picks.terminal.clinometer.face}.`"
      :show="(r) => [['The beam looks up by', fixed(num(r.elevation_deg), 1, '°')]]"
    />
    <h2>Reversal test</h2>
    <calc-panel
      name="reversal"
      :fields="[
        { key: 'first_deg', label: 'Reading', unit: 'deg' },
        { key: 'turned_round_deg', label: 'Turned end for end', unit: 'deg' },
      ]"
      :fixed="{}"
      wait="Lay the clinometer on any steady surface, read it, turn it end for end on the same spot, and read again."
      :show="
        (r) => [
          ['Own error', fixed(num(r.correction_deg), 2, '°')],
          ['The surface', fixed(num(r.surface_deg), 2, '°')],
        ]
      "
    />
  </leaf-part>
</template>

<style scoped>
@media (max-width: 600px) {
  .figures :is(th, td) {
    padding-right: 6px;
    font-size: 13px;
  }
}
</style>
