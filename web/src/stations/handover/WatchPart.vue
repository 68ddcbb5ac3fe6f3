<script setup lang="ts">
/** The line watched for gaps: by its log or by eye, before the signature or long after, against what Sky predicted. */
import { times } from '@/lib/counted'
import { useIntervalFn } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import client, { unwrap } from '@/api/client'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import HeldInput from '@/fields/HeldInput.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { formatQuantity } from '@/lib/quantity'
import { when } from '@/lib/when'
import UsesList from '@/stations/handover/UsesList.vue'
import { useAfter } from '@/stations/handover/useAfter'
import { CAUSES, clockOf } from '@/stations/sky/trial'
import LastGaps from '@/stations/sky/LastGaps.vue'
import SectorRows from '@/stations/sky/SectorRows.vue'
import TrialHours from '@/stations/sky/TrialHours.vue'
import TrialLog from '@/stations/sky/TrialLog.vue'
import WaitHere from '@/stations/WaitHere.vue'
import { usePrefs } from '@/stores/prefs'

const { store, after, path, trouble, busy, act, refresh } = useAfter()
const prefs = usePrefs()
const zone = computed(() => store.job!.assessment.zone)
const since = computed(() => (store.locked ? (after.value?.result?.watched ?? null) : null))
const watched = computed(() => since.value ?? store.job!.assessment.watched ?? null)
/** Of a signed job the watch of the record stays; a new one is kept beside it. */
const ofRecord = computed(() => store.locked && !since.value && watched.value !== null)
const beganAt = computed(() => (ofRecord.value ? store.job!.facts.handover.watch?.started_at : clock.value?.started_at))
const clock = computed(() => after.value?.watch)
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 1000)
const hours = computed(() => {
  const from = clock.value?.started_at
  return from ? ((clock.value?.ended_at ? Date.parse(clock.value.ended_at) : now.value) - Date.parse(from)) / 3600e3 : 0
})
const typed = (moment: string | null | undefined) => (moment ? when(moment, zone.value).slice(0, 16) : '')
const set = (news: { started_at?: string; ended_at?: string }) =>
  act(() =>
    unwrap(
      client.POST('/api/jobs/{number}/watch/clock', {
        ...path.value,
        body: { started_at: typed(clock.value?.started_at), ended_at: typed(clock.value?.ended_at), ...news },
      }),
    ),
  )
const start = () => act(() => unwrap(client.POST('/api/jobs/{number}/watch/start', path.value)))
const end = () => act(() => unwrap(client.POST('/api/jobs/{number}/watch/end', path.value)))
const forget = () => act(() => unwrap(client.DELETE('/api/jobs/{number}/watch', path.value)))
const cause = ref<'blocked' | 'no_satellite' | 'network' | 'power' | 'unknown'>('unknown')
const goneSince = ref<number | null>(null)
const bearing = ref('')
const azimuth = () => {
  const read = Number(bearing.value.replace(',', '.'))
  return bearing.value.trim() && Number.isFinite(read) ? read : null
}
const gap = (seconds: number) =>
  act(() =>
    unwrap(
      client.POST('/api/jobs/{number}/watch/gaps', {
        ...path.value,
        body: { seconds, cause: cause.value, azimuth_deg: azimuth() },
      }),
    ),
  )
async function press(): Promise<void> {
  if (goneSince.value === null) {
    goneSince.value = Date.now()
    return
  }
  const seconds = Math.max(0.1, Math.round((Date.now() - goneSince.value) / 100) / 10)
  goneSince.value = null
  await gap(seconds)
}
const strike = (at: number) =>
  act(() =>
    unwrap(client.DELETE('/api/jobs/{number}/watch/gaps/{at}', { params: { path: { number: store.number, at } } })),
  )
const bearings = computed(() => (watched.value?.counted.sectors ?? []).some((one) => one.observed_percent > 0))
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const percent = (value: number) => `${value.toFixed(2)} %`
const OPTIONS = Object.entries(CAUSES).map(([value, label]) => ({ value, label }))
</script>

