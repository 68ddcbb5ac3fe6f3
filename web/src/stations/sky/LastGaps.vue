<script setup lang="ts">
/** The last gaps that were written down or read, each of which can be taken out again: of a trial, or of a watch. */
import type { Schemas } from '@/api/client'
import { formatQuantity } from '@/lib/quantity'
import { when } from '@/lib/when'
import { CAUSES } from '@/stations/sky/trial'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

defineProps<{ label: string; first: number; gaps: Schemas['TrialEvent'][] }>()
const emit = defineEmits<{ strike: [at: number] }>()
const store = useJob()
const prefs = usePrefs()
</script>

<template>
  <table v-if="gaps.length" class="grid-table" :aria-label="label">
    <tbody>
      <tr v-for="(one, index) in gaps" :key="first + index">
        <td>{{ when(one.start, store.job!.assessment.zone) }}</td>
        <td>{{ formatQuantity(one.seconds, 's', prefs.system) }}</td>
        <td>{{ CAUSES[one.cause ?? 'unknown'] }}</td>
        <td><button type="button" class="link" @click="emit('strike', first + index)">Take out</button></td>
      </tr>
    </tbody>
  </table>
</template>
