<script setup lang="ts">
import { computed, ref } from 'vue'
import DrawingView from '@/components/DrawingView.vue'
import RowGrid, { type Column } from '@/components/RowGrid.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const grid = ref<InstanceType<typeof RowGrid> | null>(null)
const frame = computed(() => store.drawings.find((one) => one.name === 'skyline')?.frame ?? null)
const declination = computed(() => job.value.assessment.aim?.declination_deg ?? 0)
const columns = computed<Column[]>(() => [
  { key: 'azimuth_deg', label: prefs.north === 'magnetic' ? 'Compass' : 'True bearing', unit: 'deg', add: prefs.north === 'magnetic' ? -declination.value : 0 },
  { key: 'elevation_deg', label: 'Height', unit: 'deg' },
  { key: 'kind', label: 'What', choices: ['terrain', 'building', 'tree', 'pole', 'wire'].map((one) => ({ label: one, value: one })) },
  { key: 'distance_m', label: 'Distance', unit: 'm', optional: true },
])

function clicked(at: { x: number; y: number }): void {
  const f = frame.value
  if (!f || store.locked) return
  const x = at.x - f.left_px
  const y = at.y - f.top_px
  if (x < 0 || y < 0 || x > f.width_px || y > f.height_px) return
  const round = (value: number) => Math.round(value * 10) / 10
  grid.value?.append({ azimuth_deg: round((f.left_azimuth_deg + x / f.px_per_deg) % 360) % 360, elevation_deg: round(f.top_elevation_deg - y / f.px_per_deg), kind: 'terrain', distance_m: null })
}
defineExpose({ newEntry: () => grid.value?.add() })
</script>

<template>
  <template v-if="job.assessment.sky">
    <drawing-view name="skyline" class="strip" @point="clicked" />
    <section class="stack">
      <h2>Skyline points</h2>
      <row-grid ref="grid" name="skyline" title="Skyline points" :columns="columns" :rows="job.facts.skyline ?? []" :blank="{ kind: 'terrain' }" add-label="Add a point">
        <template #empty><p class="quiet">Nothing is read yet. Stand where the terminal will stand, read compass and clinometer for what rises above the horizon, and enter it here or click in the strip.</p></template>
      </row-grid>
      <p class="quiet small">Bearings are {{ prefs.north === 'magnetic' ? 'as the compass reads them' : 'true' }} (shortcut m changes this). Where no distance is given, {{ job.facts.rules?.assumed_obstacle_distance_m }} m is assumed for the beam’s tube.</p>
    </section>
    <p class="caution"><b>Before you climb:</b> look for overhead lines first, keep ladders well away from them, and never look into the sun through an instrument.</p>
  </template>
  <p v-else class="quiet">What belongs here: what stands about the sight-line. It needs place, satellite and terminal. <router-link :to="`/jobs/${store.number}/brief`">Go to Brief</router-link></p>
</template>

<style scoped>
.strip :deep(svg) { cursor: crosshair; }
</style>
