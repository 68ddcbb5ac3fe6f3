<script setup lang="ts">
/** What is heard and seen on the way: what it means, what it does not mean, what to do next; to hear and to see. */
import { NButton } from 'naive-ui'
import { computed, onBeforeUnmount, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { play } from '@/lib/sounder'
import SoundTwin from '@/stations/peak/SoundTwin.vue'
import { usePeak } from '@/stations/peak/usePeak'

const { job } = usePeak()
const family = computed(() => job.value.facts.picks.terminal?.family ?? '')
type Indicator = Schemas['Indicator']
const all = computed<Indicator[]>(() =>
  (job.value.facts.picks.words?.indicators ?? []).filter(
    (one) => !one.families?.length || one.families.includes(family.value),
  ),
)
const SENSES = { sound: 'Sounds', light: 'Lights', screen: 'Screens', touch: 'To the hand' } as const
const groups = computed(() =>
  Object.entries(SENSES)
    .map(([sense, title]) => ({ title, rows: all.value.filter((one) => one.sense === sense) }))
    .filter((one) => one.rows.length),
)
const stop = ref<(() => void) | null>(null)
const mute = ref(false)
function hear(one: Indicator): void {
  stop.value?.()
  stop.value = play(one, 4)
  mute.value = stop.value === null
}
onBeforeUnmount(() => stop.value?.())
</script>

<template>
  <p class="quiet">
    Rindle’s own sounds, to learn by; a terminal of another make may sound otherwise, and the firm writes its own in the
    house’s words. Each one has its picture: the height is the pitch, the gaps are the silence.
  </p>
  <p v-if="mute" class="fault" role="alert">This browser makes no sound; the pictures show the same.</p>
  <section v-for="group in groups" :key="group.title">
    <h2>{{ group.title }}</h2>
    <ul class="rows">
      <li v-for="one in group.rows" :key="one.code">
        <div class="who">
          <b>{{ one.name }}</b>
          <sound-twin v-if="one.pitch_hz" :indicator="one" still />
          <n-button v-if="one.pitch_hz" size="small" @click="hear(one)">Hear it</n-button>
        </div>
        <div>
          <p>{{ one.text }}</p>
          <p v-if="one.not_means" class="quiet"><b>Not:</b> {{ one.not_means }}</p>
          <p v-if="one.then"><b>Next:</b> {{ one.then }}</p>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.rows {
  list-style: none;
  margin: 0;
  padding: 0;
}
.rows li {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
  gap: 16px;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
}
.who {
  display: grid;
  gap: 6px;
  justify-items: start;
  align-content: start;
}
.rows p {
  margin: 0 0 4px;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
@media (max-width: 700px) {
  .rows li {
    grid-template-columns: 1fr;
  }
}
</style>
