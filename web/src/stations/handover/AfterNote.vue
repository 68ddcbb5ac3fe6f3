<script setup lang="ts">
/** A finding of the time after the signature: it stands where it is used, as the margin is the record's. */
import type { Schemas } from '@/api/client'
import VerdictStone from '@/frame/VerdictStone.vue'

defineProps<{ finding: Schemas['Finding'] }>()
</script>

<template>
  <p class="note">
    <verdict-stone :verdict="finding.level" :size="20" />
    <span
      ><b>{{ finding.message }}.</b> {{ finding.why }} {{ finding.clears_by }}</span
    >
  </p>
</template>

<style scoped>
.note {
  display: grid;
  grid-template-columns: 24px 1fr;
  gap: 8px;
  align-items: start;
}
</style>
