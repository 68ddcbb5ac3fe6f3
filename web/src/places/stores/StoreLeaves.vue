<script setup lang="ts">
/** A line of leaves: parts of a page of which one is shown. */
defineProps<{ leaves: { code: string; name: string; fault?: boolean }[]; current: string; label: string }>()
const emit = defineEmits<{ turn: [string] }>()
</script>

<template>
  <div v-if="leaves.length > 1" class="leaves" role="group" :aria-label="label">
    <button
      v-for="one in leaves"
      :key="one.code"
      type="button"
      :class="{ here: one.code === current }"
      :aria-pressed="one.code === current"
      @click="emit('turn', one.code)"
    >
      <span v-if="one.fault" class="fault" aria-label="not saved">!</span>{{ one.name }}
    </button>
  </div>
</template>

<style scoped>
.leaves {
  display: flex;
  flex-wrap: wrap;
  gap: 0 4px;
  border-bottom: 1px solid var(--rule);
}
/* On a telephone all of a terminal's leaves would fill the screen. */
@media (max-width: 700px) {
  .leaves {
    flex-wrap: nowrap;
    overflow-x: auto;
  }
  button {
    white-space: nowrap;
  }
}
button {
  min-height: 44px;
  padding: 0 10px;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  color: var(--quiet);
  font: inherit;
  font-size: 14px;
  font-weight: 600;
  cursor: pointer;
}
button:hover {
  color: var(--ink);
}
.here {
  color: var(--stream);
  border-bottom-color: var(--stream);
}
.fault {
  color: var(--rust);
  font-weight: 800;
  margin-right: 4px;
}
</style>
