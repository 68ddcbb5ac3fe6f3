<script setup lang="ts">
/** A mast out of plumb, and how many turns of the screw are left. */
import { computed } from 'vue'
import CalcPanel from '@/fields/CalcPanel.vue'
import Fact from '@/fields/Fact.vue'
import HandsetReading from '@/fields/HandsetReading.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { fixed } from '@/stations/aim/rows'
import { useAim } from '@/stations/aim/useAim'

const { store, job, aim } = useAim()
const num = (value: unknown) => Number(value)
const HOW =
  'Hold its long edge along the mast, the screen’s top upwards, and turn it round the mast until the lean is greatest. ' +
  'Its compass is wrong beside steel: say yourself to which side the top leans.'
const plumb = computed(() => job.value.assessment.plumb)
const linear = computed(() => job.value.facts.picks.terminal?.polarization !== 'circular')
</script>

<template>
  <leaf-part
    leaf="mast"
    title="Mast out of plumb"
    :note="
      plumb
        ? `set elevation ${plumb.elevation_setting_deg.toFixed(1)}°, azimuth ${plumb.azimuth_setting_deg.toFixed(1)}° true on the scales`
        : 'errors and corrected settings'
    "
  >
    <div class="fields">
      <fact at="aim.lean_deg" />
      <fact at="aim.lean_towards_deg" bearing />
    </div>
    <handset-reading
      v-if="!store.locked"
      name="Measure the lean with this telephone"
      :given="{ along: 'edge' }"
      :how="HOW"
      :show="(one) => fixed(one.lean_deg, 1, '°')"
      @take="store.patch({ lean_deg: Math.round(10 * $event.lean_deg) / 10 })"
    />
    <table v-if="plumb" class="grid-table" aria-label="Out of plumb">
      <thead>
        <tr>
          <th></th>
          <th scope="col">Error if set as for a plumb mast</th>
          <th scope="col">Set the scale to</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">Elevation</th>
          <td>{{ fixed(plumb.elevation_error_deg, 2, '°') }}</td>
          <td>
            <b>{{ fixed(plumb.elevation_setting_deg, 2, '°') }}</b>
          </td>
        </tr>
        <tr>
          <th scope="row">Azimuth</th>
          <td>{{ fixed(plumb.azimuth_error_deg, 2, '°') }}</td>
          <td>
            <b>{{ fixed(plumb.azimuth_setting_deg, 2, '°') }} true</b>
          </td>
        </tr>
        <tr v-if="linear">
          <th scope="row">Skew</th>
          <td>{{ fixed(plumb.skew_error_deg, 2, '°') }}</td>
          <td>
            <b>{{ fixed(job.assessment.dial?.skew_deg ?? 0, 1, '°') }}</b>
          </td>
        </tr>
        <tr>
          <th scope="row">Plumb it again</th>
          <td colspan="2">
            from {{ plumb.most_lean_deg.toFixed(2) }}° of lean this way: the preset then misses by more than its
            tolerance
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="plumb" class="quiet">
      A scale and a plate go by the mast: what it asks of them is in every figure that is told to set, here, at Peak and
      on the card. Compass and clinometer go by north and the plumb line, and show the same on any mast.
    </p>
  </leaf-part>

  <leaf-part leaf="mast" title="Screw turns" note="degrees per turn from two readings">
    <calc-panel
      name="calibrate"
      :fields="[
        { key: 'first_turns', label: 'First count', start: '0' },
        { key: 'first_deg', label: 'Reading there', unit: 'deg' },
        { key: 'second_turns', label: 'Second count' },
        { key: 'second_deg', label: 'Reading there', unit: 'deg' },
        {
          key: 'wanted_deg',
          label: 'Wanted',
          unit: 'deg',
          start: (job.assessment.dial?.clinometer_deg ?? aim.elevation_apparent_deg).toFixed(1),
        },
        {
          key: 'lowest_turns',
          label: 'Stop at the low end',
          start: job.facts.picks.terminal ? String(-(job.facts.picks.terminal.elevation_screw.span_turns ?? 0)) : '',
          optional: true,
          hint: 'Count at which the screw ends; 0 is mid-travel',
        },
        {
          key: 'highest_turns',
          label: 'Stop at the high end',
          start: job.facts.picks.terminal ? String(job.facts.picks.terminal.elevation_screw.span_turns ?? 0) : '',
          optional: true,
        },
      ]"
      :fixed="{}"
      wait="Read the clinometer, turn the screw some whole turns, and read again."
      :show="
        (r) => [
          ['A turn moves it by', fixed(num(r.deg_per_turn), 3, '°')],
          ['Still to go', `${fixed(num(r.to_go_turns), 2, ' turns')} ± ${num(r.error_turns).toFixed(2)}`],
        ]
      "
    />
  </leaf-part>
</template>
