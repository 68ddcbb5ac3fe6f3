<script setup lang="ts">
/** A true bearing without a compass: by the sun, by a landmark. */
import { computed } from 'vue'
import CalcPanel from '@/fields/CalcPanel.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import LeafPart from '@/frame/LeafPart.vue'
import { fixed, sunRows } from '@/stations/aim/rows'
import { useAim } from '@/stations/aim/useAim'

const { job, aim, site, show } = useAim()
const columns = columnsOf('aim.landmarks', { key: 'name', main: true }, 'place_text')
const seen = computed(() => job.value.assessment.landmarks_seen ?? [])
</script>

<template>
  <leaf-part leaf="bearings" title="Without a compass" note="sun and landmarks">
    <h2>By the sun</h2>
    <calc-panel
      name="sun_bearing"
      :fields="[
        {
          key: 'utc_offset_h',
          label: 'Clock ahead of UTC by (h)',
          optional: true,
          hint: 'Empty: by the place’s own zone',
        },
      ]"
      :fixed="{ ...site, date: job.facts.brief.date, azimuth_true_deg: aim.azimuth_true_deg % 360 }"
      :show="sunRows"
    />
    <p class="caution">Never look into the sun, with or without an instrument.</p>
    <h2>By a landmark</h2>
    <row-grid
      name="landmarks"
      title="Landmarks"
      :columns="columns"
      :rows="job.facts.aim.landmarks ?? []"
      :blank="{}"
      add-label="Add a landmark"
      ><template #empty
        ><p class="quiet">
          Something that is seen from the site and found on the map: a tower, a summit, a road junction. It comes on the
          pocket card.
        </p></template
      ></row-grid
    >
    <table v-if="seen.length" class="grid-table" aria-label="Bearings of the landmarks">
      <thead>
        <tr>
          <th scope="col">Landmark</th>
          <th scope="col">True bearing to it</th>
          <th scope="col">Back-bearing</th>
          <th scope="col">Good to</th>
          <th scope="col">Distance</th>
          <th scope="col">Turn from it to the satellite</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in seen" :key="one.name">
          <th scope="row">{{ one.name }}</th>
          <td>{{ fixed(one.seen.bearing_deg, one.seen.digit_count, '°') }}</td>
          <td>{{ fixed(one.seen.back_bearing_deg, one.seen.digit_count, '°') }}</td>
          <td>
            {{ one.seen.uncertainty_deg.toFixed(1) }}°<template v-if="one.seen.serves === false"
              >: no surer than a compass</template
            >
          </td>
          <td>{{ show(one.seen.distance_m, 'm') }}</td>
          <td>
            <template v-if="one.seen.lay_off_deg != null"
              >{{ Math.abs(one.seen.lay_off_deg).toFixed(Math.min(one.seen.digit_count, 1)) }}°
              {{ one.seen.lay_off_deg >= 0 ? 'clockwise' : 'anticlockwise' }}</template
            >
          </td>
        </tr>
      </tbody>
    </table>
  </leaf-part>
</template>
