<script setup lang="ts">
/** The reversal test of the device itself: laid, then turned end for end on the same spot. */
import { NButton } from 'naive-ui'
import { ref } from 'vue'
import { ApiError, calculate, type CalcResult } from '@/api/client'
import { laid, useHandsetZero } from '@/lib/handset'

const props = defineProps<{ now: CalcResult<'handset'> | null }>()
const emit = defineEmits<{ found: [] }>()
const { zero, keep } = useHandsetZero()
const known = ref(zero())
/** What it showed the first way round, before any correction. */
const first = ref<number | null>(null)
const trouble = ref('')
/** Any sample: asked only whether that can be a device's own error. */
const LEVEL = [{ at_s: 0, ...laid(0, 0) }]
const raw = () => props.now?.told_height_deg ?? null
async function second(): Promise<void> {
  const there = raw()
  if (there === null || first.value === null) return
  try {
    const { result } = await calculate('reversal', { first_deg: first.value, turned_round_deg: -there })
    await calculate('handset', { samples: LEVEL, zero_deg: result.correction_deg }) // refuses what is no zero
    first.value = null
    trouble.value = ''
    keep(result.correction_deg)
    known.value = result.correction_deg
    emit('found')
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = `${error.message} Was it turned end for end on the same spot? Lay it as at first, and try again.`
    first.value = null
  }
}
</script>

<template>
  <div class="zero">
    <p class="quiet small">
      {{
        known === null
          ? 'Its level was not tried: a telephone is easily a degree off. Lay it on any flat thing, its long edge up the slope.'
          : `Its level was tried: it reads ${Math.abs(known).toFixed(1)}° too ${known >= 0 ? 'much' : 'little'}, which is taken off.`
      }}
    </p>
    <n-button v-if="first === null" size="small" :disabled="!now?.steady" @click="first = raw()">{{
      known === null ? 'It lies: try its level' : 'Try its level again'
    }}</n-button>
    <template v-else>
      <span>Now turn it end for end on the same spot.</span>
      <n-button size="small" type="primary" :disabled="!now?.steady" @click="second">It is turned round</n-button>
    </template>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  </div>
</template>

<style scoped>
.zero {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.zero p {
  margin: 0;
}
</style>
