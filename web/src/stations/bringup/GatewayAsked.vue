<script setup lang="ts">
/** The gateway of the house, where it can be asked: what its page shows, and what is put into it. */
import { NButton } from 'naive-ui'
import { ref } from 'vue'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import { countdown } from '@/stations/build/rows'
import { useBringUp } from '@/stations/bringup/useBringUp'

/** `send`: the name of the net and the way chosen are put in first. */
const props = defineProps<{ send?: boolean }>()
const { store, told, reach } = useBringUp()
const shown = ref<Schemas['RouterTold'] | null>(null)
const trouble = ref('')
const busy = ref(false)
async function ask(send: boolean): Promise<void> {
  trouble.value = ''
  busy.value = true
  try {
    if (!(await store.arrived())) return
    const path = { params: { path: { number: store.number } } }
    const answer = await unwrap(client.POST('/api/jobs/{number}/device/router', { ...path, body: { send } }))
    if (answer.job.number === store.number) await store.take(answer.job)
    shown.value = answer.told
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div v-if="reach && !store.locked && !store.deviceAbsent" class="asked">
    <div class="row">
      <n-button v-if="props.send" :disabled="busy || !told.wifi_name" @click="ask(true)"
        >Put name and way into the gateway</n-button
      >
      <n-button :disabled="busy" @click="ask(false)">Ask the gateway</n-button>
      <span class="quiet small">A simulated one; of a real one read its page, and enter it here.</span>
    </div>
    <p v-if="trouble" class="fault" role="alert">{{ trouble }}</p>
    <p v-else-if="shown" role="status">
      <template v-if="!shown.powered">It has no power: switch on at States.</template>
      <template v-else>
        {{ shown.outer_address ? `Outer address ${shown.outer_address}.` : 'The line has given it no address yet.' }}
        <template v-if="shown.wifi_name">Its net is “{{ shown.wifi_name }}”.</template>
        <b v-if="shown.takes_hold_s"> What was put in takes hold in {{ countdown(1000 * shown.takes_hold_s) }}.</b>
        <template v-else-if="told.home_devices?.length"
          >{{ shown.joined?.length ?? 0 }} of {{ told.home_devices.length }} devices have joined.</template
        >
      </template>
    </p>
  </div>
</template>

<style scoped>
.asked p {
  margin: 4px 0 0;
}
</style>
