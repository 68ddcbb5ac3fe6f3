<script setup lang="ts">
import { IconDotsVertical, IconPlus } from '@tabler/icons-vue'
import { refDebounced } from '@vueuse/core'
import { type DropdownOption, NButton, NCheckbox, NDropdown } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { askAnew, useAsked } from '@/api/cache'
import client, { ApiError, formOf, type Schemas, unwrap } from '@/api/client'
import type { paths } from '@/api/schema'
import ChoiceBox from '@/fields/ChoiceBox.vue'
import FilePick from '@/fields/FilePick.vue'
import BundleIn from '@/places/BundleIn.vue'
import HeadLine from '@/frame/HeadLine.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { counted } from '@/lib/counted'
import { VERDICT_WORD } from '@/lib/verdict'

const router = useRouter()
const route = useRoute()
const wanted = computed(() => String(route.query.find ?? ''))
type Query = NonNullable<paths['/api/jobs']['get']['parameters']['query']>
const SHOWS = {
  open: 'In hand',
  signed: 'Handed over',
  archived: 'Archived',
  template: 'Templates',
  deleted: 'Taken out',
}
const SORTS = {
  number: 'Newest first',
  day: 'By day of the work',
  customer: 'By customer',
  changed: 'Last changed first',
}
const options = (words: Record<string, string>) => Object.entries(words).map(([value, label]) => ({ value, label }))
/** What is listed stands in the address, so that the way back leads to the same list. */
const shown = computed(() => ({
  show: (String(route.query.show) in SHOWS ? String(route.query.show) : 'open') as keyof typeof SHOWS,
  sort: (String(route.query.sort) in SORTS ? String(route.query.sort) : 'number') as keyof typeof SORTS,
  verdict: String(route.query.verdict ?? ''),
}))
const choose = (more: Record<string, string>) => void router.replace({ query: { ...route.query, ...more } })
const sought = refDebounced(wanted, 200)
const at = ref(1)
watch([sought, () => JSON.stringify(shown.value)], () => (at.value = 1))
const query = computed(
  () =>
    ({
      find: sought.value,
      page: at.value,
      show: shown.value.show,
      sort: shown.value.sort,
      ...(shown.value.verdict ? { verdict: shown.value.verdict } : {}),
    }) as Query,
)
const { data: page, error } = useAsked(
  () => ['jobs', query.value],
  () => unwrap(client.GET('/api/jobs', { params: { query: query.value } })),
)
const refused = ref('')
const trouble = computed(() => refused.value || (error.value?.message ?? ''))
const rows = computed(() => page.value?.rows ?? [])

async function create(): Promise<void> {
  const job = await unwrap(client.POST('/api/jobs'))
  await router.push(`/jobs/${job.number}/brief`)
}
type Row = Schemas['JobRow']
const path = (row: Row) => ({ params: { path: { number: row.number } } })
const ACTS = {
  copy: 'Make a new job like it',
  bundle: 'As one open file',
  file: 'Its entries as JSON',
  archived: 'Archive',
  template: 'Keep as a template',
  open: 'Bring back',
  deleted: 'Take out',
}
/** What can be done with a job of the list; a signed one is a record. */
const acts = (row: Row): DropdownOption[] =>
  (['copy', 'bundle', 'file', 'archived', 'template', 'open', 'deleted'] as const)
    .filter((one) => one !== row.shelf && !(row.signed_off && ['template', 'deleted'].includes(one)))
    .filter((one) => one !== 'open' || row.shelf !== 'open')
    .map((key) => ({ key, label: ACTS[key] }))
async function act(row: Row, what: keyof typeof ACTS): Promise<void> {
  try {
    if (what === 'bundle') {
      location.assign(`/api/bundles?numbers=${row.number}`)
    } else if (what === 'file') {
      location.assign(`/api/jobs/${row.number}/export.json`)
    } else if (what === 'copy') {
      const job = await unwrap(client.POST('/api/jobs/{number}/copy', path(row)))
      await router.push(`/jobs/${job.number}/brief`)
    } else {
      await unwrap(client.PUT('/api/jobs/{number}/shelf', { ...path(row), body: { shelf: what } }))
      moved.value = { row, from: row.shelf as 'open', words: `${row.number}: ${SHOWS[what].toLowerCase()}.` }
      await askAnew('jobs')
    }
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    refused.value = error.message
  }
}
/** What was put away last, so that it can be brought back at once. */
const moved = ref<{ row: Row; from: 'open' | 'archived' | 'template' | 'deleted'; words: string } | null>(null)
async function back(): Promise<void> {
  if (!moved.value) return
  const { row, from } = moved.value
  moved.value = null
  await unwrap(client.PUT('/api/jobs/{number}/shelf', { ...path(row), body: { shelf: from } }))
  await askAnew('jobs')
}
/** A bundle is looked at first. */
const bundle = ref<File | null>(null)
const taken = ref('')
async function tookIn(words: string): Promise<void> {
  bundle.value = null
  taken.value = words
  await askAnew('jobs')
}
/** Several at once: in one file, or put away together. */
const several = ref(false)
const ticked = ref<string[]>([])
const tick = (number: string, on: boolean) =>
  (ticked.value = on ? [...ticked.value, number] : ticked.value.filter((one) => one !== number))
