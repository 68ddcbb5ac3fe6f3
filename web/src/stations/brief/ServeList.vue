<script setup lang="ts">
/** Every satellite and constellation of the stores with every terminal, judged for this job; one press takes a pair. */
import { computed, onMounted, shallowRef, watch } from 'vue'
import { NButton } from 'naive-ui'
import type { Schemas } from '@/api/client'
import VerdictStone from '@/frame/VerdictStone.vue'
import WorkBar from '@/frame/WorkBar.vue'
import { formatQuantity } from '@/lib/quantity'
import { useWork } from '@/lib/useWork'
import { VERDICT_WORD } from '@/lib/verdict'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

type Choice = Schemas['Choice']
const store = useJob()
const prefs = usePrefs()
const work = useWork()
const brief = computed(() => store.job!.facts.brief)
const placed = computed(() => brief.value.latitude_deg != null && brief.value.longitude_deg != null)
const pairs = shallowRef<Choice[] | null>(null)
/** Judged anew whenever the job has changed: what was judged before stays until then. */
async function judge(): Promise<void> {
  if (!placed.value) return
  const asked = store.job!.head
  if (work.running.value) await work.stop()
  const told = await work.run(`/api/jobs/${store.number}/choices`, {})
  if (told && asked === store.job?.head) pairs.value = told.pairs as Choice[]
}
onMounted(judge)
watch(() => store.job?.head, judge)
const show = (value: number | null | undefined, unit: string) =>
  value == null ? '–' : formatQuantity(value, unit, prefs.system)
const ASPECTS = { sky: 'Sky', mast: 'Mast', cable: 'Cable', stock: 'Stock' } as const
const codes = (one: Choice) => ({
  terminal_code: one.terminal_code,
  satellite_code: one.satellite_code,
  constellation_code: one.constellation_code,
})
const taken = (one: Choice) =>
  Object.entries(codes(one)).every(([name, code]) => (brief.value[name as keyof typeof brief.value] ?? '') === code)
</script>

<template>
  <p v-if="!placed" class="quiet">Enter the place first: what serves it follows from where it is.</p>
  <template v-else>
    <work-bar
      what="Judging every pair"
      :running="work.running.value && !pairs"
      :progress="work.progress.value"
      :trouble="work.trouble.value"
      @stop="work.stop"
    />
    <div v-if="pairs" class="wide">
      <table class="grid-table" aria-label="What serves here">
        <thead>
          <tr>
            <th scope="col">System and terminal</th>
            <th scope="col">Up</th>
            <th scope="col">Beam</th>
            <th scope="col">Left over</th>
            <th v-for="(name, code) in ASPECTS" :key="code" scope="col">{{ name }}</th>
            <th scope="col"><span class="visually-hidden">Take</span></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="one in pairs" :key="`${one.satellite_code}${one.constellation_code} ${one.terminal_code}`">
            <tr>
              <th scope="row">
                <verdict-stone :verdict="one.verdict" :size="16" /> {{ one.system }}, {{ one.terminal }}
              </th>
              <td>{{ show(one.elevation_deg, 'deg') }}</td>
              <td v-if="one.constellation_code">–</td>
              <td v-else-if="one.beam">
                {{ one.beam }} <span class="quiet small">{{ show(one.edge_km, 'km') }} inside</span>
              </td>
              <td v-else>none</td>
              <td>
                {{ one.out_percent == null ? show(one.margin_db, 'db') : `${show(one.out_percent, 'percent')} out` }}
              </td>
              <td v-for="aspect in one.aspects" :key="aspect.code" :title="aspect.said">
                <verdict-stone
                  :verdict="aspect.verdict"
                  :size="16"
                  :aria-label="`${VERDICT_WORD[aspect.verdict]}: ${aspect.said}`"
                />
              </td>
              <td>
                <b v-if="taken(one)">taken</b>
                <n-button
                  v-else-if="!store.locked"
                  size="small"
                  :aria-label="`Take ${one.system} with ${one.terminal}`"
                  @click="store.patch(codes(one))"
                  >Take</n-button
                >
              </td>
            </tr>
            <tr v-if="one.against.length" class="why">
              <td colspan="9" class="quiet small">{{ VERDICT_WORD[one.verdict] }}: {{ one.against.join('; ') }}.</td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>
    <p v-if="pairs" class="quiet small">
      Judged by this job’s own Aim, Sky, Mount and Cable as they stand: sky as it was read, the mast and the cable that
      are entered. A dotted ring is not known yet. Best first.
    </p>
  </template>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
th svg {
  vertical-align: -3px;
}
tbody td,
tbody th {
  vertical-align: middle;
}
.why td {
  border-top: 0;
  padding-top: 0;
}
</style>
