<script setup lang="ts">
/** What the modem is told: every entry of its own list with where it comes from, typed twice where a slip costs a day, read back. */
import { IconAlertTriangle, IconCircleCheck, IconCircleDashed } from '@tabler/icons-vue'
import { NButton, NInput } from 'naive-ui'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import DeviceTrouble from '@/frame/DeviceTrouble.vue'
import CopyText from '@/frame/CopyText.vue'
import ChangesOf from '@/frame/ChangesOf.vue'
import EntryField from '@/fields/EntryField.vue'
import Fact from '@/fields/Fact.vue'
import { clock } from '@/lib/when'
import { formatQuantity } from '@/lib/quantity'
import WaitHere from '@/stations/WaitHere.vue'
import { useBringUp } from '@/stations/bringup/useBringUp'
import { usePrefs } from '@/stores/prefs'

const { store, job, told, terminal, isPanel, reach, setBack } = useBringUp()
const prefs = usePrefs()
const OWN = ['beam_letter', 'activation_code'] as const
const own = (code: string) => OWN.find((name) => name === code)
const rows = computed(() => job.value.assessment.told_entries?.rows ?? [])
const waits = computed(() => job.value.assessment.radio_stages?.code_waits ?? false)
const takeable = computed(() => rows.value.filter((one) => one.takeable))
function take(): void {
  const news = Object.fromEntries(takeable.value.map((one) => [one.code, one.known]))
  const others = Object.fromEntries(Object.entries(news).filter(([code]) => !own(code)))
  void store.patch({
    ...(news.beam_letter ? { beam_letter: news.beam_letter } : {}),
    ...(Object.keys(others).length ? { modem_entries: { ...told.value.modem_entries, ...others } } : {}),
  })
}
const entered = computed(() => JSON.stringify(rows.value.map((one) => [one.code, one.value])))
const note = ref('')
const went = ref<string | null>(null) // what the entries were when they went out; null: nothing went, or it was read back
const busy = ref('')
const onceMore = ref(false) // pressed while it went out: what was entered meanwhile goes after it
const sent = computed(() => {
  if (busy.value === 'tell') return onceMore.value ? 'Sending; then once more' : 'Sending'
  return went.value !== null && went.value !== entered.value ? 'Changed since it was sent: send it again' : note.value
})
/** Without power its page takes nothing and shows nothing; until it has answered nobody knows. */
const off = computed(() => reach.value && !store.telemetry?.powered)
const ASK_MS = 1000
useIntervalFn(
  () => {
    if (off.value && !store.locked && !store.deviceTrouble && !document.hidden) void store.poll()
  },
  ASK_MS,
  { immediateCallback: true },
)
async function tell(): Promise<void> {
  if (busy.value === 'tell') {
    onceMore.value = true
    return
  }
  busy.value = 'tell'
  do {
    onceMore.value = false
    const whole = await store.arrived()
    const going = entered.value
    const arrived = whole && (await store.tell())
    note.value = arrived ? `Sent at ${clock(new Date(), job.value.assessment.zone)}` : ''
    went.value = arrived ? going : null
  } while (onceMore.value && went.value !== null)
  busy.value = ''
}
/** What the modem's page shows now goes into the column of what it shows. */
async function readBack(): Promise<void> {
  busy.value = 'read'
  if (await store.poll()) {
    const shown = store.telemetry?.entries ?? {}
    const kept = told.value.told_back ?? []
    const rest = kept.filter((one) => !shown[one.code])
    const fresh = Object.entries(shown).map(([code, value]) => ({
      ...(kept.find((one) => one.code === code) ?? { id: '', code, again: '', shown: '' }),
      shown: value,
    }))
    await store.replaceList('told_back', [...rest, ...fresh])
    note.value = `Read back at ${clock(new Date(), job.value.assessment.zone)}`
    went.value = null
  }
  busy.value = ''
}
const position = computed(() => job.value.assessment.visit?.position_entry ?? null)
const settings = computed(() => told.value.settings ?? [])
const mark = (index: number) =>
  store.replaceList(
    'settings',
    settings.value.map((one, at) => (at === index ? { ...one, entered: !one.entered } : one)),
  )
