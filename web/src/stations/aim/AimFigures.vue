<script setup lang="ts">
/** The exact figures with their sources, and the card for the roof. */
import ChoiceBox from '@/fields/ChoiceBox.vue'
import { computed, ref } from 'vue'
import LeafPart from '@/frame/LeafPart.vue'
import WordText from '@/frame/WordText.vue'
import { figureRows } from '@/stations/aim/rows'
import { useAim } from '@/stations/aim/useAim'

const { store, prefs, job, show } = useAim()
const paper = ref<'A5' | 'A6'>('A5')
const figures = computed(() => figureRows(job.value, show))
</script>

<template>
  <leaf-part leaf="figures" title="Figures" note="exact, with their sources">
    <table class="grid-table figures" aria-label="Figures of the aim">
      <tbody>
        <tr v-for="[name, figure, source] in figures" :key="name">
          <th scope="row"><word-text :text="name" /></th>
          <td class="num">{{ figure }}</td>
          <td class="quiet small"><word-text :text="source" /></td>
        </tr>
      </tbody>
    </table>
  </leaf-part>

  <leaf-part leaf="figures" title="Pocket card" note="one page for the roof">
    <p class="row">
      <choice-box
        label="Paper"
        :value="paper"
        :options="['A5', 'A6'].map((one) => ({ value: one, label: one }))"
        @choose="paper = $event as typeof paper"
      />
      <a
        id="pocket"
        :href="`/api/jobs/${store.number}/pocket.html?paper=${paper}&units=${prefs.system}`"
        target="_blank"
        >Show the card</a
      >
      <a :href="`/api/jobs/${store.number}/pocket.pdf?paper=${paper}&units=${prefs.system}`" target="_blank"
        >PDF to print</a
      >
    </p>
  </leaf-part>
</template>
