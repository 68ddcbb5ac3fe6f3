<script setup lang="ts">
/** Bring-up: from what is seen before power to the network behind the terminal. */
import { computed } from 'vue'
import LeafPart from '@/frame/LeafPart.vue'
import BeforePart from '@/stations/bringup/BeforePart.vue'
import ComputerPart from '@/stations/bringup/ComputerPart.vue'
import EntriesPart from '@/stations/bringup/EntriesPart.vue'
import LineupPart from '@/stations/bringup/LineupPart.vue'
import MovePart from '@/stations/bringup/MovePart.vue'
import NetworkPart from '@/stations/bringup/NetworkPart.vue'
import RadioPart from '@/stations/bringup/RadioPart.vue'
import StatesPart from '@/stations/bringup/StatesPart.vue'
import UpdatePart from '@/stations/bringup/UpdatePart.vue'
import { useBringUp } from '@/stations/bringup/useBringUp'

const { job, terminal, isPanel } = useBringUp()
const lined = computed(() => terminal.value?.needs_lineup || (job.value.facts.bringup.lineup_log ?? []).length > 0)
</script>

<template>
  <p v-if="!terminal">Choose a terminal at Brief first: its states, lights and entries come with it.</p>
  <template v-else>
    <leaf-part leaf="before"><before-part /></leaf-part>
    <leaf-part v-if="job.assessment.laptop" leaf="computer"><computer-part /></leaf-part>
    <leaf-part leaf="entries"><entries-part /></leaf-part>
    <leaf-part leaf="states"><states-part /></leaf-part>
    <leaf-part v-if="!isPanel" leaf="radio"><radio-part /></leaf-part>
    <leaf-part v-if="lined && job.assessment.lineup_run" leaf="lineup"><lineup-part /></leaf-part>
    <leaf-part v-if="job.assessment.home && job.assessment.lines" leaf="network"><network-part /></leaf-part>
    <leaf-part v-if="job.assessment.moving && job.assessment.wifi" leaf="move"><move-part /></leaf-part>
    <leaf-part leaf="update"><update-part /></leaf-part>
  </template>
</template>
