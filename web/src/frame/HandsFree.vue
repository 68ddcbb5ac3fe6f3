<script setup lang="ts">
/** For one hand and no eyes: the screen stays on, the answer is spoken and felt when it changes, a remote goes on. */
import { IconEar } from '@tabler/icons-vue'
import { NButton, NCheckbox, NPopover } from 'naive-ui'
import { useDebounceFn, useEventListener, useVibrate, useWakeLock } from '@vueuse/core'
import { computed, onBeforeUnmount, watch } from 'vue'
import { BUZZ, spoken } from '@/lib/spoken'
import { VERDICT_WORD, type Verdict } from '@/lib/verdict'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ answer: string; verdict: Verdict }>()
const emit = defineEmits<{ next: [] }>()
/** Keys of a presenter, a headset or a camera remote; a telephone gives its own volume keys to no page. */
const NEXT = new Set(['PageDown', 'MediaTrackNext', 'AudioVolumeUp', 'AudioVolumeDown'])
const SETTLED_MS = 700

const prefs = usePrefs()
const lock = useWakeLock()
const { vibrate, isSupported: canBuzz } = useVibrate()
const voice = 'speechSynthesis' in window ? window.speechSynthesis : null
const free = computed(() => prefs.handsFree)
const any = computed(() => free.value.awake || free.value.voice || free.value.buzz || free.value.remote)

watch(
  () => free.value.awake,
  (awake) => {
    if (!lock.isSupported.value) return
    void (awake ? lock.request('screen') : lock.release()).catch(() => undefined)
  },
  { immediate: true },
)
function say(text: string): void {
  if (!voice) return
  voice.cancel()
  voice.speak(new SpeechSynthesisUtterance(spoken(text)))
}
const tell = useDebounceFn(() => {
  if (free.value.voice) say(`${VERDICT_WORD[props.verdict]}. ${props.answer}`)
  if (free.value.buzz) vibrate(BUZZ[props.verdict])
}, SETTLED_MS)
watch([() => props.answer, () => props.verdict], () => void tell())
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (!free.value.remote || !NEXT.has(event.key)) return
  event.preventDefault()
  emit('next')
})
onBeforeUnmount(() => voice?.cancel())
</script>

<template>
  <n-popover trigger="click" placement="bottom-end" :style="{ maxWidth: '320px' }">
    <template #trigger
      ><n-button text :class="['free', { on: any }]"
        ><template #icon><icon-ear /></template>Hands free</n-button
      ></template
    >
    <div class="choices">
      <n-checkbox v-model:checked="prefs.handsFree.awake" :disabled="!lock.isSupported.value"
        >The screen stays on</n-checkbox
      >
      <p v-if="!lock.isSupported.value" class="quiet small">
        This browser lets no page keep the screen on here; it does over https or on the laptop itself.
      </p>
      <n-checkbox v-model:checked="prefs.handsFree.voice" :disabled="!voice">The answer is spoken</n-checkbox>
      <n-button v-if="prefs.handsFree.voice && voice" size="small" @click="say(answer)">Say it now</n-button>
      <p v-if="!voice" class="quiet small">This browser has no voice.</p>
      <n-checkbox v-model:checked="prefs.handsFree.buzz" :disabled="!canBuzz"
        >It is felt: short for clear, long for a hold</n-checkbox
      >
      <p v-if="!canBuzz" class="quiet small">This device does not vibrate for a page.</p>
      <n-checkbox v-model:checked="prefs.handsFree.remote">A remote goes on: next reading or step</n-checkbox>
      <p class="quiet small">
        The forward key of a presenter or a headset. A telephone keeps its own volume keys to itself.
      </p>
    </div>
  </n-popover>
</template>

<style scoped>
.choices {
  display: grid;
  gap: 8px;
}
.choices p {
  margin: -4px 0 0 24px;
}
.free :deep(.n-button__content),
.free :deep(.n-button__icon) {
  color: var(--ink);
}
.on {
  font-weight: 700;
}
</style>
