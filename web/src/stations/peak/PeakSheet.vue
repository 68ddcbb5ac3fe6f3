<script setup lang="ts">
import LeafPart from '@/frame/LeafPart.vue'
import Fact from '@/fields/Fact.vue'
import { IconX } from '@tabler/icons-vue'
import { NButton, NInput, NRadioButton, NRadioGroup, NSelect } from 'naive-ui'
import { computed, nextTick, onMounted, ref } from 'vue'
import DevicePanel from '@/stations/bringup/DevicePanel.vue'
import PanelAttitude from '@/stations/peak/PanelAttitude.vue'
import DrawingView from '@/drawings/DrawingView.vue'
import { formatQuantity, fromEntry } from '@/lib/quantity'
import { rowId, useJob } from '@/stores/job'

type Axis = 'elevation' | 'azimuth'
const store = useJob()
const job = computed(() => store.job!)
const axis = ref<Axis>('elevation')
const readings = computed(() => job.value.facts.peak.readings ?? [])
const passes = (of: Axis) =>
  Math.max(1, ...readings.value.filter((one) => one.axis === of).map((one) => one.pass_number))
const pass = ref<Record<Axis, number>>({ elevation: passes('elevation'), azimuth: passes('azimuth') })
const busy = ref('')
const turns = ref('')
const level = ref('')
const turning = ref<'up' | 'down'>('up')

const shown = computed(() =>
  readings.value.filter((one) => one.axis === axis.value && one.pass_number === pass.value[axis.value]),
)
const view = computed(
  () => (axis.value === 'elevation' ? job.value.assessment.elevation_peak : job.value.assessment.azimuth_peak) ?? null,
)
const fit = computed(() => view.value?.fit ?? null)
const reach = computed(() => job.value.assessment.predicted_level_db != null)
onMounted(() => {
  if (reach.value && !store.locked) void store.poll()
})

async function during(name: string, ask: () => Promise<boolean>): Promise<void> {
  busy.value = name
  await ask()
  busy.value = ''
}
const turnAndRead = (by: number) =>
  during(`turn${by}`, () => store.read({ axis: axis.value, turns: by, pass_number: pass.value[axis.value] }))
