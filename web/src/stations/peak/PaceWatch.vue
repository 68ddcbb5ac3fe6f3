<script setup lang="ts">
/** A telephone that rides on the head tells how fast it is turned, against the pace of this receiver. */
import { IconDeviceMobile } from '@tabler/icons-vue'
import { useVibrate } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref, shallowRef } from 'vue'
import { ApiError, calculate } from '@/api/client'
import HandsetTold from '@/fields/HandsetTold.vue'
import { laid, type Sample, useHandset } from '@/lib/handset'
import { formatQuantity } from '@/lib/quantity'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ pace: number }>()
const prefs = usePrefs()
const WINDOW_S = 1
const SIMULATED_STEP_S = 0.1
const { vibrate } = useVibrate({ pattern: 200 })
const rate = shallowRef<number | null>(null)
const fast = ref(false)
const fastest = ref<number | null>(null)
const trouble = ref('')
let recent: Sample[] = []
let busy = false
const handset = useHandset((sample) => {
  recent = [...recent.filter((one) => one.at_s > sample.at_s - WINDOW_S), sample]
  void measure()
})
async function measure(): Promise<void> {
  if (busy || recent.length < 2) return
  busy = true
  try {
    const { result } = await calculate('handset', { samples: recent, pace_deg_per_s: props.pace })
    if (handset.state.value !== 'live') return
    rate.value = result.turn_rate_deg_per_s
    fastest.value = Math.max(fastest.value ?? 0, rate.value)
    fast.value = result.too_fast
    if (fast.value) vibrate()
    trouble.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  } finally {
    busy = false
  }
}
const open = computed(() => handset.state.value !== 'off')
const show = (value: number) => formatQuantity(value, 'deg_per_s', prefs.system)
function close(): void {
  handset.stop()
  recent = []
  rate.value = fastest.value = null
}
/** A simulated head, turned at a steady pace for as long as it is tried. */
const tried = ref(0)
let bearing = 0
let turning = 0
function tryAt(times: number): void {
  window.clearInterval(turning)
  tried.value = times
  handset.simulate(laid(bearing, 0))
  turning = window.setInterval(() => {
    if (handset.state.value === 'off') return window.clearInterval(turning)
    bearing += times * props.pace * SIMULATED_STEP_S
    handset.pose(laid(bearing % 360, 0))
  }, SIMULATED_STEP_S * 1000)
}
/** The fastest of this row, told once: the next begins anew. A simulated one tells nothing. */
function told(): number | null {
  const was = handset.simulated.value ? null : fastest.value
  fastest.value = rate.value === null ? null : 0
  return was === null ? null : Math.round(100 * was) / 100
}
defineExpose({ told })
</script>

<template>
  <n-button v-if="!open" size="small" class="begin" @click="handset.start()"
    ><template #icon><icon-device-mobile /></template>This telephone rides on the head</n-button
  >
  <section v-else class="watch" aria-label="Pace">
    <p class="quiet small">
      Strap it to the head with its screen to you, so that it cannot fall. It tells by light and by a buzz; it makes no
      sound.
    </p>
    <handset-told :state="handset.state.value" />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="rate !== null" class="rate" :class="{ fast }" role="status">
      <b>{{ show(rate) }}</b> {{ fast ? `too fast: at most ${show(pace)}` : `of ${show(pace)}` }}
    </p>
    <p v-if="fastest" class="quiet small">Fastest on this row {{ show(fastest) }}; kept with the row that you press.</p>
    <div class="row">
      <template v-if="['silent', 'refused'].includes(handset.state.value) || handset.simulated.value">
        <n-button size="small" @click="tryAt(0.7)">Simulate: slowly</n-button>
        <n-button size="small" @click="tryAt(2.5)">Simulate: too fast</n-button>
        <span v-if="handset.simulated.value" class="quiet small">Simulated: nothing is kept.</span>
      </template>
      <n-button size="small" @click="close">Close</n-button>
    </div>
  </section>
</template>

<style scoped>
.begin {
  justify-self: start;
}
.watch {
  display: grid;
  gap: 8px;
  padding: 12px;
  background: var(--paper);
  border-radius: 6px;
}
.watch p {
  margin: 0;
}
.rate {
  padding: 8px 12px;
  border-radius: 6px;
  background: var(--stream-tint);
  font-size: 18px;
}
.rate b {
  font-size: 28px;
}
.rate.fast {
  background: var(--rust);
  color: var(--sheet);
}
</style>
