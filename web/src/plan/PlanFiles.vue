<script setup lang="ts">
/** The plan out as GeoJSON and SVG, and GeoJSON in. */
import { computed, ref } from 'vue'
import client, { ApiError, formOf, unwrap } from '@/api/client'
import FilePickButton from '@/fields/FilePickButton.vue'
import { counted } from '@/lib/counted'
import { useJob } from '@/stores/job'

const store = useJob()
const said = ref('')
const trouble = ref('')
const base = computed(() => `/api/jobs/${store.number}/plan`)
async function take(file: File): Promise<void> {
  said.value = trouble.value = ''
  try {
    const found = await unwrap(
      client.POST('/api/jobs/{number}/plan/geojson', {
        params: { path: { number: store.number } },
        body: { file: file as unknown as string },
        bodySerializer: formOf,
      }),
    )
    await store.take(found.job)
    said.value =
      `Added ${counted(found.taken, 'thing')}.` +
      (found.left_out.length ? ` Left out, as it is not said what they are: ${found.left_out.join(', ')}.` : '')
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  }
}
</script>

<template>
  <div class="row files">
    <file-pick-button
      v-if="!store.locked"
      label="Read GeoJSON"
      accept=".geojson,.json"
      @files="([file]) => file && take(file)"
    />
    <template v-if="store.job?.facts.sky.things?.length">
      <a :href="`${base}.geojson`" download>Plan as GeoJSON</a>
      <a :href="`${base}.svg`" download>Plan as SVG, to scale</a>
    </template>
    <span v-if="said" role="status">{{ said }}</span>
    <span v-if="trouble" class="fault" role="alert">{{ trouble }}</span>
  </div>
</template>

<style scoped>
.files {
  align-items: center;
  gap: 8px 20px;
  flex-wrap: wrap;
}
</style>
