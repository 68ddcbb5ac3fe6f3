<script setup lang="ts">
/** What the customer needs and why, what becomes of the old line, what it costs. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import ChoiceList from '@/components/ChoiceList.vue'
import EntryField from '@/components/EntryField.vue'
import PickField from '@/components/PickField.vue'
import RowGrid, { type Column } from '@/components/RowGrid.vue'
import UnFold from '@/components/UnFold.vue'
import { useJob } from '@/stores/job'

defineProps<{ words: Schemas['BriefChoices'] }>()
const store = useJob()
const job = computed(() => store.job!)
const visit = computed(() => job.value.facts.brief)
const costs = computed(() => job.value.assessment.visit?.costs)
const money = (value: number) => `${job.value.facts.picks.rules?.currency ?? ''} ${value.toFixed(2)}`.trim()
const costColumns: Column[] = [
  { key: 'item', label: 'Item', text: true, main: true },
  {
    key: 'kind',
    label: 'Paid',
    choices: [
      { label: 'once', value: 'once' },
      { label: 'each month, new service', value: 'new_month' },
      { label: 'each month, old line', value: 'old_month' },
    ],
  },
  { key: 'amount_money', label: 'Amount' },
]
const PERMANENCE = [
  { label: 'For good', value: 'permanent' },
  { label: 'A trial first', value: 'trial' },
  { label: 'Temporary, permanent later', value: 'temporary' },
]
const options = (choices: Schemas['Choice'][]) => choices.map((one) => ({ label: one.name, value: one.code }))
</script>

<template>
  <un-fold
    title="Needs and reasons"
    :note="`${job.facts.brief.needs?.length ?? 0} needs, ${visit.reasons?.length ?? 0} reasons`"
  >
    <h2>What the customer needs</h2>
    <choice-list field="needs" :chosen="job.facts.brief.needs ?? []" :choices="words.needs" />
    <h2>Why it is done, or done anew</h2>
    <choice-list field="reasons" :chosen="visit.reasons ?? []" :choices="words.reasons" with-text />
    <div class="fields">
      <pick-field
        field="permanence"
        label="How long it stands"
        :value="visit.permanence ?? ''"
        :options="PERMANENCE"
        hint="A trial first is the usual choice: drilling cannot be taken back"
      />
      <entry-field
        v-if="visit.permanence === 'trial' || visit.permanence === 'temporary'"
        field="return_on"
        label="Return visit"
        :value="visit.return_on"
        placeholder="2027-03-01"
      />
      <entry-field
        v-if="visit.permanence === 'trial' || visit.permanence === 'temporary'"
        field="reuse_note"
        label="What is taken over"
        :value="visit.reuse_note"
        placeholder="cable, hole, mount"
      />
      <pick-field
        field="old_line"
        label="The old line"
        :value="visit.old_line ?? ''"
        :options="options(words.old_line)"
      />
    </div>
  </un-fold>
  <un-fold title="Settled, access and hazards" :note="`${job.facts.brief.hazards?.length ?? 0} hazards`">
    <entry-field
      field="access"
      label="Access"
      :value="job.facts.brief.access"
      :maxlength="600"
      placeholder="Keys, dogs, hours, who may be on the roof, power for the tools"
    />
    <h2>Settled before the visit</h2>
    <choice-list field="settled" :chosen="job.facts.brief.settled ?? []" :choices="words.settled" />
    <h2>Where the indoor unit goes</h2>
    <choice-list field="indoor" :chosen="visit.indoor ?? []" :choices="words.indoor" with-text />
    <entry-field
      field="indoor_note"
      label="Indoor place"
      :value="visit.indoor_note"
      placeholder="Room, wall, nearest socket"
    />
    <h2>Hazards on this site</h2>
    <choice-list field="hazards" :chosen="job.facts.brief.hazards ?? []" :choices="words.hazards" />
    <template v-if="job.facts.brief.hazards?.length"
      ><h2>Cautions seen by everyone who goes</h2>
      <choice-list
        field="cautions_seen"
        :chosen="job.facts.brief.cautions_seen ?? []"
        :choices="words.hazards.filter((one) => job.facts.brief.hazards?.includes(one.code))"
        with-text
    /></template>
  </un-fold>
  <un-fold
    title="Costs"
    :note="
      costs && (visit.costs ?? []).length
        ? `first year ${money(costs.first_year_money)}`
        : 'kit, work, fees, and the overlap of two services'
    "
  >
    <row-grid
      name="costs"
      title="Costs"
      :columns="costColumns"
      :rows="visit.costs ?? []"
      :blank="{ kind: 'once' }"
      add-label="Add an amount"
      ><template #empty
        ><p class="quiet">
          No amount yet. Enter what is paid once, the new fees, and the fee of the old line.
        </p></template
      ></row-grid
    >
    <div class="fields">
      <entry-field
        field="overlap_month_count"
        label="Months with both services"
        :value="visit.overlap_month_count"
        numeric
      />
    </div>
    <table v-if="costs && (visit.costs ?? []).length" class="grid-table" aria-label="Cost sheet">
      <tbody>
        <tr>
          <th scope="row">Once</th>
          <td>{{ money(costs.once_money) }}</td>
        </tr>
        <tr>
          <th scope="row">Each month, new less old</th>
          <td>{{ money(costs.month_difference_money) }}</td>
        </tr>
        <tr>
          <th scope="row">While both run</th>
          <td>{{ money(costs.overlap_money) }}</td>
        </tr>
        <tr>
          <th scope="row">First year</th>
          <td>
            <b>{{ money(costs.first_year_money) }}</b>
          </td>
        </tr>
      </tbody>
    </table>
  </un-fold>
</template>
