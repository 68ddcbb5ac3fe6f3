<script setup lang="ts">
/** Candidate positions side by side: small strips, one table, and which one to take. */
import { computed, ref } from 'vue'
import client, { type Schemas, unwrap } from '@/api/client'
import ChoiceList from '@/components/ChoiceList.vue'
import DrawingView from '@/components/DrawingView.vue'
import EntryField from '@/components/EntryField.vue'
import RowGrid, { type Column } from '@/components/RowGrid.vue'
import VerdictStone from '@/components/VerdictStone.vue'
import { formatQuantity } from '@/lib/quantity'
import { VERDICT_WORD } from '@/lib/verdict'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const more = computed(() => job.value.assessment.sky_more)
const compared = computed(() => more.value?.compared ?? null)
const show = (value: number | null | undefined, unit: string) =>
  value == null ? '–' : formatQuantity(value, unit, prefs.system)
const ACCESS: Record<string, string> = { '': '–', ground: 'ground', ladder: 'ladder', roof: 'roof', lift: 'lift' }
const EXPOSURE: Record<string, string> = { '': '–', lee: 'lee', side: 'half', windward: 'open', edge: 'ridge, corner' }
const rows = computed(() =>
  (compared.value?.ranks ?? []).map((rank) => ({
    rank,
    facts: job.value.positions.find((one) => one.letter === rank.letter),
    view: more.value?.positions.find((one) => one.letter === rank.letter),
  })),
)
const pick = (text: Record<string, string>) => Object.entries(text).map(([value, label]) => ({ value, label }))
const columns: Column[] = [
  { key: 'letter', label: 'Place', text: true, main: true, plain: true },
  { key: 'height_above_ground_m', label: 'Over ground', unit: 'm', optional: true },
  { key: 'time_at_height_min', label: 'Minutes at height', optional: true },
  { key: 'cable_length_m', label: 'Cable', unit: 'm', optional: true },
  { key: 'exposure', label: 'Wind', choices: pick(EXPOSURE) },
  { key: 'access', label: 'Access', choices: pick(ACCESS) },
  { key: 'entry_bore_mm', label: 'Old hole', unit: 'mm', optional: true },
  { key: 'rigid', label: 'Rigid', tick: true },
  { key: 'walkway_in_front', label: 'People in front', tick: true },
  { key: 'discreet', label: 'Discreet', tick: true },
  { key: 'out_of_reach', label: 'Out of reach', tick: true },
]
const strips = computed(() =>
  store.drawings.filter((one) => /^skyline-[^w]/.test(one.name) && one.name !== 'skyline-wide'),
)
const words = ref<Schemas['BriefChoices'] | null>(null)
void unwrap(client.GET('/api/stores/brief')).then((found) => {
  words.value = found
})
const oldHole = computed(() => job.value.positions.some((one) => one.entry_bore_mm != null))
const onGround = computed(() => job.value.positions.some((one) => one.access === 'ground'))
const plan = (letter: string) => store.patch({ position_letter: letter })
</script>

