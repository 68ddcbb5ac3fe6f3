<script setup lang="ts">
/** The terminal at the other end, with its level; says that it is simulated, and when it does not answer. */
import { IconPlugConnected } from '@tabler/icons-vue'
import { computed } from 'vue'
import { formatQuantity } from '@/lib/quantity'
import DeviceTrouble from '@/frame/DeviceTrouble.vue'
import { useJob } from '@/stores/job'

const store = useJob()
/** A panel has neither screws nor nuts to point by. */
const isPanel = computed(() => !!store.job?.facts.picks.terminal?.panel)
/** Before the terminal has answered there is a dash in the place of the figure. */
const told = (name: 'level_db' | 'elevation_turns' | 'azimuth_turns', unit: string) => {
  const value = store.telemetry?.[name]
  return value == null ? '–' : formatQuantity(value, unit, 'metric')
}
</script>

<template>
  <section class="device" aria-label="Terminal">
    <device-trouble v-if="store.deviceTrouble" again />
    <template v-else>
      <p class="row">
        <icon-plug-connected :size="20" aria-hidden="true" /><b>Simulated terminal</b
        ><span class="quiet whole"
          >a stand-in that ships with Rindle; no radio is involved<template
            v-if="(store.telemetry?.time_scale ?? 1) !== 1"
            >. Its clock runs {{ store.telemetry?.time_scale }} times as fast as yours</template
          ></span
        >
      </p>
      <p class="row figures">
        <span
          >Level <b>{{ told('level_db', 'db') }}</b></span
        >
        <span v-if="!isPanel"
          >Elevation screw <b>{{ told('elevation_turns', 'turns') }}</b></span
        >
        <span v-if="!isPanel"
          >Azimuth screw <b>{{ told('azimuth_turns', 'turns') }}</b></span
        >
        <span v-if="!isPanel"
          >Nuts <b>{{ store.telemetry ? (store.telemetry.nuts_tight ? 'tight' : 'loose') : '–' }}</b></span
        >
      </p>
      <slot />
    </template>
  </section>
</template>

<style scoped>
.figures b {
  display: inline-block;
  min-width: 6em;
}
.whole {
  flex-basis: 100%; /* its own line, so that nothing moves when the clock is known */
}
.device {
  display: grid;
  gap: 12px;
  padding: 12px 16px;
  border: 1px dashed var(--quiet);
  border-radius: 6px;
}
.figures {
  gap: 4px 24px;
}
.figures b {
  font-size: 18px;
  white-space: nowrap;
}
</style>
