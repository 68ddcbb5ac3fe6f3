<script setup lang="ts">
/** The skyline traced with a telephone: the cross is led along what rises, stroke by stroke, right round. */
import { NButton, NCheckbox } from 'naive-ui'
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import HandsetTold from '@/fields/HandsetTold.vue'
import HandsetZero from '@/fields/HandsetZero.vue'
import HeldInput from '@/fields/HeldInput.vue'
import { factAt, optionsOf } from '@/fields/told'
import VerdictStone from '@/frame/VerdictStone.vue'
import { unitSign } from '@/lib/quantity'
import type { Verdict } from '@/lib/verdict'
import TraceRing from '@/stations/sky/TraceRing.vue'
import TraceStage from '@/stations/sky/TraceStage.vue'
import { useTrace } from '@/stations/sky/useTrace'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ declination: number }>()
const prefs = usePrefs()
const trace = useTrace(() => props.declination)
const { store, job, kind, distance_m, eye_m, strokes, leading, found, view, held, size, trouble, put } = trace
const {
  turn_deg,
  practice,
  north_known,
  unkept,
  target,
  matter,
  handset,
  practise,
  toggle,
  takeBack,
  posed,
  pose,
  keep,
} = trace
const kinds = optionsOf(factAt('sky.skylines[].points[].kind'))
const landmarks = computed(() => job.value.assessment.landmarks_seen ?? [])
const live = computed(() => handset.state.value === 'live')
const said = ref('')

const stream = shallowRef<MediaStream | null>(null)
async function open(): Promise<void> {
  said.value = ''
  await trace.begin()
  try {
    stream.value = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' }, audio: false })
  } catch (error) {
    said.value = `The browser does not give the camera: ${(error as Error).message}. Allow it for this page.`
  }
}
function letGo(): void {
  stream.value?.getTracks().forEach((one) => one.stop())
  stream.value = null
}
onBeforeUnmount(letGo)
function close(): void {
  letGo()
  trace.stop()
}
const typed = ref<number | null>(null)
async function setBy(bearing_deg: number, name: string): Promise<void> {
  await trace.setBy(bearing_deg)
  said.value = trouble.value ? '' : `Set by ${name}: bearings are turned by ${turn_deg.value.toFixed(1)}°.`
}
function toTyped(): void {
  if (typed.value === null) said.value = 'Type the bearing of what is under the cross first, such as 212.'
  else void setBy(typed.value + (prefs.north === 'magnetic' ? props.declination : 0), 'what you typed')
}
/** The skyline in use takes it in where it was read at the position that is planned. */
const into = computed(() => {
  const one = store.skyline
  const here = one?.letter === (job.value.facts.sky.position_letter ?? '')
  return one && here && !one.simulated && !practice.value ? one.name || 'the skyline in use' : ''
})
const words = computed(() => {
  const one = found.value?.result
  if (!one?.points.length) return ''
  const sure = `bearings to about ${one.bearing_error_deg.toFixed(0)}°, heights to ${one.height_error_deg.toFixed(1)}°`
  return `${one.points.length} points over ${Math.round(one.traced_percent)} % of the circle; ${sure}.`
})
const verdict = computed(() => (found.value?.findings[0]?.level ?? 'unknown') as Verdict)
</script>

