<script setup lang="ts">
import Fact from '@/fields/Fact.vue'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import LeafPart from '@/frame/LeafPart.vue'
import { useOpenLeaf } from '@/frame/leaves'
import EarthPart from '@/stations/cable/EarthPart.vue'
import EndsPart from '@/stations/cable/EndsPart.vue'
import ListPart from '@/stations/cable/ListPart.vue'
import WallPart from '@/stations/cable/WallPart.vue'
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
/** As a rule shows it: whole millimetres. */
const marked = (length_m: number) =>
  prefs.system === 'metric' ? `${Math.round(1000 * length_m)} mm` : formatQuantity(1000 * length_m, 'mm', prefs.system)
const marks = computed(() => job.value.assessment.cable_list?.marks ?? [])
const twoRuns = computed(() => (job.value.facts.picks.terminal?.cable.runs ?? 1) > 1)
const columns = computed(() =>
  twoRuns.value
    ? columnsOf('cable.cable_pieces', { key: 'kind', main: true }, 'length_m', 'of_run', 'protection', 'note')
    : columnsOf('cable.cable_pieces', { key: 'kind', main: true }, 'length_m', 'protection', 'note'),
)
const leaf = useOpenLeaf()
const chosen = computed(() =>
  (store.catalogue?.cables ?? []).find((one) => one.code === job.value.facts.cable.cable_code),
)
const coaxial = computed(() => chosen.value?.kind !== 'ethernet')
const list = computed(() => job.value.assessment.cable_list ?? null)
const grades = computed(() => job.value.assessment.cable?.grades ?? [])
/** How long this cable may be by what it loses, and by what it feeds. */
const reach = computed(() => {
  const one = job.value.assessment.cable
  const most = job.value.facts.picks.terminal?.cable.most_m
  if (!one || most == null) return ''
  const loss = one.loss_high_db > 0 ? `By its loss this cable would do up to ${show(one.longest_by_loss_m)}, by` : 'By'
  return `${loss} the supply up to ${show(one.longest_by_supply_m)}; the terminal allows ${show(most)}.`
})
/** The ports' names, one a run, as the labels have them. */
const ports = computed(() => [...new Set((list.value?.labels ?? []).map((one) => one.run))])
const runWords = computed(() =>
  (list.value?.cuts ?? [])
    .map((one) => `${one.run}: ${one.untold_count ? 'at least ' : ''}${show(one.length_m)}`)
    .join(', '),
)
const bends = computed(() =>
  chosen.value ? formatQuantity(chosen.value.bend_radius_mm, 'mm', prefs.system) : 'its least radius',
)
const pull = computed(() =>
  chosen.value?.most_pull_n ? `, and with ${formatQuantity(chosen.value.most_pull_n, 'n', prefs.system)} at most` : '',
)
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
  <drawing-view v-if="['', 'route', 'plan', 'own', 'led'].includes(leaf)" name="cable" />
  <leaf-part leaf="route">
    <div class="fields">
      <fact at="cable.cable_code" :options="options" />
      <fact at="cable.joint_count" />
      <fact v-if="coaxial" at="cable.connectors" />
    </div>
    <p v-if="reach" class="quiet">{{ reach }}</p>
    <p v-if="twoRuns" class="quiet">
      This terminal has two cables: a piece is of both, unless it says of which. {{ runWords }}
    </p>
    <h2>Route, from the antenna inwards</h2>
    <row-grid
      ref="grid"
      name="cable_pieces"
      title="Cable pieces"
      :columns="columns"
      :rows="job.facts.cable.cable_pieces ?? []"
      :blank="{ kind: 'outdoor' }"
      add-label="Add a piece"
      :usual="usual"
      movable
    >
      <template #empty
        ><p class="quiet">
          No piece yet. Begin at the antenna: its arm, then the service loop, then down the mast.
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
    <div v-if="coaxial" class="fields">
      <fact at="cable.splitter_db" />
      <fact at="cable.arrester_db" />
      <fact at="cable.adaptor_db" />
    </div>
    <table v-if="grades.length" class="grid-table" aria-label="Cables that the terminal allows">
      <thead>
        <tr>
          <th scope="col">Cable that the terminal allows</th>
          <th scope="col">goes here up to</th>
          <th scope="col">for this way</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in grades" :key="one.code">
          <th scope="row">{{ one.name }}</th>
          <td>{{ show(one.most_m) }}</td>
          <td>{{ one.would_do == null ? 'not known yet' : one.would_do ? 'would do' : 'too short a reach' }}</td>
        </tr>
      </tbody>
    </table>
  </leaf-part>
  <leaf-part leaf="wall" title="Through the wall"><wall-part /></leaf-part>
  <leaf-part leaf="ends" title="Ends and tests"><ends-part :ports="ports" /></leaf-part>
  <leaf-part v-if="job.assessment.earth" leaf="earth" title="Way to earth" note="before power"
    ><earth-part
  /></leaf-part>
  <leaf-part leaf="led" title="Led and tied" note="loose ties first, final clips after the proof">
    <div class="fields">
      <fact at="cable.dressed" chips />
      <fact at="cable.slack_tried" />
      <fact at="cable.conduit_mm" />
      <fact at="cable.elbow_mm" />
      <fact at="cable.removable" />
    </div>
    <fact v-if="job.facts.cable.conduit_mm" at="cable.conduit_steps" with-text="text" whole />
    <drawing-view name="pole-ties" />
    <table v-if="marks.length" class="grid-table" aria-label="Marks for the clips">
      <caption class="quiet">
        Mark a straight line first, then the clips on it, before a hole is drilled.
      </caption>
      <thead>
        <tr>
          <th scope="col">Piece</th>
          <th scope="col">Length</th>
          <th scope="col">Clips</th>
          <th scope="col">First from the corner</th>
          <th scope="col">Then every</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in marks" :key="one.number">
          <th scope="row">{{ one.number }}, {{ one.kind === 'indoor' ? 'indoors' : 'outdoors' }}</th>
          <td>{{ formatQuantity(one.length_m, 'm', prefs.system) }}</td>
          <td>{{ one.count }}</td>
          <td>{{ marked(one.first_m) }}</td>
          <td>{{ one.count > 1 ? marked(one.every_m) : '–' }}</td>
        </tr>
      </tbody>
    </table>
    <ul class="quiet">
      <li>Only smooth curves: the cable bends to {{ bends }} and no tighter. Never pull by the plug{{ pull }}.</li>
      <li>Outside the pole while it may still be moved, inside for good.</li>
      <li>
        Straight line first, anchors after: old anchors make it crooked. Leftover rail and clips serve as holders.
      </li>
      <li>In the cold clips snap and jackets crack: keep them in the warm until they are used.</li>
    </ul>
  </leaf-part>
  <leaf-part leaf="indoors" title="Indoors" note="where the injector sits, and the house’s own cabling">
    <div class="fields">
      <fact at="cable.injector_place" chips />
      <fact at="cable.injector_low_c" />
      <fact at="cable.injector_high_c" />
      <fact at="cable.injector_dry" />
      <fact at="cable.injector_reachable" />
      <fact at="cable.old_cabling" chips />
      <fact at="cable.old_tested" />
    </div>
  </leaf-part>
  <leaf-part v-if="list" leaf="list" title="What is cut, bought and labelled"><list-part /></leaf-part>
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
