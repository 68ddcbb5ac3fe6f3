<script setup lang="ts">
/** The days of the visit: each task as a bar over the hours, what sets behind it, the slot, and why nothing is earlier. */
import { NButton, NPopconfirm } from 'naive-ui'
import { computed } from 'vue'
import { useNow } from '@vueuse/core'
import type { Schemas } from '@/api/client'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import LeafPart from '@/frame/LeafPart.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { minutesOf, siteTime, span } from '@/lib/siteClock'
import { VERDICT_WORD } from '@/lib/verdict'
import { useJob } from '@/stores/job'

type Row = Schemas['VisitRow']
interface Bar {
  key: string
  name: string
  row?: Row
  left: number
  work: number
  sets: number
  when: string
}
const DAY_MIN = 1440
const EACH_MIN = 30_000

const store = useJob()
const job = computed(() => store.job!)
const visit = computed(() => job.value.facts.brief)
const days = computed(() => job.value.assessment.visit?.days ?? null)
const now = useNow({ interval: EACH_MIN })
const here = computed(() => siteTime(now.value, job.value.assessment.zone ?? 'UTC'))
const clock = (text: string) => text.slice(11, 16)
const day = (text: string) => text.slice(0, 10)
const moment = (text: string) => `${day(text)} ${clock(text)}`

/** From the midnight before the first bar to the one after the last: minutes of the site's clock. */
const range = computed(() => {
  const told = days.value
  const times = (told?.rows ?? []).flatMap((row) => [minutesOf(row.starts_at), minutesOf(row.set_at)])
  if (told?.slot_starts_at && told.slot_ends_at)
    times.push(minutesOf(told.slot_starts_at), minutesOf(told.slot_ends_at))
  const from = Math.floor(Math.min(...times) / DAY_MIN) * DAY_MIN
  return { from, to: Math.ceil(Math.max(...times) / DAY_MIN) * DAY_MIN }
})
const share = (minutes: number) => ((minutes - range.value.from) / (range.value.to - range.value.from)) * 100
const dates = computed(() => {
  const { from, to } = range.value
  return Array.from({ length: Math.round((to - from) / DAY_MIN) }, (_, at) =>
    new Date((from + at * DAY_MIN) * 60_000).toISOString().slice(0, 10),
  )
})
const bars = computed<Bar[]>(() => {
  const told = days.value
  if (!told) return []
  const rows: Bar[] = told.rows.map((row) => ({
    key: row.name,
    name: row.name,
    row,
    left: share(minutesOf(row.starts_at)),
    work: share(minutesOf(row.ends_at)) - share(minutesOf(row.starts_at)),
    sets: share(minutesOf(row.set_at)) - share(minutesOf(row.ends_at)),
    when: `${moment(row.starts_at)} to ${clock(row.ends_at)}`,
  }))
  if (told.slot_starts_at && told.slot_ends_at)
    rows.push({
      key: '.slot',
      name: 'Line-up',
      left: share(minutesOf(told.slot_starts_at)),
      work: share(minutesOf(told.slot_ends_at)) - share(minutesOf(told.slot_starts_at)),
      sets: 0,
      when: `${moment(told.slot_starts_at)} to ${clock(told.slot_ends_at)}`,
    })
  return rows.sort((a, b) => a.left - b.left)
})
const nowAt = computed(() => {
  const at = share(minutesOf(here.value))
  return at >= 0 && at <= 100 ? at : null
})
const sum = computed(() => {
  const told = days.value
  if (!told?.ends_at || !told.set_at) return ''
  const height = told.at_height_min
    ? `; on ladder or roof ${span(told.at_height_min)}${told.day_count > 1 ? `, at most ${span(told.most_at_height_min)} a day` : ''}`
    : ''
  const sets = told.set_at !== told.ends_at ? `, all set ${moment(told.set_at)}` : ''
  return `Work ends ${moment(told.ends_at)}${sets}${height}.`
})
const setting = (row: Row) => row.finished && minutesOf(row.set_at) > minutesOf(here.value)
const title = computed(() => {
  const told = days.value
  if (!told?.day_count) return 'work, what must set, and the line-up'
  const count = `${told.day_count} ${told.day_count === 1 ? 'day' : 'days'} of work`
  return told.span_day_count > told.day_count ? `${count} within ${told.span_day_count}` : count
})

