<script setup lang="ts">
/** A kind of mount as a small sketch: what it stands on, how far it stands off, how high it rises. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

const props = defineProps<{ kind: Schemas['KindInShort'] }>()
const PX_PER_M = 26
const off = computed(() => Math.min(30, Math.max(8, (props.kind.reach_m ?? 0) * PX_PER_M)))
const up = computed(() => Math.min(44, Math.max(12, (props.kind.rise_m || 0.7) * PX_PER_M)))
const wall = computed(() => ['plate', 'brackets'].includes(props.kind.holds ?? '') && (props.kind.reach_m ?? 0) > 0)
/** Where the mast's foot is. */
const foot = computed(() => (wall.value ? { x: 66 - off.value, y: 62 } : { x: 48, y: 66 }))
</script>

<template>
  <svg viewBox="0 0 96 88" class="picture" aria-hidden="true">
    <path v-if="!wall" d="M6 70H90" class="ground" />
    <rect v-if="wall" x="66" y="14" width="20" height="70" class="mass" />
    <template v-if="kind.holds === 'brackets'">
      <path :d="`M${foot.x} 40H66M${foot.x} 62H66`" class="bar" />
      <path :d="`M${foot.x} 76V30`" class="mast" />
    </template>
    <path v-else-if="wall" :d="`M${foot.x} ${foot.y}H66M66 54V70M${foot.x + 3} ${foot.y}L66 70`" class="bar" />
    <path v-else-if="kind.holds === 'plate'" d="M18 70L48 58L78 70M38 66H58" class="bar" />
    <path v-else-if="kind.holds === 'concrete'" d="M36 70V86H60V70M48 66V82M42 80H54" class="bar" />
    <path v-else-if="kind.holds === 'ballast'" d="M22 68H74M24 67V58H36V67M60 67V58H72V67" class="bar" />
    <path v-else-if="kind.holds === 'clamps'" d="M58 18V84M76 18V84M58 30H76M58 44H76M58 58H76M58 72H76" class="bar" />
    <path v-else-if="kind.holds === 'stand'" d="M48 46L32 69M48 46L64 69M48 46L52 69" class="bar" />
    <path v-else d="M48 70V50" class="bar dashed" />
    <path :d="`M${foot.x} ${foot.y}V${foot.y - up}`" class="mast" />
    <path
      :d="`M${foot.x - 15} ${foot.y - up - 15}Q${foot.x + 8} ${foot.y - up - 14} ${foot.x + 5} ${foot.y - up + 8}`"
      class="dish"
    />
  </svg>
</template>

<style scoped>
.picture {
  width: 96px;
  height: 88px;
  flex: none;
}
path,
rect {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.mass {
  fill: var(--hill);
  stroke-width: 1;
}
.ground {
  stroke: var(--quiet);
}
.mast {
  stroke-width: 4;
}
.dish {
  stroke: var(--stream);
  stroke-width: 3.5;
}
.dashed {
  stroke-dasharray: 4 4;
}
</style>
