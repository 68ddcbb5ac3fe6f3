<script setup lang="ts">
/** The way online as a person sees it happen: a press for each state that is reached, now or some minutes ago. */
import Fact from '@/fields/Fact.vue'
import { NButton, NPopconfirm } from 'naive-ui'
import { computed, ref } from 'vue'
import { readNumber } from '@/lib/number'
import { momentAgo, stateRows } from '@/lib/statesByHand'
import { formatQuantity } from '@/lib/quantity'
import { useJob } from '@/stores/job'

const props = defineProps<{ held: boolean }>()
const store = useJob()
const job = computed(() => store.job!)
const rows = computed(() =>
  stateRows(job.value.facts.picks.terminal?.bringup_states ?? [], job.value.facts.bringup.states_entered ?? []),
)
const ago = ref('0')
const minutes = computed(() => {
  const read = readNumber(ago.value)
  return 'value' in read && read.value !== null && read.value >= 0 ? read.value : null
})
const reached = (code: string) => {
  if (minutes.value === null) return
  void store.enterState(code, momentAgo(minutes.value, Date.now())).then((kept) => {
    if (kept) ago.value = '0'
  })
}
const begun = computed(() => rows.value.some((one) => one.atS !== null))
const seconds = (value: number) => formatQuantity(value, 's', 'metric')
</script>

<template>
  <section class="stack" aria-label="States by hand">
    <h2>As you see it happen</h2>
    <p v-if="held">
      It may not be switched on yet:
      <router-link :to="`/jobs/${store.number}/build`">mark at Build what comes before power</router-link>.
    </p>
    <p class="quiet">Press what the lights or its page show. Times count from the moment it was switched on.</p>
    <ol class="states">
      <li v-for="one in rows" :key="one.code" :class="{ here: one.here }">
        <b>{{ one.name }}</b>
        <span class="quiet"
          >{{ one.said }}<template v-if="one.light"> Lights: {{ one.light }}.</template></span
        >
        <span class="time">{{
          one.atS === null ? `usually ${seconds(one.usualS)}` : `after ${seconds(one.atS)}`
        }}</span>
        <n-button
          v-if="!store.locked && one.next"
          :type="one.first ? 'primary' : 'default'"
          :disabled="props.held || minutes === null"
          @click="reached(one.code)"
          >{{ one.first ? 'Switched on' : 'Reached' }}</n-button
        >
      </li>
    </ol>
    <div v-if="!store.locked" class="row">
      <label for="minutes-ago">Minutes ago</label>
      <input id="minutes-ago" v-model="ago" inputmode="decimal" :aria-invalid="minutes === null ? 'true' : undefined" />
      <span v-if="minutes === null" class="fault" role="alert">A number of minutes, such as 2.5, is accepted.</span>
      <n-popconfirm
        v-if="begun"
        positive-text="It is off"
        negative-text="Keep them"
        @positive-click="store.forgetStates()"
      >
        <template #trigger><n-button quaternary>Start over</n-button></template>
        The times of its states go out; they begin anew when it is switched on again.
      </n-popconfirm>
    </div>
    <p v-for="fault in [store.faults.at, store.faults.code].filter(Boolean)" :key="fault" class="fault" role="alert">
      {{ fault }}
    </p>
    <div class="fields">
      <fact at="bringup.device_level_db" />
    </div>
  </section>
</template>

<style scoped>
.states {
  list-style: none;
  margin: 0;
  padding: 0;
}
.states li {
  display: grid;
  grid-template-columns: 160px 1fr auto 128px;
  gap: 12px;
  align-items: center;
  min-height: 48px;
  border-top: 1px solid var(--rule);
}
.states .here {
  background: var(--stream-tint);
}
.time {
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
input {
  width: 88px;
  height: 44px;
}
label {
  font-weight: 600;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
@media (max-width: 700px) {
  .states li {
    grid-template-columns: 1fr auto;
  }
}
</style>
