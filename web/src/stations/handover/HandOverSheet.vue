<script setup lang="ts">
import LeafPart from '@/frame/LeafPart.vue'
import Fact from '@/fields/Fact.vue'
import { IconFileText, IconFileTypePdf } from '@tabler/icons-vue'
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
import ProofList from '@/stations/handover/ProofList.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { formatQuantity } from '@/lib/quantity'
import { when } from '@/lib/when'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'
import { useSession } from '@/stores/session'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const grid = ref<InstanceType<typeof RowGrid> | null>(null)
const name = ref(useSession().person?.name ?? '')
const proofs = computed(() =>
  (job.value.facts.picks.words?.needs ?? []).filter((one) => job.value.facts.brief.needs?.includes(one.code)),
)
const oldLine = computed(() =>
  (job.value.facts.picks.words?.old_lines ?? []).find((one) => one.code === job.value.facts.brief.old_line),
)
const letter = computed(() => ({
  key: 'letter' as const,
  choices: [
    { label: 'as planned', value: '' },
    ...job.value.positions.map((one) => ({ label: one.letter, value: one.letter })),
  ],
}))
const columns = computed(() =>
  job.value.positions.length
    ? columnsOf('handover.runs', 'down_mbps', 'up_mbps', 'latency_ms', 'link', letter.value, 'note')
    : columnsOf('handover.runs', 'down_mbps', 'up_mbps', 'latency_ms', 'link', 'note'),
)
const after = (row: Record<string, unknown>) => row.when === 'after'
const gain = computed(() => {
  const { before, after: now } = job.value.assessment.acceptance
  const row = (
    label: string,
    key: 'down_mbps' | 'up_mbps' | 'latency_ms',
    spread: 'down_spread_mbps' | 'up_spread_mbps' | 'latency_spread_ms',
    unit: string,
  ) => [
    label,
    ...[before, now].map((one) =>
      one
        ? `${formatQuantity(one[key], unit, prefs.system)} (${
            one.run_count > 1 ? `spread ${formatQuantity(one[spread], unit, prefs.system)}` : 'one run'
          })`
        : 'not measured',
    ),
  ]
  return [
    row('Download', 'down_mbps', 'down_spread_mbps', 'mbps'),
    row('Upload', 'up_mbps', 'up_spread_mbps', 'mbps'),
    row('Latency', 'latency_ms', 'latency_spread_ms', 'ms'),
  ]
})
const report = (kind: string) => `/api/jobs/${store.number}/report.${kind}?units=${prefs.system}`
defineExpose({ newEntry: () => grid.value?.add() })
</script>

<template>
  <leaf-part leaf="service">
    <table class="grid-table gain" aria-label="Service before and after">
      <thead>
        <tr>
          <th scope="col">Median of runs</th>
          <th scope="col">Before</th>
          <th scope="col">After</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="[label, was, now] in gain" :key="label">
          <th scope="row">{{ label }}</th>
          <td>{{ was }}</td>
          <td>
            <b>{{ now }}</b>
          </td>
        </tr>
      </tbody>
    </table>
    <section class="stack">
      <h2>Runs after the work</h2>
      <row-grid
        ref="grid"
        name="runs"
        title="Runs after"
        :columns="columns"
        :rows="job.facts.handover.runs ?? []"
        :keep="after"
        :fixed="{ when: 'after' }"
        :blank="() => ({ measured_at: new Date().toISOString() })"
        add-label="Add a run"
      >
        <template #empty
          ><p class="quiet">
            No run yet. Make three or more with one wired computer, the old line unplugged.
          </p></template
        >
      </row-grid>
    </section>
    <section v-if="job.assessment.acceptance.by_position?.length" class="block">
      <h2>Position against position</h2>
      <table class="grid-table" aria-label="Runs by position">
        <thead>
          <tr>
            <th scope="col">At</th>
            <th scope="col">Runs</th>
            <th scope="col">Download</th>
            <th scope="col">Upload</th>
            <th scope="col">Latency</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in job.assessment.acceptance.by_position" :key="one.letter">
            <th scope="row">
              {{ one.letter || 'the job’s place'
              }}{{ one.letter === (job.facts.sky.position_letter ?? '') ? ', planned' : '' }}
            </th>
            <td>{{ one.figures.run_count }}</td>
            <td>{{ formatQuantity(one.figures.down_mbps, 'mbps', prefs.system) }}</td>
            <td>{{ formatQuantity(one.figures.up_mbps, 'mbps', prefs.system) }}</td>
            <td>{{ formatQuantity(one.figures.latency_ms, 'ms', prefs.system) }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </leaf-part>
  <leaf-part leaf="sign">
    <section v-if="proofs.length" class="block">
      <h2>What the customer asked for, proved</h2>
      <fact at="handover.needs_proved" :only="job.facts.brief.needs" with-text="proof" />
    </section>
    <section v-if="oldLine" class="block">
      <h2>The old line: {{ oldLine.name.toLowerCase() }}</h2>
      <fact at="handover.old_line_proved" :only="[oldLine.code]" with-text="proof" />
    </section>
    <section class="block">
      <h2>Report</h2>
      <p class="row">
        <a class="link" :href="report('html')" target="_blank"
          ><icon-file-text :size="20" aria-hidden="true" /> Read as a page</a
        ><a class="link" :href="report('pdf')" target="_blank"
          ><icon-file-type-pdf :size="20" aria-hidden="true" /> PDF to print</a
        >
      </p>
    </section>
    <section class="block">
      <h2>Sign off</h2>
      <p v-if="job.signed_off_at">
        Signed off by <b>{{ job.signed_off_by }}</b> on {{ when(job.signed_off_at, job.assessment.zone) }}, computed by
        version {{ job.version }}. Inputs and results are frozen.
        <template v-if="job.record_state === 'intact'"
          ><br /><span class="quiet small checksum">Checksum of the record: {{ job.record_sha256 }}</span></template
        >
      </p>
      <template v-else>
        <p class="quiet">
          Freezes inputs, results, version, firm and files under a checksum. It waits until the terminal is online, the
          new service is measured, no station is on hold, and everything below is shown or let pass.
        </p>
        <proof-list />
        <form class="row" @submit.prevent="store.signOff(name)">
          <label
            >Name of the person who signs<n-input v-model:value="name" placeholder="" style="width: 280px"
          /></label>
          <n-button type="primary" attr-type="submit" class="foot" :disabled="!job.assessment.may_sign_off"
            >Sign off</n-button
          >
        </form>
        <p v-if="store.faults.name" class="fault" role="alert">{{ store.faults.name }}</p>
      </template>
    </section>
  </leaf-part>
</template>

<style scoped>
.checksum {
  overflow-wrap: anywhere;
}
.gain td,
.gain tbody th {
  border-top: 1px solid var(--rule);
  padding: 8px 16px 8px 0;
  color: var(--ink);
  font-size: 15px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.foot {
  align-self: end;
}
.link {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  font-weight: 600;
  min-height: 40px;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
</style>