<template>
  <p v-if="compared" class="answer">
    <template v-if="compared.recommended"
      ><b>Take {{ compared.recommended }}.</b> {{ compared.why }}</template
    ><template v-else>{{ compared.why }}</template>
  </p>
  <div v-if="strips.length" class="strips">
    <figure v-for="one in strips" :key="one.name">
      <figcaption>
        {{ one.title
        }}<span v-if="!more?.positions.find((row) => `skyline-${row.letter}` === one.name)?.own" class="quiet">
          (moved from elsewhere)</span
        >
      </figcaption>
      <div v-html="one.svg" />
    </figure>
  </div>
  <div v-if="rows.length" class="scroll">
    <table class="grid-table" aria-label="Positions compared">
      <thead>
        <tr>
          <th scope="col">Position</th>
          <th scope="col">Verdict</th>
          <th scope="col">{{ job.assessment.low_orbit ? 'No service' : 'Free' }}</th>
          <th scope="col">Over ground</th>
          <th scope="col">At height</th>
          <th scope="col">Cable</th>
          <th scope="col">Wind</th>
          <th scope="col">Access</th>
          <th scope="col">For and against</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ rank, facts, view } in rows" :key="rank.letter">
          <th scope="row">
            {{ rank.rank }}. {{ rank.letter }}<br /><button
              v-if="!store.locked && job.facts.sky.position_letter !== rank.letter"
              type="button"
              class="link small"
              @click="plan(rank.letter)"
            >
              Plan for {{ rank.letter }}</button
            ><span v-else-if="job.facts.sky.position_letter === rank.letter" class="quiet small">planned</span>
          </th>
          <td><verdict-stone :verdict="rank.level" :size="16" /> {{ VERDICT_WORD[rank.level] }}</td>
          <td>
            <b v-if="view?.low_orbit">{{
              rank.level === 'unknown' ? '–' : show(view.low_orbit.out_percent, 'percent')
            }}</b><b v-else>{{ show(view?.sky?.margin_deg, 'deg') }}</b>
          </td>
          <td>{{ show(facts?.height_above_ground_m, 'm') }}</td>
          <td>{{ show(facts?.time_at_height_min, 'min') }}</td>
          <td>{{ show(facts?.cable_length_m, 'm') }}</td>
          <td>{{ EXPOSURE[facts?.exposure ?? ''] }}</td>
          <td>{{ ACCESS[facts?.access ?? ''] }}</td>
          <td class="small">
            <span v-if="rank.good.length">+ {{ rank.good.join(', ') }}</span
            ><br v-if="rank.good.length && rank.bad.length" /><span v-if="rank.bad.length" class="bad"
              >− {{ rank.bad.join(', ') }}</span
            >
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-if="compared?.height_note" class="quiet">{{ compared.height_note }}</p>
  <h2>What is known of each</h2>
  <row-grid
    name="positions"
    title="Positions, what is known"
    :columns="columns"
    :rows="job.positions"
    :omit="['latitude_deg', 'longitude_deg']"
    :blank="{}"
    add-label=""
    fixed-rows
    ><template #empty
      ><p class="quiet">
        No candidate yet. <router-link :to="`/jobs/${store.number}/brief`">Add positions A, B, C at Brief</router-link>,
        with their place.
      </p></template
    ></row-grid
  >
  <template v-if="onGround && words"
    ><h2>Checked of positions on the ground</h2>
    <choice-list field="ground_checks" :chosen="job.facts.brief.ground_checks ?? []" :choices="words.ground"
  /></template>
  <template v-if="oldHole && words"
    ><h2>Checked of the old hole</h2>
    <choice-list field="entry_checks" :chosen="job.facts.brief.entry_checks ?? []" :choices="words.entry"
  /></template>
  <div class="fields">
    <entry-field
      field="wind_from_deg"
      label="Prevailing wind comes from"
      :value="job.facts.sky.wind_from_deg"
      unit="deg"
      hint="True; shown on the plan"
    />
  </div>
  <drawing-view name="plan" />
  <p class="quiet small">
    Sky first, then firmness, wind, access, cable and minutes at height; the reasons ticked at Brief weigh double. A
    hold is never outranked. Rigid: shaken by hand from safe footing it does not move; chimneys, fences and thin posts
    are refused.
  </p>
</template>

<style scoped>
.answer {
  font-size: 17px;
}
.strips {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 12px;
}
figure {
  margin: 0;
  border: 1px solid var(--rule);
  border-radius: 6px;
  padding: 8px;
}
figcaption {
  font-weight: 700;
  font-size: 14px;
}
.scroll {
  overflow-x: auto;
  position: relative;
}
td svg {
  vertical-align: -3px;
}
.scroll td,
.scroll th {
  white-space: nowrap;
  padding-right: 12px;
}
.scroll td.small {
  white-space: normal;
  min-width: 170px;
}
.scroll td:nth-child(8) {
  white-space: normal;
}
.link {
  padding-left: 0;
}
.bad {
  color: var(--rust);
}
</style>
