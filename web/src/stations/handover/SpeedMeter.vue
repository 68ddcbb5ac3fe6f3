<script setup lang="ts">
/** The browser measures the line itself against a server, with its progress, and can be stopped; a run is made of it. */
import { NButton } from 'naive-ui'
import { computed, onScopeDispose, ref } from 'vue'
import { useAsked } from '@/api/cache'
import client, { type Schemas, TAB, unwrap } from '@/api/client'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import WorkBar from '@/frame/WorkBar.vue'
import { formatQuantity } from '@/lib/quantity'
import { measure, type Part } from '@/lib/speed'
import { rowId, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const { data: servers } = useAsked(
  () => ['speed', store.number],
  () => unwrap(client.GET('/api/jobs/{number}/speed', { params: { path: { number: store.number } } })),
)
const chosen = ref('near')
const link = ref<'wired' | 'wireless'>('wired')
const part = ref<Part | ''>('')
const share = ref(0)
const trouble = ref('')
const last = ref('')
const WORDS: Record<Part, string> = { echo: 'Echo time', down: 'Download', up: 'Upload' }
let stop: AbortController | null = null
const options = computed(() => (servers.value ?? []).map((one) => ({ value: one.code, label: one.name })))
const token = () => /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? ''
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
async function begin(): Promise<void> {
  stop = new AbortController()
  trouble.value = last.value = ''
  part.value = 'echo'
  try {
    const found = await measure(`/api/jobs/${store.number}/speed/${chosen.value}`, {
      signal: stop.signal,
      onProgress: (now, done) => {
        part.value = now
        share.value = done
      },
      headers: { 'X-CSRFToken': token(), 'X-Rindle-Tab': TAB, 'Content-Type': 'application/octet-stream' },
    })
    const round = (value: number) => Math.round(value * 10) / 10
    const run: Schemas['ServiceRun'] = {
      id: rowId(),
      when: 'after',
      down_mbps: round(found.down_mbps),
      up_mbps: round(found.up_mbps),
      latency_ms: Math.round(found.latency_ms),
      source: options.value.find((one) => one.value === chosen.value)?.label ?? '',
      device: 'this browser',
      link: link.value,
      measured_at: new Date().toISOString(),
    } as Schemas['ServiceRun']
    await store.replaceList('runs', [...(store.job?.facts.handover.runs ?? []), run])
    last.value = `${show(run.down_mbps, 'mbps')} down, ${show(run.up_mbps, 'mbps')} up, ${show(run.latency_ms, 'ms')}: it stands among the runs.`
  } catch (error) {
    trouble.value =
      (error as Error).name === 'AbortError'
        ? 'Stopped: no run was made of it.'
        : `It could not be measured: ${(error as Error).message}`
  } finally {
    part.value = ''
  }
}
onScopeDispose(() => stop?.abort())
</script>

<template>
  <section v-if="options.length && !store.locked" class="meter" aria-label="Measure here">
    <div class="row">
      <choice-box label="Measure against" :value="chosen" :options="options" @choose="chosen = String($event)" />
      <choice-box
        label="This computer is"
        :value="link"
        :options="[
          { value: 'wired', label: 'on a cable' },
          { value: 'wireless', label: 'on the wireless net' },
        ]"
        @choose="link = $event as typeof link"
      />
      <n-button v-if="!part" type="primary" class="foot" @click="begin">Measure now</n-button>
    </div>
    <work-bar
      :what="part ? WORDS[part] : ''"
      :running="Boolean(part)"
      :progress="share"
      :trouble="trouble"
      @stop="stop?.abort()"
    />
    <p v-if="last" role="status">{{ last }}</p>
    <p class="quiet small">
      Unplug the old line first. These servers are simulated and say nothing of a real line; runs of any test page are
      entered below.
    </p>
  </section>
</template>

<style scoped>
.meter {
  display: grid;
  gap: 8px;
  border: 1px solid var(--rule);
  border-radius: 6px;
  padding: 12px 16px;
}
.foot {
  align-self: end;
}
</style>
