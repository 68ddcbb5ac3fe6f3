<script setup lang="ts">
/** Neighbours on the arc, the sun behind the satellite, and a satellite that is no longer held. */
import CalcPanel from '@/fields/CalcPanel.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { nearRows, outageRows, trackRows } from '@/stations/aim/rows'
import { useAim } from '@/stations/aim/useAim'

const { job, aim, high, satellite, beamwidth } = useAim()
</script>

<template>
  <leaf-part leaf="neighbours" title="Neighbours on the arc" note="which could be mistaken, and how to tell">
    <calc-panel
      v-if="beamwidth"
      name="neighbours"
      :fields="[{ key: 'search_deg', label: 'Within', unit: 'deg', start: '20' }]"
      :fixed="{ ...high, satellite, others: job.facts.picks.others ?? [], beamwidth_deg: beamwidth }"
      :show="nearRows"
    />
  </leaf-part>

  <leaf-part leaf="neighbours" title="Sun outages" note="of the coming year">
    <calc-panel
      v-if="beamwidth && aim.visible"
      name="sun_outage"
      :fixed="{
        ...high,
        satellite_longitude_deg: satellite.longitude_deg,
        beamwidth_deg: beamwidth,
        date: job.facts.brief.date,
        days: 366,
      }"
      :show="(r) => outageRows(r, job.assessment.zone)"
    />
  </leaf-part>

  <leaf-part leaf="neighbours" title="Inclined orbit" note="a day of a satellite that is no longer held">
    <calc-panel
      name="inclined"
      :fields="[
        {
          key: 'inclination_deg',
          label: 'Inclination',
          unit: 'deg',
          start: satellite.inclination_deg ? String(satellite.inclination_deg) : '',
        },
      ]"
      :fixed="{ ...high, satellite_longitude_deg: satellite.longitude_deg }"
      wait="Enter the inclination from the operator’s elements."
      :show="trackRows"
    />
  </leaf-part>
</template>
