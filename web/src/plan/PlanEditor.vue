<script setup lang="ts">
/** The site plan: put down, moved, typed; with the side view and the figures that follow. */
import SaidAnew from '@/stations/SaidAnew.vue'
import { IconArrowAutofitWidth, IconPlus, IconZoomIn, IconZoomOut } from '@tabler/icons-vue'
import { NButton, NDropdown, NSelect } from 'naive-ui'
import { computed, ref } from 'vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { formatQuantity } from '@/lib/quantity'
import PlanEntries from '@/plan/PlanEntries.vue'
import PlanFigures from '@/plan/PlanFigures.vue'
import PlanPicture from '@/plan/PlanPicture.vue'
import PlanSheet from '@/plan/PlanSheet.vue'
import PlanFiles from '@/plan/PlanFiles.vue'
import PlanSpot from '@/plan/PlanSpot.vue'
import SideView from '@/plan/SideView.vue'
import { type Kind, KINDS, POSITION } from '@/plan/plan'
import { usePlan } from '@/plan/usePlan'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

defineProps<{ declination: number }>()
const store = useJob()
const prefs = usePrefs()
const plan = usePlan()
const rose = columnsOf('sky.wind_rose', 'from_deg', 'share_percent')
const sheet = ref<InstanceType<typeof PlanSheet> | null>(null)
const chosen = ref('')
const corner = ref(-1)
const putting = ref<Kind | null>(null)
const thing = computed(() => plan.things.value.find((one) => one.id === chosen.value) ?? null)
const GROUPS = { stands: 'What stands there', people: 'Where people are', work: 'The work' }
const options = Object.entries(GROUPS).map(([group, label]) => ({
  type: 'group' as const,
  key: group,
  label,
  children: [...(group === 'work' ? [POSITION] : []), ...KINDS.filter((one) => one.group === group)].map((one) => ({
    key: one.code || POSITION.role,
    label: one.name,
  })),
}))
function begin(code: string): void {
  putting.value = code === POSITION.role ? POSITION : (KINDS.find((one) => one.code === code) ?? null)
  chosen.value = ''
  sheet.value?.focus()
}
function put(id: string): void {
  chosen.value = id
  corner.value = -1
}
const told = computed(() => {
  if (plan.asked.value) return 'Press the point on the picture.'
  const kind = putting.value
  const count = sheet.value?.path.length ?? 0
  if (kind) {
    const snap = sheet.value?.snapWord ? ` (${sheet.value.snapWord})` : ''
    if (kind.shape === 'point') return `${kind.name}: click where it is${snap}. Esc lets it be.`
    if (!count) return `${kind.name}: click its first corner${snap}.`
    return `${kind.name}: click the next corner${snap}; double click, Enter or Done ends it.`
  }
  if (thing.value) return 'Drag it, or its corners; arrows move it by 0.1 m, with Shift by 1 m.'
  if (store.locked) return ''
  if (!plan.things.value.length) return 'Nothing is drawn yet: put down the house first, then trees, wires and ways.'
  return 'Drag a thing or a letter; drag the paper to move about.'
})
const letters = computed(() =>
  plan.spots.value.map((one) => ({
    label: one.letter ? `From position ${one.letter}` : 'From the job’s place',
    value: one.letter,
  })),
)
const show = (value: number | null | undefined, unit: string) =>
  value == null ? 'not known' : formatQuantity(value, unit, prefs.system)
const looked = computed(() => plan.looked.value)
</script>

<template>
  <said-anew
    station="sky"
    code="sky.plan_moved"
    label="It is drawn of the place as it is now"
    @said="store.patch({ things_latitude_deg: null, things_longitude_deg: null })"
  />
  <div class="tools">
    <n-dropdown v-if="!store.locked" trigger="click" :options="options" scrollable class="plan-kinds" @select="begin">
      <n-button type="primary"
        ><template #icon><icon-plus /></template>Put down</n-button
      >
    </n-dropdown>
    <n-button v-if="putting && putting.shape !== 'point'" @click="sheet?.finish()">Done</n-button>
    <n-button aria-label="Zoom in" @click="sheet?.zoom(1.4)"
      ><template #icon><icon-zoom-in /></template
    ></n-button>
    <n-button aria-label="Zoom out" @click="sheet?.zoom(1 / 1.4)"
      ><template #icon><icon-zoom-out /></template
    ></n-button>
    <n-button aria-label="All of it" @click="sheet?.whole()"
      ><template #icon><icon-arrow-autofit-width /></template
    ></n-button>
    <span class="quiet small" aria-live="polite">{{ told }}</span>
  </div>
  <div :class="['work', { beside: thing }]">
    <plan-sheet
      ref="sheet"
      v-model:chosen="chosen"
      v-model:corner="corner"
      :putting="putting"
      @put="put"
      @done="putting = null"
    />
    <plan-entries
      v-if="thing"
      :key="thing.id"
      v-model:corner="corner"
      :thing="thing"
      :declination="declination"
      @gone="chosen = ''"
    />
  </div>
  <div class="cut">
    <h2>Side view</h2>
    <n-select
      v-if="letters.length > 1"
      v-model:value="plan.letter.value"
      :options="letters"
      class="from"
      aria-label="Looked from"
    />
    <p v-if="looked && store.job?.assessment.sky" class="margins">
      <span
        >Sky <b>{{ show(looked.margin_deg, 'deg') }}</b> free</span
      >
      <span
        >tube <b>{{ show(looked.tube_margin_deg, 'deg') }}</b></span
      >
      <span v-if="looked.nearest_name" class="quiet">nearest: {{ looked.nearest_name }}</span>
    </p>
  </div>
  <plan-spot />
  <side-view v-if="looked?.side" :declination="declination" />
  <p v-else class="quiet">
    It needs the height of the terminal over the ground at this position, and the satellite that it looks to.
  </p>
  <fact at="sky.all_drawn" />
  <plan-figures />
  <plan-files />
  <plan-picture data-fact="sky.plan_picture" />
  <row-grid
    name="wind_rose"
    title="Wind rose"
    :columns="rose"
    :rows="store.job?.facts.sky.wind_rose ?? []"
    :blank="{}"
    add-label="Add a direction"
    ><template #empty
      ><p class="quiet">
        Wind rose: how often it blows from where. From a weather service, typed or pasted; shelter is weighed by it.
      </p></template
    ></row-grid
  >
</template>

<style scoped>
.tools,
.cut {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.tools .small {
  flex: 1 1 240px;
}
.work {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
}
@media (min-width: 1100px) {
  .work.beside {
    grid-template-columns: minmax(0, 1fr) 264px;
  }
}
h2 {
  margin: 0;
}
.from {
  width: 220px;
}
.margins {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0;
}
</style>
