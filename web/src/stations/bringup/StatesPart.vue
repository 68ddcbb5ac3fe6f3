<script setup lang="ts">
/** The way online: every state with its lights, how long it took against the usual, by hand or as the terminal tells; why it is stuck. */
import { times } from '@/lib/counted'
import SaidAnew from '@/stations/SaidAnew.vue'
import { useIntervalFn } from '@vueuse/core'
import { NButton, NPopconfirm } from 'naive-ui'
import { computed, ref } from 'vue'
import Fact from '@/fields/Fact.vue'
import { formatQuantity, readEntry } from '@/lib/quantity'
import { momentAgo } from '@/lib/statesByHand'
import DevicePanel from '@/stations/bringup/DevicePanel.vue'
import LightsShown from '@/stations/bringup/LightsShown.vue'
import StuckCauses from '@/stations/bringup/StuckCauses.vue'
import { useBringUp } from '@/stations/bringup/useBringUp'
import { usePrefs } from '@/stores/prefs'

const POLL_MS = 1000
const LOOK_MS = 10_000
const { store, job, told, terminal, isPanel, reach, held } = useBringUp()
const prefs = usePrefs()
const seconds = (value: number) => formatQuantity(value, 's', prefs.system)
const found = computed(() => job.value.assessment.bringup ?? null)
const rungs = computed(() => found.value?.rungs ?? [])
const here = computed(() => rungs.value.findIndex((one) => one.standing === 'current'))
/** Somebody reads the lights although a terminal could be asked. */
const manual = ref(false)
const byHand = computed(
  () => !store.locked && (!reach.value || !!store.deviceTrouble || !!told.value.powered_at || manual.value),
)
/** While it searches the work goes on at the antenna. */
const goOut = computed(() => job.value.assessment.go_out ?? [])
const online = computed(() => found.value?.online ?? false)
/** Seconds across the axis: the longest stay or usual time, rounded up to a whole minute. */
const across = computed(() => {
  const longest = Math.max(60, ...rungs.value.map((one) => Math.max(one.state.usual_s, one.taken_s ?? 0)))
  return Math.ceil(longest / 60) * 60
})
const ticks = computed(() => {
  const step = [60, 120, 300, 600, 1800, 3600].find((one) => across.value / one <= 6) ?? 7200
  return Array.from({ length: Math.floor(across.value / step) + 1 }, (_, at) => at * step)
})
const share = (value: number) => `${Math.min(100, (100 * value) / across.value)}%`
const late = (at: number) => found.value?.stuck && at === here.value

let asking = false
async function ask(): Promise<void> {
  if (!reach.value || asking || document.hidden || store.saving > 0 || told.value.powered_at || manual.value) return
  asking = true
  try {
    await store.poll()
  } finally {
    asking = false
  }
}
// A terminal that is down is asked again only on request, so that the message stays readable.
useIntervalFn(() => void (store.deviceTrouble || ask()), POLL_MS, { immediateCallback: true })
useIntervalFn(() => {
  if (told.value.powered_at && !online.value && !store.locked && !document.hidden) void store.lookAtStates()
}, LOOK_MS)

/** It has power, sounds, and does not send by itself while somebody points it; no power where that is not kept. */
async function install(): Promise<void> {
  if (await store.patch({ install_mode: 'yes' })) await store.power(true)
}

const ago = ref('0')
const minutes = computed(() => {
  const read = readEntry(ago.value, 'min', 'metric')
  return 'value' in read && read.value !== null && read.value >= 0 ? read.value : null
})
const reached = (code: string) => {
  if (minutes.value === null) return
  void store.enterState(code, momentAgo(minutes.value, Date.now())).then((kept) => {
    if (!kept) return
    ago.value = '0'
    void store.lookAtStates() // what was reached some minutes ago has lasted since
  })
}
</script>

