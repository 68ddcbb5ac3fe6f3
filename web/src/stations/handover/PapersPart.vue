<script setup lang="ts">
/** The papers of the job: the report for whom it is, the cards, and the job as one open file. */
import { IconFileText, IconFileTypePdf, IconFileZip } from '@tabler/icons-vue'
import { NButton, NCheckbox } from 'naive-ui'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import type { Schemas } from '@/api/client'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import LeafPart from '@/frame/LeafPart.vue'
import WorkBar from '@/frame/WorkBar.vue'
import { useWork } from '@/lib/useWork'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const whom = ref('firm')
const WHOM = [
  { value: 'firm', label: 'the firm: all of it' },
  { value: 'operator', label: 'the operator' },
  { value: 'customer', label: 'the customer' },
]
const chosen = ref<string[]>([])
const tick = (code: string, on: boolean) =>
  (chosen.value = on ? [...chosen.value, code] : chosen.value.filter((one) => one !== code))
const report = computed(() => {
  const asked = new URLSearchParams({ units: prefs.system, audience: whom.value })
  if (chosen.value.length) asked.set('stations', chosen.value.join(','))
  return `/api/jobs/${store.number}/report.html?${asked.toString()}`
})
const work = useWork()
/** The PDF that was laid out last; it is gone where another one is asked for, or the job has changed. */
const made = shallowRef<{ name: string; url: string } | null>(null)
function forget(): void {
  if (made.value) URL.revokeObjectURL(made.value.url)
  made.value = null
}
watch([() => store.job?.head, whom, chosen, () => prefs.system], forget)
onScopeDispose(forget)
async function layOut(): Promise<void> {
  forget()
  const asked = { units: prefs.system, audience: whom.value, stations: chosen.value }
  const told = await work.run(`/api/jobs/${store.number}/report/work`, asked)
  if (!told) return
  const { name, pdf_base64 } = told as Schemas['ReportLaidOut']
  const bytes = Uint8Array.from(atob(pdf_base64), (one) => one.charCodeAt(0))
  made.value = { name, url: URL.createObjectURL(new Blob([bytes], { type: 'application/pdf' })) }
  Object.assign(document.createElement('a'), { href: made.value.url, download: name }).click()
}
const language = ref('first')
const second = computed(() => job.value.assessment.second_language === true)
const card = (kind: string, form: string) =>
  `/api/jobs/${store.number}/card.${form}?kind=${kind}&units=${prefs.system}&language=${kind === 'customer' ? language.value : 'first'}`
const panel = computed(() => !!job.value.facts.picks.terminal?.panel)
const every = computed(() => [
  ['customer', 'Customer card', 'One page: lights, restart, whom to ring, what hurts, keep out, wireless net.'],
  [
    'repair',
    'Repair card',
    'Where the slack is, what opens, what is glued, joints with their torque, what is built in.',
  ],
  panel.value
    ? ['repeak', 'Re-peak card', 'How the panel stood, as planned and as it was read last.']
    : ['repeak', 'Re-peak card', 'The way back to the peak from counted turns and witness marks.'],
  ['travel', 'Travel card', 'Before driving off, and at the next place.'],
])
const cards = computed(() =>
  every.value.filter(([kind]) => kind !== 'travel' || job.value.facts.brief.permanence === 'portable'),
)
const secrets = ref(false)
const nameless = ref(false)
const bundle = computed(
  () => `/api/bundles?numbers=${store.number}&secrets=${secrets.value && !nameless.value}&nameless=${nameless.value}`,
)
</script>

<template>
  <leaf-part leaf="papers">
    <section class="stack">
      <h2>Report</h2>
      <div class="row papers">
        <choice-box label="For" :value="whom" :options="WHOM" @choose="whom = String($event)" />
        <a class="open" :href="report" target="_blank"
          ><icon-file-text :size="20" aria-hidden="true" /> Read as a page</a
        >
        <n-button size="large" :disabled="work.running.value" @click="layOut"
          ><template #icon><icon-file-type-pdf :size="20" /></template>PDF to print and keep</n-button
        >
        <a v-if="made" class="open" :href="made.url" :download="made.name">{{ made.name }}</a>
      </div>
      <work-bar
        what="Laying out the pages"
        :running="work.running.value"
        :progress="work.progress.value"
        :trouble="work.trouble.value"
        @stop="work.stop"
      />
      <fieldset>
        <legend>Only these stations; none ticked: all that are meant for them</legend>
        <n-checkbox
          v-for="one in job.assessment.stations"
          :key="one.code"
          size="large"
          :checked="chosen.includes(one.code)"
          @update:checked="tick(one.code, $event)"
          >{{ one.name }}</n-checkbox
        >
      </fieldset>
      <p class="quiet small">
        Codes and passwords are masked, and photos go without the place that a camera writes into them. The PDF is one
        that archives keep (PDF/A), with bookmarks. What goes on the roof is printed on waterproof paper or put into a
        sleeve: ink runs.
      </p>
    </section>
    <section class="block">
      <h2>Cards</h2>
      <choice-box
        v-if="second"
        label="Language of the customer card"
        :value="language"
        :options="[
          { value: 'first', label: 'first' },
          { value: 'second', label: 'second' },
        ]"
        @choose="language = String($event)"
      />
      <table class="grid-table" aria-label="Cards">
        <tbody>
          <tr v-for="[kind, name, said] in cards" :key="kind">
            <th scope="row">{{ name }}</th>
            <td class="quiet">{{ said }}</td>
            <td>
              <a class="open" :href="card(kind, 'html')" target="_blank" :aria-label="`${name} as a page`">Page</a>
              <a class="open" :href="card(kind, 'pdf')" target="_blank" :aria-label="`${name} as PDF`">PDF</a>
            </td>
          </tr>
          <tr>
            <th scope="row">Labels</th>
            <td class="quiet">Flags for cable ends, and plates for mast and modem with the job’s number as a code.</td>
            <td><a class="open" :href="`/api/jobs/${store.number}/labels.pdf`" target="_blank">PDF</a></td>
          </tr>
          <tr v-if="job.facts.picks.terminal">
            <th scope="row">Sign</th>
            <td class="quiet">Keeps people out of the beam, or off the panel: whom to ring is on it.</td>
            <td>
              <a class="open" :href="`/api/jobs/${store.number}/sign.pdf?units=${prefs.system}`" target="_blank">PDF</a>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <section class="block">
      <h2>The job as one open file</h2>
      <p class="row">
        <a class="open" :href="bundle"><icon-file-zip :size="20" aria-hidden="true" /> Take it out</a>
        <n-checkbox v-model:checked="secrets" size="large" :disabled="nameless">with codes and passwords</n-checkbox>
        <n-checkbox v-model:checked="nameless" size="large">nameless, for support</n-checkbox>
      </p>
      <p class="quiet small">
        A zip of JSON, documents, drawings and report with checksums; another laptop takes it in at Jobs and joins it
        with its own copy of the same job.
      </p>
    </section>
  </leaf-part>
</template>

<style scoped>
.open {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  font-weight: 600;
  min-height: 44px;
  margin-right: 12px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
legend {
  font-weight: 600;
  font-size: 14px;
  padding: 0 0 4px;
}
td,
tbody th {
  vertical-align: middle;
  white-space: nowrap;
}
td.quiet {
  white-space: normal;
}
.papers {
  align-items: end;
}
</style>
