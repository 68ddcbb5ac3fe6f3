<script setup lang="ts">
import { computed } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import LeafPart from '@/frame/LeafPart.vue'
import AimArc from '@/stations/aim/AimArc.vue'
import AimBeam from '@/stations/aim/AimBeam.vue'
import AimBearings from '@/stations/aim/AimBearings.vue'
import AimFeeds from '@/stations/aim/AimFeeds.vue'
import AimFigures from '@/stations/aim/AimFigures.vue'
import AimInstruments from '@/stations/aim/AimInstruments.vue'
import AimLevel from '@/stations/aim/AimLevel.vue'
import AimMast from '@/stations/aim/AimMast.vue'
import AimModem from '@/stations/aim/AimModem.vue'
import AimView from '@/stations/aim/AimView.vue'
import PanelFigures from '@/stations/aim/PanelFigures.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const told = computed(() => store.job!.assessment)
</script>

<template>
  <template v-if="told.aim">
    <leaf-part leaf="figures mast">
      <drawing-view name="dial" />
      <p class="caution">
        <b>Compass:</b> steel bends it. Stand off several metres from mast, dish, roof and vehicle, and sight along the
        line.
      </p>
    </leaf-part>
    <div>
      <aim-figures />
      <aim-instruments />
      <aim-modem />
      <aim-beam />
      <aim-mast />
      <aim-bearings />
      <aim-view />
      <aim-arc />
      <aim-level />
      <aim-feeds />
    </div>
  </template>
  <panel-figures v-else-if="told.panel_aim && store.job!.facts.picks.terminal?.panel" />
  <p v-else class="quiet">
    What belongs here: the figures for compass, clinometer and skew. They need the place and a satellite.
    <router-link :to="`/jobs/${store.number}/brief`">Go to Brief</router-link>
  </p>
</template>
