<script setup lang="ts">
/** Spare feeds for neighbouring satellites, and the bracket that holds them. */
import { computed, ref } from 'vue'
import CalcPanel from '@/fields/CalcPanel.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { toEntry } from '@/lib/quantity'
import { feedRows } from '@/stations/aim/rows'
import { useAim } from '@/stations/aim/useAim'

const { store, prefs, job, high, satellite, show } = useAim()
const wanted = ref<string[]>([])
const stored = computed(() => (job.value.facts.picks.others ?? []).map((one) => ({ code: one.code, name: one.name })))
const wantedSatellites = computed(() =>
  (job.value.facts.picks.others ?? []).filter((one) => wanted.value.includes(one.code)),
)
const flip = (code: string) => {
  wanted.value = wanted.value.includes(code) ? wanted.value.filter((one) => one !== code) : [...wanted.value, code]
}
</script>

<template>
  <leaf-part
    leaf="feeds"
    title="Spare feeds"
    note="for neighbouring television satellites, and the bracket that holds them"
  >
    <ul class="wanted" aria-label="Satellites wanted beside">
      <li v-for="one in stored" :key="one.code">
        <label
          ><input type="checkbox" :checked="wanted.includes(one.code)" @change="flip(one.code)" /> {{ one.name }}</label
        >
      </li>
    </ul>
    <calc-panel
      v-if="wanted.length && job.facts.picks.terminal"
      name="spare_feeds"
      :fields="[
        {
          key: 'focal_length_mm',
          label: 'Focal length',
          unit: 'mm',
          start: toEntry(job.facts.picks.terminal?.focal_length_mm, 'mm', prefs.system),
        },
        { key: 'feed_diameter_mm', label: 'Feed’s diameter', unit: 'mm', start: toEntry(60, 'mm', prefs.system) },
      ]"
      :fixed="{
        ...high,
        satellite_longitude_deg: satellite.longitude_deg,
        wanted: wantedSatellites,
        aperture_mm: job.facts.picks.terminal.aperture_mm,
        aperture_offset_mm: job.facts.picks.terminal.aperture_offset_mm,
        turned_deg: job.assessment.head_turned_deg,
        brackets: store.catalogue?.brackets ?? [],
      }"
      wait="Enter the dish’s focal length from its sheet."
      :show="(r) => feedRows(r, show)"
    />
    <p v-else-if="job.facts.picks.terminal" class="quiet">Tick the satellites that are wanted beside the main one.</p>
    <p v-else class="quiet">Choose the terminal at Brief: the feeds sit on its dish.</p>
  </leaf-part>
</template>

<style scoped>
.wanted {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
}
.wanted label {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
}
</style>
