<script setup lang="ts">
/** What the firm's jobs teach, drawn: held at the first visit, hours at height, gain, false tops, what failed and why. */
import { computed } from 'vue'
import { useAsked } from '@/api/cache'
import client, { type Schemas, unwrap } from '@/api/client'
import { useWide } from '@/drawings/useWide'
import { counted } from '@/lib/counted'

const { data, error } = useAsked(
  () => ['learnt'],
  () => unwrap(client.GET('/api/learnt')),
)
const record = computed(() => data.value?.record)
const { wide } = useWide(760)
const all = computed(() => record.value?.months ?? [])
/** The last of them that have room. */
const months = computed(() => all.value.slice(-Math.max(1, Math.floor((wide.value - 40) / 60))))
const most = computed(() => Math.max(1, ...months.value.map((one) => one.job_count)))
const step = computed(() => Math.min(96, (wide.value - 40) / Math.max(1, months.value.length)))
const high = (count: number) => (120 * count) / most.value
const percent = (value: number | null | undefined) => (value == null ? 'no job yet' : `${value.toFixed(0)} %`)
const widest = (rows: Schemas['Named'][]) => Math.max(1, ...rows.map((one) => one.count))
const persons = computed(() => (data.value?.factors ?? []).filter((one) => one.person && !one.kind))
const kinds = computed(() => (data.value?.factors ?? []).filter((one) => !one.person && one.kind))
</script>

<template>
  <main class="learnt">
    <h1>What the jobs teach</h1>
    <p v-if="error" class="trouble" role="alert">{{ error.message }}</p>
    <p v-else-if="!record" class="quiet" role="status">Looking through the jobs</p>
    <p v-else-if="!record.job_count" class="quiet">
      Nothing yet: it begins with the first job that is handed over and signed.
    </p>
    <template v-if="record && record.job_count">
      <div class="figures">
        <p>
          <b>{{ percent(record.held_percent) }}</b>
          <span class="quiet"
            >held at the first visit, of {{ counted(record.first_visit_count, 'job') }}; 90 % sure between
            {{ percent(record.held_low_percent) }} and {{ percent(record.held_high_percent) }}</span
          >
        </p>
        <p>
          <b>{{ record.at_height_h.toFixed(1) }} h</b>
          <span class="quiet">at height, {{ record.at_height_per_job_h?.toFixed(1) }} h a job, as the steps tell</span>
        </p>
        <p>
          <b>{{ record.gain_factor == null ? 'not known' : `${record.gain_factor.toFixed(1)} times` }}</b>
          <span class="quiet">the old download, in the middle of the jobs</span>
        </p>
        <p>
          <b>{{ percent(record.false_top_percent) }}</b>
          <span class="quiet"
            >of the jobs with a false top; the lock was taken back {{ counted(record.loosened_count, 'time') }}</span
          >
        </p>
      </div>
      <section class="block">
        <h2>By month</h2>
        <svg ref="drawn" :viewBox="`0 0 ${wide} 190`" class="drawing" role="img" aria-label="Jobs handed over by month">
          <g v-for="(one, at) in months" :key="one.month" :transform="`translate(${20 + at * step} 0)`">
            <rect x="8" :y="140 - high(one.job_count)" :width="step - 16" :height="high(one.job_count)" class="all" />
            <rect
              x="8"
              :y="140 - high(one.held_count)"
              :width="step - 16"
              :height="high(one.held_count)"
              class="held"
            />
            <text :x="step / 2" :y="132 - high(one.job_count)" text-anchor="middle">{{ one.job_count }}</text>
            <text :x="step / 2" y="160" text-anchor="middle" class="quiet">{{ one.month }}</text>
            <text :x="step / 2" y="180" text-anchor="middle" class="quiet">{{ one.at_height_h.toFixed(1) }} h up</text>
          </g>
          <line x1="20" :x2="wide - 20" y1="140" y2="140" class="axis" />
        </svg>
        <p class="quiet small">
          Full: held at the first visit. Pale: the rest. Under each month the hours at height.
          <template v-if="months.length < all.length"
            >The last {{ months.length }} of {{ all.length }} months: a wider screen shows more.</template
          >
        </p>
      </section>
      <div class="two">
        <section class="block">
          <h2>What had failed, by the repair jobs</h2>
          <p v-if="!record.why.length" class="quiet">No repair job was opened of these.</p>
          <ul v-else class="bars">
            <li v-for="one in record.why" :key="one.name">
              <span>{{ one.name }}</span><i :style="{ width: `${(100 * one.count) / widest(record.why)}%` }" /><b>{{
                one.count
              }}</b>
            </li>
          </ul>
        </section>
        <section class="block">
          <h2>What was let pass</h2>
          <p v-if="!record.let_pass.length" class="quiet">Nothing: every proof was shown.</p>
          <ul v-else class="bars">
            <li v-for="one in record.let_pass" :key="one.name">
              <span>{{ one.name }}</span><i
                :style="{ width: `${(100 * one.count) / widest(record.let_pass)}%` }"
              /><b>{{ one.count }}</b>
            </li>
          </ul>
        </section>
      </div>
      <section class="block">
        <h2>How long it takes here</h2>
        <table v-if="persons.length || kinds.length" class="grid-table" aria-label="Times learnt">
          <thead>
            <tr>
              <th scope="col">Of whom, or with what</th>
              <th scope="col">Against the stores’ usual time</th>
              <th scope="col">Marks</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in [...persons, ...kinds]" :key="one.person + one.kind">
              <th scope="row">{{ one.person || one.kind }}</th>
              <td>{{ one.factor.toFixed(2) }} times</td>
              <td>{{ one.mark_count }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="quiet">Five marks of steps with a usual time are the least from which anything is learnt.</p>
      </section>
      <section class="block">
        <h2>What the instruments are off by</h2>
        <table class="grid-table" aria-label="Instruments">
          <thead>
            <tr>
              <th scope="col">Instrument</th>
              <th scope="col">Reads too much by</th>
              <th scope="col">Spread</th>
              <th scope="col">Checks and peaks</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in data!.instruments" :key="one.name">
              <th scope="row">{{ one.name }}</th>
              <td>{{ one.correction_deg == null ? 'never checked' : `${one.correction_deg.toFixed(1)}°` }}</td>
              <td>{{ one.spread_deg == null ? '' : `${one.spread_deg.toFixed(1)}°` }}</td>
              <td>{{ one.check_count }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <p class="quiet small">Of the newest {{ data!.most_jobs }} jobs that were handed over.</p>
    </template>
  </main>
</template>

<style scoped>
.learnt {
  width: min(1100px, 100%);
  margin: 0 auto;
  padding: 24px 24px 48px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 20px;
}
h1 {
  font-size: 28px;
}
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 20px;
}
.figures p {
  display: grid;
  align-content: start;
}
.figures b {
  font-size: 30px;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 24px;
  align-items: start;
}
.all {
  fill: var(--stream-tint);
}
.held {
  fill: var(--stream);
}
.axis {
  stroke: var(--ink);
}
text {
  font-size: 15px;
  fill: var(--ink);
}
text.quiet {
  font-size: 13px;
  fill: var(--quiet);
}
.bars {
  list-style: none;
  margin: 0;
  padding: 0;
}
.bars li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 90px 32px;
  gap: 8px;
  align-items: center;
  padding: 4px 0;
}
.bars i {
  height: 14px;
  background: var(--stream);
}
</style>
