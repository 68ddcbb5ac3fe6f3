<script setup lang="ts">
/** A corner set by what was measured: tape and bearing from a known point, or two tapes from two of them. */
import { NButton, NSelect } from 'naive-ui'
import { computed, ref } from 'vue'
import { ApiError, calculate } from '@/api/client'
import HeldInput from '@/fields/HeldInput.vue'
import { unitSign } from '@/lib/quantity'
import { calledOf, cornerTo, type Thing } from '@/plan/plan'
import { usePlanHere } from '@/plan/usePlan'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ thing: Thing; corner: number; declination: number }>()
const plan = usePlanHere()
const prefs = usePrefs()
const way = ref<'tape_bearing' | 'two_tapes'>('tape_bearing')
const from = ref('place')
const other = ref<string | null>(null)
const tape = ref<number | null>(null)
const otherTape = ref<number | null>(null)
const bearing = ref<number | null>(null)
const side = ref<'left' | 'right'>('right')
const said = ref('')
const known = computed(() => [
  { label: 'The job’s place', value: 'place', east: 0, north: 0 },
  ...plan.spots.value
    .filter((one) => one.letter)
    .map((one) => ({
      label: `Position ${one.letter}`,
      value: `at ${one.letter}`,
      east: one.east_m,
      north: one.north_m,
    })),
  ...plan.things.value.flatMap((one) =>
    one.corners
      .map((at, index) => ({
        label: one.corners.length > 1 ? `${calledOf(one)}, corner ${index + 1}` : calledOf(one),
        value: `${one.id} ${index}`,
        east: at.east_m,
        north: at.north_m,
      }))
      .filter((_, index) => one.id !== props.thing.id || index !== props.corner),
  ),
])
const at = (value: string | null) => known.value.find((one) => one.value === value)
const WAYS = [
  { label: 'Tape and bearing', value: 'tape_bearing' },
  { label: 'Two tapes', value: 'two_tapes' },
]
const SIDES = [
  { label: 'Right of the line from the first to the second', value: 'right' },
  { label: 'Left of it', value: 'left' },
]
const northWord = computed(() => (prefs.north === 'magnetic' ? 'Compass bearing' : 'True bearing'))
async function set(): Promise<void> {
  const [one, two] = [at(from.value), at(other.value)]
  const turned = prefs.north === 'magnetic' ? props.declination : 0
  said.value = ''
  try {
    const found = await calculate('plan_point', {
      way: way.value,
      from_east_m: one?.east,
      from_north_m: one?.north,
      tape_m: tape.value,
      ...(way.value === 'two_tapes'
        ? { other_east_m: two?.east, other_north_m: two?.north, other_tape_m: otherTape.value, side: side.value }
        : { bearing_deg: bearing.value === null ? null : (((bearing.value + turned) % 360) + 360) % 360 }),
    })
    const to = { east: found.result.east_m, north: found.result.north_m }
    plan.change(props.thing.id ?? '', (thing) => cornerTo(thing, props.corner, to))
    await plan.keep()
    said.value = found.findings.map((finding) => `${finding.message}. ${finding.clears_by}`).join(' ')
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    said.value = error.faults.map((fault) => fault.message).join('; ')
  }
}
</script>

<template>
  <details>
    <summary>Set {{ thing.corners.length > 1 ? `corner ${corner + 1}` : 'it' }} by tape</summary>
    <div class="tape">
      <n-select v-model:value="way" :options="WAYS" aria-label="How it was measured" />
      <n-select v-model:value="from" :options="known" filterable aria-label="From the known point" />
      <label
        >Tape, {{ unitSign('m', prefs.system) }} <held-input :value="tape" unit="m" @number="tape = $event"
      /></label>
      <label v-if="way === 'tape_bearing'"
        >{{ northWord }}, ° <held-input :value="bearing" unit="deg" @number="bearing = $event"
      /></label>
      <template v-else>
        <n-select
          v-model:value="other"
          :options="known"
          filterable
          placeholder="Second known point"
          aria-label="And from the known point"
        />
        <label
          >Second tape, {{ unitSign('m', prefs.system) }}
          <held-input :value="otherTape" unit="m" @number="otherTape = $event"
        /></label>
        <n-select v-model:value="side" :options="SIDES" aria-label="On which side" />
      </template>
      <n-button type="primary" @click="set">Set it</n-button>
      <p v-if="said" class="fault" role="status">{{ said }}</p>
      <p class="quiet small">Tapes are held level. Keep tapes and poles far from wires.</p>
    </div>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  padding: 4px 0;
  color: var(--stream);
}
.tape {
  display: grid;
  gap: 8px;
}
label {
  display: grid;
  gap: 2px;
  font-size: 13px;
  font-weight: 600;
}
label :deep(input) {
  height: 44px;
  width: 100%;
}
</style>