const swept = ref<number | null>(null)
const moves = ref(0)
const stopSweep = () => (swept.value = null)
/** Reads at each step; false where somebody stopped it, or the terminal did not answer. */
async function readAlong(steps: number[]): Promise<boolean> {
  for (const by of steps) {
    const done = await store.read({ axis: axis.value, turns: by, pass_number: pass.value[axis.value] })
    if (!done || swept.value === null) return false
    swept.value += 1
  }
  return true
}
/** To both sides with a reading at each move, and on, three times at most, where the level has not fallen yet. */
async function sweep(): Promise<void> {
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
/** Back beyond the top and forward to it, as the fit says, with a reading at each end. */
async function follow(): Promise<void> {
  const way = fit.value
  if (!way) return
  await during('follow', async () => {
    if (way.back_turns > 0)
      await store.read({ axis: axis.value, turns: -way.back_turns, pass_number: pass.value[axis.value] })
    return store.read({ axis: axis.value, turns: way.forward_turns, pass_number: pass.value[axis.value] })
  })
}
async function addByHand(): Promise<void> {
  const body = {
    id: rowId(),
    axis: axis.value,
    pass_number: pass.value[axis.value],
    turns: fromEntry(turns.value, '', 'metric') as number,
    level_db: fromEntry(level.value, '', 'metric') as number,
    turning: turning.value,
  }
  if (await store.addReading(body)) {
    turns.value = ''
    level.value = ''
    void focusNew()
  }
}
async function focusNew(): Promise<void> {
  await nextTick()
  document.getElementById('reading-turns')?.focus()
}
defineExpose({ newEntry: () => void focusNew() })

const SIDES = ['top', 'bottom', 'left', 'right'] as const
const STEPS = [-1, -0.5, -0.25, 0, 0.25, 0.5, 1]
const faults = computed(() =>
  Object.entries(store.faults)
    .filter(([field]) => field.startsWith('reading.'))
    .map(([field, message]) => `${field.endsWith('turns') ? 'Turns' : 'Level'}: ${message}`),
)
const way = computed(() => {
  const f = fit.value
  if (!f) return ''
  const to = (value: number) => formatQuantity(value, 'turns', 'metric')
  if (!f.bracketed)
    return (
      job.value.assessment.stations
        .find((one) => one.code === 'peak')
        ?.findings.find((one) => one.code === `peak.${axis.value}.one_side`)?.clears_by ?? ''
    )
  if (f.at_top) return `You stand at the top within ${to(2 * f.top_sd_turns)}.`
  return f.back_turns > 0
    ? `Turn down by ${to(f.back_turns)}, then up by ${to(f.forward_turns)}: arrive turning up.`
    : `Turn up by ${to(f.forward_turns)}.`
})
</script>

<template>
  <leaf-part v-if="store.job?.assessment.panel_aim" leaf="readings" data-fact="peak.attitudes"
    ><panel-attitude
  /></leaf-part>
  <template v-else>
    <p class="caution">
      <b>Radio energy:</b> the feed transmits once the modem is online. Nobody in front of the dish; switch off before
      touching the feed. On the ladder, tie off before you let go with both hands.
    </p>
    <leaf-part leaf="readings" data-fact="peak.readings">
      <div class="row">
        <n-radio-group v-model:value="axis" aria-label="Axis"
          ><n-radio-button value="elevation">Elevation</n-radio-button
          ><n-radio-button value="azimuth">Azimuth</n-radio-button></n-radio-group
        >
        <span>Pass {{ pass[axis] }}</span>
        <n-button v-if="!store.locked && shown.length" size="small" @click="pass[axis] += 1"
          >Begin pass {{ pass[axis] + 1 }}</n-button
        >
        <n-button v-if="pass[axis] > 1" size="small" @click="pass[axis] -= 1">Show pass {{ pass[axis] - 1 }}</n-button>
      </div>
      <template v-if="shown.length">
        <drawing-view v-if="pass[axis] === passes(axis)" :name="`peak-${axis}`" />
        <p v-if="fit && pass[axis] === passes(axis)" class="way">
          <b>{{ way }}</b>
          <span class="quiet"
            >Top at {{ formatQuantity(fit.top_turns, 'turns', 'metric') }} ± {{ (2 * fit.top_sd_turns).toFixed(2) }},
            {{ formatQuantity(fit.top_level_db, 'db', 'metric') }}; here it costs
            {{ formatQuantity(fit.loss_now_db, 'db', 'metric') }}.</span
          >
        </p>
      </template>
      <p v-else class="quiet">
        No reading on this pass. Read where you stand, turn half a turn, read again, and go on until the level has risen
        and fallen: both sides of the top are needed.
      </p>
      <device-panel v-if="reach && !store.locked">
        <div class="row">
          <n-button
            v-for="step in STEPS"
            :key="step"
            :loading="busy === `turn${step}`"
            :disabled="busy !== ''"
            @click="turnAndRead(step)"
            >{{ step === 0 ? 'Read here' : `${step > 0 ? 'Up' : 'Down'} ${Math.abs(step)}` }}</n-button
          >
          <n-button :loading="busy === 'sweep'" :disabled="busy !== ''" @click="sweep">{{
            fit && !fit.bracketed ? 'Sweep on' : 'Sweep both sides'
          }}</n-button>
          <n-button v-if="fit" type="primary" :loading="busy === 'follow'" :disabled="busy !== ''" @click="follow"
            >Turn to the top</n-button
          >
        </div>
        <p v-if="swept !== null" class="row" role="status">
          {{ swept }} of {{ moves }} readings
          <n-button size="small" @click="stopSweep">Stop</n-button>
        </p>
      </device-panel>
      <p v-else-if="!store.locked" class="quiet">
        The terminal’s own readings can be fetched once place, terminal and satellite are chosen and a beam covers the
        site. Until then enter readings by hand.
      </p>
      <section v-if="!store.locked" class="stack">
        <h2>Enter a reading by hand</h2>
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
            <th><span class="visually-hidden">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in shown" :key="one.id">
            <td>{{ formatQuantity(one.turns, 'turns', 'metric') }}</td>
            <td>{{ one.turning }}</td>
            <td>{{ formatQuantity(one.level_db, 'db', 'metric') }}</td>
            <td>
              <n-button
                v-if="!store.locked"
                quaternary
                size="small"
                aria-label="Remove reading"
                @click="store.deleteReading(one.id)"
                ><template #icon><icon-x /></template
              ></n-button>
            </td>
          </tr>
        </tbody>
      </table>
    </leaf-part>
    <leaf-part leaf="lock" title="Lock down and push">
      <p class="quiet">
        Tighten the nuts in turn while you watch the level, then push the rim at four places and let go: each time the
        level must come back within {{ formatQuantity(job.facts.picks.rules?.hold_db ?? 0, 'db', 'metric') }}.
      </p>
      <div v-if="reach && !store.locked && !store.deviceTrouble" class="row">
        <n-button
          v-if="!store.telemetry?.nuts_tight"
          :loading="busy === 'nuts'"
          :disabled="busy !== ''"
          @click="during('nuts', () => store.nuts(true))"
          >Tighten and read</n-button
        >
        <template v-else
          ><n-button
            v-for="side in SIDES"
            :key="side"
            :loading="busy === side"
            :disabled="busy !== ''"
            @click="during(side, () => store.push(side))"
            >Push {{ side }}, read</n-button
          >
          <n-button quaternary :disabled="busy !== ''" @click="during('nuts', () => store.nuts(false))"
            >Loosen again</n-button
          ></template
        >
      </div>
      <div class="fields lock">
        <fact at="peak.lock_before_db" />
        <fact at="peak.lock_after_db" />
        <fact v-for="side in SIDES" :key="side" :at="`peak.push_${side}_db`" />
        <fact v-if="job.facts.aim.spare_satellites?.length" at="peak.retest_db" />
      </div>
    </leaf-part>
    <leaf-part leaf="instruments" title="What your instruments show on the peak">
      <p class="quiet">
        Read both once more when it is locked. At sign-off each becomes a check of that instrument in the stores, so
        that its own correction gets better with every job.
      </p>
      <div class="fields">
        <fact
          at="peak.compass_at_peak_deg"
          :hint="
            job.facts.aim.compass_code
              ? 'Several metres off the steel'
              : 'Choose your compass at Aim, else nothing is learnt'
          "
        />
        <fact
          at="peak.clinometer_at_peak_deg"
          :hint="
            job.facts.aim.clinometer_code
              ? job.assessment.aim?.clinometer_face
              : 'Choose your clinometer at Aim, else nothing is learnt'
          "
        />
      </div>
    </leaf-part>
  </template>
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
.way b {
  font-size: 18px;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
.readings {
  max-width: 420px;
}
.readings td {
  border-top: 1px solid var(--rule);
  padding: 4px 16px 4px 0;
  vertical-align: middle;
}
.lock {
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
}
</style>
