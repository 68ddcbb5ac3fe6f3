<script setup lang="ts">
/** A part of the sheet that stays folded until it is wanted; its content is made only then. */
import { ref, watch } from 'vue'

const props = defineProps<{ title: string; note?: string; open?: boolean }>()
const shown = ref(props.open ?? false)
// Something worth seeing came up: it opens by itself, and never closes what a person opened.
watch(
  () => props.open,
  (now) => {
    if (now) shown.value = true
  },
)
</script>

<template>
  <details class="unfold" :open="shown" @toggle="shown = ($event.target as HTMLDetailsElement).open">
    <summary>
      <b>{{ title }}</b> <span class="quiet">{{ note }}</span>
    </summary>
    <div v-if="shown" class="inside"><slot /></div>
  </details>
</template>

<style scoped>
.unfold {
  border-top: 1px solid var(--rule);
}
summary {
  padding: 12px 0;
  cursor: pointer;
  font-size: 16px;
}
.inside {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
  padding: 4px 0 20px;
}
</style>
