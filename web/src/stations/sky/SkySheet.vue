<script setup lang="ts">
/** Sky: what stands about the terminal, and whether it may stand there. */
import { formatQuantity } from '@/lib/quantity'
import Fact from '@/fields/Fact.vue'
import { computed, ref } from 'vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import ComparePanel from '@/stations/sky/ComparePanel.vue'
import FixedSky from '@/stations/sky/FixedSky.vue'
import MockUpPanel from '@/stations/sky/MockUpPanel.vue'
import ObstaclePanel from '@/stations/sky/ObstaclePanel.vue'
import PlanEditor from '@/plan/PlanEditor.vue'
import PanelSky from '@/stations/sky/PanelSky.vue'
import PhotoTracer from '@/stations/sky/PhotoTracer.vue'
import SkylineTools from '@/stations/sky/SkylineTools.vue'
import StripEditor from '@/stations/sky/StripEditor.vue'
import HandsetTrace from '@/stations/sky/HandsetTrace.vue'
import TerrainPanel from '@/stations/sky/TerrainPanel.vue'
import TrialPanel from '@/stations/sky/TrialPanel.vue'
import WaysOut from '@/stations/sky/WaysOut.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { useOpenLeaf } from '@/frame/leaves'
import { counted } from '@/lib/counted'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const tools = ref<InstanceType<typeof SkylineTools> | null>(null)
const fixed = computed(() => job.value.assessment.sky)
const panel = computed(() => job.value.assessment.low_orbit)
/** These leaves have drawings of their own, or nothing that is read off the strip. */
const WITHOUT_STRIP = new Set(['plan', 'handset', 'look', 'positions', 'trial', 'people', 'photo', 'cost'])
const leaf = useOpenLeaf()
const onPlan = computed(() => (fixed.value || panel.value ? WITHOUT_STRIP.has(leaf.value) : leaf.value === 'plan'))
const more = computed(() => job.value.assessment.sky_more)
const declination = computed(
  () => job.value.assessment.aim?.declination_deg ?? job.value.assessment.panel_aim?.declination_deg ?? 0,
)
const centre = computed(() => fixed.value?.satellite.azimuth_deg ?? panel.value?.boresight_azimuth_deg ?? 180)
const columns = computed(() =>
  columnsOf(
    'sky.skylines[].points',
    prefs.north === 'magnetic'
      ? { key: 'azimuth_deg', label: 'Compass', add: -declination.value }
      : { key: 'azimuth_deg' },
    'elevation_deg',
    'kind',
    'distance_m',
    'leafless_share',
  ),
)
const points = computed(() => store.skyline?.points ?? [])
const letters = computed(() =>
  job.value.positions.map((one) => ({
    label: `Position ${one.letter}${one.note ? `: ${one.note}` : ''}`,
    value: one.letter,
  })),
)
const facing = computed(() =>
  more.value?.compared?.recommended
    ? `take ${more.value.compared.recommended}`
    : job.value.positions.length
      ? counted(job.value.positions.length, 'position')
      : 'A, B, C side by side',
)
const WAY = { raise: 'raise it', trim: 'have something cut back', move: 'take another position', accept: 'leave it' }
defineExpose({ newEntry: () => tools.value?.focus() })
</script>

<template>
  <leaf-part leaf="plan" data-fact="sky.things"><plan-editor :declination="declination" /></leaf-part>
  <template v-if="fixed || panel">
    <strip-editor
      v-if="!onPlan"
      :declination="declination"
      :centre-deg="centre"
      :satellite="fixed && fixed.satellite.elevation_deg > 0 ? fixed.satellite : null"
      :wide="panel !== null && panel !== undefined"
    />
    <leaf-part leaf="points" data-fact="sky.skylines"
      ><skyline-tools ref="tools" :declination="declination"
    /></leaf-part>
    <leaf-part
      leaf="points"
      title="Points"
      :note="points.length ? `${points.length} read` : 'bearing and height, one by one'"
    >
      <row-grid
        name="skyline"
        title="Skyline points"
        :columns="columns"
        :rows="points"
        :blank="{ kind: 'terrain', leafless_share: 1 }"
        add-label="Add a point"
        ><template #empty
          ><p class="quiet">
            Nothing is read yet. Stand where the terminal will stand, read compass and clinometer for what rises above
            the horizon, and enter it here, in the line above, or click in the strip.
          </p></template
        ></row-grid
      >
      <p class="quiet small">
        Bearings are {{ prefs.north === 'magnetic' ? 'as the compass reads them' : 'true' }} (shortcut m changes this).
        Where no distance is given,
        {{ formatQuantity(job.facts.picks.rules?.assumed_obstacle_distance_m ?? 0, 'm', prefs.system) }} is assumed for
        the beam’s tube.
      </p>
    </leaf-part>
    <leaf-part leaf="handset" title="The skyline by telephone" note="its camera led along what rises, right round"
      ><handset-trace :declination="declination"
    /></leaf-part>
    <fixed-sky v-if="fixed" />
    <panel-sky v-if="panel && (points.length || store.skyline?.obstacles?.length)" />
    <leaf-part
      v-if="more?.ways"
      leaf="ways"
      title="What can be done"
      :note="more.ways.advised ? WAY[more.ways.advised] : 'raise, cut back, move, or leave it'"
      ><ways-out
    /></leaf-part>
    <leaf-part leaf="positions" title="Compare positions" :note="facing">
      <div class="fields">
        <fact v-if="letters.length" at="sky.position_letter" class="planned" :options="letters" />
      </div>
      <compare-panel />
    </leaf-part>
    <leaf-part
      leaf="trial"
      data-fact="sky.trial"
      title="Trial"
      :note="
        more?.trial
          ? `${more.trial.available_percent.toFixed(1)} % available`
          : panel
            ? 'half a day on the tripod before anything is drilled'
            : 'what a log, or a count by hand, showed'
      "
      ><trial-panel
    /></leaf-part>
    <leaf-part
      leaf="obstacles"
      title="Obstacles measured whole"
      :note="
        store.skyline?.obstacles?.length
          ? `${store.skyline.obstacles.length}`
          : 'distance, height, width; growth reckoned with'
      "
      ><obstacle-panel :declination="declination"
    /></leaf-part>
    <leaf-part
      leaf="photo"
      data-fact="sky.sky_photos"
      title="From a photo"
      note="two known bearings, the level, and a line along the skyline"
      ><photo-tracer :declination="declination"
    /></leaf-part>
    <leaf-part
      leaf="look"
      data-fact="sky.mock_up"
      title="How it would look"
      note="the antenna at its true size in a photo"
      ><mock-up-panel
    /></leaf-part>
    <leaf-part leaf="terrain" title="From terrain" note="elevation tiles, curvature and refraction"
      ><terrain-panel
    /></leaf-part>
    <p class="caution">
      <b>Before you climb:</b> look for overhead lines first, keep ladders well away from them, and never look into the
      sun through an instrument.
    </p>
  </template>
  <p v-else-if="!onPlan" class="quiet">
    What belongs here: what stands about the terminal. It needs the place, a terminal, and its satellite or
    constellation. <router-link :to="`/jobs/${store.number}/brief`">Go to Brief</router-link>
  </p>
</template>

<style scoped>
.planned {
  grid-column: 1 / -1;
  max-width: 460px;
}
</style>
