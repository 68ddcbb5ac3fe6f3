<script setup lang="ts">
/** A trial without a log: outages are written down as they are seen, and none seen is said too. */
import { useIntervalFn } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import client, { type Schemas, unwrap } from '@/api/client'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import LastGaps from '@/stations/sky/LastGaps.vue'
import { CAUSES } from '@/stations/sky/trial'
import { useJob } from '@/stores/job'

const store = useJob()
const facts = computed(() => store.job!.facts.sky.trial!)
const last = ref<Schemas['OutagesOut'] | null>(null)
const path = { params: { path: { number: store.number } } }
async function ask(): Promise<void> {
  last.value = await unwrap(client.GET('/api/jobs/{number}/trial/outages', path))
}
watch(() => [store.job?.trial_event_count, facts.value.started_at], ask, { immediate: true })

const goneSince = ref<number | null>(null)
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 200)
const gone = computed(() => (goneSince.value === null ? 0 : (now.value - goneSince.value) / 1000))
const start = ref('')
const seconds = ref('')
const bearing = ref('')
const cause = ref<Schemas['OutageIn']['cause']>('unknown')
const trouble = ref('')
const number = (text: string) => (text.trim() ? Number(text.replace(',', '.')) : null)
const fault = (name: string) => store.faults[name] ?? ''
const faults = computed(() =>
  ['start', 'seconds', 'azimuth_deg', 'outage', 'trial'].map(fault).filter(Boolean).join(' '),
)
async function write(body: Schemas['OutageIn']): Promise<void> {
  if (await store.writeOutage(body)) {
    start.value = seconds.value = ''
    trouble.value = ''
  }
}
async function press(): Promise<void> {
  if (goneSince.value === null) {
    goneSince.value = now.value = Date.now()
    return
  }
  const length = Math.round((Date.now() - goneSince.value) / 100) / 10
  const began = new Date(goneSince.value).toISOString()
  goneSince.value = null
  await write({ start: began, seconds: Math.max(0.1, length), cause: cause.value, azimuth_deg: number(bearing.value) })
}
async function enter(): Promise<void> {
  const length = number(seconds.value)
  if (length === null || !(length > 0)) {
    trouble.value = `${seconds.value || 'Empty'} is no length of an outage: seconds are accepted, such as 12.5`
    return
  }
  await write({ start: start.value, seconds: length, cause: cause.value, azimuth_deg: number(bearing.value) })
}
const OPTIONS = Object.entries(CAUSES).map(([value, label]) => ({ value, label }))
</script>

<template>
  <p v-if="!facts.started_at" class="quiet">
    Start the trial, or enter when it began: then outages can be written down as you see them.
  </p>
  <template v-else>
    <p class="row">
      <n-button v-if="!facts.ended_at" size="large" :type="goneSince === null ? 'default' : 'error'" @click="press">{{
        goneSince === null ? 'Service is gone' : `Back again: ${gone.toFixed(1)} s`
      }}</n-button>
      <choice-box
        label="Cause, as far as you know"
        :value="cause"
        :options="OPTIONS"
        @choose="cause = $event as typeof cause"
      />
      <label
        >Bearing, true (°)<input v-model="bearing" class="short" inputmode="decimal" placeholder="not known"
      /></label>
    </p>
    <form class="row" @submit.prevent="enter">
      <label
        >Began, by the site’s clock<input v-model="start" placeholder="14:05:10" aria-label="Outage began"
      /></label>
      <label>Lasted (s)<input v-model="seconds" class="short" inputmode="decimal" placeholder="12" /></label>
      <n-button attr-type="submit" class="foot">Write it down</n-button>
      <n-button
        v-if="!facts.log_name"
        class="foot"
        @click="write({ start: '', seconds: 0, cause: 'unknown', azimuth_deg: null })"
        >None was seen so far</n-button
      >
    </form>
    <p v-if="trouble || faults" class="trouble" role="alert">{{ trouble || faults }}</p>
    <p v-if="facts.log_name" class="quiet small">
      {{ facts.log_name }}: {{ store.job!.trial_event_count }} outages. What nobody saw is not in a count by hand: a log
      is better.
    </p>
    <last-gaps
      v-if="last"
      label="The last outages"
      :first="last.first_number"
      :gaps="last.outages"
      @strike="store.strikeOutage"
    />
  </template>
</template>

<style scoped>
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
input {
  height: 44px;
  width: 176px;
}
.short {
  width: 110px;
}
.foot {
  align-self: end;
}
</style>
