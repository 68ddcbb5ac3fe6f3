<script setup lang="ts">
/** Where it may stand, what it stands on, when the crew goes and in what weather, and what must have come by then. */
import Fact from '@/fields/Fact.vue'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { factAt, optionsOf } from '@/fields/told'
import ApprovalPanel from '@/stations/brief/ApprovalPanel.vue'
import DaysPanel from '@/stations/brief/DaysPanel.vue'
import LeafPart from '@/frame/LeafPart.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { VERDICT_WORD } from '@/lib/verdict'
import { freeLetter } from '@/lib/letters'
import PlanHere from '@/plan/PlanHere.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const job = computed(() => store.job!)
const visit = computed(() => job.value.facts.brief)
const told = computed(() => job.value.assessment.visit)
const listed = computed(() => (visit.value.forecast ?? []).some((one) => one.day === visit.value.date))
const kinds = computed(() => [
  { value: '', label: '–' },
  ...(store.catalogue?.mounts ?? []).map((one) => ({ value: one.code, label: one.name })),
])
const prefs = usePrefs()
const declination = computed(
  () => job.value.assessment.aim?.declination_deg ?? job.value.assessment.panel_aim?.declination_deg,
)
/** A place is laid off with the compass, as long as it is known how far that is from true. */
const byCompass = computed(() => prefs.north === 'magnetic' && declination.value != null)
const positionColumns = computed(() =>
  columnsOf(
    'sky.positions',
    'letter',
    { key: 'place_text', main: true },
    { key: 'distance_m', label: 'or distance' },
    byCompass.value ? { key: 'bearing_deg', label: 'at compass bearing', add: -declination.value! } : 'bearing_deg',
    'note',
  ),
)
const standColumns = computed(() =>
  columnsOf(
    'sky.positions',
    { key: 'letter', label: 'Place', main: true, plain: true },
    { key: 'surface', choices: [{ value: '', label: 'as the job' }, ...optionsOf(factAt('sky.positions[].surface'))] },
    { key: 'mount_code', choices: kinds.value },
    'path_crossed',
    'machines',
  ),
)
const standsOn = computed(() => job.value.assessment.position_mounts ?? [])
const deliveryColumns = columnsOf(
  'brief.deliveries',
  { key: 'item', main: true },
  'ordered_on',
  'lead_days',
  'after_item',
  'arrived_on',
  'interface',
  'stop_gap',
  'stop_gap_until',
)
const kitColumns = columnsOf('brief.kit', 'kind', { key: 'model', main: true }, 'serial', 'evidence')
const nextLetter = (others: Record<string, string>[]) => ({ letter: freeLetter(others.map((one) => one.letter ?? '')) })
const usePosition = (one: Schemas['CandidateAt']) => store.positionAsPlace(one.letter)
</script>

