<script setup lang="ts">
/** Clears a guide's stored best: the feed is covered for its count of pulses, and only while nothing is sent. */
import { useIntervalFn } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, onBeforeUnmount, ref } from 'vue'
import { rowId } from '@/stores/job'
import { usePeak } from '@/stations/peak/usePeak'

const { store, job, told, pointing, axis, usable, during } = usePeak()
const guide = computed(() => pointing.value?.guide ?? null)
const wanted = computed(() => guide.value?.reset_pulse_count ?? 0)
const pulse = computed(() => (job.value.facts.picks.words?.indicators ?? []).find((one) => one.state === 'searching'))
const every = computed(() => ((pulse.value?.on_s ?? 0.12) + (pulse.value?.off_s ?? 1.1)) * 1000)
const count = ref(0)
const { pause, resume, isActive } = useIntervalFn(() => (count.value += 1), every, { immediate: false })
onBeforeUnmount(pause)
const done = computed(() => (told.value.covers ?? []).filter((one) => one.axis === axis.value).length)
function start(): void {
  count.value = 0
  resume()
}
async function finish(): Promise<void> {
  pause()
  const pulse_count = count.value
  if (usable.value) await during('cover', () => store.cover({ axis: axis.value, pulse_count }))
  else await store.replaceList('covers', [...(told.value.covers ?? []), { id: rowId(), axis: axis.value, pulse_count }])
}
</script>

<template>
  <section v-if="guide?.with_best && guide.reset && !store.locked" class="cover" data-fact="peak.covers">
    <h2>Clear its stored best before the {{ axis }}</h2>
    <p class="quiet">
      It compares with the best it remembers: an old one makes the long tone false, or out of reach.
      {{ done ? `Cleared ${done === 1 ? 'once' : `${done} times`} before this axis.` : '' }}
    </p>
    <template v-if="guide.reset === 'cover'">
      <p v-if="!pointing?.may_cover" class="caution">
        <b>Radio energy:</b> a hand goes before the feed only while the transmitter is off.
        {{
          pointing?.cover_waits_for
            ? `${pointing.cover_waits_for} Until then no beat is offered.`
            : 'See that it is off, and say so below; then the beat is offered.'
        }}
      </p>
      <div v-else class="press">
        <n-button v-if="!isActive" @click="start">Cover the feed and start the beat</n-button>
        <template v-else>
          <b class="beat" role="status">{{ Math.min(count, wanted) }} of {{ wanted }} pulses</b>
          <n-button :type="count >= wanted ? 'primary' : 'default'" @click="finish">{{
            count >= wanted ? 'Uncover: it is cleared' : 'Uncovered too early'
          }}</n-button>
        </template>
      </div>
    </template>
    <n-button
      v-else
      @click="store.replaceList('covers', [...(told.covers ?? []), { id: rowId(), axis, pulse_count: wanted }])"
      >Cleared {{ guide.reset === 'key' ? 'by its key' : 'by switching it off and on' }}</n-button
    >
  </section>
</template>

<style scoped>
.cover {
  display: grid;
  gap: 8px;
}
.cover p {
  margin: 0;
}
.press {
  display: flex;
  gap: 12px;
  align-items: center;
}
.beat {
  font-size: 24px;
}
</style>