const nameless = ref(false)
const together = computed(() => `/api/bundles?numbers=${ticked.value.join(',')}&nameless=${nameless.value}`)
async function archiveAll(): Promise<void> {
  for (const number of ticked.value)
    await unwrap(client.PUT('/api/jobs/{number}/shelf', { params: { path: { number } }, body: { shelf: 'archived' } }))
  taken.value = `Archived: ${ticked.value.join(', ')}. They can be brought back under Show, Archived.`
  ticked.value = []
  await askAnew('jobs')
}
async function takeIn(files: File[]): Promise<void> {
  refused.value = taken.value = ''
  if (/\.zip$/i.test(files[0]?.name ?? '')) {
    bundle.value = files[0]!
    return
  }
  try {
    const body = { file: files[0] as unknown as string }
    const job = await unwrap(client.POST('/api/jobs/import', { body, bodySerializer: formOf }))
    await router.push(`/jobs/${job.number}/brief`)
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    refused.value = error.message
  }
}
</script>

<template>
  <main class="jobs">
    <header class="row">
      <h1>Jobs</h1>
      <router-link to="/sites" class="many">Many sites at once</router-link>
      <router-link to="/learnt">What the jobs teach</router-link>
      <file-pick label="Take in jobs" accept=".zip,.json,application/zip,application/json" @files="takeIn" />
      <n-button type="primary" @click="create"
        ><template #icon><icon-plus /></template>New job</n-button
      >
    </header>
    <div class="row filters">
      <choice-box label="Show" :value="shown.show" :options="options(SHOWS)" @choose="choose({ show: $event })" />
      <choice-box
        label="Verdict"
        :value="shown.verdict"
        :options="[{ value: '', label: 'Any' }, ...options(VERDICT_WORD)]"
        @choose="choose({ verdict: $event })"
      />
      <choice-box label="Order" :value="shown.sort" :options="options(SORTS)" @choose="choose({ sort: $event })" />
      <span v-if="page" class="quiet count">{{ counted(page.count, 'job') }}</span>
      <n-button class="several" @click="several = !several">{{ several ? 'One by one' : 'Several at once' }}</n-button>
    </div>
    <p v-if="several" class="row" role="status">
      {{ ticked.length ? `${counted(ticked.length, 'job')}: ${ticked.join(', ')}` : 'Tick the jobs that are meant.' }}
      <template v-if="ticked.length">
        <a class="file" :href="together">As one open file</a>
        <n-checkbox v-model:checked="nameless" size="large">nameless, for support</n-checkbox>
        <n-button @click="archiveAll">Archive</n-button>
      </template>
    </p>
    <bundle-in v-if="bundle" :file="bundle" @done="tookIn" @leave="bundle = null" />
    <p v-if="taken" role="status">{{ taken }}</p>
    <p v-if="moved" class="row" role="status">
      {{ moved.words }} <button type="button" class="link" @click="back">Bring it back</button>
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-if="!page && !trouble" class="quiet" role="status">Opening the jobs</p>
    <p v-else-if="rows.length === 0 && !wanted && (shown.show !== 'open' || shown.verdict)" class="quiet">
      No job is
      {{ shown.verdict ? `“${VERDICT_WORD[shown.verdict as 'hold']}”` : SHOWS[shown.show].toLowerCase() }} here.
      <button type="button" class="link" @click="choose({ show: 'open', verdict: '' })">Show those in hand</button>
    </p>
    <p v-else-if="rows.length === 0 && !wanted" class="quiet">
      No jobs yet. A job begins with the first call: press New job and enter who is calling and from where. Terminals
      and satellites come from <router-link to="/stores">Stores</router-link>: a new firm begins there.
    </p>
    <p v-else-if="rows.length === 0" class="quiet">No job matches “{{ wanted }}”. Clear the search to see all.</p>
    <ul v-else aria-label="Jobs">
      <li v-for="row in rows" :key="row.number">
        <n-checkbox
          v-if="several"
          size="large"
          class="tick"
          :checked="ticked.includes(row.number)"
          :aria-label="`Job ${row.number} too`"
          @update:checked="tick(row.number, $event)"
        />
        <router-link
          :to="`/jobs/${row.number}/${row.signed_off ? 'handover' : (row.stations.find((one) => one.name === row.station)?.code ?? 'brief')}`"
        >
          <span class="number"
            >{{ row.number }}<br /><span class="quiet">{{ row.date }}</span></span
          >
          <span class="who"
            ><b>{{ row.customer || 'No name yet' }}</b
            ><span class="quiet">{{ row.service_wanted || 'Service not written down yet' }}</span></span
          >
          <span class="where"
            ><b>{{ row.signed_off ? 'Handed over' : row.station }}</b
            ><span class="quiet"><head-line :segments="row.headline" /></span
            ><span v-if="row.trouble" class="trouble">{{ row.trouble }}</span></span
          >
          <span
            class="stones"
            :aria-label="row.stations.map((one) => `${one.name}: ${VERDICT_WORD[one.verdict]}`).join(', ')"
            role="img"
          >
            <span
              v-for="(station, index) in row.stations"
              :key="station.code"
              :title="`${station.name}: ${VERDICT_WORD[station.verdict]}`"
              class="stone"
              ><verdict-stone :verdict="station.verdict" :size="18" aria-hidden="true" /><span class="tiny">{{
                index + 1
              }}</span></span
            >
          </span>
        </router-link>
        <n-dropdown trigger="click" :options="acts(row)" @select="(what: keyof typeof ACTS) => act(row, what)">
          <n-button quaternary class="more" :aria-label="`What to do with ${row.number}`"
            ><template #icon><icon-dots-vertical /></template
          ></n-button>
        </n-dropdown>
      </li>
    </ul>
    <nav v-if="page && page.page_count > 1" class="row" aria-label="Pages of the list">
      <n-button size="small" :disabled="page.page <= 1" @click="at = page.page - 1">Newer</n-button>
      <span>Page {{ page.page }} of {{ page.page_count }}, {{ page.count }} jobs</span>
      <n-button size="small" :disabled="page.page >= page.page_count" @click="at = page.page + 1">Older</n-button>
    </nav>
    <p class="quiet small key">
      <span v-for="verdict in ['clear', 'mind', 'hold', 'unknown'] as const" :key="verdict"
        ><verdict-stone :verdict="verdict" :size="16" /> {{ VERDICT_WORD[verdict] }}</span
      >
      The numbers are the nine stations, Brief to Hand over.
    </p>
  </main>
