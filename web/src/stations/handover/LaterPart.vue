<script setup lang="ts">
/** After the hand-over: what is due on a line of time, what happened, what was found, and the repair job made of it. */
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { today } from '@/lib/when'
import MarginNote from '@/stations/handover/AfterNote.vue'
import { useAfter } from '@/stations/handover/useAfter'
import { rowId } from '@/stores/job'
import { useSession } from '@/stores/session'

const { store, after, path, trouble, busy, act } = useAfter()
const router = useRouter()
const person = useSession().person?.name ?? ''
const result = computed(() => after.value?.result ?? null)
const rows = computed(() => result.value?.follow_up.rows ?? [])
const days = computed(() => rows.value.filter((one) => one.due_on || one.last_on))
const events = computed(() => rows.value.filter((one) => one.state === 'waits'))
const STATE = { ahead: 'ahead', due: 'due now', late: 'late', done: 'done', waits: 'waits for it' }
const open = ref('')
const note = ref('')
const level = ref('')
/** By the site's clock, where the level is read. */
const day = () => today(store.job?.assessment.zone)
const on = ref(day())
const patch = (body: Schemas['AfterPatch']) =>
  act(() => unwrap(client.PATCH('/api/jobs/{number}/after', { ...path.value, body })))
async function mark(code: string, found: 'good' | 'visit'): Promise<void> {
  const read = Number(level.value.replace(',', '.'))
  const one: Schemas['LaterMark'] = {
    id: rowId(),
    code,
    on: on.value,
    by: person,
    found,
    note: note.value.trim(),
    level_db: level.value.trim() && Number.isFinite(read) ? read : null,
  }
  if (await patch({ later_marks: [...(after.value?.facts.later_marks ?? []), one] })) {
    open.value = note.value = level.value = ''
  }
}
const what = ref('')
async function happened(): Promise<void> {
  const one: Schemas['LaterEvent'] = { id: rowId(), code: what.value, on: on.value, note: note.value.trim() }
  if (await patch({ later_events: [...(after.value?.facts.later_events ?? []), one] })) what.value = note.value = ''
}
const eventOptions = computed(() =>
  rows.value.filter((one) => one.told_by === 'event').map((one) => ({ value: one.code, label: one.name })),
)
async function repair(reason: string): Promise<void> {
  busy.value = true
  try {
    const job = await unwrap(client.POST('/api/jobs/{number}/repair', { ...path.value, body: { reason } }))
    await router.push(`/jobs/${job.number}/brief/repair`)
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  } finally {
    busy.value = false
  }
}
const marks = computed(() => [...(after.value?.facts.later_marks ?? [])].reverse())
const nameOf = (code: string) => rows.value.find((one) => one.code === code)?.name ?? code
/** Where a day lies on the line: the days right after the hand-over have as much room as the years. */
function at(day: string | null | undefined): number {
  if (!day || !result.value) return 0
  const gone = (Date.parse(day) - Date.parse(result.value.handed_on)) / 86_400e3
  return Math.min(100, (100 * Math.log1p(Math.max(0, gone))) / Math.log1p(800))
}
</script>

