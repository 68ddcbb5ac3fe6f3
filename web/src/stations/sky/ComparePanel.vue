<script setup lang="ts">
/** Candidate positions side by side: small strips, one table, and which one to take. */
import Fact from '@/fields/Fact.vue'
import { NButton } from 'naive-ui'
import { computed, onBeforeUnmount, ref } from 'vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { factAt } from '@/fields/told'
import VerdictStone from '@/frame/VerdictStone.vue'
import { formatMoney, formatQuantity } from '@/lib/quantity'
import PlanHere from '@/plan/PlanHere.vue'
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
const wordsOf = (key: 'access' | 'exposure') => Object.fromEntries(factAt(`sky.positions[].${key}`).choices ?? [])
const [ACCESS, EXPOSURE] = [wordsOf('access'), wordsOf('exposure')]
const rows = computed(() =>
  (compared.value?.ranks ?? []).map((rank) => ({
    rank,
    facts: job.value.positions.find((one) => one.letter === rank.letter),
    view: more.value?.positions.find((one) => one.letter === rank.letter),
  })),
)
const columns = columnsOf(
  'sky.positions',
  { key: 'letter', label: 'Place', main: true, plain: true },
  'height_above_ground_m',
  'time_at_height_min',
  'climb_min',
  'cost_money',
  'cable_length_m',
  'exposure',
  'access',
  'entry_bore_mm',
  'rigid',
  'shakes',
  'weak',
  'walkway_in_front',
  'discreet',
  'out_of_reach',
  'locked',
)
onBeforeUnmount(store.lookAt('positions'))
const strips = computed(() =>
  store.drawings.filter((one) => /^skyline-[^w]/.test(one.name) && one.name !== 'skyline-wide'),
)
/** Whether anybody told it of any position. */
const told = (key: 'climb_min' | 'cost_money') => job.value.positions.some((one) => one[key] != null)
/** The figures that decide, under its own small drawing. */
function figuresOf(name: string): string {
  const row = rows.value.find((one) => `skyline-${one.rank.letter}` === name)
  if (!row) return ''
  const { rank, facts, view } = row
  const sky = view?.low_orbit
    ? rank.level === 'unknown'
      ? 'sky not known'
      : `${show(view.low_orbit.out_percent, 'percent')} without service`
    : `${show(view?.sky?.margin_deg, 'deg')} free`
  const over = facts?.height_above_ground_m == null ? '' : `${show(facts.height_above_ground_m, 'm')} up`
  const cable = facts?.cable_length_m == null ? '' : `${show(facts.cable_length_m, 'm')} of cable`
  return [`${rank.rank}. ${VERDICT_WORD[rank.level]}`, sky, over, cable].filter(Boolean).join(', ')
}
const oldHole = computed(() => job.value.positions.some((one) => one.entry_bore_mm != null))
const onGround = computed(() => job.value.positions.some((one) => one.access === 'ground'))
/** The candidate that is about to be planned: what changes with it is shown first. */
const asked = ref('')
const changes = computed(() => more.value?.positions.find((one) => one.letter === asked.value)?.changes ?? [])
function ask(letter: string): void {
  asked.value = letter
  if (!changes.value.length) plan()
}
function plan(): void {
  void store.patch({ position_letter: asked.value })
  asked.value = ''
}
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
          (moved from where it was read)</span
        >
      </figcaption>
      <div v-html="one.svg" />
      <p v-if="figuresOf(one.name)" class="quiet small">{{ figuresOf(one.name) }}</p>
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
          <th v-if="told('climb_min')" scope="col">To climb</th>
          <th v-if="told('cost_money')" scope="col">Costs</th>
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
              @click="ask(rank.letter)"
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
          <td v-if="told('climb_min')">{{ show(facts?.climb_min, 'min') }}</td>
          <td v-if="told('cost_money')">
            {{ facts?.cost_money == null ? '–' : formatMoney(facts.cost_money, job.facts.picks.rules?.currency) }}
          </td>
          <td>{{ show(facts?.cable_length_m, 'm') }}</td>
          <td>{{ EXPOSURE[facts?.exposure ?? ''] }}</td>
          <td class="access">{{ ACCESS[facts?.access ?? ''] }}</td>
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
  <section v-if="asked && changes.length" class="changes" aria-live="polite">
    <h2>What changes with position {{ asked }}</h2>
    <table class="grid-table">
      <tbody>
        <tr v-for="one in changes" :key="one.what">
          <th scope="row">{{ one.what }}</th>
          <td>
            {{ one.now }} → <b>{{ one.then }}</b>
          </td>
          <td>{{ one.work }}</td>
        </tr>
      </tbody>
    </table>
    <div class="row">
      <n-button type="primary" @click="plan">Plan for {{ asked }}</n-button>
      <n-button @click="asked = ''">Leave it</n-button>
    </div>
  </section>
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
  <template v-if="onGround"
    ><h2>Checked of positions on the ground</h2>
    <fact at="brief.ground_checks"
  /></template>
  <template v-if="oldHole"
    ><h2>Checked of the old hole</h2>
    <fact at="brief.entry_checks"
  /></template>
  <div class="fields">
    <fact at="sky.wind_from_deg" />
  </div>
  <plan-here />
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
figure p {
  margin: 4px 0 0;
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
.scroll td.access {
  white-space: normal;
}
.changes {
  border: 2px solid var(--stream);
  border-radius: 6px;
  padding: 12px 16px;
  display: grid;
  gap: 8px;
}
.changes h2 {
  margin: 0;
}
.link {
  padding-left: 0;
}
.bad {
  color: var(--rust);
}
</style>