<template>
  <leaf-part
    leaf="positions"
    title="Candidate positions"
    :note="
      job.positions.map((one) => one.letter).join(', ') || 'A, B, C: the first plan often fails for trees seen too late'
    "
  >
    <row-grid
      name="positions"
      title="Candidate positions"
      :columns="positionColumns"
      :rows="job.positions"
      :omit="['latitude_deg', 'longitude_deg']"
      :blank="nextLetter"
      add-label="Add a position"
      ><template #empty
        ><p class="quiet">
          No candidate yet. Give coordinates of its own, or the distance and true bearing from the job’s place.
        </p></template
      ></row-grid
    >
    <plan-here />
    <p v-for="one in job.positions" :key="one.letter" class="row small">
      <b>{{ one.letter }}</b>
      <template v-if="one.latitude_deg != null && one.longitude_deg != null"
        >{{ one.latitude_deg.toFixed(6) }}, {{ one.longitude_deg.toFixed(6) }}
        <button v-if="!store.locked" type="button" class="link" @click="usePosition(one)">
          Use as the job’s place
        </button></template
      ><span v-else class="quiet">waits for the job’s place</span>
    </p>
  </leaf-part>
  <leaf-part
    leaf="positions"
    title="What it stands on"
    :note="told?.mounts.options?.find((one) => one.suits)?.kind.name ?? 'kinds of mount for the surface'"
  >
    <div class="fields">
      <fact at="brief.surface" />
      <fact at="brief.wanted_height_m" />
      <fact at="brief.may_drill" />
    </div>
    <template v-if="job.positions.length">
      <row-grid
        name="positions"
        title="What each position stands on"
        :columns="standColumns"
        :rows="job.positions"
        :omit="['latitude_deg', 'longitude_deg']"
        :blank="{}"
        add-label=""
        fixed-rows
      />
      <ul class="kinds" aria-label="Mounts of the positions">
        <li v-for="one in standsOn.filter((row) => row.surface)" :key="one.letter">
          <verdict-stone :verdict="one.against.length ? 'mind' : 'clear'" :size="16" /> <b>{{ one.letter }}</b>
          {{ one.mount_name || 'No usual mount suits'
          }}<span v-if="one.mount_code && !one.chosen" class="quiet"> would suit; choose it above</span
          ><span v-if="one.against.length" class="quiet">: {{ one.against.join('; ') }}</span>
        </li>
      </ul>
    </template>
    <h2 v-if="told?.mounts.options?.length">Kinds for the job’s surface</h2>
    <ul v-if="told?.mounts.options?.length" class="kinds" aria-label="Kinds of mount">
      <li v-for="one in told.mounts.options" :key="one.kind.code">
        <verdict-stone :verdict="one.suits ? 'clear' : 'mind'" :size="16" /> <b>{{ one.kind.name }}</b>
        <span v-if="one.suits"
          >{{ one.kind.needs }} <span class="warn">{{ one.kind.caution }}</span></span
        ><span v-else class="quiet">{{ one.against.join('; ') }}</span>
      </li>
    </ul>
  </leaf-part>
  <leaf-part
    leaf="visit"
    title="Weather and who goes"
    :note="
      told && told.weather.tasks.every((one) => !one.here || one.level === 'clear')
        ? 'all can be done'
        : 'go or no-go by kind of work'
    "
  >
    <div class="fields">
      <fact at="brief.forecast_gust_mps" />
      <fact at="brief.forecast_low_c" />
    </div>
    <fact at="brief.conditions" />
    <p v-if="listed" class="quiet small">The list of days has this day too: of two figures the worse counts.</p>
    <table v-if="told" class="grid-table" aria-label="Weather by kind of work">
      <tbody>
        <tr v-for="one in told.weather.tasks" :key="one.task">
          <template v-if="one.here">
            <th scope="row"><verdict-stone :verdict="one.level" :size="16" /> {{ one.name }}</th>
            <td>{{ one.level === 'clear' ? 'Go' : one.level === 'hold' ? 'No-go' : VERDICT_WORD[one.level] }}</td>
            <td class="quiet">{{ one.reasons.join('; ') }}</td>
          </template>
          <template v-else>
            <th scope="row" class="quiet">{{ one.name }}</th>
            <td colspan="2" class="quiet">not in this job</td>
          </template>
        </tr>
      </tbody>
    </table>
  </leaf-part>
  <days-panel />
  <leaf-part leaf="parts" title="Equipment" note="by the labels: what fits, and what the network approves">
    <row-grid
      name="kit"
      title="Equipment"
      :columns="kitColumns"
      :rows="visit.kit ?? []"
      :blank="{ kind: 'transceiver' }"
      add-label="Add a part"
      ><template #empty
        ><p class="quiet">
          No part yet. Model and serial number as the labels say; they come into the report.
        </p></template
      ></row-grid
    >
  </leaf-part>
  <leaf-part
    leaf="parts"
    title="Orders and deliveries"
    :note="
      job.assessment.deliveries.earliest_visit_on
        ? `earliest sensible visit ${job.assessment.deliveries.earliest_visit_on}`
        : 'what must be there before the visit'
    "
  >
    <row-grid
      name="deliveries"
      title="Deliveries"
      :columns="deliveryColumns"
      :rows="job.facts.brief.deliveries ?? []"
      :blank="{ lead_days: 0, interface: '' }"
      add-label="Add an item"
      ><template #empty
        ><p class="quiet">
          Nothing on order. Dates are year-month-day; “only after” names the item that has to come first; the joint is
          what the part connects.
        </p></template
      ></row-grid
    >
    <p v-for="one in job.assessment.deliveries.items" :key="one.item" class="small">
      <b>{{ one.item }}</b> {{ one.arrived ? 'arrived' : one.due_on ? `due ${one.due_on}` : 'not ordered yet' }}
    </p>
  </leaf-part>
  <approval-panel />
</template>

<style scoped>
.kinds {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.kinds svg {
  vertical-align: -3px;
}
.warn {
  color: var(--ochre);
  font-weight: 600;
}
th svg {
  vertical-align: -3px;
}
</style>
