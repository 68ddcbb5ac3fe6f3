<script setup lang="ts">
/** The hole through the wall, drawn in section, with what is looked at on both sides and how it is closed. */
import { computed } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import SaidAnew from '@/stations/SaidAnew.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const found = computed(() => job.value.assessment.wall_hole ?? null)
const ways = computed(() =>
  (job.value.facts.picks.words?.ways_in ?? []).map((one) => ({ value: one.code, label: one.name })),
)
const way = computed(() => job.value.assessment.way_in ?? null)
const passed = computed(() => job.value.facts.cable.sealed_by !== 'none')
const drilled = computed(() => found.value?.drills ?? way.value?.drills !== false)
const things = columnsOf('cable.wall_things', { key: 'kind' }, 'side', { key: 'right_mm', main: true }, 'up_mm')
</script>

<template>
  <said-anew
    station="cable"
    code="cable.hole_of"
    label="It is so at this position too"
    @said="store.patch({ hole_letter: '' })"
  />
  <drawing-view name="wall-section" />
  <p v-if="found" class="answer">{{ found.said }}</p>
  <div class="fields">
    <fact at="cable.wall_code" :options="ways" />
    <fact at="cable.wall_mm" />
    <fact v-if="drilled" at="cable.drilled_from" chips />
    <fact at="cable.hole_mm" />
    <fact at="cable.bulge_mm" />
  </div>
  <h2>Both sides, from one mark</h2>
  <div class="fields">
    <fact at="cable.wall_mark" />
    <fact at="cable.inside_mm" />
    <fact at="cable.outside_mm" />
    <fact at="cable.looked_inside" />
    <fact at="cable.looked_outside" />
    <fact v-if="drilled" at="cable.swept" />
  </div>
  <row-grid
    name="wall_things"
    title="Near the hole"
    :columns="things"
    :rows="job.facts.cable.wall_things ?? []"
    :blank="{ kind: 'wire', side: 'inside', up_mm: 0 }"
    add-label="Add what is near"
    ><template #empty
      ><p class="quiet">
        Nothing near it was entered. Wires, pipes, vents, flues, studs, windows: measured from the hole.
      </p></template
    ></row-grid
  >
  <h2>Closed</h2>
  <div class="fields">
    <fact at="cable.sealed_by" chips />
    <fact v-if="job.facts.cable.sealed_by === 'putty'" at="cable.putty_until" />
  </div>
  <fact at="cable.entry_steps" with-text="text" whole />
  <p v-if="way && passed" class="quiet">{{ way.text }}</p>
  <p v-if="passed" class="caution">
    <template v-if="drilled"
      ><b>Before the drill:</b> go in and out and compare; wires and pipes hide behind a clear outside.
    </template>
    {{ way?.caution ?? 'Masonry needs a hammer drill, the right bit the first time, goggles and a mask.' }}
  </p>
</template>

<style scoped>
.answer {
  font-size: 17px;
  font-weight: 600;
}
</style>
