<script setup lang="ts">
/** Fine pointing: the level as it is, the best beside it, the trace, and one press a reading. */
import SaidAnew from '@/stations/SaidAnew.vue'
import { useEventListener } from '@vueuse/core'
import { IconX } from '@tabler/icons-vue'
import { NButton, NInput, NRadioButton, NRadioGroup, NSelect } from 'naive-ui'
import { computed, nextTick, ref } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import { formatQuantity, fromEntry } from '@/lib/quantity'
import BigView from '@/stations/peak/BigView.vue'
import LiveFigures from '@/stations/peak/LiveFigures.vue'
import { useLive, usePeak, WAYS } from '@/stations/peak/usePeak'
import { rowId } from '@/stores/job'

const {
  store,
  job,
  joints,
  axis,
  readings,
  lastPass,
  pass,
  view,
  fit,
  reach,
  usable,
  count,
  busy,
  during,
  turnAndRead,
  markHere,
} = usePeak()
useLive()
const turns = ref('')
const level = ref('')
const turning = ref<'up' | 'down'>('up')
const shown = computed(() =>
  readings.value.filter((one) => one.axis === axis.value && (one.pass_number ?? 1) === pass.value),
)
const newest = computed(() => pass.value === lastPass(axis.value))
const to = (value: number) => formatQuantity(value, 'turns', 'metric')

const swept = ref<number | null>(null)
const moves = ref(0)
const stopSweep = () => (swept.value = null)
/** Reads at each step; false where somebody stopped it, or the terminal did not answer. */
async function readAlong(steps: number[]): Promise<boolean> {
  const along = axis.value
  const number = pass.value
  for (const by of steps) {
    const done = await store.read({ axis: along, turns: by, pass_number: number })
    if (!done || swept.value === null || store.deviceNote) return false
    swept.value += 1
  }
  return true
}
/** To both sides with a reading at each move, and on, three times at most, where the level has not fallen yet. */
async function sweep(): Promise<void> {
  if (view.value?.proved && newest.value) pass.value += 1
  busy.value = 'sweep'
  swept.value = 0
  let going = true
  for (let round = 0; going && round < 4 && !(round && fit.value?.bracketed); round++) {
    moves.value = swept.value + (view.value?.sweep_turns?.length ?? 0)
    going = await readAlong(view.value?.sweep_turns ?? [])
  }
  swept.value = null
  busy.value = ''
}
/** A top that may be a side lobe, or lies behind an end stop, is never led to. */
const leads = computed(() => fit.value?.leads === true)
/** Back beyond the top and forward to it, as the fit says, with a reading at each end. */
async function follow(): Promise<void> {
  const way = fit.value
  if (!way || !leads.value) return
  const along = { axis: axis.value, pass_number: pass.value }
  await during('follow', async () => {
    if (way.back_turns > 0) await store.read({ ...along, turns: -way.back_turns })
    return store.read({ ...along, turns: way.forward_turns })
  })
}
async function addByHand(): Promise<void> {
  const body = {
    id: rowId(),
    axis: axis.value,
    pass_number: pass.value,
    turns: fromEntry(turns.value, 'turns', 'metric') as number,
    level_db: fromEntry(level.value, 'db', 'metric') as number,
    turning: turning.value,
    mark: '' as const,
    stage: '' as const,
  }
  if (await store.addReading(body)) {
    turns.value = ''
    level.value = ''
    void focusNew()
  }
}
/** By ear: the place that was typed, else where the screw is known to stand. */
const ear = (mark: 'fell' | 'back') =>
  markHere(
    mark,
    turning.value,
    turns.value.trim() ? (fromEntry(turns.value, 'turns', 'metric') as number) : count.value,
  )
async function focusNew(): Promise<void> {
  await nextTick()
  document.getElementById('reading-turns')?.focus()
}
defineExpose({ newEntry: () => void focusNew() })

