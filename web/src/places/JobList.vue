<script setup lang="ts">
import { IconPlus } from '@tabler/icons-vue'
import { useDebounceFn } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import HeadLine from '@/frame/HeadLine.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { VERDICT_WORD } from '@/lib/verdict'

const router = useRouter()
const route = useRoute()
const page = ref<Schemas['JobPage'] | null>(null)
const trouble = ref('')
const wanted = computed(() => String(route.query.find ?? ''))
const rows = computed(() => page.value?.rows ?? [])
let latest = 0
async function load(at = 1): Promise<void> {
  const mine = ++latest
  try {
    const found = await unwrap(client.GET('/api/jobs', { params: { query: { find: wanted.value, page: at } } }))
    if (mine !== latest) return // a later search has overtaken this one
    page.value = found
    trouble.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  }
}
const loadSoon = useDebounceFn(() => load(), 200)
watch(wanted, () => void loadSoon())
void load()

async function create(): Promise<void> {
  const job = await unwrap(client.POST('/api/jobs'))
  await router.push(`/jobs/${job.number}/brief`)
}
</script>

<template>
  <main class="jobs">
    <header class="row">
      <h1>Jobs</h1>
      <router-link to="/sites" class="many">Many sites at once</router-link
      ><n-button type="primary" @click="create"
        ><template #icon><icon-plus /></template>New job</n-button
      >
    </header>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-else-if="page === null" class="quiet" role="status">Opening the jobs</p>
    <p v-else-if="rows.length === 0 && !wanted" class="quiet">
      No jobs yet. A job begins with the first call: press New job and enter who is calling and from where.
    </p>
    <p v-else-if="rows.length === 0" class="quiet">No job matches “{{ wanted }}”. Clear the search to see all.</p>
    <ul v-else aria-label="Jobs">
      <li v-for="row in rows" :key="row.number">
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
      </li>
    </ul>
    <nav v-if="page && page.page_count > 1" class="row" aria-label="Pages of the list">
      <n-button size="small" :disabled="page.page <= 1" @click="load(page.page - 1)">Newer</n-button>
      <span>Page {{ page.page }} of {{ page.page_count }}, {{ page.count }} jobs</span>
      <n-button size="small" :disabled="page.page >= page.page_count" @click="load(page.page + 1)">Older</n-button>
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
  font-weight: 600;
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
li a {
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
