<script setup lang="ts">
/** Before power: what is plugged where, what is seen, and that nobody is in front. */
import { NButton } from 'naive-ui'
import Fact from '@/fields/Fact.vue'
import DrawingView from '@/drawings/DrawingView.vue'
import { useBringUp } from '@/stations/bringup/useBringUp'

const { store, job, told, isPanel, held, powered } = useBringUp()
const seen = (code: string, now: boolean) => {
  const rest = (told.value.power_checks ?? []).filter((one) => one !== code)
  void store.patch({ power_checks: now ? [...rest, code] : rest })
}
const all = () =>
  void store.patch({ power_checks: (job.value.assessment.checks_before_power ?? []).map((one) => one.code) })
</script>

<template>
  <p class="caution">
    <b>No plug is mated, and no hand goes to the {{ isPanel ? 'panel’s cable' : 'feed' }}, while it has power.</b>
    Mains work is for licensed people where the local code says so; in lightning everything stays as it is.
  </p>
  <h2>What is plugged where</h2>
  <drawing-view name="blocks-bringup" />
  <section class="stack" aria-label="Seen before power">
    <h2>Seen before power</h2>
    <ul class="checks">
      <li v-for="one in job.assessment.checks_before_power ?? []" :key="one.code" data-fact="bringup.power_checks">
        <label>
          <input
            type="checkbox"
            :checked="one.seen"
            :disabled="store.locked"
            @change="seen(one.code, ($event.target as HTMLInputElement).checked)"
          />
          <span
            ><b>{{ one.name }}</b
            ><br /><span class="quiet">{{ one.text }}</span></span
          >
        </label>
      </li>
    </ul>
    <div v-if="!store.locked" class="row"><n-button @click="all">All of it is seen</n-button></div>
  </section>
  <div class="fields">
    <fact at="bringup.powered_where" chips />
    <fact v-if="!isPanel || told.meter_fitted" at="bringup.meter_fitted" chips />
    <fact v-if="!isPanel" at="bringup.hand_set" />
    <fact v-if="!isPanel" at="bringup.dish_end_v" />
  </div>
  <section v-if="!isPanel || told.in_front_clear" class="last" aria-label="Last before power">
    <fact at="bringup.in_front_clear" />
    <p class="quiet small">
      Said last, by whoever switches on: call out that power comes, and wait for the answer. It is asked anew each time
      the terminal was off.
    </p>
  </section>
  <p v-if="powered" class="caution">
    <b>It has power now.</b> Switch it off at States before anything here is touched.
  </p>
  <div v-else-if="held.length" class="stack">
    <p>It may not be switched on yet:</p>
    <ul>
      <li v-for="one in held" :key="one">{{ one }}</li>
    </ul>
    <p>
      <router-link :to="`/jobs/${store.number}/build`">Mark at Build</router-link> what comes before power;
      <router-link :to="`/jobs/${store.number}/brief/crew`">name at Brief</router-link> who may.
    </p>
  </div>
  <p v-else>
    Nothing stands against power. <router-link :to="`/jobs/${store.number}/bringup/states`">Switch it on</router-link>
  </p>
</template>

<style scoped>
.last {
  padding: 12px 16px;
  border: 2px solid var(--stream);
  border-radius: 6px;
}
.last p {
  margin: 0 0 0 34px;
}
.checks {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(340px, 100%), 1fr));
  gap: 0 24px;
}
label {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  min-height: 56px;
  padding: 8px 0;
  border-top: 1px solid var(--rule);
}
input {
  width: 22px;
  height: 22px;
  margin-top: 2px;
  flex: none;
}
</style>
