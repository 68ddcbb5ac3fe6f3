<script setup lang="ts">
/** One day along its hours: tasks, what sets, daylight, and the way to paper. */
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { along, clock, dayName, hourOf } from '@/places/diary'
import { usePrefs } from '@/stores/prefs'

const prefs = usePrefs()
const props = defineProps<{ view: Schemas['DiaryView']; day: string }>()
const emit = defineEmits<{ longer: [job: string, task: string] }>()
const rows = computed(() => props.view.result.rows.filter((one) => one.starts_at.slice(0, 10) === props.day))
const from = computed(() => Math.floor(Math.min(6, ...rows.value.map((one) => hourOf(one.starts_at)))))
const to = computed(() => Math.ceil(Math.max(19, ...rows.value.map((one) => hourOf(one.ends_at)))))
const hours = computed(() => Array.from({ length: to.value - from.value + 1 }, (_, at) => from.value + at))
const light = computed(() => props.view.light?.find((one) => one.day === props.day) ?? null)
const place = (hour: number) => along(hour, from.value, to.value)
const titleOf = (job: string) => props.view.result.blocks.find((one) => one.job === job)?.title || job
const crews = computed(() =>
  props.view.teams
    .map((team) => ({ team, tasks: rows.value.filter((one) => one.team === team.code) }))
    .filter((one) => one.tasks.length),
)
const bar = (one: Schemas['DiaryRow']) => {
  const start = place(hourOf(one.starts_at))
  return { left: `${start}%`, width: `${Math.max(0.6, place(hourOf(one.ends_at)) - start)}%` }
}
const height = (tasks: Schemas['DiaryRow'][]) => tasks.reduce((sum, one) => sum + (one.at_height_min ?? 0), 0)
/** `4.5` as `04:30`. */
const told = (hour: number) => {
  const minutes = Math.round(hour * 60)
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
}
const slack = (one: Schemas['DiaryRow']) =>
  one.critical
    ? 'nothing to spare'
    : one.slack_h < 24
      ? `${one.slack_h.toFixed(1)} h to spare`
      : `${Math.floor(one.slack_h / 24)} days to spare`
</script>

<template>
  <section class="day" :aria-label="`Hours of ${dayName(day)}`">
    <h2>{{ dayName(day) }}</h2>
    <p v-if="!crews.length" class="quiet">Nothing is planned on this day.</p>
    <div v-for="one in crews" :key="one.team.code" class="crew">
      <header>
        <h3>{{ one.team.name }}</h3>
        <span v-if="height(one.tasks)" class="quiet"
          ><b>{{ Math.round(height(one.tasks)) }} min</b> on ladder or roof</span
        >
        <a :href="`/api/diary/day.pdf?day=${day}&team=${one.team.code}`" target="_blank" rel="noopener">Day sheet</a>
        <a
          :href="`/api/diary/van.pdf?day=${day}&team=${one.team.code}&units=${prefs.system}`"
          target="_blank"
          rel="noopener"
          >Loading list</a
        >
      </header>
      <div class="scale" aria-hidden="true">
        <i
          v-if="light"
          class="light"
          :class="{ rises: light.from_h > from, sets: light.to_h < to }"
          :style="{ left: `${place(light.from_h)}%`, width: `${place(light.to_h) - place(light.from_h)}%` }"
        />
        <span v-for="hour in hours" :key="hour" :style="{ left: `${place(hour)}%` }">{{ hour }}</span>
      </div>
      <ol>
        <li v-for="row in one.tasks" :key="row.job + row.name">
          <div class="line">
            <i class="bar" :class="{ critical: row.critical }" :style="bar(row)" />
          </div>
          <p>
            <b>{{ clock(row.starts_at) }} to {{ clock(row.ends_at) }} {{ row.name }}</b> ·
            <router-link :to="`/jobs/${row.job}/brief/days`">{{ titleOf(row.job) }}</router-link>
            <span class="quiet"> · {{ slack(row) }}{{ row.because ? `; ${row.because}` : '' }}</span>
            <template v-if="row.set_at !== row.ends_at">
              <br />sets until <b>{{ row.set_at.slice(0, 10) }} {{ clock(row.set_at) }}</b>
              <n-button size="small" quaternary @click="emit('longer', row.job, row.name)"
                >What if a day longer?</n-button
              >
            </template>
          </p>
        </li>
      </ol>
    </div>
    <p v-if="light" class="quiet small">
      Light enough to work outside from {{ told(light.from_h) }} to {{ told(light.to_h) }} (civil twilight).
    </p>
  </section>
</template>

<style scoped>
h2,
h3,
p {
  margin: 0;
}
.day,
.crew {
  display: grid;
  gap: 8px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  align-items: baseline;
}
.crew {
  padding: 0 8px;
}
.scale {
  position: relative;
  height: 26px;
  background: var(--hill);
}
.scale span {
  position: absolute;
  transform: translateX(-50%);
  font-size: 13px;
  line-height: 26px;
  color: var(--ink);
}
.light {
  position: absolute;
  inset: 0 auto 0 auto;
  top: 0;
  bottom: 0;
  background: var(--sheet);
  border-inline: 0 solid var(--ochre);
}
/* Where it is light before the scale begins or after it ends there is no edge to be drawn. */
.light.rises {
  border-left-width: 2px;
}
.light.sets {
  border-right-width: 2px;
}
.scale span:first-of-type {
  transform: none;
}
.scale span:last-of-type {
  transform: translateX(-100%);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
.line {
  position: relative;
  height: 12px;
}
.bar {
  position: absolute;
  top: 2px;
  height: 9px;
  background: var(--stream);
  border-radius: 3px;
}
.bar.critical {
  outline: 2px solid var(--ink);
}
</style>
