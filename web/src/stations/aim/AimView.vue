<script setup lang="ts">
/** Bearings, elevations and the satellite over a picture whose bearing is known, or over what the camera sees now. */
import { useLocalStorage } from '@vueuse/core'
import { NButton, NSelect } from 'naive-ui'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import client, { ApiError, calculate, type CalcResult, formOf, unwrap } from '@/api/client'
import SkyLines from '@/drawings/SkyLines.vue'
import FilePick from '@/fields/FilePick.vue'
import HandsetTold from '@/fields/HandsetTold.vue'
import HeldInput from '@/fields/HeldInput.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { anglesOf, useHandset } from '@/lib/handset'
import { useAim } from '@/stations/aim/useAim'
import { pictureOf } from '@/stations/aim/picture'

type View = CalcResult<'view'>
const { store, job, aim, satellite } = useAim()
const PICTURE = /\.(jpe?g|png|webp)$/i
const pictures = computed(() => job.value.documents.filter((one) => PICTURE.test(one.name)))
const documentId = ref<number | null>(null)
const address = computed(() =>
  documentId.value === null ? '' : `/api/jobs/${store.number}/documents/${documentId.value}`,
)
const size = ref({ width_px: 0, height_px: 0 })
/** How the picture looks, where nothing measures it. */
const looks = ref({ azimuth_deg: 0, elevation_deg: 0, view_deg: 65, projection: 'flat' as 'flat' | 'cylindrical' })
/** What a landmark or the level showed the camera to be off by. */
const off = ref({ turn_deg: 0, tip_deg: 0 })
const across = useLocalStorage('rindle-camera-across', 65)
const told = shallowRef<View | null>(null)
const trouble = ref('')
const said = ref('')
const live = ref(false)
const video = ref<HTMLVideoElement | null>(null)
const image = ref<HTMLImageElement | null>(null)
const frame = ref<SVGSVGElement | null>(null)

const targets = computed(() => [
  {
    name: satellite.value.name,
    azimuth_deg: aim.value.azimuth_true_deg % 360,
    elevation_deg: aim.value.elevation_apparent_deg,
  },
  ...(job.value.assessment.landmarks_seen ?? []).map((one) => ({
    name: one.name,
    azimuth_deg: one.seen.bearing_deg % 360,
    elevation_deg: 0,
  })),
])
const skyline = computed(() => {
  const sets = job.value.facts.sky.skylines ?? []
  const chosen = sets[Math.min(job.value.facts.sky.sky_set ?? 0, sets.length - 1)]
  return (chosen?.points ?? []).map((one) => [one.azimuth_deg % 360, one.elevation_deg])
})
/** The device's angles as they came last. */
const handset = useHandset(() => void look())
const device = () =>
  handset.latest.value && {
    ...anglesOf(handset.latest.value),
    screen_deg: handset.screen_deg(),
    declination_deg: aim.value.declination_deg,
  }
const asked = () => ({
  ...size.value,
  ...looks.value,
  ...off.value,
  view_deg: live.value ? across.value : looks.value.view_deg,
  projection: live.value ? 'flat' : looks.value.projection,
  ...(live.value && device() ? { device: device() } : {}),
  targets: targets.value,
  clearance_deg: job.value.facts.picks.rules?.clearance_deg ?? 0,
  skyline: skyline.value,
})
let busy = false
let again = false
/** One question at a time; what came meanwhile is asked next. */
async function look(): Promise<void> {
  if (!size.value.width_px) return
  if (busy) {
    again = true
    return
  }
  busy = true
  try {
    told.value = (await calculate('view', asked())).result
    trouble.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  } finally {
    busy = false
  }
  if (again) {
    again = false
    void look()
  }
}
watch([looks, off, across, targets, skyline], look, { deep: true })

