<script setup lang="ts">
/** How an end is made, and the test record of each cable. */
import { computed } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { counted } from '@/lib/counted'
import { formatQuantity } from '@/lib/quantity'
import SaidAnew from '@/stations/SaidAnew.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ ports: string[] }>()
const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const run = computed(() => job.value.assessment.cable)
/** Nothing is reckoned of a way that is not measured whole. */
const expected = computed(() => (run.value && !run.value.untold_count ? run.value.loss_high_db : null))
const kind = computed(() => job.value.assessment.ends_kind)
/** A record from before it was told has the list of coaxial ends. */
const asked = computed(() => {
  const told = job.value.assessment.ends_asked ?? []
  return told.length ? told : undefined
})
const places = computed(() => job.value.assessment.cable_list?.ends ?? [])
const connectors = computed(() =>
  (job.value.facts.picks.words?.connectors ?? []).map((one) => ({ value: one.code, label: one.name })),
)
const ends = computed(() => job.value.assessment.cable_list?.end_count ?? null)
const columns = computed(() =>
  columnsOf(
    'cable.tests',
    { key: 'run', main: true, choices: props.ports.map((one) => ({ label: one, value: one })) },
    'continuity',
    'short',
    'loss_db',
    'by',
  ),
)
const usual = computed(() => ({
  label: 'A row for each cable',
  rows: props.ports.map((run) => ({ run, continuity: '', short: '' })),
}))
</script>

<template>
  <said-anew
    station="cable"
    code="cable.made_of"
    label="It was done with the cable of now"
    @said="store.patch({ made_cable_code: '' })"
  />
  <p v-if="!kind" class="quiet">Its ends are sealed: nothing is made, cut or joined. Cap the plug until it is mated.</p>
  <template v-else>
    <drawing-view name="connector" />
    <fact at="cable.end_checks" :only="asked" with-text="text" whole />
    <div v-if="places.length" class="made">
      <section v-for="one in places" :key="String(one.outdoors)">
        <h2>{{ counted(one.count, 'end') }} {{ one.outdoors ? 'outdoors' : 'indoors' }}</h2>
        <fact :at="one.outdoors ? 'cable.connector_out_code' : 'cable.connector_in_code'" :options="connectors" />
        <p v-if="one.name" class="quiet">
          <template v-if="!one.code">{{ one.name }} suits. </template>{{ one.said }}
          <b v-if="one.tool">Tool: {{ one.tool }}.</b>
          On its port
          {{
            one.torque_nm != null ? formatQuantity(one.torque_nm, 'nm', prefs.system) : 'as tight as its sheet says'
          }}.
        </p>
      </section>
    </div>
    <p v-if="kind === 'coax'" class="quiet">
      Firm with a spanner, gently on thin ports. Self-bonding tape half over half, upwards, after the last test.
    </p>
    <p v-else class="quiet">Each is tested pair by pair before it is mated.</p>
    <p v-if="kind === 'coax'" class="row print">
      <a :href="`/api/jobs/${store.number}/strip.pdf?paper=a4`" target="_blank" rel="noopener"
        >Strip gauge at true size, A4</a
      >
      <a :href="`/api/jobs/${store.number}/strip.pdf?paper=letter`" target="_blank" rel="noopener">on letter paper</a>
      <span class="quiet small">Print at 100 %, and lay a rule on its bar before you strip.</span>
    </p>
  </template>
  <p class="caution">
    <b>Modem off</b> while any end is open or mated: there is direct current
    {{ kind === 'coax' ? 'on the centre' : 'on the cable' }}.
  </p>
  <p v-if="expected && ends" class="quiet">
    Reckoned loss at the top of the IF: {{ formatQuantity(expected, 'db', prefs.system) }}.
  </p>
  <row-grid
    name="tests"
    title="Cable tests"
    :columns="columns"
    :rows="job.facts.cable.tests ?? []"
    :blank="{ continuity: '', short: '' }"
    add-label="Add a test"
    :usual="usual"
  />
</template>

<style scoped>
.made {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 16px 32px;
}
.made p {
  margin: 8px 0 0;
}
</style>
