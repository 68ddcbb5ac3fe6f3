<script setup lang="ts">
/** The modem’s own figures beside ours and the printed ones. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import LeafPart from '@/frame/LeafPart.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { useAim } from '@/stations/aim/useAim'

const { job } = useAim()
const shown = computed(() => job.value.assessment.modem)
const printedOf = (what: string) => {
  const one = job.value.assessment.order?.checks.find((check) => check.what === what)
  return one ? `${one.printed_deg.toFixed(1)}°` : '–'
}
</script>

<template>
  <leaf-part
    leaf="modem"
    title="What the modem’s own page shows"
    :note="
      shown
        ? shown.agrees
          ? 'agrees with ours'
          : 'differs from ours'
        : 'a third column beside ours and the printed one'
    "
  >
    <div class="fields">
      <fact at="aim.modem_azimuth_deg" />
      <fact at="aim.modem_north" />
      <fact at="aim.modem_elevation_deg" />
    </div>
    <table v-if="shown" class="grid-table" aria-label="Three figures">
      <thead>
        <tr>
          <th scope="col">Angle</th>
          <th scope="col">Counted from</th>
          <th scope="col">Ours</th>
          <th scope="col">Modem</th>
          <th scope="col">Printed</th>
          <th scope="col">What fits the modem’s</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="check in shown.checks" :key="check.what">
          <th scope="row">{{ check.what }}</th>
          <td>{{ check.reference }}</td>
          <td>{{ check.ours_deg.toFixed(1) }}°</td>
          <td>
            <verdict-stone :verdict="check.agrees ? 'clear' : 'mind'" :size="16" />
            {{ check.printed_deg.toFixed(1) }}°
          </td>
          <td>{{ printedOf(check.what) }}</td>
          <td>
            {{ check.explanation || (check.agrees ? 'agrees' : 'nothing usual: check the position typed into it') }}
          </td>
        </tr>
      </tbody>
    </table>
  </leaf-part>
</template>

<style scoped>
td svg {
  vertical-align: -3px;
}
</style>
