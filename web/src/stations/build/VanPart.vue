<script setup lang="ts">
/** What goes into the van: for this job, or for all jobs of its day. */
import { computed } from 'vue'
import BillRows from '@/stations/build/BillRows.vue'
import { KIT_GROUPS, VAN } from '@/stations/build/groups'
import { useBuild } from '@/stations/build/useBuild'
import { usePrefs } from '@/stores/prefs'

const prefs = usePrefs()
const { store, assessment } = useBuild()
const groups = computed(() =>
  VAN.map((code) => ({
    code,
    name: KIT_GROUPS[code]!,
    rows: (assessment.value.kit_list?.rows ?? []).filter((one) => one.group === code),
  })).filter((one) => one.rows.length),
)
const day = computed(() => store.job?.facts.brief.date ?? '')
</script>

<template>
  <p class="row">
    <a :href="`/api/jobs/${store.number}/van.pdf?units=${prefs.system}`" target="_blank" rel="noopener"
      >Loading list of this job</a
    >
    <a v-if="day" :href="`/api/diary/van.pdf?day=${day}&units=${prefs.system}`" target="_blank" rel="noopener"
      >Loading list of all jobs on {{ day }}</a
    >
  </p>
  <p class="quiet">
    Reckoned from terminal, mount, cable and steps; what can fall from those that are done above ground: on a lanyard,
    in a bag, in a closed pocket.
  </p>
  <bill-rows v-for="one in groups" :key="one.code" :name="one.name" :rows="one.rows" />
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
}
</style>
