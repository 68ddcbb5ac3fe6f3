<script setup lang="ts">
/** What an analyser is set to while a receiving aid sits where the transceiver goes, and what it should show. */
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { SPECTRUM, spectrumOf } from '@/stations/peak/spectrum'
import { useJob } from '@/stores/job'

const props = defineProps<{ helper: Schemas['HelperResult']; /** The wanted one's name. */ satellite: string }>()
const store = useJob()
/** As the stores tell it, not rounded to whole ones: an analyser is set to the tenth. */
const mhz = (value: number) => `${Number(value.toFixed(2))} MHz`
const tuned = computed(() => props.helper.tuned)
const drawn = computed(() => (tuned.value ? spectrumOf(tuned.value) : null))
const tone = (row: Schemas['HelperRow']) => (row.tone_on === null ? 'one band' : row.tone_on ? 'on' : 'off')
const volts = (row: Schemas['HelperRow']) =>
  row.supply_v !== null ? `${row.supply_v} V` : row.wave ? 'turn the aid' : 'not told'
const proof = (row: Schemas['HelperRow']) =>
  row.proof
    ? `${props.satellite} alone has it`
    : row.also_on.length
      ? `no proof: ${row.also_on.join(', ')} too`
      : 'no proof: may be elsewhere too'
</script>

<template>
  <section class="helper" aria-label="Receiving aid" data-fact="peak.aid_carrier">
    <h2>What the analyser is set to</h2>
    <p v-if="helper.aid" class="quiet">
      Through {{ helper.aid }}. It sits in the seat of the transceiver: off again before that goes on, and not before
      the clamps are tight.
    </p>
    <p v-else class="quiet">Which aid this is nobody told in Stores, with the terminal: its frequencies stay out.</p>
    <p v-if="!helper.rows.length">
      No reference carrier of {{ satellite }} is told:
      <router-link to="/stores">put them with it in Stores</router-link>.
    </p>
    <p v-if="tuned && tuned.if_mhz !== null" class="big" role="status">
      <b>{{ mhz(tuned.if_mhz) }}</b><b v-if="tuned.supply_v !== null">{{ volts(tuned) }}</b
      ><b v-if="tuned.tone_on !== null">tone {{ tone(tuned) }}</b>
      <span>{{ tuned.name }}, {{ proof(tuned) }}. {{ tuned.looks }}</span>
    </p>
    <svg
      v-if="drawn && tuned"
      :viewBox="`0 0 ${SPECTRUM.width} ${SPECTRUM.height}`"
      role="img"
      :aria-label="`The analyser with ${tuned.name} in the middle, ${mhz(tuned.span_mhz)} from edge to edge`"
    >
      <line x1="0" :x2="SPECTRUM.width" :y1="SPECTRUM.floor" :y2="SPECTRUM.floor" stroke="var(--quiet)" />
      <g v-for="one in drawn.humps" :key="one.name">
        <polyline
          :points="one.points"
          :fill="one.ours ? 'var(--stream-tint)' : 'none'"
          :stroke="one.ours ? 'var(--stream)' : 'var(--quiet)'"
          :stroke-width="one.ours ? 2.5 : 1.5"
          :stroke-dasharray="one.ours ? undefined : '5 4'"
        />
        <text
          :x="one.label"
          :y="one.ours ? 14 : 30"
          :text-anchor="one.anchor"
          font-size="14"
          :font-weight="one.ours ? 700 : 400"
          :fill="one.ours ? 'var(--ink)' : 'var(--quiet)'"
        >
          {{ one.name }}
        </text>
      </g>
      <g v-for="one in drawn.ticks" :key="one.x">
        <line :x1="one.x" :x2="one.x" :y1="SPECTRUM.floor" :y2="SPECTRUM.floor + 6" stroke="var(--quiet)" />
        <text :x="one.x" :y="SPECTRUM.floor + 24" :text-anchor="one.anchor" font-size="14" fill="var(--ink)">
          {{ one.mhz }}{{ one.anchor === 'end' ? ' MHz' : '' }}
        </text>
      </g>
    </svg>
    <table v-if="helper.rows.length" class="grid-table">
      <thead>
        <tr>
          <th scope="col">Carrier</th>
          <th scope="col" class="wide">From the satellite</th>
          <th scope="col">Analyser</th>
          <th scope="col">Voltage</th>
          <th scope="col">22 kHz tone</th>
          <th scope="col" class="wide">Width</th>
          <th scope="col" class="wide">Seen, it tells</th>
          <td />
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in helper.rows" :key="one.name">
          <th scope="row">{{ one.name }}</th>
          <td class="wide">{{ mhz(one.downlink_mhz) }} {{ one.wave || 'polarization not told' }}</td>
          <td>
            <b v-if="one.if_mhz !== null">{{ mhz(one.if_mhz) }}</b><template v-else>{{
              one.cannot || 'aid not told'
            }}</template
            ><template v-if="one.mirrored && one.if_mhz !== null">, left and right swapped</template>
          </td>
          <td>{{ helper.aid ? volts(one) : '–' }}</td>
          <td>{{ helper.aid ? tone(one) : '–' }}</td>
          <td class="wide">{{ one.bare ? 'a line' : mhz(one.width_mhz) }}</td>
          <td class="wide">{{ proof(one) }}</td>
          <td>
            <n-button
              :type="one.name === tuned?.name ? 'primary' : 'default'"
              :aria-pressed="one.name === tuned?.name"
              :disabled="store.locked"
              @click="store.patch({ aid_carrier: one.name })"
              >{{ one.name === tuned?.name ? 'Tuned' : 'Tune to it' }}</n-button
            >
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.helper {
  display: grid;
  gap: 12px;
}
.helper p {
  margin: 0;
}
.big {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
  align-items: baseline;
}
.big b {
  font-size: 32px;
  line-height: 1.15;
}
@media (max-width: 700px) {
  .wide {
    display: none;
  }
}
svg {
  width: 100%;
  max-width: 640px;
  height: auto;
}
</style>
