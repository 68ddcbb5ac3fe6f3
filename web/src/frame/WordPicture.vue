<script setup lang="ts">
/** The small picture of a word, where it has one. */
import { computed } from 'vue'
import { pictureOfWord } from '@/lib/wordPictures'

const props = withDefaults(defineProps<{ word: string; width?: number }>(), { width: 120 })
const picture = computed(() => pictureOfWord(props.word))
</script>

<template>
  <svg v-if="picture" viewBox="0 0 120 80" :width="width" role="img" :aria-label="picture.about">
    <path
      v-for="(one, at) in picture.strokes"
      :key="at"
      :d="one.d"
      :fill="one.filled ? `var(--${one.ink})` : 'none'"
      :stroke="one.filled ? 'none' : `var(--${one.ink})`"
      :stroke-width="one.width"
      :stroke-dasharray="one.dashed ? '4 4' : undefined"
      stroke-linecap="round"
      stroke-linejoin="round"
      :class="{ swings: one.swing }"
      :style="
        one.swing && {
          '--from': `${one.swing.from_deg}deg`,
          transformOrigin: `${one.swing.x}px ${one.swing.y}px`,
        }
      "
    />
  </svg>
</template>

<style scoped>
.swings {
  transform-box: view-box;
  animation: swing 1.8s ease-in-out 2;
}
@keyframes swing {
  from,
  12% {
    transform: rotate(var(--from));
  }
  80%,
  to {
    transform: rotate(0);
  }
}
@media (prefers-reduced-motion: reduce) {
  .swings {
    animation: none;
  }
}
</style>
