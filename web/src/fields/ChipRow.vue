<script setup lang="ts" generic="V extends string">
/** A few answers side by side, each of which is one touch; the one in use is told by colour, weight and outline. */
defineProps<{ name: string; options: readonly { value: V; label: string }[]; value?: V | null; disabled?: boolean }>()
const emit = defineEmits<{ pick: [value: V] }>()
/** Left and right go along the row: for Tab it is one stop. */
function along(event: KeyboardEvent): void {
  const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key]
  if (!step) return
  const here = event.currentTarget as HTMLButtonElement
  const row = [...here.parentElement!.querySelectorAll('button')]
  const at = row.indexOf(here)
  event.preventDefault()
  row[(at + step + row.length) % row.length]!.focus()
}
</script>

<template>
  <div class="chips" role="group" :aria-label="name">
    <button
      v-for="(one, at) in options"
      :key="one.value"
      type="button"
      :aria-pressed="one.value === value"
      :disabled="disabled"
      :tabindex="one.value === value || (at === 0 && !options.some((other) => other.value === value)) ? 0 : -1"
      @click="emit('pick', one.value)"
      @keydown="along"
    >
      {{ one.label }}
    </button>
  </div>
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
button {
  min-height: 44px;
  min-width: 44px;
  padding: 4px 12px;
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--quiet);
  border-radius: 6px;
  cursor: pointer;
}
button[aria-pressed='true'] {
  background: var(--stream-tint);
  outline: 2px solid var(--stream);
  outline-offset: -2px;
  font-weight: 600;
}
button:disabled {
  cursor: default;
}
</style>
