<script setup lang="ts">
/** The step that is next, large, and the whole list beside it. */
import SaidAnew from '@/stations/SaidAnew.vue'
import { IconArrowRight, IconCheck, IconClock, IconLock, IconMinus } from '@tabler/icons-vue'
import { computed, ref, watch } from 'vue'
import { useAsked } from '@/api/cache'
import client, { unwrap } from '@/api/client'
import DrawingView from '@/drawings/DrawingView.vue'
import LeavePart from '@/stations/build/LeavePart.vue'
import RehearsalPart from '@/stations/build/RehearsalPart.vue'
import { stepAfter } from '@/stations/build/rows'
import StepCard from '@/stations/build/StepCard.vue'
import { useBuild } from '@/stations/build/useBuild'

const { store, assessment } = useBuild()
const build = computed(() => assessment.value.build!)
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
type View = (typeof build.value)['steps'][number]
const over = (view: View) => view.state === 'done' || view.state === 'left_out'
/** Titles of the steps that are marked and have not reached the server. */
const unsent = computed(
  () => new Set(build.value.steps.filter((one) => store.waitsFor(one.step.code)?.done).map((one) => one.step.title)),
)
/** A step or a hold point is named by its title. */
const isUnsent = (waited: string) => [...unsent.value].some((title) => waited.endsWith(`“${title}”`))
/** Ready, or waiting for nothing but marks that are on their way: they arrive in their order. */
const mayMark = (view: View) =>
  view.state === 'ready' || (view.state === 'locked' && view.waits_for.length > 0 && view.waits_for.every(isUnsent))
const left = computed(() => build.value.steps.filter((view) => !over(view) && !unsent.value.has(view.step.title)))
/** What can be done now comes before what is held: meanwhile there is work. */
const upcoming = computed(() => left.value.find(mayMark) ?? left.value[0] ?? null)
const chosen = ref('')
const shown = computed(
  () => build.value.steps.find((one) => one.step.code === chosen.value) ?? upcoming.value ?? build.value.steps.at(-1)!,
)
watch(
  () => upcoming.value?.step.code,
  () => {
    chosen.value = ''
  },
)
const after = computed(() => stepAfter(build.value.steps, left.value, shown.value, upcoming.value)?.step ?? null)
const SIGN = { done: IconCheck, left_out: IconMinus, ready: IconArrowRight, waiting: IconClock, locked: IconLock }
/** What is entered at Build itself holds nobody up: it is what is to be done. */
const stateOf = (view: View) => (view.entered_here ? 'ready' : view.state)
const words: Record<string, string> = {
  done: 'done',
  left_out: 'left out',
  ready: 'ready',
  waiting: 'waits',
  locked: 'held',
}
const mark = (view: View) => store.markStep(view.step.code)
defineExpose({
  stepDone: () => {
    const next = upcoming.value
    if (next && mayMark(next) && !(next.marks ?? []).some((one) => !one.seen)) void mark(next)
  },
})
</script>

<template>
  <said-anew
    station="build"
    code="build.built_on"
    label="They were done on the terminal of the job now"
    @said="store.patch({ built_terminal_code: '' })"
  />
  <said-anew
    station="build"
    code="build.put_up_as"
    label="They were done on the mount of the job now"
    @said="store.patch({ built_mount_code: '', built_letter: '' })"
  />
  <div class="now" data-fact="build.step_marks">
    <ol class="steps" data-fact="build.repeats" aria-label="Build steps">
      <li v-for="(view, index) in build.steps" :key="view.step.code">
        <button
          type="button"
          :class="{ done: over(view) }"
          :aria-current="view === shown ? 'step' : undefined"
          @click="chosen = view.step.code"
        >
          <span class="count">{{ index + 1 }}</span>
          <span class="name"
            >{{ view.step.title
            }}<small v-if="view.step.hold_point && !over(view)" class="hold"> hold point</small></span
          >
          <span class="state"
            ><component :is="SIGN[stateOf(view)]" :size="16" aria-hidden="true" /><small>{{
              unsent.has(view.step.title) ? 'marked' : words[stateOf(view)]
            }}</small></span
          >
        </button>
      </li>
    </ol>
    <div class="card">
      <p v-for="one in pages('')" :key="one.url">
        <a :href="one.url" target="_blank">{{ one.name }}</a>
      </p>
      <step-card
        :view="shown"
        :may-mark="mayMark(shown)"
        :pages="pages(shown.step.code)"
        :after="after ? `${after.title}${after.tools?.length ? ` (have ready: ${after.tools.join(', ')})` : ''}` : ''"
        @done="mark(shown)"
      />
    </div>
  </div>
  <leave-part v-if="!left.length && !store.locked" />
  <p class="quiet small">
    <template v-if="build.at_height_left_min"
      ><b>{{ Math.round(build.at_height_left_min) }} min</b> on ladder or roof still to come.
    </template>
    <template v-if="build.usual_left_min"
      >About <b>{{ (build.usual_left_min / 60).toFixed(1) }} h</b> of the steps that are left.</template
    >
  </p>
  <drawing-view name="parts" />
  <rehearsal-part />
</template>

<style scoped>
.now {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
  gap: 24px;
  align-items: start;
}
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
  border-right: 1px solid var(--rule);
}
.steps button {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr) auto;
  gap: 6px;
  align-items: start;
  width: 100%;
  min-height: 44px;
  padding: 6px 8px 6px 4px;
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--rule);
  cursor: pointer;
}
.steps button[aria-current='step'] {
  background: var(--stream-tint);
  box-shadow: inset 4px 0 0 var(--stream);
  font-weight: 600;
}
.done .name {
  color: var(--quiet);
}
.count {
  color: var(--quiet);
  text-align: right;
}
.hold {
  color: var(--ochre);
  font-weight: 600;
}
.state {
  display: grid;
  justify-items: center;
  color: var(--quiet);
  font-weight: 400;
  min-width: 46px;
}
.card {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
@media (max-width: 700px) {
  .now {
    grid-template-columns: minmax(0, 1fr);
  }
  .card {
    order: -1;
  }
  .steps {
    border-right: 0;
  }
}
</style>