<template>
  <leaf-part leaf="watch">
    <template v-if="watched">
      <p class="quiet">
        {{
          ofRecord
            ? 'As it was handed over. Watch it again below: that is kept beside the record.'
            : store.locked
              ? 'Since the hand-over.'
              : ''
        }}
      </p>
      <p class="answer">{{ watched.come_back }}</p>
      <div class="figures">
        <p>
          <b>{{ percent(watched.counted.available_percent) }}</b><span class="quiet small"
            >with service<template v-if="watched.available_low_percent != null"
              >, 90 % sure between {{ percent(watched.available_low_percent) }} and
              {{ percent(watched.available_high_percent!) }}</template
            ><template v-else>; too few hours or gaps to say how sure</template></span
          >
        </p>
        <p>
          <b>{{ show(watched.counted.interruptions_per_h, 'per_h') }}</b><span class="quiet small"
            >gaps, 90 % sure between {{ watched.gaps_low_per_h.toFixed(1) }} and
            {{ watched.gaps_high_per_h.toFixed(1) }} an hour</span
          >
        </p>
        <p>
          <b>{{ show(watched.counted.longest_s, 's') }}</b><span class="quiet small"
            >the longest of {{ clockOf(watched.counted.hours_h) }}</span
          >
        </p>
      </div>
    </template>
    <p v-else class="quiet">
      A speed test lasts seconds. Watch the line for some hours, or read the terminal’s own log after a night: gaps,
      their causes and bearings are held against what Sky predicted.
    </p>
    <p class="row">
      <n-button v-if="!clock?.started_at" type="primary" :disabled="busy" @click="start">Begin to watch</n-button>
      <template v-else>
        <b class="clock" role="timer">{{ clockOf(hours) }}</b>
        <n-button v-if="!clock.ended_at" :disabled="busy" @click="end">End the watch</n-button>
        <button type="button" class="link" @click="forget">Take the watch out</button>
      </template>
    </p>
    <div class="fields" data-fact="handover.watch">
      <label
        >Watched from, by the site’s clock<held-input
          :value="typed(clock?.started_at)"
          placeholder="2026-11-24 18:00"
          @text="set({ started_at: $event })"
      /></label>
      <label
        >Watched until<held-input
          :value="typed(clock?.ended_at)"
          placeholder="or 06:00"
          @text="set({ ended_at: $event })"
      /></label>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <wait-here code="statistics" />
    <trial-log of="watch" @taken="refresh" />
    <section v-if="clock?.started_at" class="block">
      <h2>Or by eye</h2>
      <div class="row">
        <n-button
          v-if="!clock.ended_at"
          size="large"
          :type="goneSince === null ? 'default' : 'error'"
          :disabled="busy"
          @click="press"
          >{{
            goneSince === null ? 'Service is gone' : `Back again: ${((now - goneSince) / 1000).toFixed(0)} s`
          }}</n-button
        >
        <choice-box
          label="Cause, as far as you know"
          :value="cause"
          :options="OPTIONS"
          @choose="cause = $event as typeof cause"
        />
        <label
          >Bearing, true (°)<input v-model="bearing" class="short" inputmode="decimal" placeholder="not known"
        /></label>
        <n-button v-if="!clock.log_name" class="foot" :disabled="busy" @click="gap(0)">None was seen so far</n-button>
      </div>
      <p v-if="clock.log_name" class="quiet small">
        {{ clock.log_name }}: {{ clock.event_count }} gaps.<template v-if="clock.by_hand">
          What nobody saw is not in a count by hand.</template
        >
      </p>
      <last-gaps label="The last gaps" :first="clock.first_number" :gaps="clock.events" @strike="strike" />
    </section>
    <section v-if="watched" class="block">
      <h2>By cause</h2>
      <table class="grid-table" aria-label="Gaps by cause">
        <tbody>
          <tr v-for="one in watched.counted.causes" :key="one.cause">
            <th scope="row">{{ CAUSES[one.cause] }}</th>
            <td>
              {{ times(one.count) }}, {{ percent(one.percent) }} of the time, longest {{ show(one.longest_s, 's') }}
            </td>
          </tr>
        </tbody>
      </table>
      <template v-if="bearings">
        <h2>By bearing, against the predicted skyline</h2>
        <sector-rows label="Gaps by bearing" :sectors="watched.counted.sectors" />
      </template>
      <trial-hours v-if="beganAt" :hours="watched.counted.hours" :started-at="beganAt" />
      <p class="quiet small">{{ watched.counted.because }}</p>
    </section>
    <section class="block">
      <h2>What the line is good for</h2>
      <uses-list />
    </section>
  </leaf-part>
</template>

<style scoped>
.answer {
  font-size: 18px;
  font-weight: 700;
}
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 16px;
}
.figures p {
  display: grid;
}
.figures b {
  font-size: 28px;
}
.clock {
  font-size: 24px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.short {
  width: 110px;
  height: 44px;
}
.foot {
  align-self: end;
}
</style>