<template>
  <said-anew
    station="bringup"
    code="bringup.came_up_as"
    label="They are of the terminal of the job now"
    @said="store.patch({ online_satellite_code: '', online_constellation_code: '', online_terminal_code: '' })"
  />
  <device-panel v-if="reach && !told.powered_at">
    <div class="row">
      <template v-if="!store.telemetry?.powered"
        ><n-button
          v-if="!isPanel && told.install_mode !== 'yes'"
          type="primary"
          size="large"
          :disabled="held.length > 0"
          @click="install"
          >Start in installation mode</n-button
        ><n-button
          :type="isPanel || told.install_mode === 'yes' ? 'primary' : 'default'"
          size="large"
          :disabled="held.length > 0"
          @click="store.power(true)"
          >Switch on</n-button
        ></template
      ><n-button v-else @click="store.power(false)">Switch off</n-button>
      <span v-if="held.length"
        >It may not be switched on yet: {{ held.join('; ') }}.
        <router-link :to="`/jobs/${store.number}/bringup/before`">What comes before power</router-link></span
      >
      <template v-else-if="!store.telemetry?.powered"
        ><router-link :to="`/jobs/${store.number}/bringup/before`">What comes before power</router-link
        ><n-button quaternary @click="manual = !manual">{{
          manual ? 'Ask the terminal' : 'I read it off the lights'
        }}</n-button></template
      >
    </div>
    <p class="row quiet">
      <n-button size="small" quaternary @click="store.practise(!store.telemetry?.fault_count)">{{
        store.telemetry?.fault_count ? 'Take the fault out again' : 'Practise: put in a fault that nobody tells me'
      }}</n-button>
      <span v-if="store.telemetry?.fault_count">Something is wrong with the stand-in. Find it by the causes.</span>
    </p>
  </device-panel>
  <stuck-causes v-if="found?.stuck && found.causes?.length" :found="found" />
  <section class="stack" aria-label="States">
    <h2>
      The way online
      <span v-if="found?.restart_count" class="quiet note">started again {{ times(found.restart_count) }}</span>
    </h2>
    <p v-if="goOut.length" class="out" role="status">
      <b>{{
        found?.stays_for === 'install'
          ? 'It waits in installation mode: the work is at the antenna.'
          : 'It searches: now go out, once.'
      }}</b>
      Take along {{ goOut.join(', ') }}. The modem stays as it is.
      <router-link :to="`/jobs/${store.number}/peak/preset`">Peak</router-link>
    </p>
    <p v-if="byHand" class="quiet">
      Press what the lights or its page show. Times count from the moment it was switched on.
    </p>
    <p v-if="byHand && held.length" role="status">
      {{ here < 0 ? 'It may not be switched on yet' : 'No state is taken' }}: {{ held.join('; ') }}.
      <router-link :to="`/jobs/${store.number}/bringup/before`">What comes before power</router-link>
    </p>
    <ol :class="['states', { byhand: byHand }]" data-fact="bringup.states_entered">
      <li
        v-for="(one, at) in rungs"
        :key="one.state.code"
        :class="{ here: one.standing === 'current', ahead: one.standing === 'ahead', late: late(at) }"
        :aria-current="one.standing === 'current' ? 'step' : undefined"
      >
        <span class="mark" aria-hidden="true" />
        <span class="name"
          ><b>{{ one.state.name }}</b
          ><br /><span class="quiet small">{{ one.state.said }}</span>
          <span v-if="at === here && found?.meanwhile" class="small"
            ><br /><b>Meanwhile:</b> {{ found.meanwhile }}</span
          >
        </span>
        <lights-shown v-if="one.state.lights?.length" :lights="one.state.lights" :words="one.lights_text ?? ''" />
        <span v-else class="quiet small">{{ one.state.light ? `Lights: ${one.state.light}` : '' }}</span>
        <span class="time">
          <span class="track" aria-hidden="true"
            ><i v-if="one.taken_s != null" :style="{ width: share(one.taken_s) }" /><u
              :style="{ left: share(one.state.usual_s) }"
          /></span>
          <span class="said"
            ><b v-if="one.taken_s != null">{{ seconds(one.taken_s) }}</b>
            <span v-if="one.state.usual_s" class="quiet">usually {{ seconds(one.state.usual_s) }}</span
            ><span v-if="(one.stay_count ?? 0) > 1" class="quiet"
              >, entered {{ times(one.stay_count ?? 0) }}</span
            ></span
          >
        </span>
        <n-button
          v-if="byHand && (here < 0 ? at === 0 : at !== here)"
          :type="at === here + 1 ? 'primary' : 'default'"
          :quaternary="here >= 0 && at < here"
          :disabled="held.length > 0 || minutes === null"
          @click="reached(one.state.code)"
          >{{ at === 0 && here < 0 ? 'Switched on' : at < here ? 'Fell back' : 'Reached' }}</n-button
        >
      </li>
      <li v-if="rungs.length" class="axis" aria-hidden="true">
        <span /><span /><span class="quiet small">minutes</span>
        <span class="scale"
          ><span v-for="tick in ticks" :key="tick" :style="{ left: share(tick) }">{{ tick / 60 }}</span></span
        >
      </li>
    </ol>
    <div v-if="byHand" class="row">
      <label for="minutes-ago">Minutes ago</label>
      <input id="minutes-ago" v-model="ago" inputmode="decimal" :aria-invalid="minutes === null ? 'true' : undefined" />
      <span v-if="minutes === null" class="fault" role="alert">A number of minutes, such as 2.5, is accepted.</span>
      <n-popconfirm
        v-if="here >= 0"
        positive-text="It is off"
        negative-text="Keep them"
        @positive-click="store.forgetStates()"
      >
        <template #trigger><n-button quaternary>It is switched off</n-button></template>
        The times of its states go out; they begin anew when it is switched on again.
      </n-popconfirm>
    </div>
    <p v-for="fault in [store.faults.at, store.faults.code].filter(Boolean)" :key="fault" class="fault" role="alert">
      {{ fault }}
    </p>
  </section>
  <p v-if="job.assessment.injector_means" data-fact="bringup.injector_light">
    <b>Injector</b> {{ job.assessment.injector_means }}
  </p>
  <div class="fields">
    <fact v-if="!isPanel" at="bringup.install_mode" chips />
    <fact v-if="byHand && !isPanel" at="bringup.device_level_db" />
    <fact v-if="byHand && !isPanel" at="bringup.device_input_dbm" />
    <fact v-if="byHand" at="bringup.self_restart_count" />
    <fact v-if="byHand && terminal?.injector_lights?.length" at="bringup.injector_light" chips />
    <fact v-if="online" at="bringup.page_works" chips />
  </div>
