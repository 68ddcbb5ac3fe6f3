<script setup lang="ts">
/** A wait where it happens: begun, counted down over reloads, what to do meanwhile, and what when it takes too long. */
import { useNow } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import { span } from '@/lib/siteClock'
import { countdown, waitOf } from '@/stations/build/rows'
import { useJob } from '@/stores/job'
import { useSession } from '@/stores/session'

const props = defineProps<{ code: string; /** What begins it is entered on this leaf. */ told?: boolean }>()
const store = useJob()
const session = useSession()
const now = useNow({ interval: 1000 })
const view = computed(
  () => store.job?.assessment.waits?.waits?.find((one) => one.wait.code === props.code && one.started_at) ?? null,
)
/** Of a wait that was not begun the job holds its name and length only. */
const wait = computed(
  () => view.value?.wait ?? store.job?.facts.picks.words?.waits?.find((one) => one.code === props.code) ?? null,
)
const runs = computed(() => view.value && !view.value.ended_at && !view.value.let_pass && !view.value.followed_by)
const ms = (time: string | null | undefined) => (time ? new Date(time).getTime() - now.value.getTime() : null)
const late = computed(() => (ms(view.value?.late_at) ?? 1) <= 0)
const left = computed(() => {
  const rest = ms(view.value?.over_at)
  if (rest === null) return 'until its sign is seen'
  return rest > 0 ? `${countdown(rest)} left` : `${countdown(rest)} over its usual time`
})
const say = (news: { started_at?: string | null; ended_at?: string | null }) =>
  store.patch({
    waits: waitOf(store.job!.facts.build.waits ?? [], props.code, { by: session.person?.name ?? '', ...news }),
  })
const moment = () => new Date().toISOString()
const usual = computed(() => (wait.value?.usual_min ? span(wait.value.usual_min) : ''))
</script>

<template>
  <section v-if="wait && !store.locked && (runs || !told)" class="wait" :class="{ late }" :aria-label="wait.name">
    <template v-if="runs">
      <p class="head">
        <b>{{ wait.name }}</b> <b class="left" role="timer">{{ left }}</b>
      </p>
      <p v-if="late && wait.if_late" class="fault" role="alert">Too long. {{ wait.if_late }}</p>
      <p v-else-if="wait.meanwhile"><b>Meanwhile:</b> {{ wait.meanwhile }}</p>
      <n-button v-if="!told" @click="say({ ended_at: moment() })">{{ wait.sign || 'It is over, I looked' }}</n-button>
    </template>
    <p v-else class="head">
      <b>{{ wait.name }}</b>
      <span v-if="usual || view?.ended_at" class="quiet">{{
        [usual && `${usual} as a rule`, view?.ended_at && 'was over once'].filter(Boolean).join('; ')
      }}</span>
      <n-button size="small" @click="say({ started_at: moment(), ended_at: null })">It begins now</n-button>
    </p>
  </section>
</template>

<style scoped>
.wait {
  display: grid;
  gap: 6px;
  justify-items: start;
  border-left: 4px solid var(--rule);
  padding: 4px 12px;
  margin: 8px 0;
}
.wait p {
  margin: 0;
}
.late {
  border-color: var(--rust);
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}
.left {
  font-size: 20px;
  font-variant-numeric: tabular-nums;
}
</style>
