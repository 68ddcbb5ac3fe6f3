<script setup lang="ts">
/** Rindle listens: to the microphone, or to a recording. It names the pattern and marks where the sound fell. */
import { IconEar } from '@tabler/icons-vue'
import { NButton, NCheckbox } from 'naive-ui'
import { computed, onBeforeUnmount, ref } from 'vue'
import client, { formOf, type Schemas, unwrap } from '@/api/client'
import FilePickButton from '@/fields/FilePickButton.vue'
import { listenTo, type Piece } from '@/lib/recorder'
import SoundTwin from '@/stations/peak/SoundTwin.vue'
import { usePeak } from '@/stations/peak/usePeak'

const { store, job, axis, markHere } = usePeak()
type Result = Schemas['ListenResult']
const told = ref<Result | null>(null)
const fault = ref('')
const by = ref(false)
const stop = ref<(() => void) | null>(null)
const marked = ref<{ at: number; mark: string }[]>([])
const asking = ref(false)
const pattern = computed(
  () =>
    (job.value.facts.picks.words?.indicators ?? []).find((one) => one.state && one.state === told.value?.now?.state) ??
    null,
)

async function ask(file: Blob): Promise<Result | null> {
  try {
    return await unwrap(
      client.POST('/api/jobs/{number}/listen', {
        params: { path: { number: job.value.number } },
        body: { file: file as never },
        bodySerializer: formOf,
      }),
    )
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
    return null
  }
}
/** A mark is taken once: its moment since listening began tells it from the one before. */
async function piece(one: Piece): Promise<void> {
  if (asking.value) return
  asking.value = true
  const found = await ask(one.wav)
  asking.value = false
  if (!found) return
  told.value = found
  for (const mark of found.marks) {
    const at = one.from_s + mark.at_s
    if (marked.value.some((other) => Math.abs(other.at - at) < 1.2)) continue
    marked.value.push({ at, mark: mark.mark })
    if (by.value) await markHere(mark.mark, store.telemetry?.[`${axis.value}_turning`] ?? 'up')
  }
}
async function begin(): Promise<void> {
  fault.value = ''
  marked.value = []
  try {
    stop.value = await listenTo((one) => void piece(one))
  } catch (error) {
    fault.value = `${error instanceof Error ? error.message : 'No microphone.'} A recording can be read instead, or mark by ear.`
  }
}
function end(): void {
  stop.value?.()
  stop.value = null
}
onBeforeUnmount(end)
async function file(chosen: File): Promise<void> {
  fault.value = ''
  told.value = await ask(chosen)
}
const seconds = (value: number) => `${value.toFixed(1)} s`
</script>

<template>
  <section class="listen">
    <h2>Rindle listens</h2>
    <p class="quiet">
      It hears which pattern sounds, and where the long tone breaks and comes back. Keep the telephone near the dish;
      nothing of it is kept.
    </p>
    <div class="row">
      <n-button v-if="!stop" @click="begin"
        ><template #icon><icon-ear /></template>Listen</n-button
      >
      <n-button v-else type="primary" @click="end">Stop listening</n-button>
      <n-checkbox v-if="!store.locked" v-model:checked="by"
        >mark “fell” and “came back” where the screw stands</n-checkbox
      >
      <file-pick-button accept=".wav" label="Read a recording (WAV)" @files="([one]) => one && file(one)" />
    </div>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <div v-if="told" class="told" role="status">
      <b>{{ told.now?.name || 'No pattern of this family is heard' }}</b>
      <sound-twin :indicator="pattern" />
      <p v-if="pattern">
        {{ pattern.text }} <span class="quiet">Not: {{ pattern.not_means }}</span>
      </p>
      <ol v-if="told.heard.length" class="run" aria-label="Heard in time">
        <li v-for="(one, index) in told.heard" :key="index">
          {{ seconds(one.from_s) }} to {{ seconds(one.to_s) }}: {{ one.name }}
        </li>
      </ol>
      <p v-if="told.marks.length">
        <b v-for="(one, index) in told.marks" :key="index"
          >{{ one.mark === 'fell' ? 'fell' : 'came back' }} at {{ seconds(one.at_s)
          }}{{ index < told.marks.length - 1 ? ', ' : '' }}</b
        >
      </p>
    </div>
  </section>
</template>

<style scoped>
.listen,
.told {
  display: grid;
  gap: 8px;
}
.listen p,
.run {
  margin: 0;
}
.run {
  padding-left: 20px;
  font-size: 14px;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
</style>
