<script setup lang="ts">
/** Open jobs over crews and days: moved with finger, mouse or keys, and what that moves is shown before it is taken. */
import { NButton } from 'naive-ui'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import client, { ApiError, formOf, type Schemas, unwrap } from '@/api/client'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import DayCalendar from '@/fields/DayCalendar.vue'
import FilePick from '@/fields/FilePick.vue'
import { counted } from '@/lib/counted'
import { today } from '@/lib/when'
import DiaryDay from '@/places/DiaryDay.vue'
import { clock, dayAfter, dayName, daysFrom, mondayOf } from '@/places/diary'

type Block = Schemas['DiaryBlock']
type Change = Schemas['DiaryChange']
const route = useRoute()
const first = ref(mondayOf(String(route.query.first ?? '') || today()))
const weeks = ref(2)
const view = shallowRef<Schemas['DiaryView'] | null>(null)
const trouble = ref('')
const busy = ref(false)
const query = () => ({ params: { query: { first_day: first.value, weeks: weeks.value, today: today() } } })
/** The first day with work in it is opened by itself. */
const opened = ref('')
async function ask<T>(what: () => Promise<T>): Promise<T | null> {
  busy.value = true
  try {
    const told = await what()
    trouble.value = ''
    return told
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.faults[0]?.message ?? error.message
    return null
  } finally {
    busy.value = false
  }
}
async function load(): Promise<void> {
  const told = await ask(() => unwrap(client.GET('/api/diary', query())))
  if (told) view.value = told
}
watch([first, weeks], load, { immediate: true })
const days = computed(() => daysFrom(first.value, 7 * weeks.value))
const shownDay = computed(() => opened.value || view.value?.result.blocks[0]?.day || days.value[0]!)
const at = (team: string, day: string) =>
  (view.value?.result.blocks ?? []).filter((one) => one.team === team && one.day === day)
const weekend = (day: string) => ['Sat', 'Sun'].includes(dayName(day).slice(0, 3))
const off = (team: Schemas['Team'], day: string) => (team.off_days ?? []).includes(day)

/** What is tried: shown with what it moves until it is taken or left. */
const tried = shallowRef<{ change: Change; told: Schemas['DiaryTried']; words: string } | null>(null)
const titleOf = (number: string) =>
  view.value?.result.blocks.find((one) => one.job === number)?.title ||
  passed.value.find((one) => one.number === number)?.title ||
  number
const passed = computed(() => view.value?.passed ?? [])
const again = (one: Schemas['DayPassed'], day: string) =>
  tryOut(
    { number: one.number, day, team: one.team || null, task: '', more_h: 0 },
    `${one.title || one.number} on ${dayName(day)}${one.team ? ` with ${teamName(one.team)}` : ''}`,
  )
async function tryOut(change: Change, words: string): Promise<void> {
  const told = await ask(() => unwrap(client.POST('/api/diary/tried', { ...query(), body: change })))
  tried.value = told ? { change, told, words } : null
}
async function take(): Promise<void> {
  const change = tried.value?.change
  if (!change) return
  const told = await ask(() => unwrap(client.POST('/api/diary/taken', { ...query(), body: change })))
  if (!told) return
  view.value = told
  tried.value = null
}
const teamName = (code: string) => view.value?.teams.find((one) => one.code === code)?.name ?? code
const move = (block: Block, day: string, team: string) =>
  day === block.day && team === block.team
    ? undefined
    : tryOut(
        { number: block.job, day, team, task: '', more_h: 0 },
        `${block.title || block.job} on ${dayName(day)} with ${teamName(team)}`,
      )
const held = shallowRef<Block | null>(null)
function drop(event: PointerEvent): void {
  const block = held.value
  held.value = null
  if (!block) return
  const cell = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>('[data-day]')
  if (cell) void move(block, cell.dataset.day!, cell.dataset.team!)
}
const KEYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function key(event: KeyboardEvent, block: Block): void {
  const way = KEYS[event.key]
  if (!way || !view.value) return
  event.preventDefault()
  const crews = view.value.teams.map((one) => one.code)
  const team = crews[Math.min(crews.length - 1, Math.max(0, crews.indexOf(block.team) + way[1]))]!
  void move(block, dayAfter(block.day, way[0]), team)
}
const conflicts = computed(() => view.value?.result.conflicts ?? [])
const heading = computed(() => {
  if (!view.value) return 'The diary'
  const jobs = new Set(view.value.result.blocks.map((one) => one.job)).size
  const late = passed.value.length ? `; ${counted(passed.value.length, 'job')} past their days` : ''
  if (!jobs) return `Nothing is planned in these weeks${late}`
  const told = conflicts.value.length ? `, ${counted(conflicts.value.length, 'conflict')}` : ', no conflict is known'
  return `${counted(jobs, 'job')} over ${counted(view.value.teams.length, 'crew')}${told}${late}`
})
async function takeForecast(): Promise<void> {
  const told = await ask(() => unwrap(client.POST('/api/diary/forecast', query())))
  if (told) view.value = told
}
const slots = shallowRef<Schemas['SlotFound'][] | null>(null)
async function readSlots(files: File[]): Promise<void> {
  const body = { file: files[0] as unknown as string }
  slots.value = await ask(() => unwrap(client.POST('/api/diary/slots', { body, bodySerializer: formOf })))
  await load()
}
const learnt = computed(() => (view.value?.learnt.factors ?? []).filter((one) => one.person && !one.kind))
const moment = (time: string | null | undefined) => (time ? `${dayName(time.slice(0, 10))} ${clock(time)}` : 'no day')
</script>

