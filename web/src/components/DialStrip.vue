<script setup lang="ts">
/** The four figures one needs all day, each named by the instrument on which it is read. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { formatQuantity } from '@/lib/quantity'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ aim: Schemas['AimResult']; beam: Schemas['Beam'] | null; circular: boolean }>()
const prefs = usePrefs()
const dials = computed(() => {
  const { aim, beam } = props
  const magnetic = prefs.north === 'magnetic'
  const skew = aim.skew_deg
  return [
    magnetic
      ? { name: 'Compass', figure: formatQuantity(aim.azimuth_magnetic_deg, 'compass_deg', prefs.system), note: `true ${formatQuantity(aim.azimuth_true_deg, 'deg', prefs.system)}` }
      : { name: 'True bearing', figure: formatQuantity(aim.azimuth_true_deg, 'deg', prefs.system), note: `compass ${formatQuantity(aim.azimuth_magnetic_deg, 'compass_deg', prefs.system)}` },
    { name: 'Clinometer', figure: formatQuantity(aim.clinometer_deg ?? aim.elevation_apparent_deg, 'deg', prefs.system), note: aim.clinometer_face || 'along the beam' },
    { name: 'Skew', figure: props.circular ? 'none' : formatQuantity(Math.abs(skew), 'deg', prefs.system), note: props.circular ? `circular; geometry ${formatQuantity(skew, 'deg', prefs.system)}` : `${skew >= 0 ? 'clockwise' : 'anticlockwise'}, from behind` },
    { name: 'Beam', figure: beam?.letter ?? '–', note: beam ? `${beam.hand}-handed as received` : 'no beam here' },
  ]
})
</script>

<template>
  <dl class="dials" aria-label="Dial figures">
    <div v-for="dial in dials" :key="dial.name"><dt>{{ dial.name }}</dt><dd class="figure">{{ dial.figure }}</dd><dd class="note">{{ dial.note }}</dd></div>
  </dl>
</template>

<style scoped>
.dials { margin: 0; display: grid; grid-template-columns: repeat(4, 1fr); border: 1px solid var(--rule); border-radius: 6px; background: var(--sheet); }
.dials > div { padding: 8px 16px; border-left: 1px solid var(--rule); min-width: 0; }
.dials > div:first-child { border-left: 0; }
dt { font-size: 13px; font-weight: 600; color: var(--quiet); }
dd { margin: 0; }
.figure { font-size: 34px; font-weight: 750; line-height: 1.1; }
.note { font-size: 13px; color: var(--quiet); line-height: 1.25; }
</style>
