<script setup lang="ts">
import { computed, ref } from 'vue'
import LeafPart from '@/frame/LeafPart.vue'
import PlanHere from '@/plan/PlanHere.vue'
import JointsPart from '@/stations/build/JointsPart.vue'
import KitPart from '@/stations/build/KitPart.vue'
import LeavePart from '@/stations/build/LeavePart.vue'
import NowPart from '@/stations/build/NowPart.vue'
import VanPart from '@/stations/build/VanPart.vue'
import WaitsPart from '@/stations/build/WaitsPart.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const build = computed(() => store.job?.assessment.build ?? null)
const whole = computed(() => Boolean(build.value && store.job?.assessment.kit_list)) // not in records of older versions
const now = ref<InstanceType<typeof NowPart> | null>(null)
defineExpose({ stepDone: () => now.value?.stepDone() })
</script>

<template>
  <leaf-part v-if="build" leaf="now"><now-part ref="now" /></leaf-part>
  <template v-if="whole">
    <leaf-part leaf="kit" title="The kit against its bill"><kit-part /></leaf-part>
    <leaf-part leaf="van" title="Load the van"><van-part /></leaf-part>
    <leaf-part leaf="joints" title="Joints"><joints-part /></leaf-part>
    <leaf-part leaf="waits" title="Waits"><waits-part /></leaf-part>
    <leaf-part leaf="leave"><leave-part /></leaf-part>
  </template>
  <leaf-part leaf="plan" title="Where it stands"><plan-here /></leaf-part>
  <p v-if="!build" class="quiet">
    What belongs here: the steps of your terminal, in order. Choose a terminal at
    <router-link :to="`/jobs/${store.number}/brief`">Brief</router-link>.
  </p>
</template>
