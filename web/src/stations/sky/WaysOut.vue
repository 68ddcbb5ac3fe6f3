<script setup lang="ts">
/** A sky that is not clear: raise, trim, move or accept, each with what it leaves and what it costs. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { formatQuantity } from '@/lib/quantity'
import { VERDICT_WORD } from '@/lib/verdict'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const ways = computed(() => job.value.assessment.sky_more?.ways ?? null)
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const costAt = (way: 'raise' | 'trim' | 'move' | 'accept') => `brief.${way}_cost_money` as const
</script>

<template>
  <template v-if="ways">
    <p class="advice">{{ ways.why }}</p>
    <table class="grid-table" aria-label="Ways out">
      <thead>
        <tr>
          <th scope="col">Way</th>
          <th scope="col">Then</th>
          <th scope="col">{{ job.assessment.low_orbit ? 'Without service' : 'Free' }}</th>
          <th scope="col">Costs{{ job.facts.picks.rules?.currency ? ` (${job.facts.picks.rules.currency})` : '' }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in ways.ways" :key="one.way">
          <th scope="row">{{ one.what }}</th>
          <td><verdict-stone :verdict="one.level" :size="16" /> {{ VERDICT_WORD[one.level] }}</td>
          <td>
            {{
              one.out_percent != null
                ? show(one.out_percent, 'percent')
                : one.margin_deg != null
                  ? show(one.margin_deg, 'deg')
                  : '–'
            }}
          </td>
          <td class="cost">
            <fact :at="costAt(one.way)" bare />
          </td>
        </tr>
      </tbody>
    </table>
    <p class="quiet small">
      What is cut back is cut by those who may: ask who owns the tree. Costs are the firm’s own estimates.
    </p>
  </template>
</template>

<style scoped>
.advice {
  font-size: 17px;
  font-weight: 600;
}
td svg {
  vertical-align: -3px;
}
tbody td,
tbody th {
  vertical-align: middle;
}
.cost {
  width: 150px;
}
</style>
