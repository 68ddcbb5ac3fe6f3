<script setup lang="ts">
import Fact from '@/fields/Fact.vue'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import LeafPart from '@/frame/LeafPart.vue'
import { counted } from '@/lib/counted'
import { formatQuantity } from '@/lib/quantity'
import PlanHere from '@/plan/PlanHere.vue'
import { rowId, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const grid = ref<InstanceType<typeof RowGrid> | null>(null)
const options = computed(() => {
  const allowed = job.value.facts.picks.terminal?.cable.types ?? []
  return (store.catalogue?.cables ?? []).map((one) => ({
    label: allowed.includes(one.code) ? one.name : `${one.name} (not allowed for this terminal)`,
    value: one.code,
  }))
})
const extraColumns = computed(() =>
  columnsOf(
    'cable.extra_runs',
    { key: 'name', main: true },
    {
      key: 'cable_code',
      choices: [
        { label: 'choose', value: '' },
        ...(store.catalogue?.cables ?? []).map((one) => ({ label: one.name, value: one.code })),
      ],
    },
    'length_m',
    'top_mhz',
  ),
)
const extras = computed(() => job.value.assessment.extra_runs?.runs ?? [])
/** What nearly every run has; the loop is as long as the firm leaves it. */
const usual = computed(() => ({
  label: 'The pieces of a usual run',
  rows: [
    { kind: 'arm' },
    { kind: 'loop', length_m: job.value.facts.picks.rules?.service_loop_m },
    { kind: 'mast' },
    { kind: 'outdoor' },
    { kind: 'wall' },
    { kind: 'indoor' },
  ],
}))
const columns = columnsOf('cable.cable_pieces', 'kind', 'length_m', 'note')
const show = (value: number) => formatQuantity(value, 'm', prefs.system)
const way = computed(() => job.value.assessment.drawn_way ?? null)
const takeWay = () =>
  store.replaceList(
    'cable_pieces',
    (job.value.assessment.drawn_pieces ?? []).map((one) => ({ ...one, id: rowId() })),
  )
defineExpose({ newEntry: () => grid.value?.add() })
</script>

<template>
  <drawing-view name="cable" />
  <leaf-part leaf="route">
    <div class="fields">
      <fact at="cable.cable_code" :options="options" />
      <fact at="cable.connectors" />
    </div>
    <h2>Route, from the dish inwards</h2>
    <row-grid
      ref="grid"
      name="cable_pieces"
      title="Cable pieces"
      :columns="columns"
      :rows="job.facts.cable.cable_pieces ?? []"
      :blank="{ kind: 'outdoor' }"
      add-label="Add a piece"
      :usual="usual"
    >
      <template #empty
        ><p class="quiet">
          No piece yet. Begin at the dish: the arm, then the service loop, then down the mast.
        </p></template
      >
    </row-grid>
    <div v-if="way" class="row way">
      <span
        >The plan has {{ way.heightless_count ? 'at least ' : '' }}<b>{{ show(way.length_m) }}</b
        >, {{ counted(way.pieces.length, 'piece') }}, {{ counted(way.corner_count, 'bend') }}; without loops and
        slack.</span
      >
      <n-button v-if="!store.locked" size="small" @click="takeWay">Take its pieces</n-button>
    </div>
  </leaf-part>
  <leaf-part leaf="plan" title="On the site plan"><plan-here /></leaf-part>
  <leaf-part
    leaf="own"
    title="Cables of their own"
    :note="
      extras.length
        ? `${extras.length}, ${formatQuantity(job.assessment.extra_runs?.length_m ?? 0, 'm', prefs.system)}`
        : 'for spare feeds and other receivers: never on the data cable'
    "
  >
    <row-grid
      name="extra_runs"
      title="Cables of their own"
      :columns="extraColumns"
      :rows="job.facts.cable.extra_runs ?? []"
      :blank="{ cable_code: job.facts.cable.cable_code ?? '', top_mhz: 2150 }"
      add-label="Add a cable"
    />
    <table v-if="extras.length" class="grid-table" aria-label="Loss of the other cables">
      <tbody>
        <tr v-for="(one, index) in extras" :key="index">
          <th scope="row">{{ one.name }}</th>
          <td>{{ formatQuantity(one.length_m, 'm', prefs.system) }}</td>
          <td>
            {{
              one.loss_db == null
                ? 'choose its cable'
                : `${formatQuantity(one.loss_db, 'db', prefs.system)} lost at the top`
            }}
          </td>
        </tr>
      </tbody>
    </table>
  </leaf-part>
  <p class="caution">
    <b>Drilling and power:</b> look on both sides of the wall for pipes, wires and studs. Keep the modem off while an
    end is open. Mains and earth are licensed work where the local code says so.
  </p>
</template>
