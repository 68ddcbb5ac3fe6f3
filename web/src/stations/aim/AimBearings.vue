<script setup lang="ts">
/** A true bearing without a compass: by the sun, by a landmark. */
import CalcPanel from '@/fields/CalcPanel.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { fixed, sunRows } from '@/stations/aim/rows'
import { useAim } from '@/stations/aim/useAim'

const { job, aim, site, show } = useAim()
const num = (value: unknown) => Number(value)
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
    <calc-panel
      name="landmark"
      :fields="[
        { key: 'to_latitude_deg', label: 'Landmark’s latitude' },
        { key: 'to_longitude_deg', label: 'Landmark’s longitude' },
      ]"
      :fixed="{
        from_latitude_deg: site.latitude_deg,
        from_longitude_deg: site.longitude_deg,
        azimuth_true_deg: aim.azimuth_true_deg % 360,
      }"
      wait="Something that is seen from the site and found on the map: a tower, a summit, a road junction."
      :show="
        (r) => [
          ['True bearing to it', fixed(num(r.bearing_deg), 2, '°')],
          ['Back-bearing', fixed(num(r.back_bearing_deg), 2, '°')],
          ['Distance', show(num(r.distance_m), 'm')],
          [
            'Turn from it to the satellite',
            `${Math.abs(num(r.lay_off_deg)).toFixed(1)}° ${num(r.lay_off_deg) >= 0 ? 'clockwise' : 'anticlockwise'}, good to ${num(r.uncertainty_deg).toFixed(1)}°`,
          ],
        ]
      "
    />
  </leaf-part>
</template>
