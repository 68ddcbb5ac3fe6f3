<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import CopyText from '@/frame/CopyText.vue'
import DevicePanel from '@/stations/bringup/DevicePanel.vue'
import DrawingView from '@/drawings/DrawingView.vue'
import EntryField from '@/fields/EntryField.vue'
import StatesByHand from '@/stations/bringup/StatesByHand.vue'
import { clock } from '@/lib/when'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const reach = computed(() => job.value.assessment.predicted_level_db != null && !store.locked)
const entries = computed(() => job.value.facts.picks.terminal?.entries ?? [])
const sent = ref('')
let asking = false
async function ask(): Promise<void> {
  if (!reach.value || asking || document.hidden || store.saving > 0) return
  asking = true
  try {
    await store.poll()
  } finally {
    asking = false
  }
}
// A terminal that is down is asked again only on request, so that the message stays readable.
useIntervalFn(
  () => {
    if (!store.deviceTrouble) void ask()
  },
  1000,
  { immediateCallback: true },
)

async function tell(): Promise<void> {
  sent.value = (await store.tell()) ? `Sent at ${clock(new Date())}` : ''
}
const position = computed(() => job.value.assessment.visit?.position_entry ?? null)
const settings = computed(() => job.value.facts.bringup.settings ?? [])
const mark = (index: number) =>
  store.replaceList(
    'settings',
    settings.value.map((one, at) => (at === index ? { ...one, entered: !one.entered } : one)),
  )
const isPanel = computed(() => job.value.facts.picks.terminal?.panel != null)
/** What this terminal is told, in the order of its own list: two entries are facts of their own, the rest go by their code. */
const OWN = ['beam_letter', 'activation_code'] as const
const told = computed(() =>
  entries.value.map((one) => {
    const own = OWN.find((name) => name === one.code)
    const facts = job.value.facts.bringup
    return own
      ? { ...one, field: own, part: '', value: facts[own] }
      : { ...one, field: 'modem_entries' as const, part: one.code, value: facts.modem_entries?.[one.code] ?? '' }
  }),
)
/** The core says whether something is open that comes before power. */
const held = computed(() => {
  const found = job.value.assessment.stations.find((one) => one.code === 'bringup')?.findings ?? []
  return found.find(
    (one) =>
      one.code === 'bringup.before_power' || (one.level === 'hold' && /^bringup\.(qualified|stopped\.)/.test(one.code)),
  )
})
const current = computed(
  () => job.value.assessment.bringup?.rungs.find((one) => one.standing === 'current')?.state ?? null,
)
</script>

<template>
  <p class="caution">
    <b>Before power:</b> earth bonded, cable ends closed, nobody in front of the {{ isPanel ? 'panel' : 'dish' }}. Mains
    work is for licensed people where the local code says so.
  </p>
  <drawing-view name="bringup" />
  <p v-if="current" aria-live="polite">
    {{ current.said }} <span v-if="current.light" class="quiet">Lights: {{ current.light }}.</span>
  </p>
  <device-panel v-if="reach">
    <div class="row">
      <n-button
        v-if="!store.telemetry?.powered"
        type="primary"
        :disabled="held !== undefined"
        @click="store.power(true)"
        >Switch on</n-button
      ><n-button v-else @click="store.power(false)">Switch off</n-button>
      <span v-if="held"
        >It may not be switched on yet: {{ held.message }}.
        <router-link v-if="held.code === 'bringup.before_power'" :to="`/jobs/${store.number}/build`"
          >Mark at Build what comes before power</router-link
        ><router-link v-else :to="`/jobs/${store.number}/brief/crew`">Name who may, at Brief</router-link></span
      >
    </div>
  </device-panel>
  <states-by-hand v-if="job.facts.picks.terminal && (!reach || store.deviceTrouble)" :held="held !== undefined" />
  <section v-if="told.length" class="stack">
    <h2>Tell the {{ isPanel ? 'terminal' : 'modem' }}</h2>
    <div class="fields">
      <entry-field
        v-for="one in told"
        :key="one.code"
        :field="one.field"
        :part="one.part"
        :label="one.label"
        :value="one.value"
        :secret="one.field === 'activation_code'"
        :maxlength="one.field === 'beam_letter' ? 3 : one.part ? 160 : 40"
        :hint="
          one.field === 'beam_letter'
            ? `This site: ${job.assessment.beam?.letter ?? 'no beam'}`
            : `Looks like ${one.example}`
        "
      />
    </div>
    <template v-if="position">
      <h3>The site’s position, as this modem wants it</h3>
      <copy-text
        :text="`${position.latitude_text}\n${position.longitude_text}`"
        :spoken="position.spoken"
        what="the position"
      />
    </template>
    <ul v-if="settings.length" class="settings" aria-label="Settings sheet">
      <li v-for="(one, index) in settings" :key="one.name">
        <label
          ><input type="checkbox" :checked="one.entered" :disabled="store.locked" @change="mark(index)" /><b>{{
            one.name
          }}</b>
          <span>{{ one.secret ? 'kept by you, not by Rindle' : one.value || 'no value on the sheet' }}</span></label
        >
      </li>
    </ul>
    <div v-if="reach" class="row">
      <n-button :disabled="!job.facts.bringup.beam_letter && !job.facts.bringup.activation_code" @click="tell"
        >Send to the modem</n-button
      ><span class="quiet">{{ sent }}</span>
    </div>
  </section>
</template>

<style scoped>
h3 {
  font-size: 15px;
}
.settings {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
}
.settings label {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 40px;
  border-top: 1px solid var(--rule);
}
</style>