<template>
  <p v-if="store.locked" class="quiet">This job is signed: its skyline stays as it was.</p>
  <div v-else class="row">
    <n-button v-if="!live" type="primary" @click="open">{{
      !unkept ? 'Trace it with this telephone' : north_known ? 'Go on tracing' : 'Trace it anew: what was led goes'
    }}</n-button>
    <n-button v-if="!live && !unkept" @click="practise">Practise with a simulated one</n-button>
    <n-button v-if="live" @click="close">End</n-button>
    <span v-if="handset.simulated.value" class="quiet"
      >Simulated: drag the sky, or use the arrow keys. What it sees is made up.</span
    >
  </div>
  <p v-if="!live" class="quiet">
    Stand where the terminal will stand, at its height if you can do that safely. Bring the cross to the foot of the
    sky, begin a line, and turn slowly right round, the cross always on the edge of what rises. Say what you follow, and
    how far off it is: what has a distance can be moved and raised with the terminal.
  </p>
  <p class="caution">
    <b>Stand still and look first.</b> Never trace from a ladder, an edge or while walking, and never look into the sun.
  </p>
  <handset-told :state="handset.state.value" />
  <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  <p v-if="said" role="status">{{ said }}</p>
  <div v-if="live" class="both">
    <div class="left">
      <trace-stage
        :view="view"
        :size="size"
        :leading="leading !== null"
        :words="words"
        :stream="stream"
        :posed="handset.simulated.value ? posed : null"
        @toggle="toggle"
        @pose="pose"
        @size="size = $event"
      />
      <n-button class="lead" size="large" :type="leading ? 'default' : 'primary'" @click="toggle">{{
        leading ? 'End the line' : 'Begin a line'
      }}</n-button>
    </div>
    <div class="beside">
      <trace-ring
        :matter="matter"
        :traced="found?.result.traced ?? []"
        :percent="found?.result.matter_percent ?? 0"
        :bearing="held?.bearing_true_deg ?? null"
        :target="target?.azimuth_deg ?? null"
      />
      <p v-if="held" class="now">
        <b>{{ held.bearing_true_deg == null ? 'no north' : `${held.bearing_true_deg.toFixed(0)}° true` }}</b><b
          >{{ held.height_deg.toFixed(1) }}° up</b
        >
      </p>
    </div>
  </div>
  <template v-if="live && !store.locked">
    <div class="row">
      <choice-box label="What you follow" :value="kind" :options="kinds" @choose="kind = $event as typeof kind" />
      <label
        >How far off ({{ unitSign('m', prefs.system) }})<held-input
          unit="m"
          :value="distance_m"
          placeholder="not known"
          @number="distance_m = $event"
      /></label>
      <n-button v-if="strokes.length && !leading" class="foot" @click="takeBack">Take the last line back</n-button>
    </div>
    <div class="row">
      <n-button v-for="one in landmarks" :key="one.name" size="small" @click="setBy(one.seen.bearing_deg, one.name)"
        >{{ one.name }} is under the cross</n-button
      >
      <label
        >Bearing of what is under the cross, {{ prefs.north === 'magnetic' ? 'by compass' : 'true'
        }}<held-input unit="compass_deg" :value="typed" placeholder="a known bearing" @number="typed = $event"
      /></label>
      <n-button class="foot" size="small" @click="toTyped">Set it by that</n-button>
    </div>
    <handset-zero v-if="!handset.simulated.value" :now="held" />
  </template>
  <template v-if="found?.result.points.length">
    <p class="result">
      <verdict-stone :verdict="verdict" /><span
        >{{ words }}
        <template v-if="verdict !== 'clear'"
          ><b>{{ found.findings[0]!.message }}.</b> {{ found.findings[0]!.clears_by }}</template
        ></span
      >
    </p>
    <div v-if="!store.locked" class="row">
      <n-checkbox v-if="put" :checked="true" disabled>It is in the skyline: see Points</n-checkbox>
      <template v-else>
        <label
          >Camera over ground ({{ unitSign('m', prefs.system) }})<held-input
            unit="m"
            :value="eye_m"
            placeholder="as the terminal"
            @number="eye_m = $event"
        /></label>
        <n-button v-if="into" type="primary" :disabled="!!leading" @click="keep(false)"
          >Put it into “{{ into }}”</n-button
        >
        <n-button :disabled="!!leading" class="foot" @click="keep(true)">Make a skyline of its own</n-button>
      </template>
    </div>
  </template>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(280px, 1fr) 220px;
  gap: 16px;
  align-items: start;
}
.left {
  display: grid;
  gap: 8px;
  scroll-margin-top: 76px;
}
.beside {
  display: grid;
  justify-items: center;
  gap: 4px;
}
.now {
  display: flex;
  gap: 16px;
  margin: 0;
  font-size: 20px;
}
.lead {
  width: 100%;
  min-height: 64px;
  font-size: 20px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.foot {
  align-self: end;
}
.result {
  display: flex;
  gap: 10px;
  align-items: center;
  margin: 0;
}
@media (max-width: 700px) {
  .both {
    grid-template-columns: 1fr;
  }
}
</style>
