<script setup lang="ts">
/** A sentence whose figures follow the reader's units. */
import { formatQuantity } from '@/lib/quantity'
import type { Schemas } from '@/api/client'
import { usePrefs } from '@/stores/prefs'

defineProps<{ segments: Schemas['Segment'][] }>()
const prefs = usePrefs()
</script>

<template>
  <span
    ><template v-for="(piece, index) in segments" :key="index"
      ><span v-if="piece.value !== null && piece.value !== undefined" class="figure">{{
        formatQuantity(piece.value, piece.unit ?? '', prefs.system, piece.more_count, piece.to)
      }}</span
      ><template v-else>{{ piece.text }}</template></template
    ></span
  >
</template>

<style scoped>
.figure {
  white-space: nowrap;
}
</style>
