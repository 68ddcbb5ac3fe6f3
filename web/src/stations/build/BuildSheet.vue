<script setup lang="ts">
import { useAsked } from '@/api/cache'
import client, { unwrap } from '@/api/client'
import { IconBook2, IconLock } from '@tabler/icons-vue'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import { when } from '@/lib/when'
import PlanHere from '@/plan/PlanHere.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const build = computed(() => store.job?.assessment.build ?? null)
const { data: manuals } = useAsked(
  () => ['manuals'],
  () => unwrap(client.GET('/api/manuals')),
)
/** The pages of the firm’s manuals that belong to a step of this terminal; to none: those of the whole terminal. */
const pages = (step: string) =>
  (manuals.value ?? []).flatMap((one) =>
    one.bookmarks
      .filter((mark) => mark.terminal === store.job?.facts.picks.terminal?.code && (mark.step ?? '') === step)
      .map((mark) => ({
        url: `/api/manuals/${one.id}/file#page=${mark.page}`,
        name: `${one.name}, page ${mark.page}`,
      })),
  )
/** Titles of the steps that are marked and have not reached the server. */
const unsent = computed(
  () =>
    new Set(
      (build.value?.steps ?? []).filter((one) => store.waitsFor(one.step.code)?.done).map((one) => one.step.title),
    ),
)
/** A step or a hold point is named by its title. */
const isUnsent = (waited: string) => [...unsent.value].some((title) => waited.endsWith(`“${title}”`))
type View = NonNullable<typeof build.value>['steps'][number]
/** Ready, or waiting for nothing but marks that are on their way: they arrive in their order. */
const mayMark = (view: View) =>
  view.state === 'ready' || (view.state === 'locked' && view.waits_for.length > 0 && view.waits_for.every(isUnsent))
const upcoming = computed(
  () => build.value?.steps.find((view) => view.state !== 'done' && !unsent.value.has(view.step.title)) ?? null,
)
/** How many it takes, how long at height, and what the mate does. */
const withOf = (step: View['step']) =>
  [
    (step.people_count ?? 1) > 1 ? `${step.people_count} people` : '',
    step.at_height_min ? `${step.at_height_min} min at height` : '',
    step.mate ? `the mate: ${step.mate.charAt(0).toLowerCase()}${step.mate.slice(1)}` : '',
  ]
    .filter(Boolean)
    .join('; ')
defineExpose({
  stepDone: () => {
    if (upcoming.value && mayMark(upcoming.value)) void store.markStep(upcoming.value.step.code)
  },
})
</script>

<template>
  <p v-for="one in build ? pages('') : []" :key="one.url">
    <a :href="one.url" target="_blank" class="page"><icon-book-2 :size="16" aria-hidden="true" /> {{ one.name }}</a>
  </p>
  <ol v-if="build" class="steps" aria-label="Build steps">
    <li
      v-for="(view, index) in build.steps"
      :key="view.step.code"
      :class="[view.state, { next: view.step.code === upcoming?.step.code }]"
    >
      <span class="count">{{ index + 1 }}</span>
      <div class="what">
        <h2>{{ view.step.title }} <span v-if="view.step.hold_point" class="tag">hold point</span></h2>
        <p class="quiet">{{ view.step.detail }}</p>
        <p v-if="view.state !== 'done' && withOf(view.step)" class="with">{{ withOf(view.step) }}</p>
        <p v-for="one in pages(view.step.code)" :key="one.url">
          <a :href="one.url" target="_blank" class="page"
            ><icon-book-2 :size="16" aria-hidden="true" /> {{ one.name }}</a
          >
        </p>
        <p v-if="view.step.caution && view.state !== 'done'" class="caution">{{ view.step.caution }}</p>
        <p v-if="view.waits_for.length" class="waits">
          <icon-lock :size="16" aria-hidden="true" /> Waits for {{ view.waits_for.join(', ') }}
        </p>
        <p v-if="store.faults[`step.${view.step.code}.code`]" class="waits" role="alert">
          {{ store.faults[`step.${view.step.code}.code`] }}
        </p>
      </div>
      <div class="mark">
        <template v-if="view.mark">
          <b>Done</b
          ><span class="quiet small">{{ when(view.mark.at, store.job?.assessment.zone) }}<br />{{ view.mark.by }}</span>
          <n-button v-if="!store.locked" quaternary size="small" @click="store.unmarkStep(view.step.code)"
            >Take back</n-button
          >
        </template>
        <span v-else-if="store.waitsFor(view.step.code)?.done" class="quiet small"
          ><b>Marked</b><br />{{ when(store.waitsFor(view.step.code)!.at, store.job?.assessment.zone) }}<br />not sent
          yet</span
        >
        <n-button
          v-else
          :type="mayMark(view) ? 'primary' : 'default'"
          :disabled="!mayMark(view) || store.locked"
          @click="store.markStep(view.step.code)"
          >Mark done</n-button
        >
      </div>
    </li>
  </ol>
  <plan-here v-if="store.job?.facts.sky.things?.length" />
  <p v-else class="quiet">
    What belongs here: the steps of your terminal, in order. Choose a terminal at
    <router-link :to="`/jobs/${store.number}/brief`">Brief</router-link>.
  </p>
</template>

<style scoped>
.with {
  font-weight: 600;
}
.page {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 36px;
}
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 28px 1fr 128px;
  gap: 12px;
  padding: 12px 0;
  border-top: 1px solid var(--rule);
}
li.next {
  border-left: 4px solid var(--stream);
  padding-left: 12px;
}
.count {
  font-weight: 700;
  font-size: 17px;
  color: var(--quiet);
}
.done h2 {
  color: var(--quiet);
  font-weight: 600;
}
.what {
  display: grid;
  gap: 4px;
  align-content: start;
}
.tag {
  font-size: 13px;
  font-weight: 600;
  color: var(--ochre);
  border: 1px solid currentcolor;
  border-radius: 6px;
  padding: 0 6px;
  white-space: nowrap;
}
.waits {
  display: flex;
  gap: 6px;
  align-items: start;
  color: var(--rust);
  font-weight: 600;
  font-size: 14px;
}
.waits svg {
  flex: none;
  margin-top: 2px;
}
.mark {
  display: grid;
  gap: 2px;
  justify-items: end;
  align-content: start;
  text-align: right;
}
</style>
