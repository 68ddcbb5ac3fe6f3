<script setup lang="ts">
/** Fine pointing by ear alone: where the sound came back and fell, its memory cleared, and Rindle listening with one. */
import { NButton, NInput, NSelect } from 'naive-ui'
import { computed, ref } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import { formatQuantity, fromEntry } from '@/lib/quantity'
import CoverBeat from '@/stations/peak/CoverBeat.vue'
import ListenPart from '@/stations/peak/ListenPart.vue'
import LiveFigures from '@/stations/peak/LiveFigures.vue'
import TrapShown from '@/stations/peak/TrapShown.vue'
import { useLive, usePeak, WAYS } from '@/stations/peak/usePeak'

const { store, axis, readings, pass, view, fit, usable, count, pointing, told, markHere } = usePeak()
useLive()
const turns = ref('')
const turning = ref<'up' | 'down'>('up')
const fault = ref('')
const mine = computed(() =>
  readings.value.filter((one) => one.axis === axis.value && (one.pass_number ?? 1) === pass.value),
)
/** Where the screw stands: as typed, else as the terminal tells it. */
async function mark(what: 'fell' | 'back' | 'best'): Promise<void> {
  const place = turns.value.trim() ? fromEntry(turns.value, 'turns', 'metric') : usable.value ? count.value : null
  fault.value = ''
  if (typeof place !== 'number') {
    fault.value = 'Where does the screw stand? Turns from where it stood at the preset are accepted, such as −1.25.'
    return
  }
  if (await markHere(what, turning.value, place)) turns.value = ''
}
/** Both marks are there: what is left is to stand on the top. */
const ready = computed(() => Boolean(fit.value?.bracketed))
const to = (value: number) => formatQuantity(value, 'turns', 'metric')
const next = computed(() => {
  if (view.value?.proved) return 'You stand on the top. Go on with the other axis, or with the next pass.'
  const marks = mine.value.filter((one) => one.mark === 'fell' || one.mark === 'back')
  if (!marks.length) return 'Turn down until it has fallen, a turn more, then slowly up. Mark where it comes back.'
  if (marks.at(-1)!.mark === 'back') return 'Go on turning up, slowly, until it falls. Mark that place.'
  if (!fit.value) return 'Mark where it came back on the other side.'
  const { top_turns, back_turns, forward_turns } = fit.value
  const way =
    back_turns > 0 ? `down by ${to(back_turns)}, then up by ${to(forward_turns)}` : `up by ${to(forward_turns)}`
  return `The top lies midway at ${to(top_turns)}: turn ${way}, and say that you stand on the long tone.`
})
</script>

<template>
  <p>
    <b>{{ axis === 'azimuth' ? 'Azimuth' : 'Elevation' }}, pass {{ pass }}.</b> {{ next }}
  </p>
  <p class="quiet">
    The first long tone is not the top: it says only as good as so far. Both falls have to be heard; with both marks
    made turning up, the play of the screw shifts nothing.
  </p>
  <trap-shown />
  <div class="stage">
    <div>
      <form v-if="!store.locked" class="row" @submit.prevent="mark('back')">
        <label
          >The screw stands at<n-input
            v-model:value="turns"
            :placeholder="usable ? to(count) : ''"
            :input-props="{ id: 'mark-turns', inputmode: 'decimal' }"
            style="width: 140px"
        /></label>
        <label
          >turned<n-select
            v-model:value="turning"
            :options="[
              { label: 'up', value: 'up' },
              { label: 'down', value: 'down' },
            ]"
            style="width: 104px"
        /></label>
      </form>
      <p class="quiet small">{{ WAYS[axis] }}</p>
      <div v-if="!store.locked" class="two">
        <n-button @click="mark('back')">It came back here</n-button>
        <n-button @click="mark('fell')">It fell here</n-button>
        <n-button :type="ready ? 'primary' : 'default'" @click="mark('best')">I stand on the long tone</n-button>
      </div>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <drawing-view v-if="mine.length" :name="`peak-${axis}`" />
    </div>
    <live-figures :usable="usable" :best="view?.best_level_db ?? null" />
  </div>
  <listen-part />
  <cover-beat />
  <fact v-if="told.transmit_off || pointing?.guide?.reset === 'cover'" at="peak.transmit_off" chips />
</template>

<style scoped>
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.stage {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 200px;
  gap: 16px;
  align-items: start;
}
.stage > div {
  display: grid;
  gap: 12px;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 12px;
}
.two :deep(.n-button) {
  height: 72px;
  font-size: 20px;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
@media (max-width: 700px) {
  .stage {
    grid-template-columns: 1fr;
  }
}
</style>
