<script setup lang="ts">
/** What an orientation mark looks like when it is right, in a few lines. */
defineProps<{ cue: string }>()
const DRAWN: Record<string, string> = {
  up: 'M12 40h24v-18h8L24 4 4 22h8z',
  down: 'M8 8h32v16H8z M24 26v14 M17 34l7 8 7-8 M18 8v-4 M30 8v-4',
  front: 'M6 24h30 M26 14l12 10-12 10 M42 8v32',
  outside: 'M10 6v36 M10 14h10 M10 24h10 M10 34h10 M26 24h14 M34 17l8 7-8 7',
  right_angle: 'M8 6v34h34 M8 30h10v10',
  hand: 'M24 42a18 18 0 1 1 18-18 M42 24l-7-7 M42 24l5-9 M18 18h4v14h8',
  seat: 'M6 40h36 M12 40V22h24v18 M16 22V10h16v12 M4 34h4 M40 34h4',
  level: 'M4 18h40v14H4z M19 18v14 M29 18v14 M24 25m-4 0a4 3 0 1 0 8 0a4 3 0 1 0-8 0',
  open_hole:
    'M24 24m-14 0a14 14 0 1 0 28 0a14 14 0 1 0-28 0 M24 24m-5 0a5 5 0 1 0 10 0a5 5 0 1 0-10 0 M24 4v6 M44 24h-6',
  side: 'M24 4v40 M6 14h12v20H6z M30 14h12v20H30z',
}
</script>

<template>
  <svg viewBox="0 0 48 48" width="44" height="44" aria-hidden="true">
    <path :d="DRAWN[cue] ?? DRAWN.seat" />
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke: var(--stream);
  stroke-width: 2.5;
  stroke-linejoin: round;
  stroke-linecap: round;
}
</style>
