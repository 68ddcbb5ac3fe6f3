<script setup lang="ts">
import Fact from '@/fields/Fact.vue'
import { computed } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import { formatQuantity } from '@/lib/quantity'
import PlanHere from '@/plan/PlanHere.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const window = computed(() => job.value.facts.picks.terminal?.mast)
const span = computed(() =>
  window.value
    ? `Clamp takes ${formatQuantity(window.value.least_mm, 'mm', prefs.system)} to ${formatQuantity(window.value.most_mm, 'mm', prefs.system)}`
    : '',
)
</script>

<template>
  <drawing-view name="mount" />
  <div class="fields">
    <fact at="mount.mast_diameter_mm" :hint="span" />
    <fact at="mount.mast_wall_mm" />
    <fact at="mount.mast_free_length_m" />
    <fact at="mount.height_above_ground_m" />
  </div>
  <plan-here name="side" />
  <p class="caution">
    <b>Height:</b> a fall from the eave kills. Tie off, keep three points of contact, work from the ground where you
    can; no lifting in wind, rain, ice or thunder. These figures are a planning aid: structure is for a competent person
    and the local code.
  </p>
  <p v-if="!job.facts.picks.terminal" class="quiet">
    Choose a terminal at Brief: its clamp window, mass and area are judged here.
  </p>
</template>
