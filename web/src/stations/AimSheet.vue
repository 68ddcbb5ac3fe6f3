<script setup lang="ts">
import { computed } from 'vue'
import DrawingView from '@/components/DrawingView.vue'
import { formatQuantity } from '@/lib/quantity'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const aim = computed(() => store.job?.assessment.aim ?? null)
const fixed = (value: number, digits: number, suffix: string) => `${value.toFixed(digits)}${suffix}`.replace('-', '−')
const figures = computed(() => {
  const a = aim.value
  if (!a) return []
  return [
    ['True azimuth', fixed(a.azimuth_true_deg, 3, '°'), 'Clockwise from true north; WGS 84 look angle'],
    ['Compass', formatQuantity(a.azimuth_magnetic_deg, 'compass_deg', prefs.system), 'True azimuth less declination'],
    ['Declination', `${fixed(a.declination_deg, 2, '°')} ± ${a.declination_uncertainty_deg.toFixed(1)}°`, 'East positive; World Magnetic Model 2025'],
    ['Elevation, geometric', fixed(a.elevation_deg, 3, '°'), 'Without refraction'],
    ['Elevation seen', fixed(a.elevation_apparent_deg, 3, '°'), 'With refraction, ITU-R P.834'],
    ['Clinometer', a.clinometer_deg === null || a.clinometer_deg === undefined ? '–' : fixed(a.clinometer_deg, 1, '°'), a.clinometer_face || 'Choose a terminal for its face'],
    ['Skew', fixed(a.skew_deg, 2, '°'), 'Clockwise positive, seen from behind; exact, with parallax'],
    ['Slant range', fixed(a.slant_range_km, 1, ' km'), 'Site to satellite'],
    ['Round trip', fixed(a.round_trip_ms, 1, ' ms'), 'Up and back once; an echo over the gateway takes twice that'],
  ]
})
</script>

<template>
  <template v-if="aim">
    <drawing-view name="dial" />
    <p class="caution"><b>Compass:</b> steel bends it. Stand off several metres from mast, dish, roof and vehicle, and sight along the line.</p>
    <table class="grid-table figures" aria-label="Figures of the aim"><tbody>
      <tr v-for="[name, figure, source] in figures" :key="name"><th scope="row">{{ name }}</th><td class="num">{{ figure }}</td><td class="quiet small">{{ source }}</td></tr>
    </tbody></table>
  </template>
  <p v-else class="quiet">What belongs here: the figures for compass, clinometer and skew. They need the place and a satellite. <router-link :to="`/jobs/${store.number}/brief`">Go to Brief</router-link></p>
</template>

<style scoped>
.figures td, .figures th { border-top: 1px solid var(--rule); padding: 6px 16px 6px 0; }
.figures th { color: var(--ink); font-size: 15px; white-space: nowrap; }
.num { font-weight: 700; text-align: right; white-space: nowrap; }
</style>
