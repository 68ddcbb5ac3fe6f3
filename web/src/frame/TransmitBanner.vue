<script setup lang="ts">
/** Whether the outdoor unit sends, on every station from Mount on; a test carrier that is left on cannot be missed. */
import { useIntervalFn, useNow } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import { play } from '@/lib/sounder'
import { useJob } from '@/stores/job'

const ALARM_MS = 15_000
const store = useJob()
const told = computed(() => store.job?.assessment.transmit ?? null)
const now = useNow({ interval: 1000 })
const run = computed(() => store.job?.assessment.lineup_run ?? null)
const onSince = computed(() => (told.value?.carrier_on_since ? new Date(told.value.carrier_on_since) : null))
const seconds = computed(() =>
  onSince.value ? Math.max(0, (now.value.getTime() - onSince.value.getTime()) / 1000) : 0,
)
const over = computed(() => !!run.value?.carrier_over_at && now.value >= new Date(run.value.carrier_over_at))
const lasts = computed(() => {
  const whole = Math.floor(seconds.value)
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
})
useIntervalFn(() => {
  if (over.value && !store.locked) play({ pitch_hz: 880, pitch_end_hz: 660, on_s: 0.25, off_s: 0.15 }, 1.5)
}, ALARM_MS)
</script>

<template>
  <div
    v-if="told && !store.locked"
    class="transmit"
    :class="[told.state, { over }]"
    :role="told.carrier_on_since ? 'alert' : 'status'"
    aria-label="Transmitter"
  >
    <svg viewBox="0 0 28 20" width="28" height="20" aria-hidden="true">
      <circle v-if="told.state === 'off'" cx="14" cy="10" r="6" class="line" />
      <path v-else-if="told.state === 'unknown'" d="M14 3 L23 17 H5 Z" class="line" stroke-dasharray="3 3" />
      <path v-else-if="told.state === 'install'" d="M8 4 h12 v12 h-12 z M8 16 L20 4" class="line" />
      <path v-else-if="told.state === 'may'" d="M14 3 L23 17 H5 Z" class="line" />
      <path v-else d="M14 3 L23 17 H5 Z M2 4 q-3 6 0 12 M26 4 q3 6 0 12" class="full" />
    </svg>
    <b>{{ told.words }}</b>
    <template v-if="told.carrier_on_since">
      <span class="clock" role="timer">test carrier on for {{ lasts }}</span>
      <b v-if="over">It is on longer than the desk lends it. Switch it off now.</b>
      <n-button type="error" @click="$router.push(`/jobs/${store.number}/bringup/lineup`)">To the line-up</n-button>
    </template>
    <span v-else class="why">{{ told.why }}</span>
    <n-button v-if="told.state === 'unknown'" @click="store.forgetStates()">Its plug is pulled</n-button>
  </div>
</template>

<style scoped>
.transmit {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: center;
  padding: 2px 0 2px 10px;
  margin: 0 0 6px;
  border-left: 4px solid var(--rule);
  font-size: 14px;
  min-height: 28px;
}
.why {
  color: var(--quiet);
}
@media (max-width: 600px) {
  .transmit:not(.over) {
    display: block; /* one sentence after the other, not one column beside the next */
  }
  .transmit svg {
    vertical-align: -4px;
  }
  .transmit > * + * {
    margin-left: 6px;
  }
}
.install {
  border-color: var(--stream);
}
.unknown,
.may {
  border-color: var(--ochre);
  background: var(--ochre-tint);
}
.on {
  border-color: var(--rust);
  background: var(--rust-tint, var(--ochre-tint));
}
.over {
  font-size: 18px;
  padding: 10px;
  border: 4px solid var(--rust);
  animation: call 1s steps(2, jump-none) infinite;
}
@keyframes call {
  to {
    border-color: var(--ink);
  }
}
@media (prefers-reduced-motion: reduce) {
  .over {
    animation: none;
  }
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.full {
  fill: var(--rust);
  stroke: var(--rust);
  stroke-width: 2;
}
path.full {
  fill-rule: nonzero;
}
.clock {
  font-variant-numeric: tabular-nums;
  font-weight: 700;
}
</style>