const STEPS = [-1, -0.5, -0.25, 0, 0.25, 0.5, 1]
const HEARD: Record<string, string> = { fell: 'fell', back: 'came back', best: 'on the long tone' }
const STAGES: Record<string, string> = {
  preset: 'preset only, not valid yet',
  locked: 'locked',
  peaked: 'peaked',
  network: 'on the network',
}
const faults = computed(() =>
  Object.entries(store.faults)
    .filter(([field]) => field.startsWith('reading'))
    .map(
      ([field, message]) =>
        `${field.endsWith('turns') ? 'Turns' : field.endsWith('level_db') ? 'Level' : 'Reading'}: ${message}`,
    ),
)
const way = computed(() => {
  const f = fit.value
  if (!f) return ''
  const find = (code: string) =>
    job.value.assessment.stations.find((one) => one.code === 'peak')?.findings.find((one) => one.code === code)
      ?.clears_by ?? ''
  if (f.lobe === 'side') return find(`peak.${axis.value}.lobe`)
  if (f.end_stop) return find(`peak.${axis.value}.end_stop`)
  if (!f.bracketed) return find(`peak.${axis.value}.one_side`)
  if (f.at_top) return `You stand at the top within ${to(2 * f.top_sd_turns)}.`
  return f.back_turns > 0
    ? `Turn down by ${to(f.back_turns)}, then up by ${to(f.forward_turns)}: arrive turning up.`
    : `Turn up by ${to(f.forward_turns)}.`
})
const free = computed(() => joints.value.filter((one) => one.axis === axis.value))
const big = ref(false)
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (big.value && event.key === 'Escape') big.value = false
})
const read = () => (usable.value ? turnAndRead(0) : void focusNew())
</script>

