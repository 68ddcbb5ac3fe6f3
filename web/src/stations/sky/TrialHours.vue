<script setup lang="ts">
/** The hours of a trial, drawn: what was lost in each, and what was predicted. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { formatQuantity } from '@/lib/quantity'
import { clock } from '@/lib/when'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ hours: Schemas['TrialHour'][]; startedAt: string }>()
const store = useJob()
const prefs = usePrefs()
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const busiest = computed(() => Math.max(1, ...props.hours.flatMap((one) => [one.seconds_s, one.predicted_s ?? 0])))
const predicted = computed(() => props.hours.some((one) => one.predicted_s != null))
const high = (seconds: number) => `${(100 * seconds) / busiest.value}%`
const at = (hour: number) => clock(new Date(Date.parse(props.startedAt) + hour * 3600e3), store.job!.assessment.zone)
/** So many hours that their times do not run into each other. */
const every = computed(() => Math.max(1, Math.ceil(props.hours.length / 8)))
</script>

<template>
  <div class="hours" aria-hidden="true">
    <span
      v-for="one in hours"
      :key="one.hour"
      :title="`from ${at(one.hour)}: ${one.count} outages, ${one.seconds_s.toFixed(0)} s`"
      ><i class="all" :style="{ height: high(one.seconds_s) }" /><i
        class="blocked"
        :style="{ height: high(one.blocked_s ?? 0) }"
      /><i v-if="one.predicted_s != null" class="told" :style="{ bottom: high(one.predicted_s) }" /><small
        v-if="one.hour % every === 0"
        >{{ at(one.hour) }}</small
      ></span
    >
  </div>
  <p class="quiet small">
    Seconds lost in each hour, by the site’s clock: full what was blocked, pale the rest{{
      predicted ? ', the ochre line what was predicted on average' : ''
    }}. The top is {{ busiest.toFixed(0) }} s.
  </p>
  <details>
    <summary>The hours in words</summary>
    <table class="grid-table" aria-label="Trial by hour">
      <thead>
        <tr>
          <th scope="col">Hour from</th>
          <th scope="col">Outages</th>
          <th scope="col">Blocked</th>
          <th scope="col">Predicted</th>
          <th scope="col">Other causes</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in hours" :key="one.hour">
          <th scope="row">{{ at(one.hour) }}</th>
          <td>{{ one.count }}</td>
          <td>{{ show(one.blocked_s, 's') }}</td>
          <td>{{ one.predicted_s == null ? '–' : show(one.predicted_s, 's') }}</td>
          <td>{{ one.other_s == null ? '–' : show(one.other_s, 's') }}</td>
        </tr>
      </tbody>
    </table>
  </details>
</template>

<style scoped>
.hours {
  display: flex;
  gap: 4px;
  height: 84px;
  margin-bottom: 22px;
  border-bottom: 1px solid var(--ink);
}
.hours span {
  flex: 1;
  min-width: 4px;
  position: relative;
}
.hours i {
  position: absolute;
  left: 0;
  right: 0;
  bottom: 0;
}
.hours small {
  position: absolute;
  top: 100%;
  left: 0;
  padding-top: 3px;
  font-size: 12.5px;
  color: var(--quiet);
  white-space: nowrap;
}
.all {
  background: var(--stream-tint);
  border-top: 1px solid var(--stream);
}
.blocked {
  background: var(--stream);
}
.hours .told {
  left: -4px;
  right: 0;
  border-top: 2px solid var(--ochre);
}
</style>
