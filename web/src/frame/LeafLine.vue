<script setup lang="ts">
/** The leaves of a station by name, with the gravest mark of what leads to each. */
import { computed, nextTick, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { type Leaf, placeOf } from '@/frame/leaves'
import { useGuided } from '@/frame/guided'
import VerdictStone from '@/frame/VerdictStone.vue'
import { VERDICT_WORD } from '@/lib/verdict'
import type { Station } from '@/router'

const props = defineProps<{
  leaves: Leaf[]
  current: string
  station: Station
  number: string
  findings: Schemas['Finding'][]
}>()
/** Findings come gravest first. */
const worst = (code: string) =>
  props.findings.find((one) => {
    const place = one.at && one.level !== 'clear' ? placeOf(one.at, props.station) : null
    return place?.station === props.station && place.leaf === code
  })?.level
const guided = useGuided()
const all = ref(false)
/** An owner sees what an owner needs, and whatever holds the job up. */
const shown = computed(() =>
  props.leaves.filter(
    (one) => !guided.value || all.value || !one.trade || one.code === props.current || worst(one.code) === 'hold',
  ),
)
const line = ref<HTMLElement | null>(null)
const bringIn = async () => {
  await nextTick()
  line.value?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
}
watch(() => props.current, bringIn)
</script>

<template>
  <nav v-if="leaves.length > 1" ref="line" class="leaves sideways" aria-label="Leaves of this station">
    <router-link
      v-for="one in shown"
      :key="one.code"
      :to="`/jobs/${number}/${station}/${one.code}`"
      :class="{ here: one.code === current }"
      :aria-current="one.code === current ? 'page' : undefined"
      ><verdict-stone
        v-if="worst(one.code)"
        :verdict="worst(one.code)!"
        :size="14"
        :aria-label="VERDICT_WORD[worst(one.code)!]"
      />{{ one.name }}</router-link
    >
    <button
      v-if="guided && (all || shown.length < leaves.length)"
      type="button"
      class="more"
      :aria-expanded="all"
      @click="all = !all"
    >
      {{ all ? 'Fewer' : `${leaves.length - shown.length} more` }}
    </button>
  </nav>
</template>

<style scoped>
.leaves {
  display: flex;
  gap: 0 4px;
  border-bottom: 1px solid var(--rule);
}
a {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 44px;
  padding: 0 10px;
  color: var(--quiet);
  font-weight: 600;
  font-size: 14px;
  text-decoration: none;
  white-space: nowrap;
  border-bottom: 3px solid transparent;
}
.more {
  border: 0;
  background: none;
  min-height: 44px;
  padding: 0 10px;
  color: var(--stream);
  font: inherit;
  font-size: 14px;
  font-weight: 600;
  text-decoration: underline;
  cursor: pointer;
  white-space: nowrap;
}
a:hover {
  color: var(--ink);
}
.here {
  color: var(--stream);
  border-bottom-color: var(--stream);
}
/* A mouse does not wipe: on a wide screen all leaves are seen at once. */
@media (min-width: 1100px) {
  .leaves {
    flex-wrap: wrap;
    overflow-x: visible;
  }
  a {
    min-height: 36px;
  }
}
</style>