<template>
  <p class="caution">
    <b>Radio energy:</b> the feed transmits once the modem is online. Nobody in front of the dish; switch off before
    touching the feed.<template v-if="store.aloft"> On the ladder, tie off before you let go with both hands.</template>
  </p>
  <said-anew
    station="peak"
    code="peak.read_for"
    label="They were taken with what the job says now"
    @said="store.patch({ read_satellite_code: '', read_terminal_code: '', read_mount_code: '', read_letter: '' })"
  />
  <div class="row">
    <n-radio-group v-model:value="axis" aria-label="Axis"
      ><n-radio-button value="azimuth">Azimuth</n-radio-button
      ><n-radio-button value="elevation">Elevation</n-radio-button></n-radio-group
    >
    <span>Pass {{ pass }}</span>
    <n-button v-if="!store.locked && shown.length" size="small" @click="pass += 1">Begin pass {{ pass + 1 }}</n-button>
    <n-button v-if="pass > 1" size="small" @click="pass -= 1">Show pass {{ pass - 1 }}</n-button>
    <n-button size="small" class="right" @click="big = true">Readable from afar</n-button>
  </div>
  <p v-if="free.length" class="quiet">
    Free for this move: {{ free.map((one) => `${one.name} (${one.count}, ${one.state})`).join('; ') }}. The other axis
    stays snug.
  </p>
  <p class="quiet">{{ WAYS[axis] }}</p>
  <div class="stage">
    <div>
      <drawing-view v-if="shown.length && newest" :name="`peak-${axis}`" />
      <p v-else-if="!shown.length" class="quiet">
        No reading on this pass. Read where you stand, turn half a turn, read again, and go on until the level has risen
        and fallen: both sides of the top are needed. Hands off before each reading, and wait until it is settled.
      </p>
    </div>
    <live-figures :usable="usable" :best="view?.best_level_db ?? null" />
  </div>
  <p v-if="fit && newest && shown.length" class="way">
    <b>{{ way }}</b>
    <span v-if="!fit.placed" class="quiet">Where the top lies these readings do not tell.</span>
    <span v-else class="quiet"
      >Top at {{ to(fit.top_turns) }} ± {{ (2 * fit.top_sd_turns).toFixed(2)
      }}<template v-if="view?.best_level_db != null">, {{ formatQuantity(fit.top_level_db, 'db', 'metric') }}</template
      >; here it costs {{ formatQuantity(fit.loss_now_db, 'db', 'metric') }}. Next move at most
      {{ to(fit.step_turns ?? 0.125) }}; play {{ to(fit.backlash_turns) }}.</span
    >
  </p>
  <div v-if="usable" class="row">
    <n-button
      v-for="step in STEPS"
      :key="step"
      :loading="busy === `turn${step}`"
      :disabled="busy !== ''"
      @click="turnAndRead(step)"
      >{{ step === 0 ? 'Read here' : `${step > 0 ? 'Up' : 'Down'} ${Math.abs(step)}` }}</n-button
    >
    <n-button
      :type="leads ? 'default' : 'primary'"
      :loading="busy === 'sweep'"
      :disabled="busy !== ''"
      @click="sweep"
      >{{ fit && !fit.bracketed ? 'Sweep on' : 'Sweep both sides' }}</n-button
    >
    <n-button v-if="leads" type="primary" :loading="busy === 'follow'" :disabled="busy !== ''" @click="follow"
      >Turn to the top</n-button
    >
  </div>
  <p v-else-if="!store.locked && !reach" class="quiet">
    The terminal’s own readings can be fetched once place, terminal and satellite are chosen and a beam covers the site.
    Until then enter readings by hand.
  </p>
  <p v-if="swept !== null" class="row" role="status">
    {{ swept }} of {{ moves }} readings
    <n-button size="small" @click="stopSweep">Stop</n-button>
  </p>
  <p v-if="store.deviceNote" class="fault" role="alert">{{ store.deviceNote }}</p>
  <section v-if="!store.locked" class="stack">
    <h2>By hand</h2>
    <form class="row" @submit.prevent="addByHand">
      <label
        >Turns<n-input
          v-model:value="turns"
          placeholder=""
          :input-props="{ id: 'reading-turns', inputmode: 'decimal' }"
          style="width: 112px"
      /></label>
      <label
        >Level (dB)<n-input
          v-model:value="level"
          placeholder=""
          :input-props="{ inputmode: 'decimal' }"
          style="width: 112px"
      /></label>
      <label
        >Turned<n-select
          v-model:value="turning"
          :options="[
            { label: 'up', value: 'up' },
            { label: 'down', value: 'down' },
          ]"
          style="width: 104px"
      /></label>
      <n-button attr-type="submit" class="foot">Add reading</n-button>
    </form>
    <p v-for="fault in faults" :key="fault" class="fault" role="alert">{{ fault }}</p>
  </section>
  <table v-if="shown.length" class="grid-table readings" aria-label="Readings">
    <thead>
      <tr>
        <th scope="col">Turns</th>
        <th scope="col">Turned</th>
        <th scope="col">Level</th>
        <th scope="col">Worth</th>
        <th><span class="visually-hidden">Remove</span></th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="(one, index) in shown"
        :key="one.id"
        :class="{ out: newest && fit?.left_out_numbers?.includes(index) }"
      >
        <td>{{ to(one.turns) }}</td>
        <td>{{ one.turning }}</td>
        <td>
          {{ one.level_db == null ? HEARD[one.mark ?? ''] : formatQuantity(one.level_db, 'db', 'metric') }}
        </td>
        <td class="quiet">
          {{
            newest && fit?.left_out_numbers?.includes(index)
              ? 'left out: read there again'
              : (STAGES[one.stage ?? ''] ?? '')
          }}
        </td>
        <td>
          <n-button
            v-if="!store.locked"
            quaternary
            size="small"
            aria-label="Remove reading"
            @click="store.deleteReading(one.id!)"
            ><template #icon><icon-x /></template
          ></n-button>
        </td>
      </tr>
    </tbody>
  </table>
  <big-view v-if="big" @close="big = false" @read="read" @mark="(mark) => ear(mark)" />
</template>

<style scoped>
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.foot {
  align-self: end;
}
.right {
  margin-left: auto;
}
.stage {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 200px;
  gap: 16px;
  align-items: start;
}
.way b {
  font-size: 18px;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
.readings {
  max-width: 560px;
}
.readings td {
  border-top: 1px solid var(--rule);
  padding: 4px 16px 4px 0;
  vertical-align: middle;
}
.out td {
  text-decoration: line-through;
}
.out td:nth-child(4) {
  text-decoration: none;
}
@media (max-width: 700px) {
  .stage {
    grid-template-columns: 1fr;
  }
}
</style>
