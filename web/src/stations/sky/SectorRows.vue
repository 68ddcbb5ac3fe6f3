<script setup lang="ts">
/** Gaps by bearing beside what was predicted: the sectors in which anything was or should have been. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

const props = defineProps<{ label: string; sectors: Schemas['TrialSector'][] }>()
const SEEN_PERCENT = 0.005
const rows = computed(() =>
  props.sectors.filter((one) => one.observed_percent > SEEN_PERCENT || (one.predicted_percent ?? 0) > SEEN_PERCENT),
)
const percent = (value: number) => `${value.toFixed(2)} %`
</script>

<template>
  <table v-if="rows.length" class="grid-table" :aria-label="label">
    <thead>
      <tr>
        <th scope="col">Sector, true</th>
        <th scope="col">Observed</th>
        <th scope="col">Predicted</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in rows" :key="one.from_deg">
        <th scope="row">{{ one.from_deg.toFixed(0) }}° to {{ (one.from_deg + 30).toFixed(0) }}°</th>
        <td>{{ percent(one.observed_percent) }}</td>
        <td>{{ one.predicted_percent == null ? '–' : percent(one.predicted_percent) }}</td>
      </tr>
    </tbody>
  </table>
</template>
