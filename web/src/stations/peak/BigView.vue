<script setup lang="ts">
/** Three figures that are readable at two metres, and one tap or key a reading. The screen stays on while it is open. */
import { useEventListener, useWakeLock } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, nextTick, onBeforeUnmount, onMounted, ref } from 'vue'
import { formatQuantity } from '@/lib/quantity'
import { usePeak } from '@/stations/peak/usePeak'

const emit = defineEmits<{ close: []; read: []; mark: [mark: 'fell' | 'back'] }>()
const { store, axis, view, fit, usable, busy } = usePeak()
const root = ref<HTMLElement | null>(null)
const lock = useWakeLock()
onMounted(async () => {
  if (lock.isSupported.value) await lock.request('screen').catch(() => undefined)
  await nextTick()
  root.value?.querySelector<HTMLElement>('button')?.focus()
})
onBeforeUnmount(() => void lock.release().catch(() => undefined))
const db = (value: number | null | undefined) =>
  value == null ? '–' : formatQuantity(value, 'db', 'metric').replace(' dB', '')
const level = computed(() => (usable.value ? db(store.telemetry?.level_db) : db(view.value?.best_level_db)))
const turn = computed(() => {
  const f = fit.value
  if (!f) return 'read'
  if (f.lobe === 'side') return 'side lobe'
  if (f.end_stop) return 'end stop'
  if (!f.bracketed) return 'read on'
  if (f.at_top) return 'on top'
  const by = f.back_turns > 0 ? -f.back_turns : f.forward_turns
  return `${by > 0 ? 'up' : 'down'} ${Math.abs(by).toFixed(2)}`
})
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (event.key === 'n' || event.key === 'PageDown') {
    event.preventDefault()
    event.stopPropagation()
    emit('read')
  }
})
</script>

<template>
  <section ref="root" class="afar" role="dialog" aria-modal="true" aria-label="Readable from afar">
    <div class="figures">
      <div>
        <span>{{ usable ? 'Level now, dB' : 'Best read, dB' }}</span><b>{{ level }}</b>
      </div>
      <div>
        <span>Best so far, dB</span><b>{{ db(view?.best_level_db) }}</b>
      </div>
      <div>
        <span>{{ axis === 'azimuth' ? 'Azimuth' : 'Elevation' }}</span><b class="turn">{{ turn }}</b>
      </div>
    </div>
    <div class="press">
      <n-button type="primary" :loading="busy !== ''" @click="emit('read')">{{
        usable ? 'Read here' : 'Type a reading'
      }}</n-button>
      <n-button @click="emit('mark', 'back')">It came back</n-button>
      <n-button @click="emit('mark', 'fell')">It fell</n-button>
      <n-button @click="emit('close')">Close</n-button>
    </div>
  </section>
</template>

<style scoped>
.afar {
  position: fixed;
  inset: 0;
  z-index: 50;
  display: grid;
  grid-template-rows: 1fr auto;
  gap: 16px;
  padding: 24px;
  background: var(--sheet);
}
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 24px;
  align-content: center;
}
.figures div {
  display: grid;
}
.figures span {
  font-size: 28px;
  color: var(--quiet);
}
.figures b {
  font-size: clamp(64px, 11vw, 150px);
  line-height: 1.05;
  font-variant-numeric: tabular-nums;
}
.figures .turn {
  font-size: clamp(48px, 6.4vw, 96px);
}
.press {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 12px;
}
.press :deep(.n-button) {
  height: 88px;
  font-size: 24px;
}
</style>
