<script setup lang="ts">
/** The frame of a job: course, sheet with its answer, margin. */
import { computed, type Component, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { IconArrowRight } from '@tabler/icons-vue'
import { useIntervalFn, useTimeoutFn, useTitle } from '@vueuse/core'
import client, { ApiError, signedOut, unwrap } from '@/api/client'
import CourseLine from '@/frame/CourseLine.vue'
import DialStrip from '@/stations/aim/DialStrip.vue'
import PanelStrip from '@/stations/aim/PanelStrip.vue'
import GuideLine from '@/frame/GuideLine.vue'
import { useGuided } from '@/frame/guided'
import HandsFree from '@/frame/HandsFree.vue'
import OnTelephone from '@/frame/OnTelephone.vue'
import HeadLine from '@/frame/HeadLine.vue'
import LeafLine from '@/frame/LeafLine.vue'
import { useShelf } from '@/frame/leaves'
import { useGoOn } from '@/frame/useGoOn'
import MarginNotes from '@/frame/MarginNotes.vue'
import SavedNote from '@/frame/SavedNote.vue'
import TimersLine from '@/frame/TimersLine.vue'
import TransmitBanner from '@/frame/TransmitBanner.vue'
import SystemStrip from '@/frame/SystemStrip.vue'
import VerdictLine from '@/frame/VerdictLine.vue'
import { leadTo } from '@/lib/leadTo'
import { useShortcuts } from '@/lib/useShortcuts'
import { type Station, STATIONS } from '@/router'
import { useDrops } from '@/lib/drops'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'
import { formatQuantity } from '@/lib/quantity'

/** A station's code is loaded when it is opened, and the others' when the page has time: there is no wait on the way. */
const LOADERS: Record<Station, () => Promise<Component>> = {
  brief: () => import('@/stations/brief/BriefSheet.vue'),
  aim: () => import('@/stations/aim/AimSheet.vue'),
  sky: () => import('@/stations/sky/SkySheet.vue'),
  mount: () => import('@/stations/mount/MountSheet.vue'),
  cable: () => import('@/stations/cable/CableSheet.vue'),
  build: () => import('@/stations/build/BuildSheet.vue'),
  peak: () => import('@/stations/peak/PeakSheet.vue'),
  bringup: () => import('@/stations/bringup/BringUpSheet.vue'),
  handover: () => import('@/stations/handover/HandOverSheet.vue'),
}
const SHEETS = Object.fromEntries(STATIONS.map((name) => [name, defineAsyncComponent(LOADERS[name])])) as Record<
  Station,
  Component
>
const LATER_MS = 2000
useTimeoutFn(() => STATIONS.forEach((name) => void LOADERS[name]()), LATER_MS)
/** Stations whose work is on a part of the system. */
const HERE: Station[] = ['mount', 'cable', 'build', 'peak', 'bringup', 'handover']
const store = useJob()
/** Sending, or a test carrier that is left on, is said at every station. */
const sending = computed(() => store.job?.assessment.transmit?.state === 'on')
const route = useRoute()
const router = useRouter()
const guided = useGuided()
const missing = ref('')
const sheet = ref<{ newEntry?: () => void; stepDone?: () => void } | null>(null)

const code = computed(() => route.params.station as Station)
const station = computed(() => store.job?.assessment.stations.find((one) => one.code === code.value) ?? null)
const { present, current } = useShelf(
  () => code.value,
  () => String(route.params.leaf ?? ''),
)
// A file that is dropped anywhere on a job can stay with it; what the open leaf takes goes there.
const NONE = '.none'
const open = (accept: string) => () => (store.job && !store.locked ? accept : NONE)
useDrops(
  () => 'A paper of this job: keep it',
  open(''),
  null,
  (files) => void store.addDocument(files[0]!),
)
useDrops(
  () => 'A work order: read it',
  open('.json,.csv'),
  null,
  (files) => void store.takeOrder(files[0]!),
)
const prefs = usePrefs()
/** The heading in words, for a voice. */
const answer = computed(() =>
  (station.value?.headline ?? [])
    .map((one) => (one.value == null ? one.text : formatQuantity(one.value, one.unit ?? '', prefs.system)))
    .join(''),
)
/** What comes next at this station: a step at Build, a reading elsewhere. */
const onward = () => (sheet.value?.stepDone ?? sheet.value?.newEntry)?.()
const heading = ref<HTMLElement | null>(null)
useTitle(() => `${station.value?.name ?? 'Job'} · ${String(route.params.number)} · Rindle`)
// A station opens at its top with its answer in focus; a link to an entry leads to that entry.
watch(
  [code, () => store.number, () => station.value !== null],
  async () => {
    if (!station.value || route.hash) return
    await nextTick()
    scrollTo(0, 0)
    heading.value?.focus({ preventScroll: true })
  },
  { immediate: true },
)
watch(
  [() => route.hash, current, () => station.value !== null], // each its own: a save must not lead there again
  () => {
    if (station.value && route.hash) void leadTo(route.hash.slice(1))
  },
  { immediate: true },
)
function turn(step: number): void {
  const at = present.value.findIndex((one) => one.code === current.value) + step
  const next = present.value[(at + present.value.length) % present.value.length]
  if (next) void router.push(`/jobs/${store.number}/${code.value}/${next.code}`)
}
const { next, goOn } = useGoOn(() => code.value)
const go = (to: string) => void router.push(`/jobs/${store.number}/${to}`)

useIntervalFn(() => void store.look(), 1500)
watch(
  () => [String(route.params.number), signedOut.value] as const,
  async ([number, away], before) => {
    if (before && number === before[0] && (away || !missing.value)) return // signed in again: opened where it was not
    missing.value = ''
    try {
      await store.open(number)
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      missing.value = error.message
    }
  },
  { immediate: true },
)

async function neighbour(step: number): Promise<void> {
  const beside = await unwrap(
    client.GET('/api/jobs/{number}/neighbours', { params: { path: { number: store.number } } }),
  )
  const wanted = step < 0 ? beside.before : beside.after
  if (wanted) void router.push(`/jobs/${wanted}/${code.value}`)
}
useShortcuts({
  ...Object.fromEntries(STATIONS.map((name, index) => [String(index + 1), () => go(name)])),
  '[': () => void neighbour(-1),
  ']': () => void neighbour(1),
  p: () => void window.open(`/api/jobs/${store.number}/pocket.html?units=${prefs.system}`, '_blank'),
  ',': () => turn(-1),
  ';': () => turn(1),
  n: () => sheet.value?.newEntry?.(),
  g: () => void goOn(),
  '.': () => sheet.value?.stepDone?.(),
  undo: () => {
    if (![...store.inHand].some((takeBack) => takeBack())) void store.undo()
  },
  redo: () => void store.redo(),
})
</script>

<template>
  <main v-if="missing" class="lost">
    <h1>This job cannot be shown</h1>
    <p>{{ missing }}</p>
    <router-link to="/jobs">To the list of jobs</router-link>
  </main>
  <div v-else-if="store.job && station" class="page">
    <course-line :stations="store.job.assessment.stations" :current="code" :number="store.number" />
    <main class="sheet" :aria-label="station.name">
      <p class="line">
        <span class="whose">{{ store.number }} · {{ store.job.facts.brief.customer || 'No name yet' }}</span
        ><span class="row"
          ><hands-free :answer="answer" :verdict="station.verdict" @next="onward" /><on-telephone /><saved-note
        /></span>
      </p>
      <timers-line />
      <transmit-banner v-if="HERE.includes(code) || sending" />
      <dial-strip
        v-if="code !== 'brief' && store.job.assessment.aim && store.job.assessment.dial"
        :aim="store.job.assessment.aim"
        :dial="store.job.assessment.dial"
        :beam="store.job.assessment.beam ?? null"
        :circular="store.job.facts.picks.terminal?.polarization === 'circular'"
      />
      <panel-strip v-else-if="code !== 'brief' && store.job.assessment.panel_aim" :job="store.job" />
      <h1 ref="heading" tabindex="-1" aria-live="polite">
        <span><head-line :segments="station.headline" /></span>
      </h1>
      <guide-line
        v-if="guided && store.job.assessment.next_step"
        :next="store.job.assessment.next_step"
        :station="station"
        :number="store.number"
      />
      <verdict-line :station="station" />
      <system-strip v-if="HERE.includes(code)" :key="code" :station="code" />
      <leaf-line
        :leaves="present"
        :current="current"
        :station="code"
        :number="store.number"
        :findings="station.findings"
      />
      <p v-if="store.trouble" class="trouble" role="alert">{{ store.trouble }}</p>
      <p v-for="one in store.job.store_troubles" :key="one" class="trouble" role="alert">
        {{ one }} <router-link to="/stores">To the stores</router-link>
      </p>
      <p v-if="store.job.record_state === 'changed'" class="trouble" role="alert">
        This record was changed after it was signed: its checksum no longer fits. Do not rely on it; compare it with the
        printed report.
      </p>
      <component :is="SHEETS[code]" :key="`${store.number}-${code}`" ref="sheet" />
      <nav v-if="next && !store.locked" class="onward" aria-label="What is asked next">
        <a :href="next.to" @click.exact.prevent="goOn"
          ><icon-arrow-right :size="20" aria-hidden="true" /><span
            ><b>Go on to {{ next.name }}</b
            ><br /><span v-if="next.message" class="quiet">{{ next.message }}</span></span
          ></a
        ><kbd class="quiet">Ctrl+Enter</kbd>
      </nav>
    </main>
    <margin-notes :class="{ early: !sheet }" :findings="station.findings" :station="code" :number="store.number" />
  </div>
  <main v-else class="lost quiet" aria-busy="true">Opening the job</main>
</template>

<style scoped>
.page {
  display: flex;
  flex: 1;
  align-items: stretch;
}
.sheet {
  flex: 1;
  min-width: 0;
  padding: 12px 24px 48px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-width: 0 1px;
  display: grid;
  grid-template-columns: minmax(0, 1fr); /* never wider than its place: the margin stands beside it */
  gap: 16px;
  align-content: start;
}
h1 {
  font-size: 24px;
  line-height: 1.2;
  font-weight: 700;
  text-wrap: balance;
  display: flex;
  align-items: center;
  min-height: 2.4em; /* two lines have their place: what stands below does not move under a finger when the answer changes */
}
h1:focus {
  outline: none;
}
.line {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 32px;
  gap: 16px;
  font-size: 13px;
  color: var(--quiet);
}
.onward {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 16px;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.onward a {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 44px;
  color: var(--stream);
  text-decoration: none;
  line-height: 1.3;
}
.onward a:hover b {
  text-decoration: underline;
}
.onward kbd {
  font: inherit;
  font-size: 13px;
  white-space: nowrap;
}
@media (hover: none) {
  .onward kbd {
    display: none;
  }
}
.lost {
  padding: 48px;
  display: grid;
  gap: 12px;
  justify-items: start;
}
@media (max-width: 1100px) {
  .page {
    flex-wrap: wrap;
  }
  .early {
    display: none; /* it stands under the sheet: before that is there it would be pushed away */
  }
  .sheet {
    border-width: 0;
  }
}
/* A telephone's first screen is for the work: what stands over it at every station takes as little as it can. */
@media (max-width: 600px) {
  .line {
    display: grid;
    gap: 4px;
  }
  .whose {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .line .row {
    justify-content: space-between;
    gap: 0 12px;
  }
  .sheet {
    gap: 12px;
  }
  h1 {
    font-size: 21px;
  }
}
@media (max-width: 900px) {
  .page {
    flex-direction: column;
    flex-wrap: nowrap;
  }
  .sheet {
    padding: 12px 16px 24px;
  }
}
</style>
