<script setup lang="ts">
/** The level to expect, and what rain takes of it. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { inSystem } from '@/lib/quantity'
import { fixed, linkRows } from '@/stations/aim/rows'
import { usePrefs } from '@/stores/prefs'
import { useAim } from '@/stations/aim/useAim'

const prefs = usePrefs()
const { job } = useAim()
const link = computed(() => job.value.assessment.link)
/** Level in clear sky and in the worst shares of the year, over the least that is needed. */
const levels = computed(() => {
  if (!link.value) return []
  const rain = [...link.value.rain].sort((a, b) => b.percent - a.percent)
  return [
    { said: 'Clear sky', level: link.value.expected_es_n0_db },
    ...rain.map((one) => ({ said: `Worst ${one.time_per_year} a year`, level: one.level_db })),
  ]
})
const needed = computed(() => link.value?.needed_es_n0_db ?? null)
const most = computed(() => Math.max(1, needed.value ?? 0, ...levels.value.map((one) => one.level)))
const along = (level: number) => `${(100 * Math.max(0, level)) / most.value}%`
</script>

<template>
  <leaf-part leaf="level" title="Level and rain" note="what is left over what the service needs">
    <template v-if="link">
      <div class="levels" aria-hidden="true">
        <template v-for="one in levels" :key="one.said">
          <span>{{ one.said }}</span>
          <span class="track">
            <i :class="{ under: needed !== null && one.level < needed }" :style="{ width: along(one.level) }" />
            <u v-if="needed !== null" :style="{ left: along(needed) }" />
          </span>
          <b>{{ fixed(one.level, 1, ' dB') }}</b>
        </template>
        <template v-if="needed !== null">
          <span /><span class="track plain"
            ><em :style="{ left: along(needed) }">needed {{ needed.toFixed(1) }} dB</em></span
          ><span />
        </template>
      </div>
      <table class="grid-table" aria-label="Level and rain">
        <tbody>
          <tr v-for="[what, value] in linkRows(link)" :key="what">
            <th scope="row">{{ what }}</th>
            <td>{{ inSystem(value, prefs.system) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <p v-else class="quiet">Needs a beam that covers the site, and a terminal.</p>
    <div class="fields"><fact at="aim.needed_es_n0_db" /></div>
    <p class="quiet small">
      A planning aid after ITU-R P.618 and P.837; the operator’s own figures prevail. Twice a year the sun stands behind
      the satellite as well: see sun outages.
    </p>
  </leaf-part>
</template>

<style scoped>
.levels {
  display: grid;
  grid-template-columns: max-content minmax(120px, 1fr) max-content;
  gap: 6px 12px;
  align-items: center;
  max-width: 640px;
  font-size: 15px;
}
.track {
  position: relative;
  height: 20px;
  background: var(--hill);
}
.track.plain {
  background: none;
}
.track i {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--stream);
}
.track i.under {
  background: repeating-linear-gradient(135deg, var(--rust) 0 6px, transparent 6px 10px);
}
.track u {
  position: absolute;
  inset: -3px auto -3px auto;
  border-left: 2px solid var(--ink);
}
.track em {
  position: absolute;
  font-style: normal;
  font-size: 14px;
  white-space: nowrap;
  transform: translateX(-50%);
}
</style>
