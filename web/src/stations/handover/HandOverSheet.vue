<script setup lang="ts">
/** Hand over: the service proved, the line watched, what is shown and given, who signs, papers, and what comes later. */
import { ref } from 'vue'
import LaterPart from '@/stations/handover/LaterPart.vue'
import PapersPart from '@/stations/handover/PapersPart.vue'
import ProvePart from '@/stations/handover/ProvePart.vue'
import ServicePart from '@/stations/handover/ServicePart.vue'
import SignPart from '@/stations/handover/SignPart.vue'
import TravelPart from '@/stations/handover/TravelPart.vue'
import WatchPart from '@/stations/handover/WatchPart.vue'

const service = ref<InstanceType<typeof ServicePart> | null>(null)
defineExpose({ newEntry: () => service.value?.add() })
</script>

<template>
  <service-part ref="service" />
  <watch-part />
  <prove-part />
  <sign-part />
  <papers-part />
  <later-part />
  <travel-part />
</template>
