<script setup lang="ts">
/** What the day is waiting for, counted down: the line-up slot, and what was finished and has not set yet. */
import { useNow } from '@vueuse/core'
import { computed, watch } from 'vue'
import { minutesOf, siteTime, span } from '@/lib/siteClock'
import { countdown } from '@/stations/build/rows'
import { useJob } from '@/stores/job'

const EACH_MS = 1000 // what has less than an hour left is told to the second
const SOON_MIN = 1440
const store = useJob()
const now = useNow({ interval: EACH_MS })
const timers = computed(() => {
  const days = store.job?.assessment.visit?.days
  if (!days || store.locked) return []
  const at = minutesOf(siteTime(now.value, store.job!.assessment.zone ?? 'UTC'))
  const left = (time: string | null | undefined) => (time ? minutesOf(time) - at : 0)
  const soon = (minutes: number) => minutes > 0 && minutes <= SOON_MIN
  const slot = left(days.slot_starts_at)
  const coarse = left(days.coarse_done_by)
  const before = (store.job!.facts.brief.tasks ?? []).filter((one) => one.before_slot)
  const open = before.some((one) => !one.finished_at)
  const pointing = !before.length
    ? ''
    : !open
      ? ': what comes before it is finished'
      : coarse > 0
        ? `: coarse pointing finished in ${span(coarse)}`
        : ': coarse pointing should be finished'
  const name = store.job!.facts.brief.lineup_booked ? 'Line-up' : 'Line-up (not booked)'
  return [
    ...(soon(slot)
      ? [
          {
            key: '.slot',
            late: open && coarse <= 0,
            words: `${name} in ${span(slot)}${pointing}`,
          },
        ]
      : []),
    ...days.rows
      .filter((row) => row.finished && soon(left(row.set_at)))
      .map((row) => ({ key: row.name, late: false, words: `${row.name} sets: ${span(left(row.set_at))} left` })),
  ]
})
const running = computed(() =>
  store.locked
    ? []
    : (store.job?.assessment.waits?.waits ?? []).filter(
        (one) => one.started_at && one.over_at && !one.ended_at && !one.let_pass && !one.followed_by,
      ),
)
const waits = computed(() =>
  running.value
    .map((one) => ({ one, left: new Date(one.over_at!).getTime() - now.value.getTime() }))
    .filter(({ one, left }) => left > 0 || one.wait.told_by === 'sign')
    .map(({ one, left }) => ({
      key: one.wait.code,
      late: left <= 0,
      words: left > 0 ? `${one.wait.name}: ${countdown(left)} left` : `${one.wait.name}: look whether it is over`,
    })),
)
/** What ran out while the page was open is told by the device too, where somebody allowed it. */
watch(waits, (news, before) => {
  for (const one of before ?? []) {
    const over = !one.late && (news.find((other) => other.key === one.key)?.late ?? true)
    if (
      over &&
      running.value.some((other) => other.wait.code === one.key) &&
      window.Notification?.permission === 'granted'
    )
      new Notification(`Rindle ${store.number}`, { body: `Its time has gone: ${one.words.split(':')[0]}` })
  }
})
</script>

<template>
  <p v-if="timers.length || waits.length" class="timers" role="timer">
    <span v-for="one in [...timers, ...waits]" :key="one.key" :class="{ late: one.late }">{{ one.words }}</span>
  </p>
</template>

<style scoped>
.timers {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0 0 4px;
  font-size: 14px;
  font-weight: 600;
}
.late {
  color: var(--rust);
}
</style>