</template>

<style scoped>
.states {
  list-style: none;
  margin: 0;
  padding: 0;
}
.states > li {
  display: grid;
  grid-template-columns: 20px minmax(150px, 1fr) minmax(170px, 1fr) minmax(150px, 1fr) max-content;
  gap: 4px 12px;
  align-items: center;
  min-height: 52px;
  padding: 4px 8px 4px 0;
  border-top: 1px solid var(--rule);
  position: relative;
}
.mark {
  width: 14px;
  height: 14px;
  border-radius: 50%;
  border: 3px solid var(--stream);
  background: var(--stream);
  justify-self: center;
}
.here .mark {
  background: var(--sheet);
}
.ahead .mark {
  border-color: var(--rule);
  background: none;
}
.late .mark {
  border-color: var(--rust);
}
.here {
  background: var(--stream-tint);
}
.ahead .name b {
  font-weight: 400;
}
.track {
  display: block;
  position: relative;
  height: 14px;
}
.track i {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--stream);
  min-width: 2px;
}
.late .track i {
  background: var(--rust);
}
.track u {
  position: absolute;
  top: -4px;
  bottom: -4px;
  border-left: 2px solid var(--ink);
}
.said {
  font-variant-numeric: tabular-nums;
  font-size: 14px;
}
.states > .axis {
  min-height: 28px;
}
.scale {
  position: relative;
  height: 18px;
  font-size: 14px;
  color: var(--quiet);
}
.scale span {
  position: absolute;
  transform: translateX(-50%);
}
.scale span:first-child {
  transform: none;
}
.note {
  font-weight: 400;
  font-size: 14px;
}
input {
  width: 88px;
  height: 44px;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
.states.byhand > li {
  grid-template-columns:
    20px minmax(150px, 1fr) minmax(170px, 1fr) minmax(150px, 1fr)
    104px; /* the rows stand in line */
}
@media (max-width: 760px) {
  .states > li,
  .states.byhand > li {
    grid-template-columns: 20px 1fr;
  }
  .states > li > * + * {
    grid-column: 2;
  }
  .axis > .quiet,
  .axis > span + span:empty {
    display: none;
  }
}
</style>