</template>

<style scoped>
.jobs {
  width: min(1180px, 100%);
  margin: 0 auto;
  padding: 24px 24px 48px;
  display: grid;
  gap: 16px;
}
h1 {
  font-size: 28px;
}
.many {
  margin-left: auto;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 6px;
}
li + li {
  border-top: 1px solid var(--rule);
}
li {
  display: flex;
  align-items: center;
}
.tick {
  margin-left: 16px;
}
.several {
  margin-left: auto;
}
.file {
  font-weight: 600;
}
.more {
  margin-right: 8px;
  width: 44px;
}
.filters {
  align-items: flex-end;
}
.count {
  padding-bottom: 12px;
}
li a {
  flex: 1;
  min-width: 0;
  display: grid;
  grid-template-columns: 104px minmax(200px, 1.1fr) minmax(220px, 1.2fr) auto;
  gap: 20px;
  align-items: center;
  padding: 16px;
  color: var(--ink);
  text-decoration: none;
}
li a:hover {
  background: var(--stream-tint);
}
.number {
  font-weight: 600;
}
.number .quiet {
  font-weight: 400;
  font-size: 13px;
}
.who,
.where {
  display: grid;
  min-width: 0;
}
.who b {
  font-size: 17px;
}
.quiet {
  overflow-wrap: anywhere;
}
.stones {
  display: flex;
  gap: 6px;
}
.stone {
  display: grid;
  justify-items: center;
  gap: 0;
}
.tiny {
  font-size: 12px;
  color: var(--quiet);
  line-height: 1.2;
}
.key {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  align-items: center;
}
.key span {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
@media (max-width: 900px) {
  li a {
    grid-template-columns: 1fr 1fr;
    gap: 8px 20px;
  }
}
</style>