const shows = (index: number, shown: string) =>
  store.replaceList(
    'settings',
    settings.value.map((one, at) => (at === index ? { ...one, shown } : one)),
  )
const STANDING: Record<string, string> = {
  open: 'open',
  entered: 'not read back',
  ordered: 'as ordered, not read back',
  shown: 'the modem has it',
  differs: 'does not agree',
}
/** What belongs to a carrier: what is typed into the modem and is no secret, and who answers for it. */
const carrier = computed(() => [
  'bringup.carrier_by',
  'bringup.carrier_reason',
  'bringup.modem_entries.carrier_mhz',
  ...rows.value.filter((one) => !one.secret).map((one) => `bringup.modem_entries.${one.code}`),
])
const has = (code: string) => rows.value.some((one) => one.code === code)
</script>

<template>
  <div v-if="takeable.length && !store.locked" class="row">
    <n-button type="primary" @click="take">Take what the job knows</n-button>
    <span class="quiet">{{ takeable.map((one) => `${one.label} ${one.known}`).join(', ') }}</span>
  </div>
  <p v-if="waits" class="caution">
    <b>Before the code is entered:</b> note the radio figures, with a picture. After the restart its page may not show
    them any more. <router-link :to="`/jobs/${store.number}/bringup/radio`">Note them</router-link>
  </p>
  <ol class="entries" data-fact="bringup.told_back">
    <li v-for="one in rows" :key="one.code" :class="{ wrong: one.agrees === false || one.well_formed === false }">
      <div v-if="one.typed" class="cell">
        <entry-field
          :field="own(one.code) ?? 'modem_entries'"
          :part="own(one.code) ? '' : one.code"
          :label="one.label"
          :value="one.value"
          :secret="one.secret"
          :maxlength="one.code === 'beam_letter' ? 3 : own(one.code) ? 40 : 160"
          :hint="`Looks like ${one.example}`"
        />
        <p v-if="!one.known" class="quiet small">from {{ one.where }}</p>
      </div>
      <div v-else class="cell">
        <b>{{ one.label }}</b>
        <p class="quiet small">{{ one.known ? `${one.where}: ${one.known}` : `from ${one.where}` }}</p>
      </div>
      <label v-if="one.twice" class="cell"
        ><span>Typed again</span>
        <n-input
          :key="`again-${one.again}`"
          :default-value="one.again"
          :disabled="store.locked"
          :type="one.secret ? 'password' : 'text'"
          show-password-on="click"
          :input-props="{ autocomplete: 'off', 'aria-label': `${one.label}, typed again` }"
          placeholder=""
          @change="setBack(one.code, 'again', $event)"
        />
      </label>
      <span v-else class="cell" />
      <label class="cell"
        ><span>The modem shows</span>
        <n-input
          :key="`shown-${one.shown}`"
          :default-value="one.shown"
          :disabled="store.locked"
          :type="one.secret ? 'password' : 'text'"
          show-password-on="click"
          :input-props="{ autocomplete: 'off', 'aria-label': `${one.label}, as the modem shows it` }"
          placeholder=""
          @change="setBack(one.code, 'shown', $event)"
        />
      </label>
      <p class="state">
        <icon-circle-check v-if="one.standing === 'shown'" :size="22" aria-hidden="true" />
        <icon-alert-triangle v-else-if="one.standing === 'differs'" :size="22" aria-hidden="true" />
        <icon-circle-dashed v-else :size="22" aria-hidden="true" />
        {{ STANDING[one.standing ?? 'open'] }}
        <template v-if="one.off_m != null"> · {{ formatQuantity(one.off_m, 'm', prefs.system) }} off</template>
      </p>
      <span v-if="one.spelled && one.known" class="quiet small say">{{ one.where }} says</span>
      <copy-text
        v-if="one.spelled"
        class="say"
        :text="one.value || one.known"
        :spoken="one.spelled"
        :what="one.label"
      />
    </li>
  </ol>
  <div v-if="reach" class="row">
    <n-button type="primary" :disabled="off || busy === 'read' || !rows.some((one) => one.value)" @click="tell"
      >Send to the modem</n-button
    ><n-button :loading="busy === 'read'" :disabled="off || busy === 'tell'" @click="readBack"
      >Read back from its page</n-button
    ><span class="quiet" aria-live="polite">{{ sent }}</span>
  </div>
  <p v-if="reach && store.telemetry?.powered === false && !store.deviceTrouble" role="status">
    It has no power: its page takes nothing and shows nothing.
    <router-link :to="`/jobs/${store.number}/bringup/states`">Switch it on</router-link>
  </p>
  <device-trouble v-if="reach" />
  <template v-if="position && !isPanel">
    <h2>The site’s position, as this modem wants it</h2>
    <copy-text
      :text="`${position.latitude_text}\n${position.longitude_text}`"
      :spoken="position.spoken"
      what="the position"
    />
  </template>
  <template v-if="settings.length">
    <h2>Settings sheet of the network</h2>
    <ul class="settings" aria-label="Settings sheet" data-fact="bringup.settings">
      <li v-for="(one, index) in settings" :key="one.name">
        <label
          ><input type="checkbox" :checked="one.entered" :disabled="store.locked" @change="mark(index)" /><b>{{
            one.name
          }}</b>
          <span>{{ one.secret ? 'kept by you, not by Rindle' : one.value || 'no value on the sheet' }}</span></label
        >
        <n-input
          v-if="!one.secret && one.value && one.entered"
          :key="`shown-${one.shown}`"
          :default-value="one.shown"
          :disabled="store.locked"
          :input-props="{ autocomplete: 'off', 'aria-label': `${one.name}, as the page shows it` }"
          placeholder="the page shows"
          @change="shows(index, $event)"
        />
      </li>
    </ul>
  </template>
  <fact v-if="settings.length" at="bringup.settings_read_with" />
  <template v-if="terminal?.access">
    <h2>What its page says of itself</h2>
    <div class="fields">
      <fact at="bringup.shown_serial" />
      <fact at="bringup.shown_address" />
    </div>
  </template>
  <template v-if="terminal?.access && !isPanel">
    <h2>Configuration file</h2>
    <div class="fields">
      <fact at="bringup.config_name" />
      <fact at="bringup.config_sum_wanted" />
      <fact at="bringup.config_sum" />
      <fact at="bringup.config_restarted" />
      <wait-here v-if="told.config_name && !told.config_restarted" code="config_restart" />
    </div>
  </template>
  <template v-if="has('carrier_mhz') || told.carrier_by">
    <h2>A carrier that was set by hand</h2>
    <div class="fields">
      <fact at="bringup.carrier_by" />
      <fact at="bringup.carrier_reason" />
    </div>
    <changes-of :of="carrier" title="Changed by whom, and when" />
  </template>