async function open(id: number): Promise<void> {
  stop()
  documentId.value = id
  off.value = { turn_deg: 0, tip_deg: 0 }
  const marked = job.value.facts.sky.sky_photos?.find((one) => one.document_id === id)
  if (!marked || !marked.photo.marks?.length) {
    said.value = 'Its bearing is not known: say what its middle looks at, or drag it until a landmark fits.'
    return
  }
  try {
    const { result } = await calculate('sky_photo', marked.photo)
    looks.value = {
      azimuth_deg: result.middle_azimuth_deg,
      elevation_deg: result.middle_elevation_deg,
      view_deg: result.view_deg,
      projection: marked.photo.projection,
    }
    said.value = `Its bearings were marked at Sky, to about ${result.azimuth_error_deg.toFixed(1)}°.`
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    said.value = error.message
  }
}
async function load(file: File): Promise<void> {
  try {
    const read = await unwrap(
      client.POST('/api/jobs/{number}/sky/photo', {
        params: { path: { number: store.number } },
        body: { file: file as unknown as string },
        bodySerializer: formOf,
      }),
    )
    await store.take(read.job)
    await open(read.document_id)
    if (read.azimuth_deg == null) return
    looks.value = { ...looks.value, azimuth_deg: read.azimuth_deg }
    said.value = 'The telephone noted its bearing, easily ten degrees off: set it by a landmark.'
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  }
}
function loaded(): void {
  const one = image.value!
  size.value = { width_px: one.naturalWidth, height_px: one.naturalHeight }
  void look()
}

let stream: MediaStream | null = null
const secure = typeof navigator !== 'undefined' && navigator.mediaDevices !== undefined
async function begin(): Promise<void> {
  trouble.value = ''
  try {
    await handset.start()
    stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' }, audio: false })
  } catch (error) {
    trouble.value = `The browser does not give the camera: ${(error as Error).message}. Allow it for this page, or load a photo.`
    return
  }
  documentId.value = null
  live.value = true
  said.value = 'A compass beside steel is easily ten degrees off: set it by a landmark before you believe it.'
}
watch(video, (element) => {
  if (!element || !stream) return
  element.srcObject = stream
  void element.play()
})
function playing(): void {
  size.value = { width_px: video.value!.videoWidth, height_px: video.value!.videoHeight }
  void look()
}
function stop(): void {
  stream?.getTracks().forEach((one) => one.stop())
  stream = null
  live.value = false
  handset.stop()
}
onBeforeUnmount(stop)

/** Taken hold of, the lines are shifted: to the right turns it to the left. */
let held: { x: number; y: number; turn_deg: number; tip_deg: number } | null = null
function take(event: PointerEvent): void {
  held = { x: event.clientX, y: event.clientY, ...off.value }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (!held || !frame.value) return
  const perPx = (live.value ? across.value : looks.value.view_deg) / frame.value.clientWidth
  const within = (value: number, most: number) => Math.max(-most, Math.min(most, value))
  off.value = {
    turn_deg: within(held.turn_deg - (event.clientX - held.x) * perPx, 180),
    tip_deg: within(held.tip_deg + (event.clientY - held.y) * perPx, 90),
  }
}
const drop = () => (held = null)
const landmarks = computed(() => targets.value.slice(1))
/** What stands in the middle now is that landmark. */
function setBy(name: string): void {
  const seen = told.value?.targets.find((one) => one.name === name)
  if (!seen) return
  const turn = off.value.turn_deg + seen.turn_deg
  off.value = { turn_deg: ((turn + 540) % 360) - 180, tip_deg: off.value.tip_deg }
  said.value = `Set by ${name}: turned by ${off.value.turn_deg.toFixed(1)}°.`
}

const letter = computed(() => Math.max(size.value.width_px, size.value.height_px) / 46)
const main = computed(() => told.value?.targets[0] ?? null)
const way = computed(() => {
  const seen = main.value
  if (!seen) return ''
  const side = `${Math.abs(seen.turn_deg).toFixed(0)}° to the ${seen.turn_deg >= 0 ? 'right' : 'left'}`
  const up = `${Math.abs(seen.raise_deg).toFixed(0)}° ${seen.raise_deg >= 0 ? 'up' : 'down'}`
  return seen.inside ? `${seen.name} is in the picture.` : `${seen.name}: turn ${side}, tip ${up}.`
})
async function keep(): Promise<void> {
  const source = live.value ? video.value : image.value
  if (!source || !frame.value) return
  const file = await pictureOf(source, frame.value, size.value, `view-${told.value!.azimuth_deg.toFixed(0)}-true.jpg`)
  const kept = await unwrap(
    client.POST('/api/jobs/{number}/documents', {
      params: { path: { number: store.number } },
      body: { file: file as unknown as string },
      bodySerializer: formOf,
    }),
  )
  await store.take(kept)
  said.value = `${file.name} is kept with the job.`
}
</script>

