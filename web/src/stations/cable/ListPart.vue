<script setup lang="ts">
/** Cut list, consumables and labels. */
import { computed } from 'vue'
import { formatAmount, formatQuantity } from '@/lib/quantity'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const found = computed(() => store.job!.assessment.cable_list!)
const least = (one: { untold_count?: number }) => (one.untold_count ? 'at least ' : '')
const show = (value: number) => formatQuantity(value, 'm', prefs.system)
</script>

<template>
  <table class="grid-table" aria-label="Cut list">
    <thead>
      <tr>
        <th scope="col">Cable</th>
        <th scope="col">its way</th>
        <th scope="col">cut or take</th>
        <th scope="col">coiled up</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in found.cuts" :key="one.run">
        <th scope="row">{{ one.run }}</th>
        <td>{{ least(one) }}{{ show(one.length_m) }}</td>
        <td>
          <b>{{ least(one) }}{{ show(one.cut_m) }}</b>
        </td>
        <td>{{ one.left_m > 0 ? show(one.left_m) : '' }}</td>
      </tr>
    </tbody>
  </table>
  <table v-if="found.pipes?.length" class="grid-table" aria-label="Pipe and tray">
    <thead>
      <tr>
        <th scope="col">Pipe or tray</th>
        <th scope="col">cut</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in found.pipes" :key="one.number">
        <th scope="row">Piece {{ one.number }}, {{ one.kind === 'indoor' ? 'indoors' : 'outdoors' }}</th>
        <td>
          <b>{{ show(one.length_m) }}</b>
        </td>
      </tr>
    </tbody>
  </table>
  <table v-if="found.consumables.length" class="grid-table" aria-label="Consumables">
    <tbody>
      <tr v-for="one in found.consumables" :key="one.name">
        <th scope="row">{{ one.name }}</th>
        <td>
          <b>{{ formatAmount(one, prefs.system) }}</b>
        </td>
        <td class="quiet">{{ one.note }}</td>
      </tr>
    </tbody>
  </table>
  <p class="row">
    <a :href="`/api/jobs/${store.number}/labels.pdf`" target="_blank" rel="noopener">Labels for both ends</a>
    <span class="quiet">{{ found.labels.map((one) => one.said).join(', ') }}</span>
  </p>
</template>
