<script setup lang="ts">
/** The call with the operations desk: the sheet in large type, step by step, the carrier's clock, a desk to practise with. */
import Fact from '@/fields/Fact.vue'
import { useIntervalFn, useNow, useSpeechSynthesis } from '@vueuse/core'
import { NButton, NCheckbox, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import DeviceTrouble from '@/frame/DeviceTrouble.vue'
import { formatQuantity, readEntry } from '@/lib/quantity'
import { minutesOf, siteTime, span } from '@/lib/siteClock'
import { clock } from '@/lib/when'
import WaitHere from '@/stations/WaitHere.vue'
import { useBringUp } from '@/stations/bringup/useBringUp'
import { usePrefs } from '@/stores/prefs'

type Step = Schemas['LineupMark']['step']
const { store, job, told, terminal, usable, reach, addLineup } = useBringUp()
const prefs = usePrefs()
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const run = computed(() => job.value.assessment.lineup_run!)
const log = computed(() => told.value.lineup_log ?? [])
const now = useNow({ interval: 1000 })
const slot = computed(() => {
  const at = job.value.facts.brief.lineup_at
  if (!at) return ''
  const clockNow = minutesOf(siteTime(now.value, job.value.assessment.zone ?? 'UTC'))
  if (clockNow < minutesOf(at)) return `in ${span(minutesOf(at) - clockNow)}`
  return run.value.slot_until && clockNow < minutesOf(run.value.slot_until) ? 'it is now' : 'it has passed'
})

/** What is entered with a step. */
const figure = ref('')
const who = ref('')
const number = ref('')
const wantsFigure = (step: Step | null | undefined) => step === 'power' || step === 'isolation'
const read = computed(() => readEntry(figure.value, run.value.next_step === 'power' ? 'dbm' : 'db', 'metric'))
const value = computed(() => ('value' in read.value ? read.value.value : null))
const usual = computed(() => who.value || [...log.value].reverse().find((one) => one.who)?.who || '')
async function done(step: Step): Promise<void> {
  const kept = await addLineup({
    step,
    figure: wantsFigure(step) ? value.value : null,
    who: usual.value,
    number: step === 'approved' ? number.value : '',
  })
  if (kept) figure.value = ''
}
const takeBack = () => store.replaceList('lineup_log', log.value.slice(0, -1))

/** The simulated desk: what was said, and by whom. */
const talk = ref<{ mine: boolean; text: string; refused?: boolean }[]>([])
const aloud = ref(false)
const hurried = ref(false)
const line = ref('')
const { isSupported, speak } = useSpeechSynthesis(line)
const busy = ref('')
const names = computed(() => Object.fromEntries(run.value.steps.map((one) => [one.code, one.name])))
async function say(step: Step): Promise<void> {
  busy.value = step
  const transmit_dbm = step === 'power' ? value.value : null
  const reply = await store.sayToDesk({ step, transmit_dbm, hurried: hurried.value })
  busy.value = ''
  if (!reply) return
  const level = transmit_dbm == null ? '' : `, ${show(transmit_dbm, 'dbm')}`
  talk.value = [
    ...talk.value,
    { mine: true, text: `${names.value[step] ?? step}${level}` },
    { mine: false, text: reply.said, refused: reply.refused },
  ].slice(-20)
  if (aloud.value && isSupported.value) {
    line.value = reply.said
    speak()
  }
}
const PRACTISED: Step[] = ['called', 'readings', 'carrier_on', 'power', 'isolation', 'approved', 'carrier_off']
useIntervalFn(() => {
  if (usable.value && run.value.carrier_on_since && !busy.value && !document.hidden) void store.live()
}, 5000)
const big = computed(() => run.value.next_step)
</script>

<template>
  <p class="caution">
    <b>Nobody is in front of the dish, and nobody’s hand is at the feed, while the carrier is on.</b> Only somebody
    trained for the transmitter switches it.
  </p>
  <p v-if="!terminal?.needs_lineup && !log.length">
    This terminal comes in by itself: no desk lines it up. What is entered here stays all the same.
  </p>
  <p v-if="run.desk">
    <b>{{ run.desk.name }}</b><template v-if="run.desk.telephone">
      · <a :href="`tel:${run.desk.telephone.replace(/\s/g, '')}`">{{ run.desk.telephone }}</a></template
    ><template v-if="run.desk.hours"> · {{ run.desk.hours }}</template>
    <template v-if="job.facts.brief.lineup_at">
      · slot {{ job.facts.brief.lineup_at.replace('T', ' ').slice(0, 16) }}, <b>{{ slot }}</b></template
    ><template v-else>
      · no slot yet: <router-link :to="`/jobs/${store.number}/brief/order`">request one</router-link></template
    ><br /><span class="quiet">{{ run.desk.note }} Hands free: put the call on the loudspeaker before you climb.</span>
  </p>
  <p v-else class="quiet">No operations desk is in the stores for this network: its telephone and limits go there.</p>
  <fact v-if="terminal?.needs_lineup && !log.length" at="bringup.desk_reached" chips />
  <div class="two">
    <section aria-label="Call sheet">
      <h2>Read this out</h2>
      <dl class="sheet">
        <template v-for="one in run.sheet" :key="one.label">
          <dt>{{ one.label }}</dt>
          <dd>
            {{ one.value }}<span>{{ one.spelled }}</span>
          </dd>
        </template>
      </dl>
    </section>
    <div class="stack">
      <section v-if="!store.locked" class="now" aria-live="polite" aria-label="Next">
        <p class="say">{{ run.say }}</p>
        <div class="fields">
          <label v-if="wantsFigure(big)"
            >{{ big === 'power' ? 'Transmit level that the page shows, dBm' : 'Isolation that they read, dB' }}
            <n-input
              v-model:value="figure"
              :input-props="{ inputmode: 'decimal', 'aria-label': 'Figure of this step' }"
          /></label>
          <label v-if="big"
            >Who said it<n-input
              v-model:value="who"
              :placeholder="usual"
              :input-props="{ 'aria-label': 'Who said it' }"
          /></label>
          <label v-if="big === 'approved'"
            >Number of the approval<n-input
              v-model:value="number"
              placeholder=""
              :input-props="{ 'aria-label': 'Number of the approval' }"
          /></label>
        </div>
        <div class="row">
          <n-button
            v-if="big"
            type="primary"
            size="large"
            :disabled="wantsFigure(big) && value === null"
            @click="done(big)"
            >It is done</n-button
          >
          <n-button
            v-if="run.carrier_on_since && big !== 'carrier_off'"
            type="error"
            size="large"
            @click="done('carrier_off')"
            >Carrier is off</n-button
          >
          <n-button quaternary @click="done('not_ready')">The desk is not ready</n-button>
          <n-button v-if="log.length" quaternary @click="takeBack">Take the last step back</n-button>
        </div>
      </section>
      <wait-here code="lineup_restart" told />
      <section aria-label="Steps of the call" data-fact="bringup.lineup_log">
        <h2>Step by step</h2>
        <ol class="steps">
          <li
            v-for="{ code, name, done: was } in run.steps"
            :key="code"
            :class="{ was, next: code === big }"
            :aria-current="code === big ? 'step' : undefined"
          >
            <span aria-hidden="true">{{ was ? '✓' : code === big ? '→' : '·' }}</span> {{ name }}
            <template v-if="code === 'isolation' && run.isolation_db != null">
              : <b>{{ show(run.isolation_db, 'db') }}</b><template v-if="run.isolation_least_db != null">
                of {{ show(run.isolation_least_db, 'db') }}</template
              >
            </template>
          </li>
        </ol>
      </section>
    </div>
  </div>
  <ol v-if="log.length" class="log" aria-label="Log of the call">
    <li v-for="one in log" :key="one.id">
      {{ clock(new Date(one.at), job.assessment.zone) }}
      <b>{{ names[one.step] ?? 'The desk is not ready' }}</b><template v-if="one.figure != null">
        · {{ show(one.figure, one.step === 'power' ? 'dbm' : 'db') }}</template
      ><template v-if="one.who"> · {{ one.who }}</template
      ><template v-if="one.number"> · number {{ one.number }}</template>
    </li>
  </ol>
  <section v-if="reach" class="practice" aria-label="Simulated desk">
    <h2>A simulated desk <span class="quiet note">plays the other side; nothing leaves this machine</span></h2>
    <div class="row">
      <n-checkbox v-model:checked="hurried">It is in a hurry</n-checkbox>
      <n-checkbox v-if="isSupported" v-model:checked="aloud">Let it speak</n-checkbox>
    </div>
    <ul v-if="talk.length" class="talk" aria-live="polite">
      <li v-for="(one, at) in talk" :key="at" :class="{ mine: one.mine, refused: one.refused }">{{ one.text }}</li>
    </ul>
    <div class="row">
      <n-button
        v-for="step in PRACTISED"
        :key="step"
        size="small"
        :type="step === big ? 'primary' : 'default'"
        :loading="busy === step"
        :disabled="!usable || (step === 'power' && value === null && big === 'power')"
        @click="say(step)"
        >{{ names[step] }}</n-button
      >
    </div>
    <device-trouble />
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(320px, 100%), 1fr));
  gap: 16px 32px;
}
.two > * {
  min-width: 0;
  align-content: start;
}
.sheet {
  margin: 0;
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 2px 16px;
  align-items: baseline;
}
.sheet dt {
  color: var(--quiet);
}
.sheet dd {
  margin: 0;
  font-size: 24px;
  font-weight: 700;
  overflow-wrap: anywhere;
}
.sheet dd span {
  display: block;
  font-size: 14px;
  font-weight: 400;
  color: var(--quiet);
}
.steps,
.log,
.talk {
  list-style: none;
  margin: 0;
  padding: 0;
}
.steps li {
  padding: 5px 8px;
  border-top: 1px solid var(--rule);
}
.steps .was {
  color: var(--quiet);
}
.steps .next {
  background: var(--stream-tint);
  font-weight: 700;
}
.now {
  border: 2px solid var(--ink);
  padding: 12px 16px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
.say {
  font-size: 20px;
  margin: 0;
}
.log {
  font-size: 14px;
  font-variant-numeric: tabular-nums;
}
.practice {
  border: 1px dashed var(--quiet);
  border-radius: 6px;
  padding: 12px 16px;
  display: grid;
  gap: 10px;
}
.talk {
  display: grid;
  gap: 6px;
}
.talk li {
  max-width: 80%;
  padding: 6px 12px;
  background: var(--ochre-tint);
  border-radius: 6px;
}
.talk .mine {
  justify-self: end;
  background: var(--stream-tint);
}
.talk .refused {
  border-left: 4px solid var(--rust);
}
.note {
  font-weight: 400;
  font-size: 14px;
}
</style>