<template>
  <leaf-part leaf="view" title="The satellite over a picture" note="what stands in the way is seen before the climb">
    <div class="row">
      <n-button v-if="secure && !live" @click="begin">Open the camera</n-button>
      <n-button v-if="live" @click="stop">Close the camera</n-button>
      <label v-if="pictures.length" class="pick"
        >Picture of the job<n-select
          :value="documentId"
          :options="pictures.map((one) => ({ label: one.name, value: one.id }))"
          placeholder="None"
          @update:value="open"
      /></label>
      <file-pick
        v-if="!store.locked"
        class="foot"
        label="Load a photo"
        text="Load a photo"
        accept="image/*"
        @files="load($event[0]!)"
      />
    </div>
    <p v-if="!secure" class="quiet">
      The browser gives the camera only to a page of this machine or over TLS (serve --tls); a photo does as well.
    </p>
    <p class="caution">
      <b>Look first where you stand.</b> Not from a ladder or an edge, and never into the sun, with or without a camera.
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="said" role="status">{{ said }}</p>
    <handset-told v-if="live" :state="handset.state.value" />
    <div v-if="live || address" class="stage">
      <video v-if="live" ref="video" playsinline muted @loadedmetadata="playing" />
      <img v-else ref="image" :src="address" alt="" @load="loaded" />
      <svg
        v-if="size.width_px"
        ref="frame"
        :viewBox="`0 0 ${size.width_px} ${size.height_px}`"
        role="img"
        :aria-label="`Lines over the picture. ${way}`"
        @pointerdown="take"
        @pointermove="drag"
        @pointerup="drop"
        @pointercancel="drop"
      >
        <sky-lines v-if="told" :view="told" :size="size" :letter="letter" />
      </svg>
    </div>
    <template v-if="live || address">
      <p v-if="told" class="way">
        <b>{{ way }}</b>
        <span class="quiet"
          >The middle looks {{ told.azimuth_deg.toFixed(0) }}° true, {{ told.elevation_deg.toFixed(0) }}° up. The ring
          is what the house wants free; drag the lines until a landmark fits.</span
        >
      </p>
      <div class="fields">
        <template v-if="!live">
          <label
            >Its middle looks towards (true)<held-input
              unit="deg"
              :value="looks.azimuth_deg"
              @number="looks = { ...looks, azimuth_deg: (($event ?? 0) + 360) % 360 }"
          /></label>
          <label
            >Its middle looks up by<held-input
              unit="deg"
              :value="looks.elevation_deg"
              @number="looks = { ...looks, elevation_deg: $event ?? 0 }"
          /></label>
          <label
            >It shows across<held-input
              unit="deg"
              :value="looks.view_deg"
              @number="looks = { ...looks, view_deg: Math.max(2, $event ?? 65) }"
          /></label>
        </template>
        <label v-else
          >The camera shows across<held-input unit="deg" :value="across" @number="across = Math.max(2, $event ?? 65)"
        /></label>
      </div>
      <p class="row">
        <n-button v-for="one in landmarks" :key="one.name" size="small" @click="setBy(one.name)"
          >{{ one.name }} is in the middle</n-button
        >
        <n-button v-if="!store.locked" size="small" :disabled="!told" @click="keep"
          >Keep this picture with the job</n-button
        >
      </p>
    </template>
  </leaf-part>
</template>

<style scoped>
.pick {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
  min-width: 220px;
}
.stage {
  position: relative;
  overflow: hidden;
  border-radius: 6px;
  touch-action: pan-y;
}
.stage img,
.stage video {
  display: block;
  width: 100%;
}
.stage svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  cursor: grab;
}
.way {
  display: grid;
  gap: 2px;
}
</style>
