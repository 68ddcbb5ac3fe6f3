<script setup lang="ts">
/** The device's camera with a large button and a timer: step back, hear the count, hold on with both hands. */
import { IconCamera } from '@tabler/icons-vue'
import { useVibrate } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { onBeforeUnmount, ref, useTemplateRef, watch } from 'vue'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{
  label: string
  fileName: string
  /** Puts the picture with the job; false where it could not be sent. */ keep: (file: File) => Promise<unknown>
}>()
const TIMES_S = [3, 10]
const SECOND_MS = 1000
const QUALITY = 0.9

const prefs = usePrefs()
const { vibrate } = useVibrate({ pattern: 80 })
/** Browsers give the camera to a page over TLS, or on the laptop itself. */
const may = navigator.mediaDevices !== undefined
const open = ref(false)
const trouble = ref('')
/** Seconds until the picture; null: nothing counts. */
const left = ref<number | null>(null)
const video = useTemplateRef<HTMLVideoElement>('video')
/** A picture on its way, or refused: it stays here until the server has it. */
const unsent = ref<{ file: File; url: string; refused: boolean } | null>(null)
let stream: MediaStream | null = null
let tick = 0

function stop(): void {
  window.clearTimeout(tick)
  left.value = null
  stream?.getTracks().forEach((one) => one.stop())
  stream = null
  open.value = false
}
let gone = false
onBeforeUnmount(() => {
  gone = true
  stop()
})

async function send(file: File): Promise<void> {
  unsent.value = { file, url: unsent.value?.url ?? URL.createObjectURL(file), refused: false }
  if (!(await props.keep(file))) {
    unsent.value = { ...unsent.value, refused: true }
    return
  }
  URL.revokeObjectURL(unsent.value.url)
  unsent.value = null
}

async function begin(): Promise<void> {
  trouble.value = ''
  try {
    stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' }, audio: false })
    open.value = true
    if (gone) stop() // it came after the page had turned to something else
  } catch (error) {
    trouble.value = `The browser does not give the camera: ${(error as Error).message}. Allow it for this page, or choose a picture.`
  }
}
watch(video, (element) => {
  if (!element || !stream) return
  element.srcObject = stream
  void element.play()
})

function say(words: string): void {
  if (prefs.handsFree.voice && 'speechSynthesis' in window) speechSynthesis.speak(new SpeechSynthesisUtterance(words))
}
function count(from: number): void {
  window.clearTimeout(tick)
  left.value = from
  if (!from) {
    take()
    return
  }
  say(`${from}`)
  tick = window.setTimeout(() => count(from - 1), SECOND_MS)
}
function take(): void {
  const seen = video.value
  left.value = null
  if (!seen?.videoWidth) {
    trouble.value = 'The camera shows nothing yet: wait until its picture is there, then press again.'
    return
  }
  const paper = document.createElement('canvas')
  paper.width = seen.videoWidth
  paper.height = seen.videoHeight
  paper.getContext('2d')!.drawImage(seen, 0, 0)
  paper.toBlob(
    (blob) => {
      if (!blob) return
      vibrate()
      say('Taken')
      stop()
      void send(new File([blob], `${props.fileName}.jpg`, { type: 'image/jpeg' }))
    },
    'image/jpeg',
    QUALITY,
  )
}
</script>

<template>
  <n-button v-if="may && !open" size="large" :aria-label="`Camera: ${label}`" @click="begin"
    ><template #icon><icon-camera /></template>Camera</n-button
  >
  <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  <p v-if="unsent" class="shot" role="status">
    <img :src="unsent.url" alt="The picture that is not sent yet" />
    <template v-if="unsent.refused"
      >The server did not take it. <n-button size="large" @click="send(unsent.file)">Send it again</n-button></template
    >
    <template v-else>On its way: it goes by itself once the server is reached.</template>
    <a :href="unsent.url" :download="unsent.file.name">Save it on this device</a>
  </p>
  <div v-if="open" class="shot" role="group" :aria-label="`Camera: ${label}`">
    <div class="frame">
      <video ref="video" playsinline muted />
      <b v-if="left" class="count" role="timer">{{ left }}</b>
    </div>
    <div class="presses">
      <template v-if="left === null">
        <n-button type="primary" size="large" class="big" @click="count(0)">Take it</n-button>
        <n-button v-for="one in TIMES_S" :key="one" size="large" class="big" @click="count(one)"
          >In {{ one }} s</n-button
        >
        <n-button size="large" quaternary @click="stop">Close</n-button>
      </template>
      <n-button v-else size="large" class="big" @click="stop">Stop</n-button>
    </div>
  </div>
</template>

<style scoped>
.shot {
  flex-basis: 100%;
}
.frame {
  position: relative;
  max-width: 640px;
}
img {
  display: block;
  max-width: 240px;
  border-radius: 6px;
}
video {
  display: block;
  width: 100%;
  border-radius: 6px;
  background: var(--ink);
}
.count {
  position: absolute;
  inset: 0;
  display: grid;
  place-items: center;
  color: var(--paper);
  font-size: 8rem;
  text-shadow: 0 0 12px var(--ink);
}
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  margin-top: 0.5rem;
}
.big {
  min-width: 6rem;
  min-height: 56px;
}
</style>
