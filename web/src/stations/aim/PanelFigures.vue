<script setup lang="ts">
/** How a panel for low orbits is set up, or where it will turn by itself. */
import { computed } from 'vue'
import { fixed } from '@/stations/aim/rows'
import { useAim } from '@/stations/aim/useAim'

const { store, job, show } = useAim()
const panelAim = computed(() => job.value.assessment.panel_aim!)
const panel = computed(() => job.value.facts.picks.terminal!.panel!)
</script>

<template>
  <table class="grid-table figures" aria-label="Figures of the panel">
    <tbody>
      <tr v-if="!panelAim.self_aiming">
        <th scope="row">Compass</th>
        <td class="num">{{ show(panelAim.azimuth_magnetic_deg, 'compass_deg') }}</td>
        <td class="quiet small">To begin with; its own page shows the rest</td>
      </tr>
      <tr>
        <th scope="row">Bearing of the boresight</th>
        <td class="num">{{ fixed(panelAim.azimuth_true_deg, 0, '° true') }}</td>
        <td class="quiet small">
          {{ panelAim.self_aiming ? 'Where it will turn: most satellites' : 'As planned at Sky' }}
        </td>
      </tr>
      <tr>
        <th scope="row">Tilt from the zenith</th>
        <td class="num">{{ show(panelAim.tilt_deg, 'deg') }}</td>
        <td class="quiet small">Clinometer on the back of the panel</td>
      </tr>
      <tr>
        <th scope="row">Cone</th>
        <td class="num">± {{ show(panel.cone_half_deg ?? 0, 'deg') }}</td>
        <td class="quiet small">
          About the boresight, down to {{ show(panel.least_elevation_deg ?? 0, 'deg') }} over the horizon
        </td>
      </tr>
      <tr>
        <th scope="row">Declination</th>
        <td class="num">{{ fixed(panelAim.declination_deg, 1, '°') }}</td>
        <td class="quiet small">East positive; World Magnetic Model 2025</td>
      </tr>
    </tbody>
  </table>
  <p class="caution">
    <b>{{ panelAim.self_aiming ? 'Moving parts' : 'Compass' }}:</b>
    {{
      panelAim.self_aiming
        ? 'the panel turns by itself when it is powered. Nobody near it, nothing in its way.'
        : 'steel bends it. Stand off several metres from mast, roof and vehicle, and sight along the line.'
    }}
  </p>
  <p class="row">
    <router-link :to="`/jobs/${store.number}/sky`">Give it the sky: go to Sky</router-link>
    <router-link v-if="!panelAim.self_aiming" :to="`/jobs/${store.number}/peak`"
      >Bring it into its box: go to Peak</router-link
    >
  </p>
</template>
