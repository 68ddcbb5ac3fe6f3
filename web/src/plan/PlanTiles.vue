<script setup lang="ts">
/** The firm's own raster tiles under the plan, where there are any. */
import { useDebounceFn } from '@vueuse/core'
import { ref, watch } from 'vue'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import type { View } from '@/plan/plan'
import { useJob } from '@/stores/job'

const props = defineProps<{ shown: View; acrossPx: number }>()
const store = useJob()
const tiles = ref<Schemas['TileOnPlan'][]>([])
const REST_MS = 200
const soon = useDebounceFn(async () => {
  const { west, north, width, height } = props.shown
  if (!props.acrossPx || width > 20_000 || height > 20_000) return
  try {
    const found = await unwrap(
      client.GET('/api/jobs/{number}/plan/tiles', {
        params: {
          path: { number: store.number },
          query: { west_m: west, north_m: north, width_m: width, height_m: height, across_px: props.acrossPx },
        },
      }),
    )
    tiles.value = found.tiles
  } catch (error) {
    if (!(error instanceof ApiError)) throw error // out of reach: whoever saves is told
  }
}, REST_MS)
watch([() => props.shown, () => props.acrossPx, () => store.job?.facts.brief.place_text], () => void soon(), {
  immediate: true,
})
</script>

<template>
  <g aria-hidden="true" class="tiles">
    <image
      v-for="one in tiles"
      :key="`${one.zoom}/${one.column}/${one.row}`"
      :href="`/api/places/tiles/${one.zoom}/${one.column}/${one.row}`"
      :x="one.west_m"
      :y="-one.north_m"
      :width="one.width_m"
      :height="one.height_m"
      preserveAspectRatio="none"
    />
  </g>
</template>

<style scoped>
.tiles {
  pointer-events: none;
  opacity: 0.6;
}
</style>
