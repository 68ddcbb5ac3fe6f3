<script setup lang="ts">
/** Every satellite of the stores with every dish, judged for this place; one press takes a pair. */
import { computed } from 'vue'
import { NButton } from 'naive-ui'
import { useAsked } from '@/api/cache'
import { calculate, type CalcResult } from '@/api/client'
import VerdictStone from '@/frame/VerdictStone.vue'
import { formatQuantity } from '@/lib/quantity'
import { VERDICT_WORD } from '@/lib/verdict'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const brief = computed(() => store.job!.facts.brief)
const asked = computed(() =>
  brief.value.latitude_deg == null || brief.value.longitude_deg == null || !store.catalogue
    ? null
    : {
        latitude_deg: brief.value.latitude_deg,
        longitude_deg: brief.value.longitude_deg,
        height_m: brief.value.height_m ?? 0,
        date: brief.value.date,
        satellites: store.catalogue.satellites,
        terminals: store.catalogue.terminals,
        rules: store.job!.facts.picks.rules,
      },
)
const { data, error } = useAsked(
  () => ['calc', 'serves', asked.value],
  () => calculate('serves', asked.value!),
  () => asked.value !== null,
)
const pairs = computed(() => data.value?.result.pairs)
const trouble = computed(() => error.value?.message ?? '')
const show = (value: number | null | undefined, unit: string) =>
  value == null ? '–' : formatQuantity(value, unit, prefs.system)
type Pair = CalcResult<'serves'>['pairs'][number]
const taken = (one: Pair) =>
  one.terminal_code === brief.value.terminal_code && one.satellite_code === brief.value.satellite_code
const take = (one: Pair) =>
  store.patch({ terminal_code: one.terminal_code, satellite_code: one.satellite_code, constellation_code: '' })
</script>

<template>
  <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  <p v-else-if="!asked" class="quiet">Enter the place first: what serves it follows from where it is.</p>
  <p v-else-if="!pairs" class="quiet" role="status">Judging every pair</p>
  <template v-else>
    <table class="grid-table" aria-label="What serves here">
      <thead>
        <tr>
          <th scope="col">Satellite and dish</th>
          <th scope="col">Up</th>
          <th scope="col">Beam</th>
          <th scope="col">Inside its edge</th>
          <th scope="col">Level</th>
          <th scope="col">Left over</th>
          <th scope="col"><span class="visually-hidden">Take</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="one in pairs" :key="`${one.satellite_code} ${one.terminal_code}`">
          <tr>
            <th scope="row">
              <verdict-stone :verdict="one.verdict" :size="16" /> {{ one.satellite }}, {{ one.terminal }}
            </th>
            <td>{{ show(one.elevation_deg, 'deg') }}</td>
            <td>{{ one.beam || 'none' }}</td>
            <td>{{ show(one.edge_km, 'km') }}</td>
            <td>{{ show(one.level_db, 'db') }}</td>
            <td>{{ show(one.margin_db, 'db') }}</td>
            <td>
              <b v-if="taken(one)">taken</b>
              <n-button
                v-else-if="!store.locked"
                size="small"
                :aria-label="`Take ${one.satellite} with ${one.terminal}`"
                @click="take(one)"
                >Take</n-button
              >
            </td>
          </tr>
          <tr v-if="one.against.length" class="why">
            <td colspan="7" class="quiet small">{{ VERDICT_WORD[one.verdict] }}: {{ one.against.join('; ') }}.</td>
          </tr>
        </template>
      </tbody>
    </table>
    <p class="quiet small">
      Judged by elevation, beam, polarization and expected level. What stands in the way is read at Sky, mast and cable
      at their stations; panels are judged with their sky.
    </p>
  </template>
</template>

<style scoped>
th svg {
  vertical-align: -3px;
}
tbody td,
tbody th {
  vertical-align: middle;
}
.why td {
  border-top: 0;
  padding-top: 0;
}
</style>