<template>
  <main class="diary">
    <h1>{{ heading }}</h1>
    <div class="bar">
      <n-button aria-label="A week earlier" @click="first = dayAfter(first, -7)">‹</n-button>
      <b>{{ first }}</b> <day-calendar label="the first week" :day="first" @day="(day) => (first = mondayOf(day))" />
      <n-button aria-label="A week later" @click="first = dayAfter(first, 7)">›</n-button>
      <choice-box
        label="Weeks"
        bare
        :value="String(weeks)"
        :options="['1', '2', '4'].map((one) => ({ label: one === '1' ? '1 week' : `${one} weeks`, value: one }))"
        @choose="(value) => (weeks = Number(value))"
      />
      <n-button v-if="view?.forecast_service" :loading="busy" @click="takeForecast"
        >Take the forecast ({{ view.forecast_service }})</n-button
      >
      <a :href="`/api/diary/calendar.ics?first_day=${first}&weeks=${weeks}`">Calendar file</a>
      <file-pick
        label="Booked slots from a calendar file"
        text="Slots from a calendar"
        accept=".ics,text/calendar"
        @files="readSlots"
      />
    </div>
    <p v-if="trouble" class="fault" role="alert">{{ trouble }}</p>
    <p v-if="slots" role="status">
      {{
        slots.length
          ? slots.map((one) => `${one.number}: ${moment(one.at)}`).join(', ')
          : 'No event names a job of ours.'
      }}
    </p>
    <section v-if="tried" class="tried" aria-label="What this would move">
      <p>
        <b>{{ tried.words }}</b>
      </p>
      <ul v-if="tried.told.moves.length">
        <li v-for="one in tried.told.moves" :key="one.job">
          {{ titleOf(one.job) }}
          <template v-if="one.was_at !== one.now_at"
            >ends <b>{{ moment(one.now_at) }}</b> instead of {{ moment(one.was_at) }}</template
          ><template v-if="one.was_team && one.now_team && one.was_team !== one.now_team"
            >{{ one.was_at !== one.now_at ? ', and' : '' }} falls to <b>{{ teamName(one.now_team) }}</b> instead of
            {{ teamName(one.was_team) }}</template
          >
        </li>
      </ul>
      <p v-else>No job ends at another time, and each keeps its crew.</p>
      <ul v-if="tried.told.result.conflicts.length" class="fault">
        <li v-for="one in tried.told.result.conflicts" :key="one.job + one.what">
          {{ titleOf(one.job) }} {{ one.what }}: {{ one.why }}
        </li>
      </ul>
      <div class="bar">
        <n-button type="primary" :loading="busy" @click="take">Take it</n-button>
        <n-button quaternary @click="tried = null">Leave it as it was</n-button>
      </div>
    </section>
    <div v-if="view" class="scroll">
      <table class="weeks" aria-label="Crews and days" @pointerup="drop">
        <thead>
          <tr>
            <th scope="col">Crew</th>
            <th v-for="day in days" :key="day" scope="col" :class="{ weekend: weekend(day), open: day === shownDay }">
              <button type="button" :aria-pressed="day === shownDay" @click="opened = day">{{ dayName(day) }}</button>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="team in view.teams" :key="team.code">
            <th scope="row">
              {{ team.name }}<br /><small class="quiet">{{ team.vehicle }}</small>
            </th>
            <td
              v-for="day in days"
              :key="day"
              :data-day="day"
              :data-team="team.code"
              :class="{ weekend: weekend(day), off: off(team, day), open: day === shownDay }"
            >
              <button
                v-for="one in at(team.code, day)"
                :key="one.job"
                type="button"
                class="block"
                :class="{ critical: one.critical, held: held === one }"
                :aria-label="`${clock(one.starts_at)} ${one.title || one.job}, ${dayName(day)}, until ${clock(one.ends_at)}, ${team.name}: arrow keys move it`"
                @pointerdown="held = one"
                @click="opened = day"
                @keydown="key($event, one)"
              >
                <b>{{ clock(one.starts_at) }}</b> {{ one.title || one.job }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <section v-if="conflicts.length">
      <h2>Conflicts</h2>
      <ul class="conflicts" aria-label="Conflicts">
        <li v-for="one in conflicts" :key="one.job + one.what">
          <router-link :to="`/jobs/${one.job}/brief/days`">{{ titleOf(one.job) }}</router-link> {{ one.what }}:
          <span class="quiet">{{ one.why }}</span>
        </li>
      </ul>
    </section>
    <section v-if="passed.length" class="later">
      <h2>Their days have passed, and they are not handed over</h2>
      <ul aria-label="Their days have passed">
        <li v-for="one in passed" :key="one.number">
          <router-link :to="`/jobs/${one.number}/handover`">{{ one.number }}</router-link>
          {{ one.title }}: <b>{{ one.began_on }}</b>{{ one.until === one.began_on ? '' : ` to ${one.until}`
          }}{{ one.team ? `, ${teamName(one.team)}` : '' }}
          <span v-if="one.can_move" class="quiet">· put it on another day</span>
          <day-calendar
            v-if="one.can_move"
            :label="`another day for ${one.title || one.number}`"
            :day="today()"
            @day="(day) => again(one, day)"
          />
        </li>
      </ul>
    </section>
    <section v-if="view?.later?.length" class="later">
      <h2>To be looked at again</h2>
      <ul aria-label="To be looked at again">
        <li v-for="one in view.later" :key="one.number + one.name">
          <router-link :to="`/jobs/${one.number}/handover/later`">{{ one.number }}</router-link>
          {{ one.title }}: <b>{{ one.name.toLowerCase() }}</b>, {{ one.due_on
          }}{{ one.state === 'late' ? ', late' : one.state === 'due' ? ', due' : '' }}
          <span class="quiet">{{ one.by === 'customer' ? 'the customer can see to it' : '' }}</span>
        </li>
      </ul>
    </section>
    <diary-day
      v-if="view"
      :view="view"
      :day="shownDay"
      @longer="
        (number, task) =>
          tryOut({ number, task, more_h: 24, day: null, team: null }, `${task} of ${titleOf(number)} sets a day longer`)
      "
    />
    <p v-if="learnt.length" class="quiet">
      Learnt from earlier marks:
      {{
        learnt
          .map((one) => `${one.person} ${one.factor.toFixed(1)} × the usual time (${one.mark_count} marks)`)
          .join('; ')
      }}.
    </p>
  </main>
</template>

<style scoped>
.diary {
  padding: 16px 24px 48px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
h1 {
  margin: 0;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
.scroll {
  overflow-x: auto;
}
.weeks {
  border-collapse: collapse;
  width: 100%;
  min-width: 900px;
  table-layout: fixed;
}
th,
td {
  border: 1px solid var(--rule);
  vertical-align: top;
  padding: 2px;
  text-align: left;
}
th:first-child {
  width: 104px;
  padding: 6px;
}
tbody td {
  height: 96px;
  touch-action: none;
}
thead button {
  width: 100%;
  min-height: 44px;
  font: inherit;
  font-weight: 600;
  color: inherit;
  background: none;
  border: 0;
  cursor: pointer;
}
.weekend {
  background: var(--paper);
}
.off {
  background: repeating-linear-gradient(45deg, transparent 0 6px, var(--rule) 6px 7px);
}
.open {
  box-shadow: inset 0 3px 0 var(--stream);
}
.block {
  display: block;
  width: 100%;
  min-height: 44px;
  margin-bottom: 2px;
  padding: 2px 4px;
  font: inherit;
  font-size: 13px;
  line-height: 1.2;
  text-align: left;
  color: inherit;
  background: var(--stream-tint);
  border: 0;
  border-left: 3px solid var(--stream);
  border-radius: 4px;
  overflow: hidden;
  cursor: grab;
  user-select: none;
  touch-action: none;
}
.block.held {
  opacity: 0.6;
  cursor: grabbing;
}
.tried {
  border: 2px solid var(--stream);
  border-radius: 6px;
  padding: 12px;
  display: grid;
  gap: 8px;
}
.tried p,
.tried ul,
.later ul,
.conflicts {
  margin: 4px 0;
  padding-left: 20px;
}
.bar :deep(.pick-file) {
  align-self: center;
}
</style>
