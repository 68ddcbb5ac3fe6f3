<script setup lang="ts">
/** Lights as they show in a state: each by its shape and rhythm, in words beside; still where motion is not wanted. */
import type { Schemas } from '@/api/client'

defineProps<{ lights: Schemas['Light'][]; words: string }>()
</script>

<template>
  <span class="lights">
    <span class="row-of" aria-hidden="true">
      <svg v-for="one in lights" :key="one.name" viewBox="0 0 24 24" width="22" height="22" :class="one.rhythm">
        <circle v-if="(one.shape ?? 'round') === 'round'" cx="12" cy="12" r="8" />
        <rect v-else-if="one.shape === 'bar'" x="3" y="8" width="18" height="8" />
        <circle v-else-if="one.shape === 'ring'" cx="12" cy="12" r="7" class="hollow" />
        <path v-else-if="one.shape === 'arrow_up'" d="M12 3 L21 14 H15 V21 H9 V14 H3 Z" />
        <path v-else d="M12 21 L21 10 H15 V3 H9 V10 H3 Z" />
      </svg>
    </span>
    <span>{{ words }}</span>
  </span>
</template>

<style scoped>
.lights {
  display: grid;
  gap: 2px;
  font-size: 14px;
  line-height: 1.3;
}
.row-of {
  display: flex;
  gap: 6px;
}
svg * {
  fill: var(--ink);
  stroke: var(--ink);
  stroke-width: 2;
}
svg .hollow {
  fill: none;
  stroke-width: 5;
}
.off * {
  fill: none;
  stroke-width: 1.5;
  stroke-dasharray: 3 3;
}
.off .hollow {
  stroke-width: 1.5;
}
.slow {
  animation: blink 2s steps(2, jump-none) infinite;
}
.fast {
  animation: blink 0.5s steps(2, jump-none) infinite;
}
.single {
  animation: single 2s steps(10, jump-none) infinite;
}
@keyframes blink {
  from {
    opacity: 1;
  }
  to {
    opacity: 0.15;
  }
}
@keyframes single {
  0%,
  15% {
    opacity: 1;
  }
  20%,
  100% {
    opacity: 0.15;
  }
}
@media (prefers-reduced-motion: reduce) {
  .slow,
  .fast,
  .single {
    animation: none;
  }
}
</style>
