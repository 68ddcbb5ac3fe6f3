<script setup lang="ts">
/** A step of the first ten minutes, and whether it is done. */
import { IconCircleCheck } from '@tabler/icons-vue'

defineProps<{ done: boolean }>()
</script>

<template>
  <span :class="{ done }"
    ><slot /> <template v-if="done"><icon-circle-check :size="18" aria-hidden="true" /> done</template></span
  >
</template>

<style scoped>
.done {
  color: var(--quiet);
}
svg {
  color: var(--stream);
  vertical-align: text-bottom;
}
</style>
