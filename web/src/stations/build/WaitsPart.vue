<script setup lang="ts">
/** What runs, counted down; what to do meanwhile; when it is too long and then what. */
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import HeldInput from '@/fields/HeldInput.vue'
import { when } from '@/lib/when'
import { countdown, waitOf } from '@/stations/build/rows'
import { useBuild } from '@/stations/build/useBuild'

const { store, now, assessment, told, by, moment } = useBuild()
type View = Schemas['WaitView']
const views = computed(() => assessment.value.waits?.waits ?? [])
const say = (code: string, news: Partial<Schemas['WaitMark']>) =>
  store.patch({ waits: waitOf(told.value.waits ?? [], code, { by: by.value, ...news }) })
const at = (time: string | null | undefined) => (time ? new Date(time).getTime() - now.value.getTime() : null)
const running = (one: View) => Boolean(one.started_at) && !one.ended_at && !one.let_pass && !one.followed_by
/** How much of its usual time has gone. */
function share(one: View): number {
  if (!one.started_at || !one.over_at) return 0
  const whole = new Date(one.over_at).getTime() - new Date(one.started_at).getTime()
  return Math.min(1, (now.value.getTime() - new Date(one.started_at).getTime()) / whole)
}
const state = (one: View): string => {
  if (one.let_pass) return `let pass: ${one.let_pass}`
  if (one.ended_at) return `over, seen ${when(one.ended_at, assessment.value.zone)}`
  if (one.followed_by) return `over: “${one.followed_by}” came after it`
  if (!one.started_at) return one.begun_by ? `begins with “${one.begun_by}”` : 'not begun'
  const late = at(one.late_at)
  if (late !== null && late <= 0) return 'too long'
  const left = at(one.over_at)
  if (left === null) return 'runs until its sign is seen'
  return left > 0
    ? `${countdown(left)} left`
    : one.wait.told_by === 'clock'
      ? 'its time has gone'
      : `${countdown(left)} over its usual time`
}
const late = (one: View) => running(one) && (at(one.late_at) ?? 1) <= 0
const others = computed(() => {
  const here = new Set(views.value.map((one) => one.wait.code))
  return (store.job?.facts.picks.words?.waits ?? [])
    .filter((one) => !here.has(one.code))
    .map((one) => ({ label: one.name, value: one.code }))
})
const begin = (code: string) => say(code, { started_at: moment() })
const allowed = ref(window.Notification?.permission ?? 'denied')
const allow = async () => {
  allowed.value = await Notification.requestPermission()
}
const passing = ref('')
const reason = ref('')
async function letPass(code: string): Promise<void> {
  if (await say(code, { reason: reason.value })) passing.value = ''
}
</script>

<template>
  <ul class="waits" data-fact="build.waits" aria-label="Waits">
    <li v-for="one in views" :key="one.wait.code" :class="{ late: late(one) }">
      <div class="head">
        <h3>{{ one.wait.name }}</h3>
        <b class="state" role="timer">{{ state(one) }}</b>
      </div>
      <div v-if="running(one) && one.over_at" class="bar"><i :style="{ width: `${100 * share(one)}%` }" /></div>
      <p class="quiet small">{{ one.wait.text }}</p>
      <p v-if="one.wait.meanwhile && !one.ended_at"><b>Meanwhile:</b> {{ one.wait.meanwhile }}</p>
      <p v-if="one.wait.if_late && (late(one) || !one.started_at)" :class="late(one) ? 'fault' : 'quiet small'">
        <b>When it takes too long:</b> {{ one.wait.if_late }}
      </p>
      <p v-if="one.holds.length" class="quiet small">Holds: {{ one.holds.join(', ') }}</p>
      <div v-if="!store.locked" class="press">
        <n-button v-if="!one.started_at" @click="begin(one.wait.code)">Begin now</n-button>
        <n-button v-if="running(one)" type="primary" @click="say(one.wait.code, { ended_at: moment() })">{{
          one.wait.sign || 'It is over, I looked'
        }}</n-button>
        <n-button v-if="one.ended_at" quaternary @click="say(one.wait.code, { ended_at: null })">Not over yet</n-button>
        <label v-if="!one.ended_at" class="lasts"
          >lasts, by the packet
          <held-input
            unit="min"
            :value="told.waits?.find((mark) => mark.code === one.wait.code)?.lasts_min ?? null"
            :aria-label="`${one.wait.name} lasts, in minutes`"
            @number="say(one.wait.code, { lasts_min: $event })"
          />
          min</label
        >
        <n-button v-if="!one.ended_at && !one.let_pass" quaternary @click="((passing = one.wait.code), (reason = ''))"
          >Let it pass</n-button
        >
        <n-button v-if="one.let_pass" quaternary @click="say(one.wait.code, { reason: '' })">Take that back</n-button>
      </div>
      <form v-if="passing === one.wait.code" class="press" @submit.prevent="letPass(one.wait.code)">
        <label class="lasts">why: kept, and printed with your name <input v-model="reason" class="plain" /></label>
        <n-button attr-type="submit" type="primary" :disabled="reason.trim().length < 5">Keep the reason</n-button>
      </form>
    </li>
  </ul>
  <p v-if="!views.length" class="quiet">Nothing of this job waits yet: a step begins its own waits.</p>
  <n-button v-if="allowed === 'default'" @click="allow">Tell me by a notification when one is over</n-button>
  <div v-if="!store.locked" class="fields">
    <choice-box label="Begin another wait" :options="others" :value="null" @choose="(code) => code && begin(code)" />
  </div>
</template>

<style scoped>
.waits {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-top: 1px solid var(--rule);
  padding: 12px 0;
  display: grid;
  gap: 6px;
}
li.late {
  box-shadow: inset 4px 0 0 var(--rust);
  padding-left: 12px;
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  align-items: baseline;
  flex-wrap: wrap;
}
h3,
li p {
  margin: 0;
}
.state {
  font-size: 22px;
  font-variant-numeric: tabular-nums;
}
.bar {
  height: 8px;
  background: var(--rule);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--stream);
}
.press {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.lasts {
  display: flex;
  gap: 6px;
  align-items: center;
  color: var(--quiet);
}
.lasts :deep(input) {
  width: 90px;
}
.plain {
  min-height: 40px;
  width: 260px;
  font: inherit;
}
</style>
