<script setup lang="ts">
/** The ground pole: found services, hole and concrete, plumb three times, how it hardens. */
import { computed } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { formatQuantity } from '@/lib/quantity'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const found = computed(() => job.value.assessment.footing ?? null)
const hardened = computed(() => job.value.assessment.curing ?? null)
const plumb = columnsOf('mount.plumb', 'stage', { key: 'first_deg', main: true }, 'second_deg', 'read_at')
const spells = columnsOf('mount.curing', { key: 'from_at', main: true }, 'mean_c', 'forecast')
const usual = {
  label: 'Three readings and one when hardened',
  rows: ['empty', 'half', 'full', 'hardened'].map((stage) => ({ stage, first_deg: 0, second_deg: 0 })),
}
</script>

<template>
  <p class="caution">
    <b>Before the first spade:</b> buried power and gas kill. Nobody digs before they are found and marked by those who
    may.
  </p>
  <div class="fields">
    <fact at="mount.services_located_by" />
    <fact at="mount.services_located_on" />
  </div>
  <drawing-view name="footing" />
  <div class="fields">
    <fact at="mount.soil" />
    <fact at="mount.frost_m" />
    <fact at="mount.hole_width_m" />
    <fact at="mount.hole_round" />
    <fact at="mount.hole_depth_m" />
    <fact at="mount.bag_kg" />
  </div>
  <p v-if="found" class="answer">
    <b>{{ found.bag_count }} bags</b> and {{ formatQuantity(found.water_l, 'l', prefs.system) }} of water (the bag
    prevails) for {{ formatQuantity(found.volume_m3, 'm3', prefs.system) }}; the pole stands
    <b>{{ formatQuantity(found.pole_least_m, 'm', prefs.system, prefs.system === 'metric' ? 1 : 0, 'up') }}</b> in it.
  </p>
  <fact at="mount.pour_checks" with-text="text" whole />
  <h2>Plumb on two faces</h2>
  <row-grid
    name="plumb"
    title="Plumb readings"
    :columns="plumb"
    :rows="job.facts.mount.plumb ?? []"
    :blank="{ stage: 'empty' }"
    add-label="Add a reading"
    :usual="usual"
  />
  <h2>Hardening</h2>
  <drawing-view name="curing" />
  <div class="fields">
    <fact at="mount.poured_at" />
    <fact at="mount.cured_at" />
  </div>
  <p v-if="hardened?.assumed_c != null" class="quiet small">
    Where no temperature is told, {{ formatQuantity(hardened.assumed_c, 'c', prefs.system) }} is taken.
  </p>
  <row-grid
    name="curing"
    title="Temperatures since the pour"
    :columns="spells"
    :rows="job.facts.mount.curing ?? []"
    :blank="{ forecast: false }"
    add-label="Add a temperature"
  />
</template>

<style scoped>
.answer {
  font-size: 17px;
}
</style>
