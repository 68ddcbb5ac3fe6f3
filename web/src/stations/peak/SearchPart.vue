<script setup lang="ts">
/** The coarse search: by what, how fast, where; what is swept already, what was found, what may be wrong. */
import { useIntervalFn } from '@vueuse/core'
import { NButton, NCheckbox } from 'naive-ui'
import { computed, onBeforeUnmount, ref, useTemplateRef } from 'vue'
import type { Schemas } from '@/api/client'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { useWide } from '@/drawings/useWide'
import { formatQuantity } from '@/lib/quantity'
import { click } from '@/lib/sounder'
import { rowId } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'
import PaceWatch from '@/stations/peak/PaceWatch.vue'
import SoundTwin from '@/stations/peak/SoundTwin.vue'
import HelperCard from '@/stations/peak/HelperCard.vue'
import { mapOf } from '@/stations/peak/rows'
import { useLive, usePeak } from '@/stations/peak/usePeak'

const { store, job, told, pointing, there, usable, quiet, busy, during } = usePeak()
useLive()
const prefs = usePrefs()
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const plan = computed(() => pointing.value!.sweep)
const guide = computed(() => pointing.value?.guide ?? null)
const terminal = computed(() => job.value.facts.picks.terminal!)
const heard = computed(
  () =>
    (job.value.facts.picks.words?.indicators ?? []).find((one) => one.state === store.telemetry?.sound && one.state) ??
    null,
)
const chosen = ref<number | null>(null)
const row = computed(() => plan.value.rows[chosen.value ?? plan.value.next_row ?? 0]!)
const at = computed(() => plan.value.rows.indexOf(row.value))
const azimuth = computed(() => job.value.assessment.aim!.azimuth_true_deg)
const { unit } = useWide(460)
const map = computed(() => mapOf(plan.value, told.value.sweeps ?? [], azimuth.value))

/** A beat to move by: one step of the head at each, lit, clicked or counted. */
const beating = ref(false)
const watched = useTemplateRef<InstanceType<typeof PaceWatch>>('watched')
const beat = ref(0)
const clicks = ref(false)
const counts = ref(false)
const began = ref<number | null>(null)
const { pause, resume } = useIntervalFn(
  () => {
    beat.value += 1
    if (clicks.value) click()
    if (counts.value && 'speechSynthesis' in window)
      window.speechSynthesis.speak(new SpeechSynthesisUtterance(String(beat.value)))
  },
  () => plan.value.step_wait_s * 1000,
  { immediate: false },
)
function toggle(): void {
  beating.value = !beating.value
  if (beating.value) {
    beat.value = 0
    began.value = Date.now()
    resume()
  } else pause()
}
onBeforeUnmount(pause)
const steps = computed(() => Math.ceil((2 * plan.value.sector_deg) / plan.value.step_deg))

type Heard = Schemas['Sweep']['heard']
async function swept(what: Heard): Promise<void> {
  const took = began.value && beating.value ? Math.round((Date.now() - began.value) / 1000) : null
  if (beating.value) toggle()
  const found = {
    id: rowId(),
    elevation_deg: Math.round(row.value.elevation_deg * 10) / 10,
    from_deg: Math.round(row.value.from_deg * 10) / 10,
    to_deg: Math.round(row.value.to_deg * 10) / 10,
    took_s: took && took > 0 ? took : null,
    fastest_deg_per_s: watched.value?.told() ?? null,
    heard: what,
    note: '',
  }
  await store.replaceList('sweeps', [...(told.value.sweeps ?? []), found])
  chosen.value = null
}
const guides = computed(() => (terminal.value.guides ?? []).map((one) => one.kind))
const GUIDES: Record<string, string> = {
  sound: 'Its own sound',
  meter: 'Meter in the line',
  page: 'Modem’s page',
  analyser: 'Analyser on another carrier',
}
const options = computed(() =>
  Object.entries(GUIDES)
    .filter(([kind]) => !guides.value.length || guides.value.includes(kind as never))
    .map(([value, label]) => ({ value, label })),
)
const satellite = computed(() => job.value.facts.picks.satellite!)
const columns = computed(() =>
  columnsOf(
    'peak.sweeps',
    'elevation_deg',
    'from_deg',
    'to_deg',
    'took_s',
    'fastest_deg_per_s',
    { key: 'heard', main: true },
    'note',
  ),
)
const locked = computed(() => (told.value.sweeps ?? []).filter((one) => one.heard === 'lock').at(-1) ?? null)
const telling = computed(() => satellite.value.carriers?.find((one) => one.only_here))
const needsAid = computed(() => guide.value?.kind === 'analyser' || told.value.aid_fitted === 'yes')
</script>

