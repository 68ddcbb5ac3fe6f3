<script setup lang="ts">
/** The network behind the terminal: which box is the gateway, what each way costs, what is plugged where, two lines as text. */
import { times } from '@/lib/counted'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import CopyText from '@/frame/CopyText.vue'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { factAt, optionsOf } from '@/fields/told'
import GatewayAsked from '@/stations/bringup/GatewayAsked.vue'
import { useBringUp } from '@/stations/bringup/useBringUp'

const { store, job, told } = useBringUp()
const home = computed(() => job.value.assessment.home!)
const lines = computed(() => job.value.assessment.lines!)
/** What the outer address tells; it stands in the margin only where something is to be done. */
const outer = computed(() =>
  job.value.assessment.stations
    .find((one) => one.code === 'bringup')
    ?.findings.find((one) => one.code === 'bringup.outer'),
)
const chosen = computed(() => told.value.router_plan || home.value.proposed)
const MET: Record<string, string> = { yes: 'met', mind: 'met, with care', no: 'not met', unknown: 'not settled' }
const SIGN: Record<string, string> = { yes: '✓', mind: '!', no: '✕', unknown: '?' }
const columns = columnsOf(
  'bringup.home_devices',
  'name',
  'hardware_address',
  'fixed_ip',
  'line',
  'critical',
  'from_outside',
)
/** Where the injector or the modem sits, in words; empty: not told, or none is needed. */
const sits = computed(() => {
  const place = job.value.facts.cable.injector_place
  const words = optionsOf(factAt('cable.injector_place')).find((one) => one.value === place)?.label
  return place && place !== 'not_needed' ? words : ''
})
const shown = ref('')
const text = computed(() => lines.value.texts.find((one) => one.code === shown.value) ?? lines.value.texts[0] ?? null)
</script>

<template>
  <p>
    <b>Proposed: {{ home.plans.find((one) => one.plan === home.proposed)?.name }}.</b> {{ home.because }}
  </p>
  <div class="plans" role="group" aria-label="Gateway" data-fact="bringup.router_plan">
    <section v-for="one in home.plans" :key="one.plan" :class="{ chosen: one.plan === chosen, off: !one.possible }">
      <h2>{{ one.name }}</h2>
      <p v-if="one.why_not" class="not">{{ one.why_not }}</p>
      <ul class="needs">
        <li v-for="need in one.needs" :key="need.code" :class="need.met">
          <span aria-hidden="true">{{ SIGN[need.met] }}</span>
          <span
            ><b>{{ need.name }}</b
            >: {{ MET[need.met]
            }}<template v-if="one.plan === chosen && need.how"
              >. <span class="quiet">{{ need.how }}</span></template
            ></span
          >
        </li>
      </ul>
      <p v-if="one.loses.length"><b>Lost:</b> {{ one.loses.join('; ') }}.</p>
      <p class="quiet">
        {{
          one.translation_count == null
            ? 'How often addresses are translated is not known: ask the service whether it does so too.'
            : `Addresses are translated ${times(one.translation_count)}.`
        }}
      </p>
      <n-button
        v-if="!store.locked"
        :type="told.router_plan === one.plan ? 'primary' : 'default'"
        @click="store.patch({ router_plan: one.plan })"
        >{{ told.router_plan === one.plan ? 'Chosen' : 'Choose this' }}</n-button
      >
    </section>
  </div>
  <div class="fields">
    <fact at="bringup.own_router_name" />
    <fact at="bringup.outer_address" />
  </div>
  <p v-if="outer">
    <b>{{ outer.message }}.</b> {{ outer.why }} {{ outer.clears_by }}
  </p>
  <gateway-asked />
  <h2>What is plugged where</h2>
  <drawing-view name="home-wiring" />
  <p v-if="sits" class="quiet">The injector or the modem sits {{ sits }}.</p>
  <p v-else class="quiet">
    Where the injector sits is said at <router-link :to="`/jobs/${store.number}/cable/indoors`">Cable</router-link>:
    dry, between its temperatures, within reach for a restart.
  </p>
  <h2>Addresses and two lines</h2>
  <div class="fields">
    <fact at="bringup.home_net" />
    <fact at="bringup.line_plan" />
    <fact v-if="told.line_plan === 'weights'" at="bringup.new_line_percent" />
    <fact v-if="told.line_plan" at="bringup.new_gateway" />
    <fact v-if="told.line_plan" at="bringup.old_gateway" />
  </div>
  <row-grid
    name="home_devices"
    title="Devices of the household"
    :columns="columns"
    :rows="told.home_devices ?? []"
    :blank="{
      name: '',
      hardware_address: '',
      fixed_ip: '',
      line: '',
      critical: false,
      from_outside: false,
      joined: false,
    }"
    add-label="Add a device"
  />
  <p v-if="lines.router_address">
    Router <b>{{ lines.router_address }}</b>; handed out {{ lines.pool_first }} to {{ lines.pool_last }}; fixed ones
    below them.
    <template v-if="told.line_plan === 'weights'"
      >Weights {{ lines.new_weight_number }} to {{ lines.old_weight_number }}.</template
    >
  </p>
  <template v-if="lines.texts.length">
    <div class="row" role="group" aria-label="Program">
      <n-button
        v-for="one in lines.texts"
        :key="one.code"
        size="small"
        :type="text?.code === one.code ? 'primary' : 'default'"
        @click="shown = one.code"
        >{{ one.name }}</n-button
      >
    </div>
    <p class="quiet">
      Read it through before it is put in: names of interfaces are this machine’s guess. {{ text?.file }}
    </p>
    <copy-text v-if="text" :text="text.text" :what="`the text for ${text.name}`" />
  </template>
</template>

<style scoped>
.plans {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(205px, 100%), 1fr));
  gap: 12px 20px;
}
.plans section {
  border-top: 3px solid var(--rule);
  padding-top: 8px;
  display: grid;
  gap: 8px;
  align-content: start;
}
.plans .chosen {
  border-color: var(--stream);
}
.plans .off h2 {
  color: var(--quiet);
}
h2 {
  margin: 0;
}
.not {
  color: var(--rust);
  font-weight: 600;
}
.needs {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.needs li {
  display: grid;
  grid-template-columns: 18px 1fr;
}
.needs .no > span:first-child {
  color: var(--rust);
  font-weight: 700;
}
</style>
