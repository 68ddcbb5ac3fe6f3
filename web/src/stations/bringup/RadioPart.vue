<script setup lang="ts">
/** Radio figures stage by stage, as its page shows them, with a picture; what fell, and what is left of the transmit level. */
import { NButton, NSelect } from 'naive-ui'
import type { SelectMixedOption } from 'naive-ui/es/select/src/interface'
import { computed, onMounted, ref } from 'vue'
import type { Schemas } from '@/api/client'
import DeviceTrouble from '@/frame/DeviceTrouble.vue'
import FilePickButton from '@/fields/FilePickButton.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { factAt, optionsOf } from '@/fields/told'
import { formatQuantity } from '@/lib/quantity'
import { when } from '@/lib/when'
import { useBringUp } from '@/stations/bringup/useBringUp'
import { rowId } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

type Stage = Schemas['RadioMark']['stage']
const { store, job, told, terminal, reach } = useBringUp()
const prefs = usePrefs()
const show = (value: number | null | undefined, unit: string) =>
  value == null ? '–' : formatQuantity(value, unit, prefs.system)
const rows = computed(() => job.value.assessment.radio_stages?.rows ?? [])
const waits = computed(() => job.value.assessment.radio_stages?.code_waits ?? false)
const columns = columnsOf(
  'bringup.radio',
  'stage',
  { key: 'es_n0_db', main: true },
  'input_dbm',
  'transmit_dbm',
  'run_loss_db',
  'temperature_c',
  'supply_ma',
  'software',
  'photo',
)
const stages: SelectMixedOption[] = optionsOf(factAt('bringup.radio[].stage')).map((one) => ({ ...one }))
const chosen = ref<Stage | null>(null)
const stage = computed(() => chosen.value ?? job.value.assessment.radio_stages?.next_stage ?? 'locked')
const blank = () => ({ stage: stage.value, at: new Date().toISOString(), es_n0_db: null, photo: '' })
onMounted(() => {
  if (reach.value && !store.locked) void store.poll()
})
async function noteNow(): Promise<void> {
  if (!(await store.poll()) || !store.telemetry || store.telemetry.no_level_why) return
  const now = store.telemetry
  await store.replaceList('radio', [
    ...(told.value.radio ?? []),
    {
      id: rowId(),
      stage: stage.value,
      at: new Date().toISOString(),
      es_n0_db: now.level_db,
      input_dbm: now.input_dbm,
      transmit_dbm: now.transmit_dbm,
      run_loss_db: null,
      software: '',
      photo: '',
    },
  ])
}
/** A picture of the page goes to the job's papers, and by its name into the last row of that stage. */
async function picture(file: File): Promise<void> {
  await store.addDocument(file)
  const list = told.value.radio ?? []
  const at = list.map((one) => one.stage).lastIndexOf(stage.value)
  if (at >= 0)
    await store.replaceList(
      'radio',
      list.map((one, index) => (index === at ? { ...one, photo: file.name } : one)),
    )
}
const top = computed(() => Math.max(1, ...rows.value.map((one) => one.mark?.es_n0_db ?? 0)))
</script>

<template>
  <p v-if="waits" class="caution">
    <b>Note them before the code is entered.</b> After the restart that follows, its page may not show them any more.
  </p>
  <div class="wide-table" role="region" aria-label="Radio figures by stage" tabindex="0">
    <table class="figures stages">
      <caption class="visually-hidden">
        Radio figures by stage
      </caption>
      <thead>
        <tr>
          <th scope="col">Stage</th>
          <th scope="col">Es/N0</th>
          <th scope="col">Since the stage before</th>
          <th scope="col">Input</th>
          <th scope="col">Transmit</th>
          <th scope="col">Left to its top</th>
          <th scope="col">Read at</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in rows" :key="one.stage" :class="{ quiet: !one.mark }">
          <th scope="row">{{ one.name }}</th>
          <td class="num">
            <span class="level"
              ><i v-if="one.mark?.es_n0_db != null" :style="{ width: `${(60 * one.mark.es_n0_db) / top}px` }" />{{
                show(one.mark?.es_n0_db, 'db')
              }}</span
            >
          </td>
          <td class="num">{{ show(one.es_n0_change_db, 'db') }}</td>
          <td class="num">{{ show(one.mark?.input_dbm, 'dbm') }}</td>
          <td class="num">{{ show(one.mark?.transmit_dbm, 'dbm') }}</td>
          <td class="num">{{ show(one.transmit_left_db, 'db') }}</td>
          <td>{{ one.mark?.at ? when(one.mark.at, job.assessment.zone) : one.mark ? '' : 'not noted' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-if="job.assessment.predicted_level_db != null" class="quiet">
    The link promises {{ show(job.assessment.predicted_level_db, 'db') }} in clear sky<template
      v-if="terminal?.transmit_most_dbm != null"
      >; its transmit level ends at {{ show(terminal.transmit_most_dbm, 'dbm') }}</template
    >.
  </p>
  <div v-if="!store.locked" class="row">
    <n-select
      class="stage"
      :value="stage"
      :options="stages"
      aria-label="Stage"
      :input-props="{ 'aria-label': 'Stage' }"
      @update:value="chosen = $event"
    />
    <n-button v-if="reach" type="primary" :disabled="!!store.telemetry?.no_level_why" @click="noteNow"
      >Note what its page shows now</n-button
    >
    <file-pick-button accept="image/*" label="Picture of its page" @pick="picture" />
  </div>
  <device-trouble v-if="reach && store.deviceTrouble" />
  <p v-else-if="reach && store.telemetry?.no_level_why" role="status">
    Its page shows no figures. {{ store.telemetry.no_level_why }}
  </p>
  <row-grid
    name="radio"
    title="Every reading"
    :columns="columns"
    :rows="told.radio ?? []"
    :blank="blank"
    add-label="Add a reading"
  />
</template>

<style scoped>
.wide-table {
  overflow-x: auto;
}
.stages {
  width: 100%;
}
.stages th[scope='col'] {
  font-weight: 400;
  color: var(--quiet);
  font-size: 14px;
}
.level {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  justify-content: flex-end;
}
.level i {
  height: 10px;
  background: var(--stream);
}
.stage {
  width: 200px;
}
</style>
