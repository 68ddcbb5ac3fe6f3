<script setup lang="ts">
/** A figure measured with the telephone in the hand: laid on a face, or held along a mast. It is taken by a press. */
import { IconDeviceMobile } from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { computed, ref, shallowRef, watch } from 'vue'
import { ApiError, calculate, type CalcResult } from '@/api/client'
import HandsetTold from '@/fields/HandsetTold.vue'
import HandsetZero from '@/fields/HandsetZero.vue'
import SlideBar from '@/fields/SlideBar.vue'
import { useJob } from '@/stores/job'
import { laid, type Sample, tipped, useHandset, useHandsetZero } from '@/lib/handset'

type Reading = CalcResult<'handset'>
const props = defineProps<{
  /** What it is told beside how it is held: which part of it points, declination, whose errors it stands in for. */
  given: Record<string, unknown> & { along: 'edge' | 'face' }
  /** How to lay it. */
  how: string
  /** The figures to be shown, large. */
  show: (told: Reading) => string
  name?: string
}>()
const emit = defineEmits<{ take: [told: Reading] }>()
const WINDOW_S = 1.2
const told = shallowRef<Reading | null>(null)
const trouble = ref('')
const { zero } = useHandsetZero()
let recent: Sample[] = []
let busy = false
const handset = useHandset((sample) => {
  recent = [...recent.filter((one) => one.at_s > sample.at_s - WINDOW_S && one.at_s <= sample.at_s), sample]
  void measure()
})
/** One question at a time, of what was told over the last moment. */
async function measure(): Promise<void> {
  if (busy) return
  busy = true
  try {
    const rules = useJob().job?.facts.picks.rules
    const whole = { ...props.given, samples: recent, absolute: handset.absolute.value, zero_deg: zero(), rules }
    const { result } = await calculate('handset', whole)
    if (handset.state.value === 'live') told.value = result
    trouble.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  } finally {
    busy = false
  }
}
const open = computed(() => handset.state.value !== 'off')
function close(): void {
  handset.stop()
  recent = []
  told.value = null
}
function take(): void {
  if (!told.value) return
  emit('take', told.value)
  close()
}
/** The simulated one is turned by two sliders. */
const turned = ref({ bearing: 20, height: 35 })
const posed = () => (props.given.along === 'face' ? tipped : laid)(turned.value.bearing, turned.value.height)
watch(turned, () => handset.pose(posed()), { deep: true })
</script>

<template>
  <n-button v-if="!open" size="small" class="begin" @click="handset.start()"
    ><template #icon><icon-device-mobile /></template>{{ name ?? 'Measure with this telephone' }}</n-button
  >
  <section v-else class="reading" aria-label="Measured with this telephone">
    <p>{{ how }}</p>
    <handset-told :state="handset.state.value" />
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <template v-if="told">
      <p class="figure" :class="{ moving: !told.steady }">{{ show(told) }}</p>
      <p class="quiet small" role="status">
        {{
          told.steady
            ? 'Held steadily'
            : told.too_short
              ? 'Hold it a moment longer'
              : 'It moves: lay it down, hands off'
        }}, to about {{ told.height_error_deg.toFixed(1) }}°.
      </p>
      <handset-zero v-if="given.along === 'edge'" :now="told" @found="recent = []" />
    </template>
    <div v-if="handset.simulated.value" class="sliders">
      <span aria-hidden="true">Turned to</span
      ><slide-bar v-model:value="turned.bearing" label="Turned to" :min="0" :max="359" />
      <span aria-hidden="true">Tipped by</span
      ><slide-bar v-model:value="turned.height" label="Tipped by" :min="-10" :max="90" :step="0.5" />
    </div>
    <div class="row">
      <n-button v-if="told && !handset.simulated.value" type="primary" :disabled="!told.steady" @click="take"
        >Take it</n-button
      >
      <n-button
        v-if="handset.state.value === 'silent' || handset.state.value === 'refused'"
        @click="handset.simulate(posed())"
        >Try a simulated one</n-button
      >
      <span v-if="handset.simulated.value" class="quiet small"
        >Simulated: it measures nothing here, so nothing is taken.</span
      >
      <n-button @click="close">Close</n-button>
    </div>
  </section>
</template>

<style scoped>
.begin {
  max-width: 100%;
  height: auto;
  min-height: 36px;
  white-space: normal;
  text-align: left;
  justify-self: start;
}
.reading {
  display: grid;
  gap: 8px;
  padding: 12px;
  background: var(--paper);
  border-radius: 6px;
}
.reading p {
  margin: 0;
}
.figure {
  font-size: 32px;
  font-weight: 700;
  line-height: 1.15;
}
.moving {
  color: var(--quiet);
}
.sliders {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 12px;
  align-items: center;
  font-size: 14px;
  font-weight: 600;
}
</style>
