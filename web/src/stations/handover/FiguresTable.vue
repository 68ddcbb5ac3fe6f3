<script setup lang="ts">
/** What groups of runs came to, side by side: by source, by position. */
import type { Schemas } from '@/api/client'
import { formatQuantity } from '@/lib/quantity'
import { usePrefs } from '@/stores/prefs'

defineProps<{ label: string; head: string; rows: { name: string; figures: Schemas['ServiceFigures'] }[] }>()
const prefs = usePrefs()
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
</script>

<template>
  <table class="grid-table" :aria-label="label">
    <thead>
      <tr>
        <th v-for="one in [head, 'Runs', 'Download', 'Upload', 'Latency']" :key="one" scope="col">{{ one }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in rows" :key="one.name">
        <th scope="row">{{ one.name }}</th>
        <td>{{ one.figures.run_count }}</td>
        <td>{{ show(one.figures.down_mbps, 'mbps') }}</td>
        <td>{{ show(one.figures.up_mbps, 'mbps') }}</td>
        <td>{{ show(one.figures.latency_ms, 'ms') }}</td>
      </tr>
    </tbody>
  </table>
</template>