const taskColumns = columnsOf('brief.tasks', { key: 'name', main: true }, 'work_h', 'wait_h', 'after', 'at_height_min')
const waitColumns = columnsOf(
  'brief.tasks',
  { key: 'name', label: 'Task', main: true, plain: true },
  'weather',
  'item',
  'before_slot',
  'finished_at',
)
const skyColumns = columnsOf('brief.forecast', { key: 'day', main: true }, 'gust_mps', 'low_c', 'sky')
const change = (name: string, made: (task: Schemas['VisitTask']) => Partial<Schemas['VisitTask']>) =>
  store.replaceList(
    'tasks',
    (visit.value.tasks ?? []).map((one) => (one.name === name ? { ...one, ...made(one) } : one)),
  )
const finish = (name: string) => change(name, () => ({ finished_at: here.value }))
const soften = (row: Row) => {
  const id = (visit.value.tasks ?? []).find((one) => one.name === row.name)?.id
  if (id) void store.giveLonger(id)
}
</script>

<template>
  <leaf-part leaf="days" title="Days" :note="title">
    <div v-if="bars.length" class="plan" role="list" aria-label="Days of the visit">
      <div class="head" aria-hidden="true">
        <span></span>
        <span class="track"
          ><span
            v-for="(one, at) in dates"
            :key="one"
            class="date"
            :style="{ left: `${(at / dates.length) * 100}%` }"
            >{{ dates.length > 4 ? one.slice(5) : one }}</span
          ></span
        >
      </div>
      <div v-for="bar in bars" :key="bar.key" role="listitem" :class="['bar', { critical: bar.row?.critical }]">
        <div class="what">
          <b>{{ bar.name }}</b>
          <span v-if="bar.row?.finished" class="quiet"> finished</span>
          <span class="times">{{ bar.when }}</span>
          <span v-if="bar.row && bar.row.set_at !== bar.row.ends_at" class="times"
            >has set {{ moment(bar.row.set_at) }}</span
          >
          <span v-if="bar.row?.at_height_min" class="times">on ladder or roof {{ span(bar.row.at_height_min) }}</span>
          <span v-if="bar.row?.because" class="times quiet">{{ bar.row.because }}</span>
          <span v-if="bar.key === '.slot' && days?.coarse_done_by" class="times quiet"
            >coarse pointing finished by {{ clock(days.coarse_done_by) }}</span
          >
          <span v-if="bar.row?.weather && bar.row.weather !== 'clear'" class="times"
            ><verdict-stone :verdict="bar.row.weather" :size="14" /> weather:
            {{ VERDICT_WORD[bar.row.weather].toLowerCase() }}</span
          >
        </div>
        <div class="track">
          <span
            v-for="(one, at) in dates"
            :key="one"
            class="line"
            :style="{ left: `${(at / dates.length) * 100}%` }"
            aria-hidden="true"
          ></span>
          <span
            :class="['work', { slot: bar.key === '.slot', done: bar.row?.finished }]"
            :style="{ left: `${bar.left}%`, width: `${bar.work}%` }"
          ></span>
          <span
            v-if="bar.sets > 0"
            class="sets"
            :style="{ left: `${bar.left + bar.work}%`, width: `${bar.sets}%` }"
          ></span>
          <span v-if="nowAt !== null" class="now" :style="{ left: `${nowAt}%` }" aria-hidden="true"></span>
        </div>
        <div v-if="bar.row && !store.locked" class="does">
          <n-button v-if="!bar.row.finished" size="small" @click="finish(bar.name)">Finished now</n-button>
          <template v-else-if="setting(bar.row)">
            <span class="small">set in {{ span(minutesOf(bar.row.set_at) - minutesOf(here)) }}</span>
            <n-button size="small" @click="soften(bar.row)">Still soft: 1 h more</n-button>
          </template>
          <n-button v-else-if="bar.row.set_at !== bar.row.ends_at" size="small" @click="soften(bar.row)"
            >Still soft: 1 h more</n-button
          >
        </div>
      </div>
      <p class="small quiet key">
        <span class="chip work"></span> work <span class="chip sets"></span> sets
        <span class="chip slot"></span> line-up · what fixes the end has a thick name line
      </p>
    </div>
    <p v-if="sum">{{ sum }}</p>
    <p v-for="one in days?.waiting ?? []" :key="one.name">
      <verdict-stone verdict="unknown" :size="16" /> <b>{{ one.name }}</b> has no day yet: {{ one.why }}.
    </p>
    <row-grid
      name="tasks"
      title="Tasks of the visit"
      :columns="taskColumns"
      :rows="visit.tasks ?? []"
      :blank="{ work_h: 1, wait_h: 0, at_height_min: 0 }"
      add-label="Add a task"
      ><template #empty
        ><p class="quiet">
          No task yet. Foam sets overnight, concrete for days: enter what waits, and Rindle puts it first.
        </p></template
      ></row-grid
    >
    <p v-if="!(visit.tasks ?? []).length" class="quiet small">
      The usual tasks bring usual hours to begin with: put your own in their place.
    </p>
    <p v-if="!store.locked">
      <n-button v-if="!(visit.tasks ?? []).length" @click="store.takeUsualTasks"
        >The usual tasks of such a job</n-button
      >
      <n-popconfirm v-else @positive-click="store.takeUsualTasks"
        ><template #trigger><n-button>Begin anew with the usual tasks</n-button></template
        >They take the place of those that are there.</n-popconfirm
      >
    </p>
    <template v-if="(visit.tasks ?? []).length">
      <row-grid
        name="tasks"
        title="What each task waits for"
        :columns="waitColumns"
        :rows="visit.tasks ?? []"
        :blank="{}"
        add-label=""
        fixed-rows
      />
      <h2>The line-up</h2>
      <div class="fields">
        <fact at="brief.lineup_at" />
        <fact at="brief.lineup_booked" />
      </div>
      <h2>Forecast of other days</h2>
      <row-grid
        name="forecast"
        title="Forecast of other days"
        :columns="skyColumns"
        :rows="visit.forecast ?? []"
        :blank="{}"
        add-label="Add a day"
        ><template #empty
          ><p class="quiet">
            The day of the work has its forecast under Visit. Other days are not known until they stand here.
          </p></template
        ></row-grid
      >
    </template>
    <p>
      <a :href="`/api/jobs/${store.number}/calendar.ics`" download
        >Calendar file of the days, the slot and the return visit</a
      >
    </p>
  </leaf-part>
