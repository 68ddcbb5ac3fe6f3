<script setup lang="ts">
/** Live and best side by side, settled or not, with the sound that belongs to it, to see and, if asked, to hear. */
import { IconPlugConnected } from '@tabler/icons-vue'
import { computed } from 'vue'
import DeviceTrouble from '@/frame/DeviceTrouble.vue'
import { formatQuantity } from '@/lib/quantity'
import SoundTwin from '@/stations/peak/SoundTwin.vue'
import { usePeak } from '@/stations/peak/usePeak'

const props = defineProps<{
  usable: boolean
  best?: number | null
  /** Once it is read, the level is held against it instead of the best: what tightening must not lose. */
  before?: number | null
}>()
const { store, job, there, quiet } = usePeak()
const live = computed(() => (props.usable ? (store.telemetry?.level_db ?? null) : null))
const top = computed(() => {
  if (props.before != null) return props.before
  const told = store.telemetry?.best_db
  const known = [props.best, told].filter((one) => one != null)
  return known.length ? Math.max(...known) : null
})
const heard = computed(
  () =>
    (job.value.facts.picks.words?.indicators ?? []).find((one) => one.state === store.telemetry?.sound && one.state) ??
    null,
)
const under = computed(() => (live.value != null && top.value != null ? Math.max(0, top.value - live.value) : null))
/** Whether its sound is what it is pointed by. */
const bySound = computed(() => job.value.assessment.pointing?.guide?.kind === 'sound')
const db = (value: number | null) => (value == null ? '–' : formatQuantity(value, 'db', 'metric'))
</script>

<template>
  <section class="live" aria-label="Terminal">
    <device-trouble v-if="store.deviceTrouble" again />
    <template v-else>
      <dl>
        <div v-if="usable">
          <dt>Level now</dt>
          <dd :class="{ moving: store.telemetry && !store.telemetry.settled }">{{ db(live) }}</dd>
        </div>
        <div>
          <dt>{{ before == null ? 'Best so far' : 'Before tightening' }}</dt>
          <dd>{{ db(top) }}</dd>
        </div>
      </dl>
      <template v-if="usable">
        <div class="bar" aria-hidden="true">
          <i :style="{ width: `${under == null ? 0 : Math.max(2, 100 - 12 * under)}%` }" />
        </div>
        <p class="quiet">
          {{
            !store.telemetry
              ? 'asking the terminal'
              : !store.telemetry.settled
                ? 'hands off, wait: still moving'
                : under != null && under > 0.05
                  ? `${db(under)} under ${before == null ? 'the best' : 'that'}`
                  : 'settled'
          }}
        </p>
        <p v-if="store.telemetry?.no_sound_why && bySound" class="quiet">{{ store.telemetry.no_sound_why }}</p>
        <sound-twin :indicator="heard" />
        <p v-if="heard" class="quiet">{{ heard.name }}. {{ heard.not_means }}</p>
      </template>
      <template v-if="there">
        <p v-if="quiet" class="silence" role="status">
          <b>Nothing to read.</b> {{ quiet }}
          <router-link :to="`/jobs/${store.number}/bringup/states`">Bring-up</router-link>
        </p>
        <p class="quiet">
          <icon-plug-connected :size="16" aria-hidden="true" /> Simulated terminal, a stand-in<template
            v-if="(store.telemetry?.time_scale ?? 1) !== 1"
            >; its clock runs {{ store.telemetry?.time_scale }} times as fast as yours</template
          >. Nuts {{ store.telemetry?.nuts_tight ? 'tight' : 'loose' }}.
        </p>
      </template>
    </template>
  </section>
</template>

<style scoped>
.live {
  display: grid;
  gap: 8px;
  align-content: start;
}
dl,
dd,
p {
  margin: 0;
}
dl {
  display: grid;
  gap: 8px;
}
dt {
  font-size: 14px;
  color: var(--quiet);
}
dd {
  font-size: 32px;
  font-weight: 700;
  line-height: 1.1;
  white-space: nowrap;
}
.silence {
  border-left: 4px solid var(--ochre);
  padding-left: 8px;
}
.moving {
  color: var(--quiet);
}
.bar {
  height: 10px;
  background: var(--stream-tint);
  border-radius: 5px;
}
.bar i {
  display: block;
  height: 10px;
  border-radius: 5px;
  background: var(--stream);
  transition: width 0.2s;
}
p {
  font-size: 14px;
}
</style>