<template>
  <fact at="peak.guide" chips :options="options" label="Pointed by" />
  <p v-if="guide?.expects" class="quiet">{{ guide.expects }}</p>
  <table v-if="guide?.keys?.length" class="grid-table" aria-label="Keys and figures of the guide">
    <tbody>
      <tr v-for="one in guide.keys" :key="one.key">
        <th scope="row">{{ one.key }}</th>
        <td>{{ one.does }}</td>
      </tr>
    </tbody>
  </table>
  <div class="both" data-fact="peak.sweeps">
    <svg
      ref="drawn"
      :viewBox="`0 0 ${map.width} ${map.height}`"
      class="map"
      role="group"
      :aria-label="`Search plan: ${Math.round(100 * plan.covered_share)} percent covered`"
    >
      <g v-for="(one, index) in map.rows" :key="index">
        <rect
          :x="map.left"
          :y="one.y"
          :width="map.across"
          :height="one.high"
          :fill="index === at ? 'var(--stream-tint)' : 'var(--paper)'"
          :stroke="index === at ? 'var(--stream)' : 'var(--rule)'"
          :stroke-width="index === at ? 2 : 1"
          class="pick"
          role="button"
          tabindex="0"
          :aria-label="`Sweep at ${one.label}`"
          :aria-pressed="index === at"
          @click="chosen = index"
          @keydown.enter="chosen = index"
        />
        <text
          :x="map.left - 6"
          :y="one.y + one.high / 2 + 5"
          text-anchor="end"
          :font-size="13 * unit"
          fill="var(--ink)"
        >
          {{ one.label }}
        </text>
      </g>
      <rect
        v-for="(one, index) in map.swept"
        :key="`s${index}`"
        :x="one.x"
        :y="one.y + 4"
        :width="one.across"
        :height="one.high - 8"
        :fill="one.heard === 'nothing' ? 'var(--quiet)' : 'var(--ochre)'"
        opacity="0.45"
        pointer-events="none"
      />
      <text
        v-for="(one, index) in map.swept"
        :key="`t${index}`"
        :x="one.x + one.across / 2"
        :y="one.y + one.high / 2 + 5"
        text-anchor="middle"
        :font-size="13 * unit"
        fill="var(--ink)"
        pointer-events="none"
      >
        {{ one.word }}
      </text>
      <line
        :x1="map.middle"
        :x2="map.middle"
        y1="4"
        :y2="map.height - 22"
        stroke="var(--rust)"
        stroke-dasharray="4 4"
      />
      <text :x="map.left" :y="map.height - 4" :font-size="13 * unit" fill="var(--quiet)">{{ map.from }}</text>
      <text :x="map.middle" :y="map.height - 4" :font-size="13 * unit" text-anchor="middle" fill="var(--rust)">
        {{ map.wanted }}
      </text>
      <text :x="map.left + map.across" :y="map.height - 4" :font-size="13 * unit" text-anchor="end" fill="var(--quiet)">
        {{ map.to }}
      </text>
    </svg>
    <div class="now">
      <p class="big">
        <span class="quiet">No faster than</span><b>{{ show(plan.pace_deg_per_s, 'deg') }} a second</b>
        <span class="quiet"
          >or steps of {{ show(plan.step_deg, 'deg') }}, {{ plan.step_wait_s.toFixed(1) }} s in each: the receiver needs
          {{ guide?.lock_s ?? 2 }} s to lock</span
        >
      </p>
      <p v-if="locked" role="status">
        <b>A lock at {{ show(locked.elevation_deg, 'deg') }}.</b> Hands off; tighten the clamps while it holds, then see
        whether it is the right satellite. Sweep on only where it is another, or the lock is gone.
      </p>
      <p :class="{ quiet: locked }">
        Beam at <b>{{ show(row.elevation_deg, 'deg') }}</b>, from {{ show(row.from_deg, 'compass_deg') }} to
        {{ show(row.to_deg, 'compass_deg') }} true: {{ Math.ceil(plan.row_s) }} s.
      </p>
      <div class="press">
        <n-button :type="beating ? 'default' : 'primary'" size="large" @click="toggle">{{
          beating ? 'Stop the beat' : 'Start the beat'
        }}</n-button>
        <span :key="beat" class="lamp" :class="{ on: beating }" role="status">{{
          beating ? `step ${Math.min(beat, steps)} of ${steps}` : ''
        }}</span>
      </div>
      <div class="press">
        <n-checkbox v-model:checked="clicks">with a click</n-checkbox
        ><n-checkbox v-model:checked="counts">counted aloud</n-checkbox>
      </div>
      <pace-watch v-if="!store.locked" ref="watched" :pace="plan.pace_deg_per_s" />
      <div v-if="!store.locked" class="press" role="group" aria-label="Heard or seen on this row">
        <n-button @click="swept('nothing')">Nothing on this row</n-button>
        <n-button @click="swept('call')">A call, no lock</n-button>
        <n-button type="primary" @click="swept('lock')">A lock</n-button>
      </div>
    </div>
  </div>
  <section v-if="there && store.telemetry" class="device" aria-label="Terminal">
    <b>Simulated terminal</b>
    <span v-if="quiet" role="status"
      >Nothing to read. {{ quiet }}
      <router-link :to="`/jobs/${store.number}/bringup/states`">Bring-up</router-link></span
    >
    <span v-if="store.telemetry.level_db != null"
      >Level <b>{{ show(store.telemetry.level_db, 'db') }}</b></span
    >
    <span v-if="store.telemetry.no_sound_why && usable">{{ store.telemetry.no_sound_why }}</span>
    <span v-if="heard">{{ heard.name }}: {{ heard.text }}</span>
    <sound-twin :indicator="heard" />
    <span v-if="store.telemetry.network"
      >Shows <b>{{ store.telemetry.network }}</b></span
    >
    <div class="press">
      <n-button
        v-for="by in [-5, -1, 1, 5]"
        :key="by"
        :loading="busy === `swing${by}`"
        :disabled="busy !== ''"
        @click="during(`swing${by}`, () => store.swing(by))"
        >Swing {{ Math.abs(by) }}° {{ by > 0 ? 'clockwise' : 'anticlockwise' }}</n-button
      >
    </div>
  </section>
  <row-grid
    v-if="told.sweeps?.length"
    name="sweeps"
    title="Sweeps"
    :columns="columns"
    :rows="told.sweeps"
    :blank="{ heard: 'nothing' }"
    add-label="Add a sweep"
  />
  <h2>Is it the right satellite</h2>
  <p>
    Ours is {{ satellite.name
    }}<template v-if="satellite.network_id"
      >; a modem on it shows <b>{{ satellite.network_id }}</b></template
    ><template v-if="telling">; by the stores only it has a carrier at {{ telling.downlink_mhz }} MHz</template>.
  </p>
  <div class="fields">
    <fact at="peak.seen_network" />
    <fact at="peak.seen_carrier" chips />
    <fact at="peak.clamp_kept" chips />
    <fact at="peak.aid_fitted" chips />
    <fact v-if="needsAid" at="peak.aid_off" chips />
  </div>
  <helper-card v-if="needsAid && pointing?.helper" :helper="pointing.helper" :satellite="satellite.name" />
  <fact at="peak.symptom" chips />
  <ol v-if="pointing?.means.length" class="means">
    <li v-for="one in pointing.means.slice(0, 6)" :key="one.code">
      <div class="bar"><i :style="{ width: `${Math.round(100 * one.share)}%` }" /></div>
      <b>{{ one.name }}</b><span v-if="one.signs.length" class="spoken"> this job speaks for it</span>
      <p class="quiet">{{ one.test }}</p>
    </li>
  </ol>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(280px, 1.2fr) minmax(240px, 1fr);
  gap: 20px;
  align-items: start;
}
.map {
  width: 100%;
  height: auto;
}
.pick {
  cursor: pointer;
}
.now {
  display: grid;
  gap: 10px;
}
.now p {
  margin: 0;
}
.big {
  display: grid;
}
.big b {
  font-size: 32px;
  line-height: 1.15;
}
.press {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.lamp {
  min-height: 36px;
  padding: 6px 14px;
  border-radius: 6px;
  font-weight: 600;
}
.lamp.on {
  background: var(--stream);
  color: var(--sheet);
  animation: fade 1.2s ease-out forwards;
}
@keyframes fade {
  from {
    outline: 4px solid var(--stream-tint);
  }
}
.device {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  align-items: center;
  padding: 12px 16px;
  border: 1px dashed var(--quiet);
  border-radius: 6px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 12px;
}
.means {
  display: grid;
  gap: 10px;
  margin: 0;
  padding-left: 24px;
}
.means p {
  margin: 0;
}
.bar {
  height: 6px;
  max-width: 240px;
  background: var(--stream-tint);
  border-radius: 3px;
}
.bar i {
  display: block;
  height: 6px;
  background: var(--stream);
  border-radius: 3px;
}
.spoken {
  color: var(--ochre);
  font-weight: 600;
}
@media (max-width: 700px) {
  .both {
    grid-template-columns: 1fr;
  }
}
</style>