<template>
  <leaf-part leaf="later">
    <p v-if="!result" class="quiet">
      Follow-ups begin with the signature: a day, a week and a month later, in the other season, once a year, and after
      storms, a new roof or new neighbours. They go into the calendar file and on the Diary.
    </p>
    <template v-else>
      <div class="line" aria-hidden="true">
        <span class="base" />
        <span class="now" :style="{ left: `${at(day())}%` }"><i>today</i></span>
        <span
          v-for="(one, index) in days.filter((row) => row.due_on)"
          :key="one.code"
          class="stop"
          :class="[one.state, `row${index % 4}`, { left: at(one.due_on) > 75 }]"
          :style="{ left: `${at(one.due_on)}%` }"
          ><i>{{ one.name }}</i></span
        >
      </div>
      <margin-note v-for="one in result.findings" :key="one.code + one.message" :finding="one" />
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <table class="grid-table" aria-label="Follow-ups">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Due</th>
            <th scope="col">It is</th>
            <th scope="col"><span class="visually-hidden">Done</span></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="one in days" :key="one.code">
            <tr :class="one.state">
              <th scope="row">
                {{ one.name }}<span class="quiet small said">{{ one.text }}</span>
              </th>
              <td>
                {{ one.due_on ?? '' }}<span class="quiet small said">{{ one.because }}</span>
              </td>
              <td>
                <b>{{ STATE[one.state] }}</b><span class="quiet small said">{{
                  one.last_on
                    ? `looked at ${one.last_on}: ${one.found === 'visit' ? 'a visit is wanted' : 'as it should be'}`
                    : one.by === 'customer'
                      ? 'the customer can see to it'
                      : ''
                }}</span>
              </td>
              <td>
                <n-button size="small" @click="open = open === one.code ? '' : one.code">Looked at it</n-button>
              </td>
            </tr>
            <tr v-if="open === one.code">
              <td colspan="4">
                <form class="row" @submit.prevent>
                  <label>On<input v-model="on" type="date" /></label>
                  <label
                    >Level in dB<input v-model="level" class="short" inputmode="decimal" placeholder="not read"
                  /></label>
                  <label class="long">What was found<n-input v-model:value="note" placeholder="" /></label>
                  <n-button class="foot" type="primary" :disabled="busy" @click="mark(one.code, 'good')"
                    >As it should be</n-button
                  >
                  <n-button class="foot" :disabled="busy" @click="mark(one.code, 'visit')">A visit is wanted</n-button>
                </form>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
      <p class="row">
        <a class="file" :href="`/api/jobs/${store.number}/calendar.ics`">As a calendar file</a>
        <span class="quiet small">The next: {{ result.follow_up.next_on ?? 'nothing by days' }}.</span>
      </p>
      <section class="block">
        <h2>Something happened</h2>
        <form class="row" @submit.prevent="happened">
          <choice-box label="What" :value="what" :options="eventOptions" @choose="what = String($event)" />
          <label>On<input v-model="on" type="date" /></label>
          <label class="long">Note<n-input v-model:value="note" placeholder="" /></label>
          <n-button attr-type="submit" class="foot" :disabled="!what || busy">Write it down</n-button>
        </form>
        <p v-if="events.length" class="quiet small">
          Looked at when it happens: {{ events.map((one) => one.name.toLowerCase()).join('; ') }}.
        </p>
      </section>
      <section class="block">
        <h2>Repair</h2>
        <p class="row">
          <n-button :disabled="busy" @click="repair(result.findings.find((one) => one.level === 'hold')?.message ?? '')"
            >Open a repair job</n-button
          >
          <span class="quiet">Place, kit, mount and cable as they were left; the figures of this job beside it.</span>
        </p>
        <p v-if="after?.repairs.length">
          Opened of this job:
          <router-link v-for="one in after.repairs" :key="one" :to="`/jobs/${one}/brief`">{{ one }} </router-link>
        </p>
      </section>
      <section v-if="marks.length" class="block">
        <h2>What was found since</h2>
        <table class="grid-table" aria-label="Found since">
          <tbody>
            <tr v-for="one in marks" :key="one.id">
              <th scope="row">{{ one.on }}</th>
              <td>{{ nameOf(one.code) }}</td>
              <td>{{ one.found === 'visit' ? 'a visit is wanted' : 'as it should be' }}</td>
              <td>{{ one.level_db == null ? '' : `${one.level_db} dB` }}</td>
              <td>
                {{ one.note }} <span class="quiet">{{ one.by }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
    </template>
  </leaf-part>
</template>

<style scoped>
.line {
  position: relative;
  height: 128px;
  margin: 0 12px 0 8px;
}
.base {
  position: absolute;
  left: 0;
  right: 0;
  top: 63px;
  border-top: 2px solid var(--stream);
}
.stop,
.now {
  position: absolute;
  top: 56px;
  width: 16px;
  height: 16px;
  margin-left: -8px;
  border: 2px solid var(--stream);
  border-radius: 50%;
  background: var(--sheet);
}
.now {
  width: 2px;
  height: 44px;
  top: 42px;
  margin-left: -1px;
  border: 0;
  border-radius: 0;
  background: var(--ink);
}
.stop.due,
.stop.late {
  border-color: var(--rust);
  background: var(--rust-tint);
}
.stop i,
.now i {
  position: absolute;
  bottom: 22px;
  left: 0;
  font-style: normal;
  font-size: 13px;
  white-space: nowrap;
}
.stop.left i {
  left: auto;
  right: 0;
}
.stop.row2 i {
  bottom: 40px;
}
.stop.row1 i,
.stop.row3 i {
  bottom: auto;
  top: 18px;
}
.stop.row3 i {
  top: 36px;
}
.now i {
  bottom: 54px;
  font-weight: 700;
}
.said {
  display: block;
  font-weight: 400;
}
tr.late b,
tr.due b {
  color: var(--rust);
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.long {
  flex: 1;
  min-width: 180px;
}
input {
  height: 44px;
}
.short {
  width: 110px;
}
.foot {
  align-self: end;
}
.file {
  font-weight: 600;
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
</style>