</template>

<style scoped>
.entries {
  list-style: none;
  margin: 0;
  padding: 0;
}
.entries li {
  display: grid;
  grid-template-columns: minmax(200px, 1.3fr) minmax(140px, 1fr) minmax(140px, 1fr) 150px;
  gap: 4px 16px;
  align-items: start;
  padding: 12px 0;
  border-top: 1px solid var(--rule);
}
.entries .wrong {
  border-left: 4px solid var(--rust);
  padding-left: 12px;
}
.cell {
  min-width: 0;
}
label.cell span:first-child {
  display: block;
  margin-bottom: 6px;
  font-weight: 600;
  font-size: 14px;
}
.cell p {
  margin: 2px 0 0;
}
.state {
  display: flex;
  gap: 6px;
  align-items: center;
  margin: 24px 0 0;
  font-weight: 600;
  flex-wrap: wrap;
}
.wrong .state {
  color: var(--rust);
}
.say {
  grid-column: 1 / -1;
}
.settings {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
}
.settings li {
  display: grid;
  grid-template-columns: minmax(240px, 1fr) minmax(140px, 240px);
  gap: 4px 16px;
  align-items: center;
  min-height: 48px;
  padding: 2px 0;
  border-top: 1px solid var(--rule);
}
.settings label {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 44px;
}
@media (max-width: 760px) {
  .entries li,
  .settings li {
    grid-template-columns: 1fr;
  }
  .state {
    margin-top: 4px;
  }
}
</style>