</template>

<style scoped>
.plan {
  display: grid;
  gap: 6px;
}
.head,
.bar {
  display: grid;
  grid-template-columns: 250px 1fr 140px;
  gap: 12px;
  align-items: start;
}
.head .track {
  height: 20px;
}
.track {
  position: relative;
  min-height: 30px;
  background: var(--paper);
}
.date,
.line,
.work,
.sets,
.now {
  position: absolute;
  top: 0;
}
.date {
  padding-left: 4px;
  font-size: 13px;
  color: var(--quiet);
  border-left: 1px solid var(--rule);
}
.line {
  height: 100%;
  border-left: 1px solid var(--rule);
}
.work,
.sets {
  top: 5px;
  height: 20px;
  min-width: 3px;
  border-radius: 3px;
}
.work {
  background: var(--stream);
}
.work.done {
  background: var(--hill);
}
.slot {
  background: var(--ochre) !important;
}
.sets {
  background: repeating-linear-gradient(45deg, var(--stream-tint) 0 6px, var(--sheet) 6px 10px);
  border: 1px solid var(--stream);
}
.now {
  height: 100%;
  border-left: 2px solid var(--rust);
}
.what {
  display: grid;
  padding-left: 8px;
  border-left: 1px solid var(--rule);
}
.critical .what {
  border-left: 4px solid var(--ink);
  padding-left: 5px;
}
.times {
  font-size: 13px;
}
.does {
  display: grid;
  gap: 4px;
  justify-items: start;
}
.key {
  display: flex;
  gap: 6px;
  align-items: center;
  flex-wrap: wrap;
}
.chip {
  position: static;
  display: inline-block;
  width: 22px;
  height: 12px;
}
@media (max-width: 700px) {
  .head,
  .bar {
    grid-template-columns: 1fr;
    gap: 4px;
  }
}
</style>
