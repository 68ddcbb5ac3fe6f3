<script setup lang="ts">
/** The verdict's mark: hollow ring, half-filled ring, solid square, dotted ring. Always beside its word. */
import { type Verdict, VERDICT_WORD } from '@/lib/verdict'

withDefaults(defineProps<{ verdict: Verdict; size?: number }>(), { size: 18 })
const INK: Record<Verdict, string> = {
  clear: 'var(--stream)',
  mind: 'var(--ochre)',
  hold: 'var(--rust)',
  unknown: 'var(--quiet)',
}
</script>

<template>
  <svg :width="size" :height="size" viewBox="0 0 20 20" role="img" :aria-label="VERDICT_WORD[verdict]">
    <rect v-if="verdict === 'hold'" x="3" y="3" width="14" height="14" rx="2" :fill="INK.hold" />
    <template v-else>
      <circle
        cx="10"
        cy="10"
        r="7"
        fill="var(--sheet)"
        :stroke="INK[verdict]"
        stroke-width="2.5"
        :stroke-dasharray="verdict === 'unknown' ? '2 3.5' : undefined"
      />
      <path v-if="verdict === 'mind'" d="M10 3a7 7 0 0 0 0 14z" :fill="INK.mind" />
    </template>
  </svg>
</template>
