<script setup lang="ts">
/** The course: one winding line through nine stations; full where the work has passed, thin where it has not. */
import { useResizeObserver } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import HeadLine from '@/frame/HeadLine.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { VERDICT_WORD } from '@/lib/verdict'

const props = defineProps<{ stations: Schemas['StationView'][]; current: string; number: string }>()
const PITCH = 72
const bend = (index: number) => 30 + (index % 2 === 0 ? -8 : 8)
const y = (index: number) => 36 + index * PITCH

function stream(from: number, to: number): string {
  let d = `M${bend(from)},${y(from)}`
  for (let at = from; at < to; at += 1)
    d += ` C${bend(at)},${y(at) + PITCH / 2} ${bend(at + 1)},${y(at + 1) - PITCH / 2} ${bend(at + 1)},${y(at + 1)}`
  return d
}
const reached = computed(() => {
  const open = props.stations.findIndex((one) => !one.settled)
  return open < 0 ? props.stations.length - 1 : open
})
const pool = computed(() => props.stations.findIndex((one) => one.code === props.current))
/** On a narrow screen the line is longer than the screen: the present station is brought into it. */
const line = ref<HTMLElement | null>(null)
const bringIn = async () => {
  await nextTick()
  const [whole, here] = [line.value, line.value?.querySelector<HTMLElement>('[aria-current]')]
  if (!whole || !here || whole.scrollWidth <= whole.clientWidth) return
  whole.scrollLeft = here.offsetLeft + here.offsetWidth / 2 - whole.clientWidth / 2
}
watch(() => props.current, bringIn, { immediate: true })
useResizeObserver(line, bringIn) // a tablet is turned
</script>

<template>
  <nav ref="line" class="course" aria-label="Stations">
    <svg
      class="water"
      :viewBox="`0 0 52 ${PITCH * stations.length}`"
      width="52"
      :height="PITCH * stations.length"
      aria-hidden="true"
    >
      <ellipse
        v-if="pool >= 0"
        :cx="bend(pool)"
        :cy="y(pool)"
        rx="20"
        ry="17"
        fill="var(--stream-tint)"
        stroke="var(--stream)"
        stroke-width="1.5"
      />
      <path :d="stream(0, stations.length - 1)" fill="none" stroke="var(--stream)" stroke-width="1.2" opacity="0.7" />
      <path
        v-if="reached > 0"
        :d="stream(0, reached)"
        fill="none"
        stroke="var(--stream)"
        stroke-width="5"
        stroke-linecap="round"
      />
    </svg>
    <ol>
      <li v-for="(station, index) in stations" :key="station.code" :style="{ height: `${PITCH}px` }">
        <router-link
          :to="`/jobs/${number}/${station.code}`"
          :class="{ here: station.code === current }"
          :aria-current="station.code === current ? 'step' : undefined"
        >
          <span class="stone" :style="{ left: `${bend(index) - 11}px` }"
            ><verdict-stone :verdict="station.verdict" :size="22"
          /></span>
          <span class="name">{{ station.number }} {{ station.name }}</span>
          <span class="figure"
            ><head-line v-if="station.figure.length" :segments="station.figure" /><template v-else>{{
              VERDICT_WORD[station.verdict]
            }}</template></span
          >
        </router-link>
      </li>
    </ol>
  </nav>
</template>

<style scoped>
.course {
  position: sticky;
  top: 0;
  align-self: flex-start;
  width: 200px;
  flex: none;
  padding: 8px 0;
}
.water {
  position: absolute;
  left: 4px;
  top: 8px;
  overflow: visible;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  position: relative;
}
a {
  position: relative;
  height: 100%;
  display: grid;
  align-content: center;
  padding-left: 66px;
  color: var(--ink);
  text-decoration: none;
}
.stone {
  position: absolute;
  margin-left: 4px;
  top: 50%;
  transform: translateY(-50%);
  display: grid;
}
.name {
  font-weight: 600;
  line-height: 1.2;
}
.here .name {
  color: var(--stream);
  font-weight: 750;
}
.figure {
  font-size: 13px;
  color: var(--quiet);
  line-height: 1.3;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  max-width: 136px;
}
@media (max-width: 900px) {
  .course {
    align-self: stretch;
    width: 100%;
    padding: 8px;
    overflow-x: auto;
    position: relative;
  }
  .water {
    display: none;
  }
  ol {
    position: static; /* places are counted from the line that moves */
    display: flex;
    gap: 4px;
  }
  li {
    height: auto !important;
    flex: 1 0 78px;
  }
  a {
    position: static;
    padding: 4px;
    height: 100%;
    align-content: start; /* stones in one row, whether a name takes one line or two */
    justify-items: center;
    text-align: center;
    border-bottom: 3px solid transparent;
  }
  .here {
    border-color: var(--stream);
  }
  .stone {
    position: static;
    transform: none;
    margin: 0;
  }
  .name {
    font-size: 13px;
  }
  .figure {
    display: none;
  }
}
</style>
